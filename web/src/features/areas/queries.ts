/** Areas on the server. */
import { keepPreviousData } from "@tanstack/react-query";

import { $api, answered, api, ofPainting, type Schemas } from "../../shared/api/client";

export type Areas = Schemas["AreasOut"];
export type Area = Schemas["AreaOut"];
export type Border = Schemas["BorderOut"];
export type Thing = Schemas["ThingOut"];
export type Finding = Schemas["FindingOut"];
export type Edit = Schemas["EditData"];
export type Changes = Schemas["ChangesIn"];
export type AreaWords = Schemas["AreaIn"];
export type BorderWords = Schemas["BorderIn"];

export const areasQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/areas/{painting_id}", ofPainting(painting_id));

export type Drawing = Schemas["DrawingOut"];

/** The drawing to trace, with the borders of values at these thresholds. */
export const drawingQuery = (painting_id: number, limits: number[]) =>
  $api.queryOptions(
    "get",
    "/api/areas/{painting_id}/drawing",
    { params: { path: { painting_id }, query: { limits } } },
    { placeholderData: keepPreviousData, retry: false },
  );

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

export const changeThing = (painting_id: number, body: Schemas["ThingIn"]) =>
  answered(api.PUT("/api/areas/{painting_id}/things", { ...ofPainting(painting_id), body }));

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
