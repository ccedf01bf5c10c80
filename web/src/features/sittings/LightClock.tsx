/** The light clock: the sun's way over a sitting on a compass dial, with the view in it, and how long the light holds. */
import { useTheme } from "@mui/material";

import type { SittingLight } from "./queries";
import { clock } from "./times";

const SIZE = 260;
const MIDDLE = SIZE / 2;
const RIM = 104;
const VIEW_HALF_DEG = 25;

/** A place on the dial: at a compass direction, the nearer to the rim the lower the sun stands. */
export function onDial(azimuth: number, altitude: number): { x: number; y: number } {
  const away = RIM * (1 - Math.max(0, altitude) / 90);
  const turn = (azimuth * Math.PI) / 180;
  return { x: MIDDLE + away * Math.sin(turn), y: MIDDLE - away * Math.cos(turn) };
}

interface Props {
  light: SittingLight;
  facing: number;
  zone: string;
}

export function LightClock({ light, facing, zone }: Props) {
  const { palette } = useTheme();
  const until = Date.parse(light.holds.until);
  const points = light.samples.map((sample) => ({
    ...onDial(sample.azimuth_deg, sample.altitude_deg),
    time: Date.parse(sample.time),
    up: sample.altitude_deg > 0,
  }));
  const path = (some: typeof points) => some.map((point) => `${point.x},${point.y}`).join(" ");
  const holds = points.filter((point) => point.time <= until);
  const after = points.filter((point) => point.time >= until || point === holds.at(-1));
  const left = onDial(facing - VIEW_HALF_DEG, 0);
  const right = onDial(facing + VIEW_HALF_DEG, 0);
  const hours = points.filter((point) => new Date(point.time).getUTCMinutes() === 0);
  const name = `The sun from ${clock(new Date(light.samples[0]?.time ?? until), zone)} to ${clock(new Date(light.samples.at(-1)?.time ?? until), zone)}; the light holds until ${clock(new Date(until), zone)}`;
  return (
    <svg viewBox={`0 0 ${SIZE} ${SIZE}`} width="100%" style={{ maxWidth: 300 }} role="img" aria-label={name}>
      <circle cx={MIDDLE} cy={MIDDLE} r={RIM} fill={palette.background.default} stroke={palette.divider} />
      <circle
        cx={MIDDLE}
        cy={MIDDLE}
        r={RIM / 2}
        fill="none"
        stroke={palette.divider}
        strokeDasharray="2 4"
      />
      <path
        d={`M${MIDDLE},${MIDDLE} L${left.x},${left.y} A${RIM},${RIM} 0 0 1 ${right.x},${right.y} Z`}
        fill={palette.divider}
        opacity={0.7}
      />
      {(["N", "E", "S", "W"] as const).map((letter, place) => {
        const turn = (place * Math.PI) / 2;
        return (
          <text
            key={letter}
            x={MIDDLE + (RIM + 14) * Math.sin(turn)}
            y={MIDDLE - (RIM + 14) * Math.cos(turn) + 5}
            textAnchor="middle"
            fontSize={15}
            fill={palette.text.secondary}
          >
            {letter}
          </text>
        );
      })}
      <text {...textAt(onDial(facing, 45))} fontSize={13} textAnchor="middle" fill={palette.text.secondary}>
        view
      </text>
      <polyline
        points={path(after.filter((point) => point.up))}
        fill="none"
        stroke={palette.text.secondary}
        strokeWidth={2}
        strokeDasharray="3 4"
      />
      <polyline
        points={path(holds.filter((point) => point.up))}
        fill="none"
        stroke={palette.text.primary}
        strokeWidth={5}
        strokeLinecap="round"
      />
      {hours
        .filter((point) => point.up)
        .map((point) => (
          <g key={point.time}>
            <circle
              cx={point.x}
              cy={point.y}
              r={4}
              fill={palette.background.paper}
              stroke={palette.text.primary}
            />
            <text x={point.x + 7} y={point.y - 6} fontSize={12} fill={palette.text.primary}>
              {clock(new Date(point.time), zone).slice(0, 2)}
            </text>
          </g>
        ))}
    </svg>
  );
}

const textAt = ({ x, y }: { x: number; y: number }) => ({ x, y: y + 4 });
