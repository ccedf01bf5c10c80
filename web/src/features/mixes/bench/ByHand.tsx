/** A pile mixed on the tray: dose after dose, how it dries, and what brings it nearer. */
import { Alert, Box, Button, LinearProgress, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { ml, value } from "../../../shared/ui/numbers";
import { Trio } from "../../../shared/ui/Swatch";
import { basis } from "../parts";
import { trayQuery, type From, type Parts } from "../queries";
import { EMPTY, mlOf, type ChangeTray, type Tray as Pile } from "../tray";
import { Leftover } from "./Leftover";
import { Lights } from "./Lights";
import { Nearer } from "./Nearer";
import { Tray } from "./Tray";

interface Props {
  /** Whose mixes the pile may become. */
  painting: number | null;
  tray: Pile;
  /** What is in the pile, in parts of tube paint. */
  parts: Parts;
  lab: number[] | null;
  from: From;
  change: ChangeTray;
  keep: ((parts: Parts) => Promise<void>) | null;
}

export function ByHand({ painting, tray, parts, lab, from, change, keep }: Props) {
  const state = useQuery(trayQuery(tray.doses, lab, from, painting));
  if (state.isError) return <Alert severity="error">{inWords(state.error)}</Alert>;
  if (!state.data) return <LinearProgress aria-label="Laying out the tray" />;
  const pile = tray.doses.length > 0 ? state.data.pile : null;
  return (
    <>
      <Tray tray={tray} state={state.data} change={change} />
      {pile && (
        <Box component="section" aria-label="The pile" sx={{ mt: 2 }}>
          <Box sx={{ display: "flex", gap: 3, flexWrap: "wrap", alignItems: "start" }}>
            <Box sx={{ flex: "1 1 320px", maxWidth: 460 }}>
              <Trio
                photo={pile.photo}
                dry={pile.dry}
                wet={pile.wet}
                first={lab ? "target" : "dry"}
                height={96}
              />
            </Box>
            <Box sx={{ flex: "1 1 300px" }}>
              <Typography role="status" variant="h2">
                {lab ? `${pile.value_words}, ${pile.colour_words}` : `value ${value(pile.value_dry)} dry`}
              </Typography>
              <Typography color="text.secondary">
                {ml(mlOf(tray.doses))} · value {value(pile.value_dry)} dry, {value(pile.value_wet)} wet
                {lab && ` · ΔE ${pile.de00.toFixed(1)} to the target`} · {basis(pile.source)}
              </Typography>
              {lab && (
                <Nearer
                  doses={tray.doses}
                  parts={parts}
                  pile={pile}
                  target={lab}
                  from={from}
                  change={change}
                />
              )}
            </Box>
          </Box>
          <Stack direction="row" sx={{ gap: 1, my: 1.5, flexWrap: "wrap" }}>
            {keep && (
              <Button variant="contained" onClick={() => void keep(parts)}>
                Keep for this mix
              </Button>
            )}
            <Button variant="outlined" onClick={() => change("Cleared the tray", () => EMPTY)}>
              Clear the tray
            </Button>
          </Stack>
          {painting !== null && (
            <Leftover
              key={JSON.stringify(parts)}
              painting={painting}
              parts={parts}
              volume={mlOf(tray.doses)}
            />
          )}
          <Lights match={pile} />
        </Box>
      )}
    </>
  );
}
