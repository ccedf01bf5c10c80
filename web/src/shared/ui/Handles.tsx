/** Points on the picture that the hand drags, or the arrow keys move; lines between them are drawn by whoever asks. */
import { useEffect, useRef, type PointerEvent, type ReactNode } from "react";

import type { Size } from "../geometry/viewport";

export interface Spot {
  x: number;
  y: number;
}

const STEP = 0.005;
const HANDLE_SHARE = 1 / 52;

/** A point moved by an arrow key, kept inside the picture; null for every other key. */
export function nudged(spot: Spot, key: string): Spot | null {
  const by: Record<string, [number, number]> = {
    ArrowLeft: [-STEP, 0],
    ArrowRight: [STEP, 0],
    ArrowUp: [0, -STEP],
    ArrowDown: [0, STEP],
  };
  const move = by[key];
  return move ? inside({ x: spot.x + move[0], y: spot.y + move[1] }) : null;
}

export const inside = (spot: Spot): Spot => ({
  x: Math.min(1, Math.max(0, spot.x)),
  y: Math.min(1, Math.max(0, spot.y)),
});

interface Props {
  picture: Size;
  spots: { label: string; at: Spot }[];
  move: (index: number, to: Spot) => void;
  /** Called when the hand lets go. */
  done?: () => void;
  /** Lines and the like, in picture pixels. */
  children?: ReactNode;
}

export function Handles({ picture, spots, move, done, children }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  // a key moves and lets go at once: what is kept must know of the move, so the newest `done` is called after it
  const latest = useRef(done);
  useEffect(() => {
    latest.current = done;
  });
  const radius = HANDLE_SHARE * Math.max(picture.width, picture.height);
  const at = (event: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return inside({ x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height });
  };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      style={{
        position: "absolute",
        inset: 0,
        width: "100%",
        height: "100%",
        overflow: "visible",
        willChange: "transform", // a layer of its own: the picture beneath is not drawn again for every move
      }}
    >
      {children}
      {spots.map((spot, index) => (
        <g
          key={spot.label}
          role="button"
          tabIndex={0}
          aria-label={`${spot.label}; drag it, or move it with the arrow keys`}
          style={{ cursor: "move", touchAction: "none" }}
          onPointerDown={(event) => {
            event.stopPropagation();
            event.currentTarget.setPointerCapture(event.pointerId);
          }}
          onPointerMove={(event) => {
            if (event.currentTarget.hasPointerCapture(event.pointerId)) {
              event.stopPropagation();
              move(index, at(event));
            }
          }}
          onPointerUp={(event) => {
            event.stopPropagation();
            done?.();
          }}
          onKeyDown={(event) => {
            const to = nudged(spot.at, event.key);
            if (to) {
              event.preventDefault();
              event.stopPropagation();
              move(index, to);
              setTimeout(() => latest.current?.(), 0);
            }
          }}
        >
          <circle
            cx={spot.at.x * picture.width}
            cy={spot.at.y * picture.height}
            r={radius}
            fill="rgba(241,241,241,0.35)"
            stroke="#1c1c1c"
            strokeWidth={radius / 4}
          />
          <circle
            cx={spot.at.x * picture.width}
            cy={spot.at.y * picture.height}
            r={radius / 5}
            fill="#1c1c1c"
          />
        </g>
      ))}
    </svg>
  );
}

/** A line that shows on light and on dark alike. */
export function TwoToneLine({ picture, from, to }: { picture: Size; from: Spot; to: Spot }) {
  const width = Math.max(picture.width, picture.height) / 400;
  const ends = {
    x1: from.x * picture.width,
    y1: from.y * picture.height,
    x2: to.x * picture.width,
    y2: to.y * picture.height,
  };
  return (
    <>
      <line {...ends} stroke="#f1f1f1" strokeWidth={width * 2.4} />
      <line {...ends} stroke="#1c1c1c" strokeWidth={width} />
    </>
  );
}
