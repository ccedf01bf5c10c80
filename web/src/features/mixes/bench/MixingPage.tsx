/** The mixing bench: a target on the left, and on the table recipes, dabs by hand, strings, or a pile to be mended. */
import { Suspense, useState, type ReactNode } from "react";

import { Box, Button, LinearProgress, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";

import { addressNow, useAddress } from "../../../shared/address";
import { inWords } from "../../../shared/api/client";
import { useLocalUndo, useUndo } from "../../../shared/undo/UndoProvider";
import { tubesQuery } from "../../materials";
import { read as readParts, readLab, writtenLab, type Wish } from "../parts";
import {
  keepRecipe,
  mixesQuery,
  plannedQuery,
  type From,
  type Mix,
  type PaletteTube,
  type Parts,
  type Wishes,
} from "../queries";
import { dosesOf, partsOf, read, written, type ChangeTray, type Piles, type Tray } from "../tray";
import { Aim } from "./Aim";
import { ByHand } from "./ByHand";
import { FilmCard } from "./FilmCard";
import { Mend } from "./Mend";
import { Recipes } from "./Recipes";
import { Strings } from "./Strings";
import { Substitutes } from "./Substitutes";

const MODES = [
  ["recipes", "Recipes"],
  ["hand", "By hand"],
  ["strings", "Strings"],
  ["films", "Films"],
  ["mend", "Mend a pile"],
  ["instead", "Substitutes"],
] as const;
type Mode = (typeof MODES)[number][0];

const USUAL_ML = 10;

interface Props {
  /** What the swatch book says of the target and the pile on the tray. */
  book?: (pile: { lab: number[] | null; parts: Parts; painting: number | null }) => ReactNode;
}

export default function MixingPage({ book }: Props) {
  const { search, change: set } = useAddress();
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const laid = useLocalUndo();
  const painting = Number(search.get("painting")) || null;
  const mixId = search.get("mix");
  const mode = MODES.find(([name]) => name === search.get("mode"))?.[0] ?? "recipes";
  const wholeShelf = search.get("from") === "shelf" || painting === null;

  const tubes = useQuery(tubesQuery);
  const mixes = useQuery({ ...mixesQuery(painting ?? 0), enabled: painting !== null });
  const mix = mixes.data?.mixes.find((one) => one.id === mixId) ?? null;
  const planned = useQuery({ ...plannedQuery(painting ?? 0), enabled: painting !== null });
  const plannedMl = mix ? planned.data?.volumes[mix.id] : undefined;
  const volume = Number(search.get("ml")) || tidy(plannedMl) || USUAL_ML;
  const tray = trayIn(search, mode, mix, volume);
  const piles: Piles = new Map(mixes.data?.mixes.map((one) => [one.id, one.parts]));
  const parts = partsOf(tray.doses, piles);
  const lab = readLab(search.get("aim")) ?? mix?.target_lab ?? null;
  const [wishes, setWishes] = useState<Record<string, Wish>>({});
  const [most, setMost] = useState(4);
  const [onlyEnough, setOnlyEnough] = useState(false);

  const palette = usablePalette(wholeShelf ? null : (mixes.data?.palette ?? null), tubes.data ?? []);
  const from: From = {
    painting: wholeShelf ? null : painting,
    keys: null,
  };
  const asked: Wishes = {
    must_use: Object.keys(wishes).filter((key) => wishes[key] === "must"),
    must_not: Object.keys(wishes).filter((key) => wishes[key] === "not"),
    most_paints: most,
    only_enough: onlyEnough,
  };

  const show = ({ doses, back }: Tray) => ({
    parts: null,
    doses: doses.length > 0 || back.length > 0 ? written(doses) : null,
    back: back.length > 0 ? written(back) : null,
  });
  const change: ChangeTray = (label, to) => {
    const before = trayIn(addressNow(), mode, mix, volume);
    set(show(to(before)));
    laid.add({ label, back: () => set(show(before)) });
  };
  const lay = (own: Parts, to: Mode) => set({ ...show({ doses: dosesOf(own, volume), back: [] }), mode: to });
  const keep =
    painting !== null && mix !== null
      ? async (own: Parts) => {
          const apply = async () =>
            queries.setQueryData(mixesQuery(painting).queryKey, await keepRecipe(painting, mix.id, own));
          try {
            await edit(apply, { label: `Kept a recipe for ${mix.name}` });
          } catch (error) {
            tell(inWords(error));
          }
        }
      : null;

  // What is laid, and what was read of it, hangs on the pile that was chosen and on how much of it is wanted.
  const opening = painting !== null && mixId !== null && (mixes.isPending || planned.isPending);
  const table = () => {
    if (opening) return <LinearProgress aria-label="Opening the painting's piles" />;
    switch (mode) {
      case "recipes":
        return lab ? (
          <Recipes
            lab={lab}
            from={from}
            wishes={asked}
            volume={volume}
            keep={keep}
            toHand={(own) => lay(own, "hand")}
            toMend={(own) => lay(own, "mend")}
          />
        ) : (
          <Typography color="text.secondary">
            Choose a target on the left: a mix of a painting, a colour in words, or one in numbers.
          </Typography>
        );
      case "hand":
        return (
          <ByHand
            painting={painting}
            tray={tray}
            parts={parts}
            lab={lab}
            from={from}
            change={change}
            keep={keep}
          />
        );
      case "strings":
        return <Strings parts={parts} from={from} toHand={(own) => lay(own, "hand")} />;
      case "films":
        return <FilmCard parts={parts} palette={palette} from={from} change={change} />;
      case "mend":
        return (
          <Mend
            painting={painting}
            tray={tray}
            parts={parts}
            asPlanned={!search.has("doses") && !search.has("parts")}
            mix={mix}
            lab={lab}
            needed={volume}
            from={from}
            change={change}
            chooseMix={(id) => set({ mix: id, aim: null, ml: null, parts: null, doses: null, back: null })}
          />
        );
      case "instead":
        return (
          <Substitutes
            paint={search.get("paint")}
            choosePaint={(key) => set({ paint: key })}
            toHand={(own) => lay(own, "hand")}
          />
        );
    }
  };

  return (
    <Box
      component="main"
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "1fr", md: "320px minmax(0,1fr)" },
        minHeight: "100%",
      }}
    >
      <title>Mixing bench · Ypsochrom</title>
      <Box
        component="section"
        aria-label="Target and wishes"
        sx={{ bgcolor: "background.paper", p: 2.5, overflow: "auto" }}
      >
        <Aim
          painting={painting}
          mixes={mixes.data ?? null}
          mix={mix}
          lab={lab}
          volume={volume}
          wholeShelf={wholeShelf}
          palette={palette}
          wishes={wishes}
          most={most}
          onlyEnough={onlyEnough}
          choosePainting={(id) => set({ painting: id, mix: null, aim: null, from: null })}
          chooseMix={(id) => set({ mix: id, aim: null, ml: null })}
          aim={(to) => set({ aim: writtenLab(to), mix: null })}
          setVolume={(ml) => set({ ml })}
          setWholeShelf={(whole) => set({ from: whole ? "shelf" : null })}
          setWish={(key, wish) => setWishes((now) => ({ ...now, [key]: wish }))}
          setMost={setMost}
          setOnlyEnough={setOnlyEnough}
        />
      </Box>
      <Box sx={{ p: 2.5, minWidth: 0 }}>
        {search.get("easel") && (
          <Button
            variant="contained"
            component={Link}
            to={`/paintings/${Number(search.get("easel"))}/easel`}
            sx={{ mr: 2, mb: 2 }}
          >
            Back to the easel
          </Button>
        )}
        <ToggleButtonGroup
          exclusive
          value={mode}
          onChange={(_, to: Mode | null) => to && set({ mode: to })}
          aria-label="What is on the table"
          sx={{ mb: 2, flexWrap: "wrap" }}
        >
          {MODES.map(([name, title]) => (
            <ToggleButton key={name} value={name}>
              {title}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {table()}
        <Suspense>{book?.({ lab, parts: mode === "hand" ? parts : {}, painting })}</Suspense>
      </Box>
    </Box>
  );
}

/** What lies on the tray; a pile that is to be mended is the one that was planned, until another is laid. */
function trayIn(search: URLSearchParams, mode: Mode, mix: Mix | null, ml: number): Tray {
  if (search.has("doses")) return { doses: read(search.get("doses")), back: read(search.get("back")) };
  if (search.has("parts")) return { doses: dosesOf(readParts(search.get("parts")), ml), back: [] };
  if (mode === "mend" && mix) {
    const parts = Object.fromEntries(mix.doses.map((dose) => [dose.source, dose.parts]));
    return { doses: dosesOf(parts, ml), back: [] };
  }
  return { doses: [], back: [] };
}

/** Millilitres that can be measured, at least half a one. */
const tidy = (ml: number | undefined) => ml && Math.max(0.5, Number(ml.toFixed(1)));

/** The painting's palette, or every paint of the shelf that has something left, each once. */
function usablePalette(
  palette: PaletteTube[] | null,
  tubes: { key: string; name: string; masstone: string; left_ml: number; source: PaletteTube["source"] }[],
): PaletteTube[] {
  if (palette && palette.length > 0) return palette;
  const seen = new Map<string, PaletteTube>();
  for (const tube of tubes) {
    if (tube.left_ml > 0 && (!seen.has(tube.key) || tube.source === "calibrated")) {
      seen.set(tube.key, { key: tube.key, name: tube.name, masstone: tube.masstone, source: tube.source });
    }
  }
  return [...seen.values()];
}
