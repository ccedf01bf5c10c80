/** A painting that is shown to others, and what is remarked on it. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, ofPainting, type Schemas } from "../../shared/api/client";

export type Sharing = Readable<Schemas["SharingOut"]>;
export type Seen = Readable<Schemas["SeenOut"]>;
export type SeenUnit = Seen["units"][number];
export type Remark = Sharing["remarks"][number];
export type RemarkIn = Schemas["RemarkIn"];

/** What others write is asked for whenever it is shown: no change of one's own tells that it is old. */
const BY_OTHERS = { staleTime: 0 };

export const sharingQuery = (painting: number) =>
  $api.queryOptions("get", "/api/sharing/paintings/{painting_id}", ofPainting(painting), BY_OTHERS);

export const newsQuery = $api.queryOptions("get", "/api/sharing/news", {}, BY_OTHERS);
export const shownQuery = $api.queryOptions("get", "/api/sharing/shown", {}, BY_OTHERS);

export const seenQuery = (ref: string) =>
  $api.queryOptions(
    "get",
    "/api/sharing/seen/{ref}",
    { params: { path: { ref } } },
    { ...BY_OTHERS, retry: false },
  );

export const showTo = (painting: number, teacher: number): Promise<Sharing> =>
  answered(
    api.POST("/api/sharing/paintings/{painting_id}/shares", {
      ...ofPainting(painting),
      body: { teacher, days: 14 },
    }),
  );

export const makeLink = (painting: number, days: number): Promise<Sharing> =>
  answered(
    api.POST("/api/sharing/paintings/{painting_id}/shares", { ...ofPainting(painting), body: { days } }),
  );

export const endShare = (share_id: number): Promise<Sharing> =>
  answered(api.DELETE("/api/sharing/shares/{share_id}", { params: { path: { share_id } } }));

export const answerRemark = (painting: number, body: RemarkIn): Promise<Sharing> =>
  answered(api.POST("/api/sharing/paintings/{painting_id}/remarks", { ...ofPainting(painting), body }));

export const tickRemark = (remark_id: number, done: boolean): Promise<Sharing> =>
  answered(
    api.PATCH("/api/sharing/remarks/{remark_id}", { params: { path: { remark_id } }, body: { done } }),
  );

export const removeRemark = (remark_id: number): Promise<Sharing> =>
  answered(api.DELETE("/api/sharing/remarks/{remark_id}", { params: { path: { remark_id } } }));

export const remark = (ref: string, body: RemarkIn): Promise<Seen> =>
  answered(api.POST("/api/sharing/seen/{ref}/remarks", { params: { path: { ref: Number(ref) } }, body }));

export const takeBack = (ref: string, remark_id: number): Promise<Seen> =>
  answered(
    api.DELETE("/api/sharing/seen/{ref}/remarks/{remark_id}", {
      params: { path: { ref: Number(ref), remark_id } },
    }),
  );
