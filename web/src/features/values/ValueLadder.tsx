/**
 * The value ladder: the painting's steps as a section through relief, light at the top. Borders are thresholds and can
 * be dragged; the silhouette is how much of the picture lies at each height; a tap on a step shows it alone.
 */
import { useMemo, useRef, useState } from "react";

import { Box, Typography } from "@mui/material";

import { greyOf } from "../../shared/ui/greys";
import { share, value as valueText } from "../../shared/ui/numbers";
import { histogram, middles, stepOf, withMoved } from "./ladder";
import type { Step } from "./queries";

interface Props {
  steps: Step[];
  thresholds: number[];
  /** Bytes of the value picture, for the silhouette. */
  bytes: Uint8Array | null;
  isolated: number | null;
  isolate: (step: number | null) => void;
  /** Called while a threshold moves, and with `done` when it is let go. */
  move: (limits: number[], done: boolean) => void;
}

const BINS = 60;
const KEY_STEP = 0.1;

export function ValueLadder({ steps, thresholds, bytes, isolated, isolate, move }: Props) {
  const track = useRef<HTMLDivElement>(null);
  const [live, setLive] = useState<number[] | null>(null);
  const limits = live ?? thresholds;
  const ends = [0, ...limits, 10];
  const silhouette = useMemo(() => (bytes ? histogram(bytes, BINS) : []), [bytes]);
  const tones = middles(limits);

  const valueAt = (clientY: number) => {
    const box = track.current!.getBoundingClientRect();
    return 10 * (1 - (clientY - box.top) / box.height);
  };
  const drag = (index: number) => (event: React.PointerEvent<HTMLElement>) => {
    event.preventDefault();
    const handle = event.currentTarget;
    handle.setPointerCapture(event.pointerId);
    let latest = limits;
    const follow = (e: PointerEvent) => {
      latest = withMoved(limits, index, valueAt(e.clientY));
      setLive(latest);
      move(latest, false);
    };
    const end = () => {
      handle.removeEventListener("pointermove", follow);
      handle.removeEventListener("pointerup", end);
      handle.removeEventListener("pointercancel", end);
      setLive(null);
      if (latest !== limits) move(latest, true);
    };
    handle.addEventListener("pointermove", follow);
    handle.addEventListener("pointerup", end);
    handle.addEventListener("pointercancel", end);
  };
  const nudge = (index: number) => (event: React.KeyboardEvent) => {
    const by = { ArrowUp: KEY_STEP, ArrowDown: -KEY_STEP, PageUp: 0.5, PageDown: -0.5 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    move(withMoved(limits, index, limits[index]! + by), true);
  };

  return (
    <Box
      component="aside"
      aria-label="Value ladder"
      sx={{ height: "100%", display: "flex", flexDirection: "column", py: 2, px: 1 }}
    >
      <Typography variant="caption" sx={{ textAlign: "center", pb: 1 }}>
        light
      </Typography>
      <Box ref={track} sx={{ flex: 1, position: "relative", minHeight: 200 }}>
        {steps.map((_, i) => {
          const tone = greyOf(tones[i] ?? 5);
          const facts = steps[i]!;
          const height = (ends[i + 1]! - ends[i]!) * 10;
          const dim = isolated !== null && isolated !== i;
          return (
            <Box
              key={i}
              component="button"
              type="button"
              aria-pressed={isolated === i}
              aria-label={`Step ${i + 1}: value ${valueText(facts.value)}, ${share(facts.share)} of the surface. Show it alone`}
              onClick={() => isolate(isolated === i ? null : i)}
              sx={{
                position: "absolute",
                left: 0,
                right: 0,
                bottom: `${ends[i]! * 10}%`,
                height: `${height}%`,
                border: 0,
                p: 0,
                cursor: "pointer",
                bgcolor: `rgb(${tone},${tone},${tone})`,
                color: tone > 130 ? "text.primary" : "background.paper",
                opacity: dim ? 0.35 : 1,
                font: "inherit",
                fontSize: 15,
                overflow: "hidden",
              }}
            >
              {height > 4.5 && !live ? share(facts.share) : ""}
            </Box>
          );
        })}
        <svg
          aria-hidden
          viewBox={`0 0 1 ${BINS}`}
          preserveAspectRatio="none"
          style={{ position: "absolute", inset: 0, width: "100%", height: "100%", pointerEvents: "none" }}
        >
          {silhouette.map((length, bin) => {
            const lightRung = greyOf(tones[stepOf(((bin + 0.5) / BINS) * 10, limits)] ?? 5) > 130;
            return (
              <rect
                key={bin}
                x={0}
                y={BINS - 1 - bin}
                width={length * 0.3}
                height={1.02}
                fill={lightRung ? "#1c1c1c" : "#f1f1f1"}
                opacity={0.42}
              />
            );
          })}
        </svg>
        {limits.map((limit, i) => (
          <Box
            key={i}
            role="slider"
            tabIndex={0}
            aria-orientation="vertical"
            aria-label={`Border between steps ${i + 1} and ${i + 2}`}
            aria-valuemin={0}
            aria-valuemax={10}
            aria-valuenow={limit}
            aria-valuetext={`value ${limit.toFixed(1)}`}
            onPointerDown={drag(i)}
            onKeyDown={nudge(i)}
            sx={{
              position: "absolute",
              left: -6,
              right: -6,
              bottom: `calc(${limit * 10}% - 14px)`,
              height: 28,
              cursor: "ns-resize",
              touchAction: "none",
              display: "flex",
              alignItems: "center",
              "&::before": {
                content: '""',
                flex: 1,
                height: "3px",
                bgcolor: "#1c1c1c",
                boxShadow: "0 0 0 1px #f1f1f1",
              },
            }}
          >
            <Box
              sx={{
                bgcolor: "#1c1c1c",
                color: "#f8f8f8",
                fontSize: 14,
                lineHeight: "22px",
                px: 0.75,
                borderRadius: "3px",
                boxShadow: "0 0 0 1px #f1f1f1",
              }}
            >
              {limit.toFixed(1)}
            </Box>
          </Box>
        ))}
      </Box>
      <Typography variant="caption" sx={{ textAlign: "center", pt: 1 }}>
        dark
      </Typography>
    </Box>
  );
}
