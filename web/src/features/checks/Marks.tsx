/** What is drawn over the painting: numbers of what to mend, arrows of places that are off, thirds and the focal passage. */
import type { Size } from "../../shared/geometry/viewport";
import type { Landmark, Mend } from "./queries";

const INK = "#1c1c1c";
const PAPER = "#f1f1f1";
const FILL = { position: "absolute", inset: 0, width: "100%", height: "100%", overflow: "visible" } as const;

/** How much longer than true an arrow is drawn, so that a millimetre can be seen. */
const LONGER = 4;

export function MendMarks({ picture, mend, chosen }: { picture: Size; mend: Mend[]; chosen: number | null }) {
  const radius = Math.max(picture.width, picture.height) / 55;
  return (
    <svg viewBox={`0 0 ${picture.width} ${picture.height}`} style={FILL} aria-hidden>
      {mend.map((one, place) => {
        const [x, y] = [one.at[0]! * picture.width, one.at[1]! * picture.height];
        const isChosen = place === chosen;
        return (
          <g key={one.action}>
            <circle
              cx={x}
              cy={y}
              r={isChosen ? radius * 1.4 : radius}
              fill={isChosen ? INK : PAPER}
              stroke={isChosen ? PAPER : INK}
              strokeWidth={radius / 7}
            />
            <text
              x={x}
              y={y}
              dy="0.36em"
              textAnchor="middle"
              fontSize={radius * 1.25}
              fontWeight={680}
              fill={isChosen ? PAPER : INK}
            >
              {place + 1}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

export function Arrows({
  picture,
  size_mm,
  landmarks,
}: {
  picture: Size;
  size_mm: Size;
  landmarks: Landmark[];
}) {
  const px = picture.width / size_mm.width;
  const width = Math.max(picture.width, picture.height) / 400;
  return (
    <svg viewBox={`0 0 ${picture.width} ${picture.height}`} style={FILL} aria-hidden>
      <defs>
        <marker id="tip" viewBox="0 0 10 10" refX="8" refY="5" markerWidth="5" markerHeight="5" orient="auto">
          <path d="M0 0 L10 5 L0 10 Z" fill={INK} stroke={PAPER} strokeWidth="1" />
        </marker>
      </defs>
      {landmarks.map((one) => {
        const [x, y] = [one.at_mm[0]! * px, one.at_mm[1]! * px];
        if (!one.is_off)
          return (
            <circle
              key={one.name}
              cx={x}
              cy={y}
              r={width * 2.4}
              fill="none"
              stroke={PAPER}
              strokeWidth={width}
              style={{ filter: "drop-shadow(0 0 1px #1c1c1c)" }}
            />
          );
        const [dx, dy] = [one.dx_mm * px * LONGER, one.dy_mm * px * LONGER];
        return (
          <g key={one.name}>
            <line x1={x} y1={y} x2={x + dx} y2={y + dy} stroke={PAPER} strokeWidth={width * 3} />
            <line
              x1={x}
              y1={y}
              x2={x + dx}
              y2={y + dy}
              stroke={INK}
              strokeWidth={width * 1.6}
              markerEnd="url(#tip)"
            />
          </g>
        );
      })}
    </svg>
  );
}

export function Thirds({ picture: { width, height }, focal }: { picture: Size; focal: number[] | null }) {
  const lines = [1 / 3, 2 / 3];
  const stroke = Math.max(width, height) / 500;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} style={FILL} aria-hidden>
      {[
        { colour: PAPER, wide: stroke * 2.4 },
        { colour: INK, wide: stroke },
      ].map(({ colour, wide }) => (
        <g key={colour} stroke={colour} strokeWidth={wide} fill="none">
          {lines.map((at) => (
            <g key={at}>
              <line x1={at * width} x2={at * width} y1={0} y2={height} />
              <line x1={0} x2={width} y1={at * height} y2={at * height} />
            </g>
          ))}
          {focal && <circle cx={focal[0]! * width} cy={focal[1]! * height} r={focal[2]! * width} />}
        </g>
      ))}
    </svg>
  );
}
