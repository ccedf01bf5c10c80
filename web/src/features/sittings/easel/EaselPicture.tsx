/** The picture at the easel: the photo, the painting as it should look now, or the one wiped over the other; what is painted lit. */
import { useMemo } from "react";

import { Box } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { Greys, IN_GREYS } from "../../../shared/ui/Greys";
import { AsNow } from "./AsNow";
import { ClockRings } from "./ClockRings";
import { FILL, useDrawn } from "./drawn";
import { boxOf, fetchParts, maskOf, painted, type Box as PictureBox, type Parts } from "./parts";
import type { Course, ListedTask, TakenList } from "./queries";

export interface Looks {
  shows: "photo" | "now" | "wipe";
  isLit: boolean;
  isSquinting: boolean;
  isGrey: boolean;
  isMirrored: boolean;
  isUpsideDown: boolean;
  hasGrid: boolean;
  isWindow: boolean;
  isZoomed: boolean;
  hasClocks: boolean;
  /** Share of the width at which the photo ends, when one is wiped over the other. */
  wipe: number;
}

export const PLAIN: Looks = {
  shows: "photo",
  isLit: true,
  isSquinting: false,
  isGrey: false,
  isMirrored: false,
  isUpsideDown: false,
  hasGrid: false,
  isWindow: false,
  isZoomed: false,
  hasClocks: true,
  wipe: 0.5,
};

export const partsQuery = (url: string) => ({
  queryKey: ["parts of the picture", url],
  queryFn: () => fetchParts(url),
  staleTime: Infinity,
  gcTime: Infinity,
});

interface Props {
  list: TakenList;
  course: Course;
  stages: Record<string, string>;
  task: ListedTask | null;
  looks: Looks;
  now: number;
  onTap: (at: { x: number; y: number }) => void;
}

const MOST_ZOOM = 6;
const VEIL = { grey: 110, alpha: 165 };
const COVER = { grey: 72, alpha: 255 };
const GRID_MM = 50;

export function EaselPicture({ list, course, stages, task, looks, now, onTap }: Props) {
  const parts = useQuery(partsQuery(list.parts_url)).data ?? null;
  const bits = useMemo(() => painted(task ? [task] : [], list), [task, list]);
  const box = useMemo(() => (parts ? boxOf(parts, bits) : null), [parts, bits]);
  const ratio = list.width_px / list.height_px;
  const turn = `scale(${looks.isMirrored !== looks.isUpsideDown ? -1 : 1}, ${looks.isUpsideDown ? -1 : 1})`;
  const filter = [looks.isGrey && IN_GREYS, looks.isSquinting && "blur(1.1cqw)"].filter(Boolean).join(" ");
  return (
    <Box
      sx={{
        containerType: "size",
        position: "relative",
        minHeight: 0,
        minWidth: 0,
        overflow: "hidden",
        display: "grid",
        placeItems: "center",
      }}
    >
      <Greys />
      <Box
        sx={{
          position: "relative",
          overflow: "hidden",
          width: `min(100cqw, calc(100cqh * ${ratio}))`,
          aspectRatio: `${ratio}`,
          transform: turn,
        }}
      >
        <div
          style={{ position: "absolute", inset: 0, transform: zoomOf(looks, box), transformOrigin: "0 0" }}
        >
          <div style={{ ...FILL, filter: filter || "none" }}>
            {looks.shows !== "photo" && <AsNow list={list} course={course} stages={stages} parts={parts} />}
            {looks.shows !== "now" && (
              <img
                src={list.reference_url}
                alt={list.observed ? "The observation" : "The photo"}
                draggable={false}
                style={{
                  ...FILL,
                  clipPath: looks.shows === "wipe" ? `inset(0 ${(1 - looks.wipe) * 100}% 0 0)` : "none",
                }}
              />
            )}
          </div>
          {parts && task && looks.isWindow && box && <Window box={box} />}
          {parts && (task?.passages?.length ?? 0) > 0 && looks.isLit && !looks.isWindow && (
            <Mask parts={parts} bits={bits} />
          )}
          {looks.hasGrid && <Grid list={list} />}
          {looks.hasClocks && !looks.isWindow && (
            <ClockRings list={list} clocks={course.clocks} now={now} turn={turn} />
          )}
        </div>
        <button
          type="button"
          aria-label="The picture. Tap to ask what is there"
          onClick={(event) => {
            const frame = event.currentTarget.getBoundingClientRect();
            const at = {
              x: (event.clientX - frame.left) / frame.width,
              y: (event.clientY - frame.top) / frame.height,
            };
            onTap(inPicture(event.detail === 0 ? { x: 0.5, y: 0.5 } : at, looks, box));
          }}
          style={{ ...FILL, padding: 0, border: 0, background: "none", cursor: "crosshair" }}
        />
      </Box>
    </Box>
  );
}

