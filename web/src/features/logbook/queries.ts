/** The logbook: what was learned with what lies behind it, diaries, paintings side by side, and the swatch book. */
import type { QueryClient } from "@tanstack/react-query";
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, asForm, ofPainting, type Schemas } from "../../shared/api/client";

export type LearnedAll = Readable<Schemas["LearnedAllOut"]>;
export type Learned = LearnedAll["overall"][number];
export type Entry = Schemas["EntryOut"];
export type What = Learned["what"];
export type Teaching = Schemas["TeachingOut"];

/** Gather what the easel and the checks told since, until nothing is left; `told` hears how many paintings are left. */
export async function gather(told: (left: number) => void): Promise<number> {
  for (;;) {
    const { left, observations } = await answered(api.POST("/api/logbook/gather"));
    told(left);
    if (left === 0) return observations;
  }
}

export const learnedQuery = $api.queryOptions("get", "/api/logbook/learned");

export const behindQuery = ({ what, of, by }: Pick<Learned, "what" | "of" | "by">, page: number) =>
  $api.queryOptions("get", "/api/logbook/learned/{what}", {
    params: { path: { what }, query: { of, by, page } },
  });

export type PlanChange = Schemas["PlanEffectOut"]["change"];

/** What taking up what was learned does to the plans that are up to date. */
export const effectsQuery = $api.queryOptions("get", "/api/logbook/effects");

/** Leave an observation out of learning, or take it in again. */
export const leaveOut = (id: string, out: boolean): Promise<LearnedAll> =>
  answered(api.PUT("/api/logbook/left-out", { body: { id, out } }));

/** Learn a factor anew from now on, or from all there is again. */
export const learnAnew = (what: What, anew: boolean): Promise<LearnedAll> =>
  answered(api.PUT("/api/logbook/anew", { body: { what, anew } }));

/** Plan with what was learned, or with the usual factors again. */
export const planWith = (learned: boolean): Promise<LearnedAll> =>
  answered(api.PUT("/api/logbook/use", { body: { learned } }));

export const LOG_URL = "/api/logbook/log.jsonl";

export const teachingQuery = $api.queryOptions("get", "/api/logbook/teaching");

/** Let a painting's lessons stay or go. */
export const letTeach = (number: number, teaches: boolean): Promise<Teaching[]> =>
  answered(api.PUT("/api/logbook/teaching/{number}", { params: { path: { number } }, body: { teaches } }));

export type Diary = Readable<Schemas["DiaryOut"]>;
export type DiarySitting = Diary["sittings"][number];
export type DiaryEntry = DiarySitting["entries"][number];
export type NewLine = Schemas["LineIn"];

/** The newest entries of a diary, or the whole. */
export const diaryQuery = (painting_id: number, whole = false) =>
  $api.queryOptions("get", "/api/logbook/diaries/{painting_id}", {
    params: { path: { painting_id }, query: { whole } },
  });

const ofLine = (painting_id: number, line_id: number) => ({ params: { path: { painting_id, line_id } } });

export const writeLine = (painting: number, line: NewLine): Promise<Diary> =>
  answered(api.POST("/api/logbook/diaries/{painting_id}/lines", { ...ofPainting(painting), body: line }));

export const changeLine = (painting: number, line: number, now: NewLine): Promise<Diary> =>
  answered(
    api.PUT("/api/logbook/diaries/{painting_id}/lines/{line_id}", { ...ofLine(painting, line), body: now }),
  );

export const takeLineOut = (painting: number, line: number): Promise<Diary> =>
  answered(api.DELETE("/api/logbook/diaries/{painting_id}/lines/{line_id}", ofLine(painting, line)));

export const putLineBack = (painting: number, line: number): Promise<Diary> =>
  answered(api.POST("/api/logbook/diaries/{painting_id}/lines/{line_id}/back", ofLine(painting, line)));

const photoForm = (photo: Blob) => ({ body: { photo: "" }, bodySerializer: asForm({ photo }) });

export const addPhoto = (painting_id: number, photo: Blob): Promise<Diary> =>
  answered(
    api.POST("/api/logbook/diaries/{painting_id}/photos", {
      params: { path: { painting_id }, query: {} },
      ...photoForm(photo),
    }),
  );

export type DiaryFile =
  "diary.md" | "diary.zip" | "diary.pdf" | "entries.csv" | "entries.jsonl" | "hours.csv";

/** A file of the diary, with times of the zone that the painter is in. */
export const diaryFileUrl = (painting_id: number, name: DiaryFile): string => {
  const zone = name.startsWith("diary.")
    ? `?zone=${encodeURIComponent(Intl.DateTimeFormat().resolvedOptions().timeZone)}`
    : "";
  return `/api/logbook/diaries/${painting_id}/${name}${zone}`;
};

