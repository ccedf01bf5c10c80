/** The areas over the picture: their outlines, what is chosen, and how far away they lie. */
import type { Area } from "./queries";

/** What of an area is drawn; only those that lie in depth can be shown in its planes. */
export type Drawn = Pick<Area, "id" | "index" | "outline" | "centre"> & Partial<Pick<Area, "plane">>;

interface Props {
  areas: Drawn[];
  widthMm: number;
  heightMm: number;
  /** Ids that stand out; empty shows all alike. */
  chosen: ReadonlySet<string>;
  numbers?: boolean;
  /** What stands in an area instead of its number; an area without a word has none. */
  words?: ReadonlyMap<string, string>;
  /** Veil every area by its plane of depth, the farther the more. */
  planes?: boolean;
}

const VEIL = "rgba(121,121,121,0.72)";
const PLANE_VEILS: Record<Area["plane"], string> = {
  front: "none",
  middle: "rgba(200,200,200,0.45)",
  back: "rgba(227,227,227,0.8)",
};

export function AreaOverlay({
  areas,
  widthMm,
  heightMm,
  chosen,
  numbers = false,
  words,
  planes = false,
}: Props) {
  const line = Math.max(widthMm, heightMm) / 500;
  return (
    <svg
      viewBox={`0 0 ${widthMm} ${heightMm}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={
        planes
          ? `${areas.length} areas in three planes of depth`
          : `Borders of ${areas.length} area${areas.length === 1 ? "" : "s"}`
      }
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }}
    >
      {areas.map((area) => {
        const out = chosen.size > 0 && !chosen.has(area.id);
        return (
          <g
            key={area.id}
            fill={planes && area.plane ? PLANE_VEILS[area.plane] : out ? VEIL : "none"}
            fillRule="evenodd"
          >
            <path d={area.outline} stroke="#f1f1f1" strokeWidth={line * 2} strokeOpacity={0.55} />
            <path d={area.outline} fill="none" stroke="#1c1c1c" strokeWidth={line} />
          </g>
        );
      })}
      {(numbers || words) &&
        areas.map((area) => (
          <text
            key={area.id}
            x={area.centre[0]! * widthMm}
            y={area.centre[1]! * heightMm}
            fontSize={line * 14}
            textAnchor="middle"
            dominantBaseline="central"
            fill="#1c1c1c"
            stroke="#f8f8f8"
            strokeWidth={line * 2.2}
            paintOrder="stroke"
          >
            {words ? words.get(area.id) : area.index + 1}
          </text>
        ))}
    </svg>
  );
}
