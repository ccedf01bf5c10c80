/** How far the painter is with every judgement, with a small curve over the days. */
import {
  Box,
  Button,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from "@mui/material";

import type { Kind, Progress, Standing } from "./queries";
import { biasWords, NEEDS, sized, standingWords } from "./words";

interface Props {
  progress: Progress;
  /** With what the practice goes on; null where that is chosen among fewer kinds. */
  next: Kind | null;
  practise: (kind: Kind) => void;
}

export function Standings({ progress, next, practise }: Props) {
  return (
    <>
      <Table size="small" aria-label="How far you are">
        <TableHead>
          <TableRow>
            <TableCell>Judgement</TableCell>
            <TableCell>How far you are</TableCell>
            <TableCell>Day by day</TableCell>
            <TableCell />
          </TableRow>
        </TableHead>
        <TableBody>
          {progress.kinds.map((one) => (
            <TableRow key={one.kind} selected={one.kind === next}>
              <TableCell>
                <Typography sx={{ fontWeight: 650 }}>
                  {one.title}
                  {one.kind === next ? ", next" : ""}
                </Typography>
                <Typography color="text.secondary">{one.trains}</Typography>
              </TableCell>
              <TableCell>
                {standingWords(one)}
                {biasWords(one) && <Typography color="text.secondary">{biasWords(one)}</Typography>}
                {one.why_not && <Typography color="text.secondary">{one.why_not}</Typography>}
              </TableCell>
              <TableCell>
                <Curve {...one} />
              </TableCell>
              <TableCell align="right">
                {one.on_paper ? (
                  <Typography color="text.secondary">on paper</Typography>
                ) : (
                  <Button
                    onClick={() => practise(one.kind)}
                    disabled={one.why_not !== ""}
                    aria-label={`Practise: ${one.title}`}
                    title={NEEDS[one.needs]}
                  >
                    Practise
                  </Button>
                )}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {progress.beside_off !== null && (
        <Stack direction="row" sx={{ mt: 2, gap: 3, alignItems: "center" }}>
          <Typography>
            In your paintings, the last {progress.beside} areas that dried were off by{" "}
            {progress.beside_off.toFixed(2)} steps as a rule.
          </Typography>
          <Curve title="In your paintings" unit="steps" curve={progress.beside_curve} />
        </Stack>
      )}
    </>
  );
}

const WIDE = 120;
const HIGH = 34;

/** Sizes day by day with their intervals, the smaller the lower. */
function Curve({ curve, unit, title }: Pick<Standing, "curve" | "unit" | "title">) {
  if (curve.length === 0) return null;
  const most = Math.max(...curve.map((one) => one.high));
  const x = (place: number) =>
    curve.length === 1 ? WIDE / 2 : 6 + (place * (WIDE - 12)) / (curve.length - 1);
  const y = (size: number) => HIGH - 3 - (size / most) * (HIGH - 6);
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      role="img"
      aria-label={`${title}: ${curve.map((one) => `${one.day} ${sized(one.size, unit)}`).join(", ")}`}
      sx={{ width: WIDE, height: HIGH, color: "primary.main", display: "block" }}
    >
      {curve.map((one, place) => (
        <line
          key={one.day}
          x1={x(place)}
          x2={x(place)}
          y1={y(one.low)}
          y2={y(one.high)}
          stroke="currentColor"
          strokeOpacity={0.35}
          strokeWidth={3}
        />
      ))}
      <polyline
        points={curve.map((one, place) => `${x(place)},${y(one.size)}`).join(" ")}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.5}
      />
      {curve.map((one, place) => (
        <circle key={one.day} cx={x(place)} cy={y(one.size)} r={2.5} fill="currentColor" />
      ))}
    </Box>
  );
}