const scaleOf = (box: PictureBox): number => Math.min(MOST_ZOOM, 1 / box.width, 1 / box.height);
const within = (offset: number, scale: number): number => Math.min(0, Math.max(1 - scale, offset));

/** Where the picture is moved to when what is painted is looked at closely, as shares. */
function movedTo(box: PictureBox): { scale: number; x: number; y: number } {
  const scale = scaleOf(box);
  return {
    scale,
    x: within(0.5 - scale * (box.x + box.width / 2), scale),
    y: within(0.5 - scale * (box.y + box.height / 2), scale),
  };
}

function zoomOf(looks: Looks, box: PictureBox | null): string {
  if (!looks.isZoomed || !box) return "none";
  const { scale, x, y } = movedTo(box);
  return `translate(${x * 100}%, ${y * 100}%) scale(${scale})`;
}

/** A point of the frame as a point of the picture, in shares. */
function inPicture(at: { x: number; y: number }, looks: Looks, box: PictureBox | null) {
  const isTurned = looks.isMirrored !== looks.isUpsideDown;
  const unturned = { x: isTurned ? 1 - at.x : at.x, y: looks.isUpsideDown ? 1 - at.y : at.y };
  if (!looks.isZoomed || !box) return unturned;
  const { scale, x, y } = movedTo(box);
  return { x: (unturned.x - x) / scale, y: (unturned.y - y) / scale };
}

/** A veil over all that is not painted. */
function Mask({ parts, bits }: { parts: Parts; bits: Uint8Array }) {
  const draw = useMemo(
    () => (context: CanvasRenderingContext2D) =>
      context.putImageData(
        new ImageData(maskOf(parts, bits, true, VEIL.grey, VEIL.alpha), parts.width, parts.height),
        0,
        0,
      ),
    [parts, bits],
  );
  return <canvas ref={useDrawn(draw, parts.width, parts.height)} style={FILL} aria-hidden />;
}

/** All but the box covered, as by a card with a window cut into it. */
function Window({ box }: { box: PictureBox }) {
  const grey = `rgb(${COVER.grey} ${COVER.grey} ${COVER.grey})`;
  return (
    <div
      aria-hidden
      style={{
        position: "absolute",
        left: `${box.x * 100}%`,
        top: `${box.y * 100}%`,
        width: `${box.width * 100}%`,
        height: `${box.height * 100}%`,
        outline: `2000px solid ${grey}`,
      }}
    />
  );
}

function Grid({ list }: { list: TakenList }) {
  const lines = (length: number) =>
    Array.from({ length: Math.floor(length / GRID_MM) }, (_, i) => (i + 1) * GRID_MM);
  const [w, h] = [list.width_mm, list.height_mm];
  return (
    <svg viewBox={`0 0 ${w} ${h}`} style={FILL} aria-hidden>
      {[
        { colour: "#000", width: 1.2 },
        { colour: "#fff", width: 0.5 },
      ].map(({ colour, width }) => (
        <g key={colour}>
          {lines(w).map((x) => (
            <line key={`x${x}`} x1={x} x2={x} y1={0} y2={h} stroke={colour} strokeWidth={width} />
          ))}
          {lines(h).map((y) => (
            <line key={`y${y}`} x1={0} x2={w} y1={y} y2={y} stroke={colour} strokeWidth={width} />
          ))}
        </g>
      ))}
    </svg>
  );
}
