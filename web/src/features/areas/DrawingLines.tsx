/** The drawing over the picture: outlines bold, inner lines thin, borders of values dotted. */
import { useMemo } from "react";

import { useQuery } from "@tanstack/react-query";

import { linesShown, type DrawingLook } from "./drawing";
import { drawingQuery, type Drawing } from "./queries";

const PENS = {
  outline: { strokeWidth: 0.9 },
  inner: { strokeWidth: 0.45 },
  value: { strokeWidth: 0.6, strokeDasharray: "0.3 1.5" },
};
const GROUNDS = { photo: "transparent", faint: "rgb(255 255 255 / 0.72)", paper: "#ffffff" };

interface Props {
  paintingId: number;
  look: DrawingLook;
  widthMm: number;
  heightMm: number;
}

export function DrawingLines({ paintingId, look, widthMm, heightMm }: Props) {
  const { data } = useQuery(drawingQuery(paintingId, look.limits));
  const paths = useMemo(() => (data ? pathsOf(data, look) : null), [data, look]);
  if (!paths) return null;
  return (
    <svg
      viewBox={`0 0 ${widthMm} ${heightMm}`}
      role="img"
      aria-label="The drawing to trace"
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%", pointerEvents: "none" }}
    >
      <rect width="100%" height="100%" fill={GROUNDS[look.ground]} />
      <g fill="none" stroke="#111111" strokeLinecap="round" strokeLinejoin="round">
        {Object.entries(PENS).map(([kind, pen]) => (
          <path key={kind} d={paths[kind as keyof typeof PENS]} {...pen} />
        ))}
      </g>
    </svg>
  );
}

/** All lines of a kind as one path: hundreds of them are drawn at once. */
function pathsOf(drawing: Drawing, look: DrawingLook) {
  const paths = { outline: "", inner: "", value: "" };
  for (const line of linesShown(drawing, look)) paths[line.kind] += line.path;
  return paths;
}
