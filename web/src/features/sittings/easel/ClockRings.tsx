/** A ring on every wet area of the picture: how much of its time is left; its shape says whether it blends, dries or is ready. */
import { toldOf, type Phase } from "./clocks";
import { FILL } from "./drawn";
import type { Clock, TakenList } from "./queries";

const SIZE = 1000;
const R = 40;
const EDGE = 1.6 * R;
const MOST_MINUTES = 99;

const inside = (at: number, length: number): number => Math.min(length - EDGE, Math.max(EDGE, at));

/** Minutes, or hours where there are too many for a ring. */
const figure = (ms: number): string => {
  const minutes = Math.max(1, Math.ceil(ms / 60_000));
  return minutes > MOST_MINUTES ? `${Math.round(minutes / 60)}h` : String(minutes);
};

interface Props {
  list: TakenList;
  clocks: Clock[];
  now: number;
  /** How the picture is turned: the figures are turned back. */
  turn: string;
}

export function ClockRings({ list, clocks, now, turn }: Props) {
  const height = (SIZE * list.height_px) / list.width_px;
  const latest = new Map<string, Clock>();
  for (const clock of clocks)
    for (const area of clock.areas) {
      const known = latest.get(area);
      if (!known || known.laid < clock.laid) latest.set(area, clock);
    }
  return (
    <svg viewBox={`0 0 ${SIZE} ${height}`} style={FILL} aria-hidden>
      {list.areas.map((area) => {
        const clock = latest.get(area.id);
        if (!clock) return null;
        const { phase, until, left } = toldOf(clock, now, list.rules);
        if (phase === "coatable" || phase === "dry") return null;
        const [x, y] = [inside(area.centre[0]! * SIZE, SIZE), inside(area.centre[1]! * height, height)];
        return (
          <g key={area.id} transform={`translate(${x} ${y})`}>
            <g style={{ transform: turn }}>
              <Mark phase={phase} left={left} />
              {until !== null && (
                <text y={14} textAnchor="middle" fontSize={40} fontWeight={700} fill="#fff">
                  {figure(until - now)}
                </text>
              )}
            </g>
          </g>
        );
      })}
    </svg>
  );
}

/** Open: a full ring that empties. Closing: a triangle. Drying: a broken ring. Ready for a coat: a square. */
export function Mark({ phase, left, r = R }: { phase: Phase; left: number; r?: number }) {
  const width = r / 5;
  if (phase === "closing")
    return (
      <path
        d={`M0 ${-1.5 * r}L${1.4 * r} ${0.9 * r}H${-1.4 * r}Z`}
        fill="#1c1c1c"
        stroke="#fff"
        strokeWidth={width}
        strokeLinejoin="round"
      />
    );
  if (phase === "coatable" || phase === "dry")
    return (
      <>
        <rect x={-r} y={-r} width={2 * r} height={2 * r} fill="#1c1c1c" stroke="#fff" strokeWidth={width} />
        <path
          d={`M${-0.5 * r} 0L${-0.1 * r} ${0.4 * r}L${0.5 * r} ${-0.4 * r}`}
          fill="none"
          stroke="#fff"
          strokeWidth={width}
        />
      </>
    );
  return (
    <>
      <circle r={r + width} fill="#1c1c1c" />
      <circle
        r={r}
        fill="none"
        stroke="#fff"
        strokeWidth={width}
        pathLength={100}
        strokeDasharray={phase === "drying" ? "5 5" : `${left * 100} 100`}
        transform="rotate(-90)"
        opacity={phase === "drying" ? 0.6 : 1}
      />
    </>
  );
}
