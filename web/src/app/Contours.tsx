/** The motif: contour lines of a hill, as values are drawn as heights throughout. */
import { Box } from "@mui/material";

const RINGS = 9;

/** A closed, slightly uneven ring about a summit; larger rings lie lower. */
export function ring(level: number): string {
  const points = Array.from({ length: 48 }, (_, i) => {
    const angle = (i / 48) * 2 * Math.PI;
    const uneven = 1 + 0.16 * Math.sin(2 * angle + level * 0.35) + 0.07 * Math.sin(5 * angle - level * 0.6);
    const radius = (16 + level * 17) * uneven;
    const x = 430 - level * 5 + radius * 1.5 * Math.cos(angle);
    const y = 110 + radius * Math.sin(angle);
    return `${x.toFixed(1)},${y.toFixed(1)}`;
  });
  return `M${points.join("L")}Z`;
}

export function Contours() {
  return (
    <Box
      component="svg"
      aria-hidden
      viewBox="0 0 640 220"
      preserveAspectRatio="xMaxYMid slice"
      sx={{
        position: "absolute",
        inset: 0,
        width: "100%",
        height: "100%",
        color: "divider",
        pointerEvents: "none",
      }}
    >
      {Array.from({ length: RINGS }, (_, level) => (
        <path
          key={level}
          d={ring(level)}
          fill="none"
          stroke="currentColor"
          strokeWidth={level % 4 === 0 ? 1.8 : 0.9}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </Box>
  );
}
