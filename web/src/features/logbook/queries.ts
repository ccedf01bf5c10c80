/** What was learned about the painter, and the observations behind it. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, ofPainting, type Schemas } from "../../shared/api/client";

export type LearnedAll = Readable<Schemas["LearnedAllOut"]>;
export type Learned = LearnedAll["overall"][number];
export type Entry = Schemas["EntryOut"];
export type What = Learned["what"];

export const learnedQuery = $api.queryOptions("get", "/api/logbook/learned");

export const behindQuery = (what: What, of: string, page: number) =>
  $api.queryOptions("get", "/api/logbook/learned/{what}", {
    params: { path: { what }, query: { of, page } },
  });

/** Leave an observation out of learning, or take it in again. */
export const leaveOut = (id: string, out: boolean): Promise<LearnedAll> =>
  answered(api.PUT("/api/logbook/left-out", { body: { id, out } }));

/** Plan with what was learned, or with the usual factors again. */
export const planWith = (learned: boolean): Promise<LearnedAll> =>
  answered(api.PUT("/api/logbook/use", { body: { learned } }));

export const LOG_URL = "/api/logbook/log.jsonl";

export type Diary = Readable<Schemas["DiaryOut"]>;
export type DiarySitting = Diary["sittings"][number];
export type DiaryEntry = DiarySitting["entries"][number];

export const diariesQuery = $api.queryOptions("get", "/api/logbook/diaries");

export const diaryQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/logbook/diaries/{painting_id}", ofPainting(painting_id));

/** A file of the diary, with times of the zone that the painter is in. */
export const diaryFileUrl = (painting_id: number, name: "diary.md" | "hours.csv"): string => {
  const zone =
    name === "diary.md"
      ? `?zone=${encodeURIComponent(Intl.DateTimeFormat().resolvedOptions().timeZone)}`
      : "";
  return `/api/logbook/diaries/${painting_id}/${name}${zone}`;
};
