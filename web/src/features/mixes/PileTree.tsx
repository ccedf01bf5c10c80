/** The piles in the order of mixing, each with what it is mixed of; bows on the left lead from every pile to what is made of it. */
import { Box, Button, Typography } from "@mui/material";

import { Swatch } from "../../shared/ui/Swatch";
import type { Mix } from "./queries";

const ROW = 80;
const BOWS = 44;

interface Props {
  mixes: readonly Mix[];
  choose: (id: string) => void;
}

export function PileTree({ mixes, choose }: Props) {
  return (
    <Box sx={{ display: "flex" }}>
      <Bows mixes={mixes} />
      <Box component="ol" sx={{ listStyle: "none", p: 0, m: 0, flex: 1, minWidth: 0 }}>
        {mixes.map((mix) => (
          <li key={mix.id}>
            <Button
              fullWidth
              color="inherit"
              onClick={() => choose(mix.id)}
              sx={{
                height: ROW,
                justifyContent: "start",
                gap: 1.25,
                textAlign: "left",
                fontWeight: 400,
                pl: 0.5,
                pr: 0.5,
                py: 0,
              }}
            >
              <Swatch colour={mix.dry} label="dry" size={32} />
              <Box sx={{ minWidth: 0, lineHeight: 1.25 }}>
                {mix.name}
                {mix.kept && " ◦ yours"}
                <Typography
                  variant="caption"
                  component="div"
                  color="text.secondary"
                  sx={{
                    lineHeight: 1.3,
                    overflow: "hidden",
                    display: "-webkit-box",
                    WebkitLineClamp: 3,
                    WebkitBoxOrient: "vertical",
                  }}
                >
                  {dosesInWords(mix)}
                </Typography>
              </Box>
            </Button>
          </li>
        ))}
      </Box>
    </Box>
  );
}

const dosesInWords = (mix: Mix) =>
  mix.doses.map((dose) => `${Number(dose.parts.toFixed(1))} ${dose.name}`).join(" + ");

/** From which row to which a bow leads. */
export function bowsOf(mixes: readonly Mix[]): { from: number; to: number }[] {
  const row = new Map(mixes.map((mix, at) => [mix.id, at]));
  return mixes.flatMap((mix, to) =>
    mix.doses.flatMap((dose) => (row.has(dose.source) ? [{ from: row.get(dose.source)!, to }] : [])),
  );
}

function Bows({ mixes }: { mixes: readonly Mix[] }) {
  const middle = (row: number) => row * ROW + ROW / 2;
  const bulge = (rows: number) => Math.min(BOWS - 6, 8 + 7 * Math.sqrt(rows));
  return (
    <svg width={BOWS} height={mixes.length * ROW} aria-hidden style={{ flex: "none" }}>
      {bowsOf(mixes).map(({ from, to }) => {
        const [top, bottom] = [middle(from), middle(to)];
        const left = BOWS - bulge(Math.abs(to - from)) * 1.33; // what a cubic reaches is three quarters of its handles
        return (
          <g key={`${from} ${to}`} fill="none" stroke="currentColor">
            <path
              d={`M${BOWS - 4} ${top} C${left} ${top} ${left} ${bottom} ${BOWS - 4} ${bottom}`}
              opacity={0.55}
            />
            <path d={`M${BOWS - 9} ${bottom - 3.5} L${BOWS - 3} ${bottom} L${BOWS - 9} ${bottom + 3.5}`} />
          </g>
        );
      })}
    </svg>
  );
}
