/** Which way what grows over an area runs: short strokes on the picture. */
import type { Size } from "../../shared/geometry/viewport";
import type { Area } from "./queries";

type Flow = NonNullable<Area["flow"]>;

const SHARE_OF_SPACING = 0.34;

export function FlowMarks({ flow, picture }: { flow: Flow; picture: Size }) {
  const reach = flow.spacing * picture.width * SHARE_OF_SPACING;
  const width = Math.max(picture.width, picture.height) / 400;
  const strokes = flow.marks.map(({ x, y, degrees }) => {
    const turn = (degrees * Math.PI) / 180;
    const [dx, dy] = [reach * Math.cos(turn), reach * Math.sin(turn)];
    const [cx, cy] = [x * picture.width, y * picture.height];
    return `M${cx - dx},${cy - dy}L${cx + dx},${cy + dy}`;
  });
  return (
    <svg
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      role="img"
      aria-label="The way it grows"
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%", pointerEvents: "none" }}
    >
      <path d={strokes.join("")} stroke="#f1f1f1" strokeWidth={width * 2.4} strokeLinecap="round" />
      <path d={strokes.join("")} stroke="#1c1c1c" strokeWidth={width} strokeLinecap="round" />
    </svg>
  );
}
