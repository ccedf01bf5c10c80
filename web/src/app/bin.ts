/** The bin on the server: what was removed in the last thirty days. */

import { $api, answered, api, type Schemas } from "../shared/api/client";

export type Binned = Schemas["BinOut"];

export const binQuery = $api.queryOptions("get", "/api/desk/bin");

export const restore = (what: Binned["what"], number: number) =>
  answered(api.POST("/api/desk/bin/{what}/{number}", { params: { path: { what, number } } }));
