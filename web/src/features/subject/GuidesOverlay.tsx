/** Guides, the transfer grid and the focal passage over the picture. */
import { TwoToneLine } from "../../shared/ui/Handles";
import type { Size } from "../../shared/geometry/viewport";
import { letters, lineShares } from "./grid";
import type { Guide, Painting } from "./queries";
import { FocalRing } from "./ToolOverlay";

interface Props {
  picture: Size;
  guides: Guide[];
  focal: Painting["focal"];
  /** Cells of the transfer grid in mm, or none. */
  cellMm: number | null;
  widthMm: number;
  heightMm: number;
}

export function GuidesOverlay({ picture, guides, focal, cellMm, widthMm, heightMm }: Props) {
  const names = [
    ...guides.map((guide) => guide.title.toLowerCase()),
    ...(cellMm ? [`grid of ${cellMm} mm`] : []),
  ];
  const size = Math.max(picture.width, picture.height) / 38;
  const columns = cellMm ? lineShares(widthMm, cellMm) : [];
  const rows = cellMm ? lineShares(heightMm, cellMm) : [];
  return (
    <svg
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      role="img"
      aria-label={names.length ? `Over the picture: ${names.join(", ")}` : "No guides"}
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }}
    >
      {guides.flatMap((guide) =>
        guide.lines.map(([from, to], index) => (
          <TwoToneLine
            key={`${guide.guide}${index}`}
            picture={picture}
            from={{ x: from![0]!, y: from![1]! }}
            to={{ x: to![0]!, y: to![1]! }}
          />
        )),
      )}
      {columns.map((x) => (
        <TwoToneLine key={`c${x}`} picture={picture} from={{ x, y: 0 }} to={{ x, y: 1 }} />
      ))}
      {rows.map((y) => (
        <TwoToneLine key={`r${y}`} picture={picture} from={{ x: 0, y }} to={{ x: 1, y }} />
      ))}
      <g fontSize={size} fill="#1c1c1c" stroke="#f1f1f1" strokeWidth={size / 6} paintOrder="stroke">
        {columns.slice(0, -1).map((x, i) => (
          <text key={`l${x}`} x={((x + columns[i + 1]!) / 2) * picture.width} y={size} textAnchor="middle">
            {letters(i)}
          </text>
        ))}
        {rows.slice(0, -1).map((y, i) => (
          <text
            key={`n${y}`}
            x={size / 3}
            y={((y + rows[i + 1]!) / 2) * picture.height}
            dominantBaseline="central"
          >
            {i + 1}
          </text>
        ))}
      </g>
      {focal && <FocalRing picture={picture} at={focal} radius={focal.radius ?? 0.12} />}
    </svg>
  );
}
