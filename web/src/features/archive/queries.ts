/** Archives that are saved or loaded; the work goes on in the background on the server. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, asForm, type Schemas } from "../../shared/api/client";
import { isUnderWay, POLL_MS } from "../../shared/api/runs";

export type Transfer = Readable<Schemas["TransferOut"]>;
export type Loaded = NonNullable<Transfer["loaded"]>;

/** The archive that is worked on, or the one that was last. */
export const newestQuery = $api.queryOptions("get", "/api/archive/newest");

export const archiveRunQuery = $api.queryOptions(
  "get",
  "/api/archive/run",
  {},
  { refetchInterval: (query) => (isUnderWay(query.state.data) ? POLL_MS : false) },
);

export const save = (painting: number | null): Promise<Transfer> =>
  answered(api.POST("/api/archive/out", { body: { painting } }));

export const load = (archive: File): Promise<Transfer> =>
  answered(api.POST("/api/archive/in", { body: { archive: "" }, bodySerializer: asForm({ archive }) }));

export const loadCopies = (run_id: number): Promise<Transfer> =>
  answered(api.POST("/api/archive/{run_id}/copies", { params: { path: { run_id } } }));

export const fileUrl = (run: number): string => `/api/archive/${run}/file`;
