/** Who is logged in. */

import { $api, answered, api, type Schemas } from "../shared/api/client";

export type Studio = Schemas["Studio"];

export const studioQuery = $api.queryOptions("get", "/api/studio", {}, { staleTime: Infinity });

export const logIn = (username: string, password: string) =>
  answered(api.POST("/api/studio/login", { body: { username, password } }));

export const logOut = () => answered(api.POST("/api/studio/logout"));
