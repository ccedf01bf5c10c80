/** Who is logged in. */

import { $api, answered, api, type Schemas } from "../shared/api/client";

export type Studio = Schemas["Studio"];

export const studioQuery = $api.queryOptions("get", "/api/studio", {}, { staleTime: Infinity });

export const logIn = (username: string, password: string, code: string) =>
  answered(api.POST("/api/studio/login", { body: { username, password, code } }));

/** End the session; what this device keeps for the easel is somebody else's business from then on. */
export async function logOut() {
  await answered(api.POST("/api/studio/logout"));
  const { forgetPictures } = await import("../features/sittings/easel/store");
  await forgetPictures().catch(() => undefined);
}
