/** Archives that are saved or taken in; the work goes on in the background on the server. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, asForm, type Schemas } from "../../shared/api/client";
import { POLL_MS } from "../../shared/api/runs";

export type Transfer = Readable<Schemas["TransferOut"]>;
export type Report = NonNullable<Transfer["report"]>;

export const isAtWork = (transfer: Transfer | null | undefined): boolean =>
  transfer?.state === "waiting" || transfer?.state === "running";

/** The archive that is worked on, or the one that was last. */
export const newestQuery = $api.queryOptions(
  "get",
  "/api/archive/newest",
  {},
  { refetchInterval: (query) => (isAtWork(query.state.data) ? POLL_MS : false) },
);

export const titlesQuery = $api.queryOptions("get", "/api/subject/titles");

export const save = (painting: number | null): Promise<Transfer> =>
  answered(api.POST("/api/archive/out", { body: { painting } }));

export const takeIn = (archive: File): Promise<Transfer> =>
  answered(api.POST("/api/archive/in", { body: { archive: "" }, bodySerializer: asForm({ archive }) }));

const of = (transfer_id: number) => ({ params: { path: { transfer_id } } });

export const takeCopies = (id: number): Promise<Transfer> =>
  answered(api.POST("/api/archive/{transfer_id}/copies", of(id)));

export const stop = (id: number): Promise<Transfer> =>
  answered(api.POST("/api/archive/{transfer_id}/cancel", of(id)));

export const fileUrl = (id: number): string => `/api/archive/${id}/file`;
