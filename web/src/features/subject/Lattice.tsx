/** The lattice over the frame: the hand lays cells of the chosen zone; a cursor does the same from the keyboard. */
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";

import { blockBetween, cellAt, cellsBetween, flooded, zoneName } from "./lattice";
import type { Observation } from "./queries";

interface Props {
  observation: Observation;
  colours: readonly string[];
  /** Lay these cells; `done` when the hand lets go. */
  lay: (cells: number[], done: boolean) => void;
  /** Show these cells laid, in place of what this stroke showed before. */
  layInstead: (cells: number[]) => void;
  /** Whether a stroke lays the block between its ends, or every cell it touches. */
  inBlocks: boolean;
  overSketch: boolean;
}

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

export function Lattice({ observation, colours, lay, layInstead, inBlocks, overSketch }: Props) {
  const { columns, rows, cells, zones } = observation;
  const svg = useRef<SVGSVGElement>(null);
  const first = useRef(0);
  const last = useRef<number | null>(null);
  const [cursor, setCursor] = useState(0);
  const cellOf = (event: PointerEvent | React.MouseEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return cellAt(columns, rows, {
      x: (event.clientX - box.left) / box.width,
      y: (event.clientY - box.top) / box.height,
    });
  };
  const down = (event: PointerEvent<SVGSVGElement>) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    first.current = last.current = cellOf(event);
    lay([last.current], false);
  };
  const move = (event: PointerEvent) => {
    if (last.current === null) return;
    event.stopPropagation();
    const here = cellOf(event);
    if (here !== last.current) {
      if (inBlocks) layInstead(blockBetween(columns, first.current, here));
      else lay(cellsBetween(columns, last.current, here), false);
    }
    last.current = here;
  };
  const up = (event: PointerEvent) => {
    if (last.current === null) return;
    event.stopPropagation();
    last.current = null;
    lay([], true);
  };
  const keys = (event: KeyboardEvent) => {
    const by = ARROWS[event.key];
    if (by) {
      const column = Math.min(columns - 1, Math.max(0, (cursor % columns) + by[0]));
      const row = Math.min(rows - 1, Math.max(0, Math.floor(cursor / columns) + by[1]));
      setCursor(row * columns + column);
    } else if (event.key === "Enter" || event.key === " ") lay([cursor], true);
    else if (event.key === "f") lay(flooded(cells, columns, cursor), true);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const here = zones[cells[cursor]!]!;
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${columns} ${rows}`}
      preserveAspectRatio="none"
      role="grid"
      tabIndex={0}
      aria-label={`Lattice of ${columns} by ${rows} cells. Arrow keys move, Enter lays a cell, F fills. Here: ${zoneName(here, cells[cursor]!)}`}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onDoubleClick={(event) => lay(flooded(cells, columns, cellOf(event)), true)}
      onKeyDown={keys}
      style={{
        position: "absolute",
        inset: 0,
        width: "100%",
        height: "100%",
        touchAction: "none",
        cursor: "crosshair",
      }}
    >
      {cells.map((zone, cell) => (
        <rect
          key={cell}
          x={cell % columns}
          y={Math.floor(cell / columns)}
          width={1}
          height={1}
          fill={colours[zone] ?? "#797979"}
          fillOpacity={overSketch ? 0.7 : 1}
          stroke="#1c1c1c"
          strokeOpacity={0.35}
          strokeWidth={0.02}
        />
      ))}
      <rect
        x={cursor % columns}
        y={Math.floor(cursor / columns)}
        width={1}
        height={1}
        fill="none"
        stroke="#f1f1f1"
        strokeWidth={0.1}
      />
    </svg>
  );
}
