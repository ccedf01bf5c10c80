/** Mixes, the mixing bench and the choice of a palette on the server. */
import { keepPreviousData } from "@tanstack/react-query";

import { $api, answered, api, asForm, ofPainting, type Schemas } from "../../shared/api/client";
import { isUnderWay, POLL_MS } from "../../shared/api/runs";
import type { Dose } from "./tray";

export type Mixes = Schemas["MixesOut"];
export type Mix = Schemas["MixOut"];
export type PileString = Schemas["PileStringOut"];
/** A recipe against a target, whatever it is for. */
export type Match = Omit<
  Mix,
  "id" | "name" | "serves" | "kept" | "doses" | "expected_de00" | "likely_worst_de00" | "worst_part"
>;
export type Recipe = Schemas["RecipeOut"];
export type Colour = Schemas["ColourOut"];
export type StringStep = Schemas["StringStepOut"];
export type Corrections = Schemas["CorrectionsOut"];
export type Report = Schemas["PaletteReportOut"];
export type PaletteTube = Schemas["PaletteTubeOut"];
export type Appearance = Schemas["AppearanceOut"];
export type Parts = Record<string, number>;

export const mixesQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/mixes/{painting_id}", ofPainting(painting_id));

export const changeTubes = (painting_id: number, tubes: number) =>
  answered(api.PUT("/api/mixes/{painting_id}", { ...ofPainting(painting_id), body: { tubes } }));

export type PilePoint = Schemas["PilePointOut"];

export const pilesQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/mixes/{painting_id}/piles", ofPainting(painting_id));

export const changePiles = (painting_id: number, piles: number) =>
  answered(api.PUT("/api/mixes/{painting_id}/piles", { ...ofPainting(painting_id), body: { piles } }));

export const changeBorrowing = (painting_id: number, share: number) =>
  answered(api.PUT("/api/mixes/{painting_id}/borrow", { ...ofPainting(painting_id), body: { share } }));

export type Substitute = Schemas["SubstituteOut"];

export const substitutesQuery = (key: string) =>
  $api.queryOptions("get", "/api/mixes/bench/substitutes/{key}", { params: { path: { key } } });

export const leftQuery = (painting: number, parts: Parts, volume_ml: number) =>
  $api.queryOptions(
    "post",
    "/api/mixes/bench/left",
    { body: { painting, parts, volume_ml } },
    { retry: false },
  );

export const choosePalette = (painting_id: number, keys: string[] | null) =>
  answered(api.PUT("/api/mixes/{painting_id}/palette", { ...ofPainting(painting_id), body: { keys } }));

export const keepRecipe = (painting_id: number, mix_id: string, parts: Parts | null) =>
  answered(
    api.PUT("/api/mixes/{painting_id}/recipes/{mix_id}", {
      params: { path: { painting_id, mix_id } },
      body: { parts },
    }),
  );

/** Which paints the bench mixes from. */
export interface From {
  painting: number | null;
  keys: string[] | null;
}

export interface Wishes {
  must_use: string[];
  must_not: string[];
  most_paints: number;
  only_enough: boolean;
}

export const recipesQuery = (lab: number[], from: From, wishes: Wishes, volume_ml: number) =>
  $api.queryOptions(
    "post",
    "/api/mixes/bench/recipes",
    { body: { lab, ...from, ...wishes, volume_ml } },
    { placeholderData: keepPreviousData, retry: false },
  );

export type Heap = Schemas["HeapOut"];
export type TrayPile = Schemas["TrayPileOut"];
export type TrayState = Schemas["TrayOut"];

/** The tray; the piles of the painting that is worked on lie there `beside` the tubes. */
export const trayQuery = (
  doses: readonly Dose[],
  lab: number[] | null,
  from: From,
  beside: number | null = null,
) =>
  $api.queryOptions(
    "post",
    "/api/mixes/bench/tray",
    { body: { doses: [...doses], lab, beside, ...from } },
    { placeholderData: keepPreviousData, retry: false },
  );

/** How much of a source goes into a pile. */
export type Amount = Schemas["AmountOut"];
export type Film = Schemas["FilmOut"];
export type FilmTechnique = NonNullable<Schemas["FilmIn"]["technique"]>;
export type FilmFinish = NonNullable<Schemas["FilmIn"]["finish"]>;

