/** The painter's account at a hosted site. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, type Schemas } from "../../shared/api/client";

export type Account = Readable<Schemas["AccountOut"]>;

export const accountQuery = $api.queryOptions("get", "/api/studio/account");

export const changePassword = (old: string, next: string): Promise<Account> =>
  answered(api.POST("/api/studio/account/password", { body: { old, new: next } }));

export const endSession = (session_id: string): Promise<Account> =>
  answered(api.DELETE("/api/studio/account/sessions/{session_id}", { params: { path: { session_id } } }));

export const leave = (password: string) =>
  answered(api.POST("/api/studio/account/leave", { body: { password } }));
