/** Dabs on a virtual palette: add, take away, and see at once how the pile dries. */
import { Alert, Box, Button, ButtonBase, IconButton, Stack, Typography } from "@mui/material";
import AddIcon from "@mui/icons-material/Add";
import RemoveIcon from "@mui/icons-material/Remove";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { value } from "../../../shared/ui/numbers";
import { Trio } from "../../../shared/ui/Swatch";
import { addDab, basis, isEmpty, takeDab, type ChangeParts } from "../parts";
import { pileQuery, type From, type PaletteTube, type Parts } from "../queries";
import { Leftover } from "./Leftover";
import { Lights } from "./Lights";
import { Order } from "./Order";

interface Props {
  /** Whose mixes the pile may become. */
  painting: number | null;
  parts: Parts;
  palette: PaletteTube[];
  lab: number[] | null;
  from: From;
  volume: number;
  setParts: ChangeParts;
  keep: ((parts: Parts) => Promise<void>) | null;
}

export function ByHand({ painting, parts, palette, lab, from, volume, setParts, keep }: Props) {
  const empty = isEmpty(parts);
  const pile = useQuery({ ...pileQuery(parts, lab, from, volume), enabled: !empty });
  const known = new Set(palette.map((tube) => tube.key));
  const others = Object.keys(parts).filter((key) => !known.has(key));
  return (
    <>
      <Heaps parts={parts} palette={palette} setParts={setParts} />
      {others.length > 0 && (
        <Typography color="text.secondary">
          Also in the pile, from outside this palette:{" "}
          {others.map((key) => `${parts[key]} ${key}`).join(", ")}
        </Typography>
      )}
      {empty ? (
        <Typography color="text.secondary" sx={{ mt: 2 }}>
          The pile is empty. Tap a heap to put a dab of it into the pile.
        </Typography>
      ) : pile.isError ? (
        <Alert severity="error">{inWords(pile.error)}</Alert>
      ) : (
        pile.data && (
          <Box component="section" aria-label="The pile" sx={{ mt: 2 }}>
            <Box sx={{ maxWidth: 620 }}>
              <Trio
                photo={pile.data.photo}
                dry={pile.data.dry}
                wet={pile.data.wet}
                first={lab ? "target" : "dry"}
                height={110}
              />
            </Box>
            <Typography role="status" variant="h2" sx={{ mt: 1 }}>
              {lab
                ? `${pile.data.value_words}, ${pile.data.colour_words}`
                : `value ${value(pile.data.value_dry)} dry`}
            </Typography>
            <Typography color="text.secondary">
              Value {value(pile.data.value_dry)} dry, {value(pile.data.value_wet)} wet
              {lab && ` · CIEDE2000 ${pile.data.de00.toFixed(1)} to the target`} · {basis(pile.data.source)}
            </Typography>
            <Stack direction="row" sx={{ gap: 1, my: 1.5, flexWrap: "wrap" }}>
              {keep && (
                <Button variant="contained" onClick={() => void keep(parts)}>
                  Keep for this mix
                </Button>
              )}
              <Button variant="outlined" onClick={() => setParts("Cleared the pile", () => ({}))}>
                Clear the pile
              </Button>
            </Stack>
            {painting !== null && (
              <Leftover key={JSON.stringify(parts)} painting={painting} parts={parts} volume={volume} />
            )}
            <Order additions={pile.data.additions} volume={volume} />
            <Lights match={pile.data} />
          </Box>
        )
      )}
    </>
  );
}

/** The heaps of the palette; a tap adds a dab, the minus takes one back. */
export function Heaps({
  parts,
  palette,
  setParts,
}: {
  parts: Parts;
  palette: PaletteTube[];
  setParts: ChangeParts;
}) {
  return (
    <Box
      component="ul"
      aria-label="Heaps on the palette"
      sx={{
        listStyle: "none",
        p: 1.5,
        m: 0,
        bgcolor: "mat",
        display: "grid",
        gap: 1,
        gridTemplateColumns: "repeat(auto-fill, minmax(104px, 1fr))",
      }}
    >
      {palette.map((tube) => {
        const dabs = parts[tube.key] ?? 0;
        return (
          <Box component="li" key={tube.key}>
            <ButtonBase
              onClick={() => setParts(`Added ${tube.name}`, (now) => addDab(now, tube.key))}
              aria-label={`Add a dab of ${tube.name}`}
              sx={{ width: "100%", height: 56, bgcolor: tube.masstone, borderRadius: "2px" }}
            />
            <Typography variant="caption" component="div" noWrap title={tube.name}>
              {tube.name}
            </Typography>
            <Stack direction="row" sx={{ alignItems: "center", justifyContent: "space-between" }}>
              <IconButton
                disabled={dabs === 0}
                onClick={() => setParts(`Took ${tube.name} away`, (now) => takeDab(now, tube.key))}
                aria-label={`Take a dab of ${tube.name} away`}
              >
                <RemoveIcon />
              </IconButton>
              <Typography sx={{ fontWeight: 650 }} aria-label={`${dabs} parts of ${tube.name}`}>
                {dabs}
              </Typography>
              <IconButton
                onClick={() => setParts(`Added ${tube.name}`, (now) => addDab(now, tube.key))}
                aria-label={`One more part of ${tube.name}`}
              >
                <AddIcon />
              </IconButton>
            </Stack>
          </Box>
        );
      })}
    </Box>
  );
}