export const filmQuery = (
  parts: Parts,
  from: From,
  technique: FilmTechnique,
  medium_share: number | null,
  finish: FilmFinish,
) =>
  $api.queryOptions(
    "post",
    "/api/mixes/bench/film",
    { body: { parts, ...from, technique, medium_share, finish } },
    { placeholderData: keepPreviousData, retry: false },
  );

export type StringKind = Schemas["StringIn"]["kind"];

export const stringQuery = (kind: StringKind, steps: number, base: Parts | null, from: From) =>
  $api.queryOptions(
    "post",
    "/api/mixes/bench/string",
    { body: { kind, steps, base, ...from } },
    { placeholderData: keepPreviousData, retry: false },
  );

export const colourWordsQuery = $api.queryOptions(
  "get",
  "/api/mixes/bench/words",
  {},
  { staleTime: Infinity },
);

export const readColour = (typed: Schemas["ColourIn"]) =>
  answered(api.POST("/api/mixes/bench/colour", { body: typed }));

export const readColorimeter = (parts: Parts) =>
  answered(
    api.POST("/api/mixes/bench/colorimeter", {
      body: { parts, lab: null, painting: null, keys: null, volume_ml: 10 },
    }),
  );

export const weigh = (parts: Parts, volume_ml: number) =>
  answered(
    api.POST("/api/mixes/bench/scale", { body: { parts, lab: null, painting: null, keys: null, volume_ml } }),
  );

export interface Spot {
  x: number;
  y: number;
}

export type SeenPile = Schemas["SeenPileOut"];

/** Every pile in a photo of the palette, and the mix of the painting that each comes nearest to. */
export const findPiles = (photo: File, card: Spot, painting: number | null, wet: boolean) =>
  answered(
    api.POST("/api/mixes/bench/palette-photo", {
      body: { photo: "", card_x: card.x, card_y: card.y, painting, wet },
      bodySerializer: asForm({
        photo,
        card_x: card.x,
        card_y: card.y,
        wet,
        ...(painting !== null ? { painting } : {}),
      }),
    }),
  );

export const readPhotoColour = (photo: File, card: Spot, patch: Spot) =>
  answered(
    api.POST("/api/mixes/bench/photo-colour", {
      body: { photo: "", card_x: card.x, card_y: card.y, patch_x: patch.x, patch_y: patch.y },
      bodySerializer: asForm({ photo, card_x: card.x, card_y: card.y, patch_x: patch.x, patch_y: patch.y }),
    }),
  );

export type CameOut = Schemas["PileStateIn"];

export const correctionsQuery = (pile: CameOut) =>
  $api.queryOptions("post", "/api/mixes/bench/corrections", { body: pile }, { retry: false });

/** How much of each pile the plan needs, in ml by mix id. */
export const plannedQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/passes/{painting_id}", ofPainting(painting_id));

export type PaletteAsked = Pick<Schemas["PaletteChoiceIn"], "count" | "locked" | "out_of">;

export const suggestionQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/mixes/{painting_id}/palette/suggestion", ofPainting(painting_id), {
    refetchInterval: (query) => (isUnderWay(query.state.data) ? POLL_MS : false),
  });

export const suggestPalette = (painting_id: number, body: PaletteAsked) =>
  answered(api.POST("/api/mixes/{painting_id}/palette/suggestion", { ...ofPainting(painting_id), body }));

export const reportQuery = (painting_id: number, keys: string[]) =>
  $api.queryOptions(
    "post",
    "/api/mixes/{painting_id}/palette/report",
    {
      ...ofPainting(painting_id),
      body: { keys },
    },
    { placeholderData: keepPreviousData, enabled: keys.length > 0, retry: false },
  );

export const sliceQuery = (painting_id: number, keys: string[], value: number) =>
  $api.queryOptions(
    "post",
    "/api/mixes/{painting_id}/palette/slice",
    {
      ...ofPainting(painting_id),
      body: { keys, value },
    },
    { placeholderData: keepPreviousData, enabled: keys.length > 0, retry: false },
  );

/** What the plan looks like in its dry colours. */
export const appearanceQuery = (painting_id: number) =>
  $api.queryOptions("post", "/api/mixes/{painting_id}/appearance", ofPainting(painting_id), { retry: false });
