/** The pile laid in even films: over white, grey, black and the painting's ground, one to five coats, dry beside wet. */
import { useState } from "react";

import { Alert, Box, Button, Slider, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { Choice } from "../../../shared/ui/Choice";
import { hidingInWords, paintsQuery } from "../../materials";
import { isEmpty } from "../parts";
import {
  filmQuery,
  type Film,
  type FilmFinish,
  type FilmTechnique,
  type From,
  trayQuery,
  type PaletteTube,
  type Parts,
} from "../queries";
import { add, DROPS_TO_A_PEA, EMPTY, type ChangeTray } from "../tray";
import { Heaps } from "./Tray";

const TECHNIQUES: [FilmTechnique, string][] = [
  ["glaze", "glaze, brushed out"],
  ["thin", "thin coat"],
  ["opaque", "full brush coat"],
  ["loaded", "loaded brush"],
  ["knife", "knife"],
];
const FINISHES: FilmFinish[] = ["matt", "satin", "gloss"];

interface Props {
  parts: Parts;
  palette: PaletteTube[];
  from: From;
  change: ChangeTray;
}

export function FilmCard({ parts, palette, from, change }: Props) {
  const [technique, setTechnique] = useState<FilmTechnique>("opaque");
  const [asked, setAsked] = useState<number | null>(null); // null: as is usual
  const [dragged, setDragged] = useState<number | null>(null);
  const [finish, setFinish] = useState<FilmFinish>("satin");
  const empty = isEmpty(parts);
  const state = useQuery({ ...trayQuery([], null, from), enabled: empty });
  const found = useQuery({ ...filmQuery(parts, from, technique, asked, finish), enabled: !empty });
  const paints = useQuery(paintsQuery);
  const medium = dragged ?? Math.round(100 * (asked ?? found.data?.medium_share ?? 0));
  const lay = (to: FilmTechnique) => {
    setTechnique(to);
    setAsked(null);
  };
  return (
    <>
      {empty ? (
        <>
          <Typography sx={{ mb: 1 }}>
            Tap a heap to lay that paint in films, or build a pile by hand.
          </Typography>
          {state.data && (
            <Box sx={{ bgcolor: "mat", borderRadius: "14px", p: 2 }}>
              <Heaps
                heaps={state.data.heaps}
                scoop="pea"
                take={(heap) =>
                  change(`Added ${heap.name}`, (now) => add(now, { key: heap.key, drops: DROPS_TO_A_PEA }))
                }
              />
            </Box>
          )}
        </>
      ) : (
        <>
          <Typography role="status" variant="h2">
            {found.data ? `Laid like this: ${hidingInWords(found.data)}.` : "Laying the films …"}
          </Typography>
          <Box sx={{ display: "flex", alignItems: "center", gap: 1, mb: 1 }}>
            <Typography>{pileInWords(parts, [...(paints.data ?? []), ...palette])}</Typography>
            <Button size="small" onClick={() => change("Cleared the tray", () => EMPTY)}>
              Lay another paint
            </Button>
          </Box>
          <Box sx={{ display: "flex", gap: 3, alignItems: "center", flexWrap: "wrap", mb: 2 }}>
            <Box sx={{ width: 200 }}>
              <Choice
                label="Laid as"
                value={technique}
                options={TECHNIQUES}
                choose={(to) => lay(to as FilmTechnique)}
              />
            </Box>
            <Box sx={{ width: 220 }}>
              <Typography variant="caption" id="film-medium" component="div">
                {medium === 0 ? "Neat paint, no medium" : `${medium} % clear medium`}
              </Typography>
              <Slider
                aria-labelledby="film-medium"
                value={medium}
                min={0}
                max={99}
                onChange={(_, to) => setDragged(to as number)}
                onChangeCommitted={(_, to) => {
                  setAsked((to as number) / 100);
                  setDragged(null);
                }}
              />
            </Box>
            <ToggleButtonGroup
              exclusive
              size="small"
              value={finish}
              onChange={(_, to: FilmFinish | null) => to && setFinish(to)}
              aria-label="How it dries"
            >
              {FINISHES.map((one) => (
                <ToggleButton key={one} value={one}>
                  {one}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          </Box>
          {found.isError && <Alert severity="error">{inWords(found.error)}</Alert>}
          {found.data && <Card film={found.data} />}
        </>
      )}
    </>
  );
}

/** One strip of coats a ground, laid over a bar of the bare ground as on a printed card. */
function Card({ film }: { film: Film }) {
  const coats = film.over[0]?.laid.map((one) => one.coats) ?? [];
  return (
    <Box
      component="table"
      aria-label="Film card"
      sx={{
        borderCollapse: "collapse",
        bgcolor: "mat",
        "& th": { fontWeight: 400, textAlign: "left", p: 0.75 },
      }}
    >
      <thead>
        <tr>
          <th />
          <th>bare</th>
          {coats.map((count) => (
            <th key={count}>
              {count} coat{count > 1 ? "s" : ""}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {film.over.map((row) => (
          <tr key={row.name}>
            <th scope="row">{row.name}</th>
            <Box component="td" sx={{ p: 0, bgcolor: row.colour, width: 56, height: 84 }} />
            {row.laid.map((one) => (
              <Box component="td" key={one.coats} sx={{ p: 0, bgcolor: row.colour, height: 84, width: 112 }}>
                <Box
                  role="img"
                  aria-label={`${one.coats} over ${row.name}: L* ${one.lightness.toFixed(0)} dry`}
                  sx={{ display: "flex", height: 68, mx: 0.75 }}
                >
                  <Box sx={{ flex: 2, bgcolor: one.dry }} />
                  <Box sx={{ flex: 1, bgcolor: one.wet }} />
                </Box>
              </Box>
            ))}
          </tr>
        ))}
        <tr>
          <th scope="row" colSpan={2}>
            hides the card to
          </th>
          {film.over[0]?.laid.map((one) => (
            <td key={one.coats}>
              <Typography variant="caption" sx={{ px: 0.75 }}>
                {Math.round(one.contrast_ratio * 100)} %
              </Typography>
            </td>
          ))}
        </tr>
      </tbody>
      <caption style={{ captionSide: "bottom", textAlign: "left", padding: 6 }}>
        <Typography variant="caption" color="text.secondary">
          Each field dry, its right third while the last coat is wet; {film.wet_um.toFixed(0)} µm wet a coat.
          From the model: your own swatches decide.
        </Typography>
      </caption>
    </Box>
  );
}

/** As in "1 titanium white + 2 raw umber". */
function pileInWords(parts: Parts, paints: readonly { key: string; name: string }[]): string {
  const nameOf = new Map(paints.map((one) => [one.key, one.name]));
  return Object.entries(parts)
    .map(([key, amount]) => `${amount} ${nameOf.get(key) ?? key}`)
    .join(" + ");
}
