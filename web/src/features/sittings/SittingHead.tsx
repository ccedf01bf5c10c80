/** The name of a sitting on the timeline: chosen by a tap, dragged to left and right to an earlier or later time. */
import { useRef, useState } from "react";

import { ButtonBase, Typography } from "@mui/material";

import type { Sitting } from "./queries";
import { clock, day } from "./times";

interface Props {
  sitting: Sitting;
  zone: string;
  units: number;
  isChosen: boolean;
  choose: () => void;
  /** Dragged by so many minutes. */
  move: (by: number) => void;
}

/** A quarter of an hour for every so many pixels. */
const QUARTER_MIN = 15;
const QUARTER_PX = 12;
const DRAG_FROM_PX = 6;

export function SittingHead({ sitting, zone, units, isChosen, choose, move }: Props) {
  const from = useRef<number | null>(null);
  const [by, setBy] = useState(0);
  const begins = new Date(Date.parse(sitting.begins) + by * 60_000);
  const ends = new Date(Date.parse(sitting.ends) + by * 60_000);
  return (
    <ButtonBase
      onClick={() => by === 0 && choose()}
      aria-pressed={isChosen}
      onPointerDown={(event) => {
        from.current = event.clientX;
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (from.current === null) return;
        const away = event.clientX - from.current;
        setBy(Math.abs(away) < DRAG_FROM_PX ? 0 : Math.round(away / QUARTER_PX) * QUARTER_MIN);
      }}
      onPointerUp={() => {
        from.current = null;
        if (by === 0) return;
        move(by);
        setTimeout(() => setBy(0)); // the click that ends a drag comes first
      }}
      onPointerCancel={() => {
        from.current = null;
        setBy(0);
      }}
      sx={{
        display: "block",
        textAlign: "left",
        pr: 1,
        borderLeft: 3,
        pl: 1,
        borderColor: isChosen ? "text.primary" : "transparent",
        cursor: "ew-resize",
        touchAction: "pan-y",
      }}
    >
      <Typography sx={{ fontWeight: 650 }}>{day(begins, zone)}</Typography>
      <Typography variant="body2">
        {clock(begins, zone)} – {clock(ends, zone)}
      </Typography>
      <Typography variant="caption" color="text.secondary">
        {by === 0
          ? `${units} ${units === 1 ? "unit" : "units"}`
          : `${Math.abs(by)} min ${by > 0 ? "later" : "earlier"}`}
      </Typography>
    </ButtonBase>
  );
}
