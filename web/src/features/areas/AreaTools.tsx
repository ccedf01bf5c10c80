/** What the hand does to the areas on the picture: a lasso or a stroke drawn over it, a line laid across it. */
import { useRef, useState, type PointerEvent } from "react";

import type { Size } from "../../shared/geometry/viewport";
import { Handles, TwoToneLine, type Spot } from "../../shared/ui/Handles";
import { thinned } from "./edits";

interface DrawProps {
  picture: Size;
  /** A stroke of this width (share of the picture's width), or null for a lasso. */
  width: number | null;
  drawn: (shape: Spot[]) => void;
}

export function DrawOverlay({ picture, width, drawn }: DrawProps) {
  const svg = useRef<SVGSVGElement>(null);
  const [points, setPoints] = useState<Spot[]>([]);
  const at = (event: PointerEvent): Spot => {
    const box = svg.current!.getBoundingClientRect();
    return { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
  };
  const path = points.map(({ x, y }) => `${x * picture.width},${y * picture.height}`).join(" ");
  const line = Math.max(picture.width, picture.height) / 300;
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      role="img"
      aria-label={width === null ? "Draw round a piece" : "Stroke over a piece"}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        setPoints([at(event)]);
      }}
      onPointerMove={(event) => {
        if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
        event.stopPropagation();
        const spot = at(event);
        setPoints((now) => [...now, spot]);
      }}
      onPointerUp={(event) => {
        event.stopPropagation();
        drawn(thinned([...points, at(event)]));
        setPoints([]);
      }}
      style={{
        position: "absolute",
        inset: 0,
        width: "100%",
        height: "100%",
        touchAction: "none",
        cursor: "crosshair",
      }}
    >
      <polyline
        points={path}
        fill={width === null ? "rgba(241,241,241,0.25)" : "none"}
        stroke="#f1f1f1"
        strokeOpacity={0.7}
        strokeLinecap="round"
        strokeLinejoin="round"
        strokeWidth={width === null ? line * 2.4 : width * picture.width}
      />
      {width === null && <polyline points={path} fill="none" stroke="#1c1c1c" strokeWidth={line} />}
    </svg>
  );
}

/** A line laid across an area; its two ends are dragged or moved with the arrow keys. */
export function LineAcross({
  picture,
  line,
  move,
}: {
  picture: Size;
  line: [Spot, Spot];
  move: (line: [Spot, Spot]) => void;
}) {
  return (
    <Handles
      picture={picture}
      spots={[
        { label: "One end of the line", at: line[0] },
        { label: "Other end of the line", at: line[1] },
      ]}
      move={(index, to) => move(index === 0 ? [to, line[1]] : [line[0], to])}
    >
      <TwoToneLine picture={picture} from={line[0]} to={line[1]} />
    </Handles>
  );
}
