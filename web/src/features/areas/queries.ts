/** Areas on the server. */

import { $api, answered, api, ofPainting, type Schemas } from "../../shared/api/client";

export type Areas = Schemas["AreasOut"];
export type Area = Schemas["AreaOut"];
export type Border = Schemas["BorderOut"];
export type Finding = Schemas["FindingOut"];
export type Edit = Schemas["EditData"];
export type Changes = Schemas["ChangesIn"];
export type AreaWords = Schemas["AreaIn"];
export type BorderWords = Schemas["BorderIn"];

export const areasQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/areas/{painting_id}", ofPainting(painting_id));

/** Names that the painter gave to areas before. */
export const namesQuery = $api.queryOptions("get", "/api/areas/names");

export const changeAreas = (painting_id: number, body: Changes) =>
  answered(api.PUT("/api/areas/{painting_id}/changes", { ...ofPainting(painting_id), body }));

export const changeArea = (painting_id: number, area_id: string, body: AreaWords) =>
  answered(
    api.PATCH("/api/areas/{painting_id}/{area_id}", { params: { path: { painting_id, area_id } }, body }),
  );

export const changeBorder = (painting_id: number, body: BorderWords) =>
  answered(api.PATCH("/api/areas/{painting_id}/borders", { ...ofPainting(painting_id), body }));

export const dismiss = (painting_id: number, key: string, reason: string | null) =>
  answered(
    api.PUT("/api/areas/{painting_id}/dismissals", {
      ...ofPainting(painting_id),
      body: { key, reason },
    }),
  );

/** Backgrounds for what does not lie in the back. */
export const backgroundsQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/areas/{painting_id}/backgrounds", ofPainting(painting_id));
