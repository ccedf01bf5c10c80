/** Mixes, the mixing bench and the choice of a palette on the server. */
import { keepPreviousData, queryOptions } from "@tanstack/react-query";

import { answered, api, type Schemas } from "../../shared/api/client";

export type Mixes = Schemas["MixesOut"];
export type Mix = Schemas["MixOut"];
/** A recipe against a target, whatever it is for. */
export type Match = Omit<Mix, "id" | "name" | "serves" | "kept">;
export type Recipe = Schemas["RecipeOut"];
export type Colour = Schemas["ColourOut"];
export type StringStep = Schemas["StringStepOut"];
export type Corrections = Schemas["CorrectionsOut"];
export type Report = Schemas["PaletteReportOut"];
export type PaletteTube = Schemas["PaletteTubeOut"];
export type Parts = Record<string, number>;

export const mixesQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["mixes", painting_id],
    queryFn: () => answered(api.GET("/api/mixes/{painting_id}", { params: { path: { painting_id } } })),
  });

export const changeTubes = (painting_id: number, tubes: number) =>
  answered(api.PUT("/api/mixes/{painting_id}", { params: { path: { painting_id } }, body: { tubes } }));

export const choosePalette = (painting_id: number, keys: string[] | null) =>
  answered(
    api.PUT("/api/mixes/{painting_id}/palette", { params: { path: { painting_id } }, body: { keys } }),
  );

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
  queryOptions({
    queryKey: ["bench", "recipes", lab, from, wishes, volume_ml],
    queryFn: () =>
      answered(api.POST("/api/mixes/bench/recipes", { body: { lab, ...from, ...wishes, volume_ml } })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const pileQuery = (parts: Parts, lab: number[] | null, from: From, volume_ml: number) =>
  queryOptions({
    queryKey: ["bench", "pile", parts, lab, from, volume_ml],
    queryFn: () => answered(api.POST("/api/mixes/bench/pile", { body: { parts, lab, ...from, volume_ml } })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export type StringKind = Schemas["StringIn"]["kind"];

export const stringQuery = (kind: StringKind, steps: number, base: Parts | null, from: From) =>
  queryOptions({
    queryKey: ["bench", "string", kind, steps, base, from],
    queryFn: () => answered(api.POST("/api/mixes/bench/string", { body: { kind, steps, base, ...from } })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const colourWordsQuery = queryOptions({
  queryKey: ["bench", "words"],
  queryFn: () => answered(api.GET("/api/mixes/bench/words")),
  staleTime: Infinity,
});

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

export const readPhotoColour = (photo: File, card: Spot, patch: Spot) =>
  answered(
    api.POST("/api/mixes/bench/photo-colour", {
      body: { photo: "", card_x: card.x, card_y: card.y, patch_x: patch.x, patch_y: patch.y },
      bodySerializer: () => {
        const form = new FormData();
        form.set("photo", photo);
        form.set("card_x", String(card.x));
        form.set("card_y", String(card.y));
        form.set("patch_x", String(patch.x));
        form.set("patch_y", String(patch.y));
        return form;
      },
    }),
  );

export interface CameOut {
  parts: Parts;
  volume_ml: number;
  lab: number[];
  wet: boolean;
  target: number[];
  needed_ml: number | null;
}

export const findCorrections = (pile: CameOut) =>
  answered(api.POST("/api/mixes/bench/corrections", { body: { ...pile, painting: null, keys: null } }));

export const suggestPalette = (
  painting_id: number,
  count: number,
  locked: string[],
  out_of: "shelf" | "catalogue",
) =>
  answered(
    api.POST("/api/mixes/{painting_id}/palette/suggestion", {
      params: { path: { painting_id } },
      body: { count, locked, out_of },
    }),
  );

export const reportQuery = (painting_id: number, keys: string[]) =>
  queryOptions({
    queryKey: ["mixes", painting_id, "report", keys],
    queryFn: () =>
      answered(
        api.POST("/api/mixes/{painting_id}/palette/report", {
          params: { path: { painting_id } },
          body: { keys },
        }),
      ),
    placeholderData: keepPreviousData,
    enabled: keys.length > 0,
    retry: false,
  });

export const sliceQuery = (painting_id: number, keys: string[], value: number) =>
  queryOptions({
    queryKey: ["mixes", painting_id, "slice", keys, value],
    queryFn: () =>
      answered(
        api.POST("/api/mixes/{painting_id}/palette/slice", {
          params: { path: { painting_id } },
          body: { keys, value },
        }),
      ),
    placeholderData: keepPreviousData,
    enabled: keys.length > 0,
    retry: false,
  });

/** What the plan looks like in its dry colours; asked anew when the mixes or the areas change. */
export const appearanceQuery = (painting_id: number, state: string) =>
  queryOptions({
    queryKey: ["mixes", painting_id, "appearance", state],
    queryFn: () =>
      answered(api.GET("/api/mixes/{painting_id}/appearance", { params: { path: { painting_id } } })),
    retry: false,
  });
