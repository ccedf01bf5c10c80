/** The best recipes for a target, side by side: how each looks, what goes into it and in which order. */
import { useState } from "react";

import { Alert, Box, Button, ButtonBase, LinearProgress, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { value } from "../../../shared/ui/numbers";
import { Trio } from "../../../shared/ui/Swatch";
import { basis } from "../parts";
import { Pile } from "../Pile";
import { recipesQuery, type From, type Parts, type Recipe, type Wishes } from "../queries";
import { Lights } from "./Lights";
import { Order } from "./Order";

interface Props {
  lab: number[];
  from: From;
  wishes: Wishes;
  volume: number;
  keep: ((parts: Parts) => Promise<void>) | null;
  toHand: (parts: Parts) => void;
  toMend: (parts: Parts) => void;
}

export function Recipes({ lab, from, wishes, volume, keep, toHand, toMend }: Props) {
  const found = useQuery(recipesQuery(lab, from, wishes, volume));
  const [open, setOpen] = useState(0);
  if (found.isError && !found.isFetching) return <Alert severity="error">{inWords(found.error)}</Alert>;
  if (!found.data) return <LinearProgress aria-label="Writing out the recipes of these tubes" />;
  const { recipes, words, reached } = found.data;
  const shown = recipes[open] ?? recipes[0];
  return (
    <>
      <Typography role="status" sx={{ mb: 1.5, fontWeight: reached ? 400 : 650 }}>
        {!reached && <span aria-hidden>▲ </span>}
        {words}
      </Typography>
      <Box
        sx={{
          display: "grid",
          gap: 3,
          gridTemplateColumns: { xs: "1fr", lg: "282px minmax(0,1fr)" },
          alignItems: "start",
        }}
      >
        <Stack component="ol" aria-label="Recipes" spacing={1} sx={{ listStyle: "none", p: 0, m: 0 }}>
          {recipes.map((recipe, place) => (
            <RecipeCard
              key={JSON.stringify(recipe.parts)}
              recipe={recipe}
              chosen={recipe === shown}
              choose={() => setOpen(place)}
            />
          ))}
        </Stack>
        {shown && (
          <Box component="section" aria-label="The chosen recipe">
            <Trio photo={shown.photo} dry={shown.dry} wet={shown.wet} first="target" height={110} />
            <Typography variant="h2" sx={{ mt: 1.5 }}>
              {shown.value_words}, {shown.colour_words}
            </Typography>
            <Typography color="text.secondary" gutterBottom>
              Value {value(shown.value_dry)} dry, {value(shown.value_wet)} wet · {nearness(shown)} · rests on:{" "}
              {basis(shown.source)}
            </Typography>
            {shown.two_steps && <Typography gutterBottom>Mix it in two steps: {shown.words}.</Typography>}
            <Pile mix={shown} />
            <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1, my: 1.5 }}>
              {keep && (
                <Button variant="contained" onClick={() => void keep(shown.parts)}>
                  Keep for this mix
                </Button>
              )}
              <Button variant="outlined" onClick={() => toHand(shown.parts)}>
                Go on by hand
              </Button>
              <Button variant="outlined" onClick={() => toMend(shown.parts)}>
                It came out wrong
              </Button>
            </Stack>
            <Order additions={shown.additions} volume={volume} />
            <Lights match={shown} />
          </Box>
        )}
      </Box>
    </>
  );
}

/** How near a hand comes, whose doses are off by a tenth; or exact doses where nobody tried. */
const nearness = ({ expected_de00, likely_worst_de00, de00 }: Recipe) =>
  expected_de00 === null
    ? `ΔE ${de00.toFixed(1)}`
    : `by hand about ΔE ${expected_de00.toFixed(1)}, at worst ${likely_worst_de00?.toFixed(1)}`;

/** What tells one recipe from the next: colours, tubes, error, and what to mind. */
function RecipeCard({ recipe, chosen, choose }: { recipe: Recipe; chosen: boolean; choose: () => void }) {
  return (
    <Box component="li">
      <ButtonBase
        onClick={choose}
        aria-pressed={chosen}
        sx={{
          display: "block",
          width: "100%",
          textAlign: "left",
          bgcolor: "background.paper",
          p: 1,
          borderRadius: "3px",
          borderLeft: 6,
          borderColor: chosen ? "text.primary" : "transparent",
        }}
      >
        <Trio photo={recipe.photo} dry={recipe.dry} wet={recipe.wet} first="target" height={36} />
        <Typography sx={{ mt: 0.5, lineHeight: 1.3 }}>{recipe.words}</Typography>
        <Typography variant="caption" component="div" color="text.secondary">
          {recipe.tubes} {recipe.tubes === 1 ? "tube" : "tubes"} · {nearness(recipe)}
          {recipe.steadiest && " · steadiest under a lamp"}
        </Typography>
        {!recipe.enough && (
          <Typography variant="caption" component="div">
            <span aria-hidden>▲ </span>not enough left for this amount
          </Typography>
        )}
      </ButtonBase>
    </Box>
  );
}
