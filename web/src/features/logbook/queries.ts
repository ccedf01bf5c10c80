/** What was learned about the painter, and the observations behind it. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, type Schemas } from "../../shared/api/client";

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