export type Pages = Readable<Schemas["PagesOut"]>;
export type Page = Pages["pages"][number];
export type Compared = Readable<Schemas["ComparedOut"]>;
export type Estimate = Readable<Schemas["EstimateOut"]>;
/** What is said anew; what is not sent stays as it is. */
export type PageChange = Partial<Schemas["PageIn"]>;
export type NewPage = Schemas["NewPageIn"];

/** What is looked for among paintings; empty asks for nothing. */
export interface Wanted {
  words: string;
  method: string;
  tag: string;
  tube: string;
  /** From and to in cm2, as "300-800". */
  size: string;
  page: number;
}

export const ANYTHING: Wanted = { words: "", method: "", tag: "", tube: "", size: "", page: 1 };

export const pagesQuery = ({ size, ...wanted }: Wanted) => {
  const [least, most] = size.split("-");
  const between = least && most ? { least_cm2: Number(least), most_cm2: Number(most) } : {};
  return $api.queryOptions("get", "/api/logbook/pages", { params: { query: { ...wanted, ...between } } });
};

/** What hangs on the paintings of the logbook is read again. */
export const pagesAnew = (queries: QueryClient) =>
  queries.invalidateQueries({
    predicate: ({ queryKey }) => String(queryKey[1]).startsWith("/api/logbook/pages"),
  });

export const PAGES = ["get", "/api/logbook/pages"] as const;

const ofPage = (ref: string) => ({ params: { path: { ref } } });

export const pageQuery = (ref: string) => $api.queryOptions("get", "/api/logbook/pages/{ref}", ofPage(ref));

export const enterPage = (page: NewPage): Promise<Page> =>
  answered(api.POST("/api/logbook/pages", { body: page }));

export const changePage = (ref: string, change: PageChange): Promise<Page> =>
  answered(api.PUT("/api/logbook/pages/{ref}", { ...ofPage(ref), body: change as Schemas["PageIn"] }));

export const putPhoto = (ref: string, photo: Blob): Promise<Page> =>
  answered(api.POST("/api/logbook/pages/{ref}/photo", { ...ofPage(ref), ...photoForm(photo) }));

export const takePageOut = (ref: string) => api.DELETE("/api/logbook/pages/{ref}", ofPage(ref));

export const putPageBack = (ref: string): Promise<Page> =>
  answered(api.POST("/api/logbook/pages/{ref}/back", ofPage(ref)));

export const sheetUrl = (ref: string): string => `/api/logbook/pages/${ref}/sheet.pdf`;

export const compareQuery = (first: string, second: string) =>
  $api.queryOptions("get", "/api/logbook/pages/compare", { params: { query: { first, second } } });

export const estimate = (asked: Schemas["EstimateIn"]): Promise<Estimate> =>
  answered(api.POST("/api/logbook/pages/estimate", { body: asked }));

export const keepRate = (rate: number | null, share: number) =>
  answered(api.PUT("/api/logbook/pages/rate", { body: { rate, share } }));

export type Book = Readable<Schemas["SwatchesOut"]>;
export type MixedSwatch = Book["swatches"][number];
export type Tubes = Readable<Schemas["TubesLearnedOut"]>;

export const swatchesQuery = (near: string) =>
  $api.queryOptions("get", "/api/logbook/swatches", { params: { query: { near } } });

export const SWATCHES = ["get", "/api/logbook/swatches"] as const;

const ofSwatch = (swatch_id: number) => ({ params: { path: { swatch_id } } });

export const changeSwatch = (id: number, change: Schemas["SwatchIn"]): Promise<MixedSwatch> =>
  answered(api.PUT("/api/logbook/swatches/{swatch_id}", { ...ofSwatch(id), body: change }));

/** A pile of these parts goes into the book, named by its colour. */
export const keepSwatch = (parts: Record<string, number>, painting: number | null): Promise<MixedSwatch> =>
  answered(api.POST("/api/logbook/swatches", { body: { name: "", parts, painting, note: "" } }));

/** The swatch as the simulated colorimeter reads it, dry or still wet. */
export const readSwatch = (swatch_id: number, wet = false): Promise<MixedSwatch> =>
  answered(
    api.POST("/api/logbook/swatches/{swatch_id}/colorimeter", {
      params: { path: { swatch_id }, query: { wet } },
    }),
  );

export const takeSwatchOut = (id: number) => api.DELETE("/api/logbook/swatches/{swatch_id}", ofSwatch(id));
export const putSwatchBack = (id: number) => api.POST("/api/logbook/swatches/{swatch_id}/back", ofSwatch(id));

export const tubesLearnedQuery = $api.queryOptions("get", "/api/logbook/swatches/tubes");

/** Let predictions go by what measured piles say of the tubes. */
export const calibrateTubes = (): Promise<Tubes> => answered(api.POST("/api/logbook/swatches/tubes"));
