/** The height of every contour, written on its line. */
import type { Size } from "../../shared/geometry/viewport";
import type { Relief } from "./queries";

export function ContourLabels({ relief, picture }: { relief: Relief; picture: Size }) {
  const size = Math.max(picture.width, picture.height) / 42;
  return (
    <svg
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      role="img"
      aria-label={`Contours at ${relief.contours.map((line) => line.value.toFixed(1)).join(", ")}`}
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }}
    >
      <g fontSize={size} fill="#1c1c1c" stroke="#f1f1f1" strokeWidth={size / 5} paintOrder="stroke">
        {relief.contours.flatMap((line) =>
          line.labels.map(([x, y], i) => (
            <text
              key={`${line.value}-${i}`}
              x={x! * picture.width}
              y={y! * picture.height}
              textAnchor="middle"
              dominantBaseline="central"
            >
              {line.value.toFixed(1)}
            </text>
          )),
        )}
      </g>
    </svg>
  );
}
