/** The painter's account at a hosted site. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, type Schemas } from "../../shared/api/client";

export type Account = Readable<Schemas["AccountOut"]>;

export const accountQuery = $api.queryOptions("get", "/api/studio/account");

export const changePassword = (old: string, next: string): Promise<Account> =>
  answered(api.POST("/api/studio/account/password", { body: { old, new: next } }));

export const endSession = (session_id: string): Promise<Account> =>
  answered(api.DELETE("/api/studio/account/sessions/{session_id}", { params: { path: { session_id } } }));

export const changeMail = (mail: string, password: string): Promise<Account> =>
  answered(api.PUT("/api/studio/account/mail", { body: { mail, password } }));

export const beginCode = (password: string): Promise<Schemas["CodeBegun"]> =>
  answered(api.POST("/api/studio/account/code", { body: { password } }));

/** The spare codes, once the app has shown one that fits. */
export const confirmCode = async (code: string): Promise<string[]> =>
  (await answered(api.PUT("/api/studio/account/code", { body: { code } }))).spares;

export const endCode = (password: string): Promise<Account> =>
  answered(api.POST("/api/studio/account/code/end", { body: { password } }));

export type People = Readable<Schemas["PeopleOut"]>;
export type Person = People["people"][number];
export type Place = People["places"][number];
export type Role = Schemas["Role"];
export type Happening = Account["events"][number];

export const peopleQuery = $api.queryOptions("get", "/api/studio/school/people");

export const invite = (role: Role, mail: string): Promise<People> =>
  answered(api.POST("/api/studio/school/places", { body: { role, mail } }));

export const withdraw = (number: number): Promise<People> =>
  answered(api.DELETE("/api/studio/school/places/{number}", { params: { path: { number } } }));

export const changePerson = (
  number: number,
  given: { role?: Role; locked?: boolean; allowed_mb?: number },
): Promise<People> =>
  answered(api.PATCH("/api/studio/school/people/{number}", { params: { path: { number } }, body: given }));

export const placeQuery = (code: string) =>
  $api.queryOptions(
    "get",
    "/api/studio/school/join/{code}",
    { params: { path: { code } } },
    { retry: false },
  );

export const join = (code: string, name: string, password: string, mail: string) =>
  answered(
    api.POST("/api/studio/school/join/{code}", {
      params: { path: { code } },
      body: { name, password, mail },
    }),
  );

export const forgot = (who: string) => answered(api.POST("/api/studio/school/forgot", { body: { who } }));

export const reset = (number: string, token: string, password: string) =>
  answered(api.POST("/api/studio/school/reset", { body: { number, token, password } }));

export const leave = (password: string) =>
  answered(api.POST("/api/studio/account/leave", { body: { password } }));
