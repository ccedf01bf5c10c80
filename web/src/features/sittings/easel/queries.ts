/** The easel on the server: how it stands, the list of work that was taken there, acts sent, photos kept. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, asForm, ofPainting, type Schemas } from "../../../shared/api/client";

export type EaselState = Readable<Schemas["EaselOut"]>;
export type Course = NonNullable<EaselState["course"]>;
export type TakenList = Readable<Schemas["TakenListOut"]>;
export type ListedTask = TakenList["tasks"][number];
export type ListedBand = NonNullable<ListedTask["string"]>[number];
export type ListedPile = TakenList["piles"][number];
export type Clock = Course["clocks"][number];
export type TaskCourse = Course["tasks"][string];
export type WhatNow = Readable<Schemas["WhatNowOut"]>;
export type AtWork = WhatNow["paintings"][number];
export type ActIn = Schemas["ActIn"];
export type ActKind = ActIn["kind"];

export const readEasel = (painting_id: number): Promise<EaselState> =>
  answered(api.GET("/api/easel/{painting_id}", ofPainting(painting_id)));

export const readList = (painting_id: number, taken_id: number): Promise<TakenList> =>
  answered(
    api.GET("/api/easel/{painting_id}/list/{taken_id}", { params: { path: { painting_id, taken_id } } }),
  );

export const openSitting = (painting_id: number, sitting: string, device: string): Promise<EaselState> =>
  answered(
    api.POST("/api/easel/{painting_id}/open", { ...ofPainting(painting_id), body: { sitting, device } }),
  );

export const sendActs = (
  painting_id: number,
  device: string,
  sent_at: string,
  acts: ActIn[],
): Promise<EaselState> =>
  answered(
    api.POST("/api/easel/{painting_id}/acts", {
      ...ofPainting(painting_id),
      body: { device, sent_at, acts },
    }),
  );

/** Take the desk's plan in the place of the list in hand. */
export const takePlan = (painting_id: number): Promise<EaselState> =>
  answered(api.POST("/api/easel/{painting_id}/plan", ofPainting(painting_id)));

/** Keep a photo; its name. */
export const sendPhoto = async (painting_id: number, photo: Blob): Promise<string> => {
  const kept = await answered(
    api.POST("/api/easel/{painting_id}/photos", {
      ...ofPainting(painting_id),
      body: { photo: "" },
      bodySerializer: asForm({ photo }),
    }),
  );
  return kept.name;
};

export const whatNowQuery = $api.queryOptions("get", "/api/easel/now", {}, { refetchInterval: 30_000 });
