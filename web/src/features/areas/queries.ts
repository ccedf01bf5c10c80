/** Areas on the server. */
import { queryOptions } from "@tanstack/react-query";

import { answered, api, type Schemas } from "../../shared/api/client";

export type Areas = Schemas["AreasOut"];
export type Area = Schemas["AreaOut"];
export type Border = Schemas["BorderOut"];
export type Finding = Schemas["FindingOut"];
export type Edit = Schemas["EditData"];
export type Changes = Schemas["ChangesIn"];
export type AreaWords = Schemas["AreaIn"];
export type BorderWords = Schemas["BorderIn"];

export const areasQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["areas", painting_id],
    queryFn: () => answered(api.GET("/api/areas/{painting_id}", { params: { path: { painting_id } } })),
  });

export const changeAreas = (painting_id: number, body: Changes) =>
  answered(api.PUT("/api/areas/{painting_id}/changes", { params: { path: { painting_id } }, body }));

export const changeArea = (painting_id: number, area_id: string, body: AreaWords) =>
  answered(
    api.PATCH("/api/areas/{painting_id}/{area_id}", { params: { path: { painting_id, area_id } }, body }),
  );

export const changeBorder = (painting_id: number, body: BorderWords) =>
  answered(api.PATCH("/api/areas/{painting_id}/borders", { params: { path: { painting_id } }, body }));

export const dismiss = (painting_id: number, key: string, reason: string | null) =>
  answered(
    api.PUT("/api/areas/{painting_id}/dismissals", {
      params: { path: { painting_id } },
      body: { key, reason },
    }),
  );

/** Backgrounds for what does not lie in the back; asked anew when areas, colours or planes change. */
export const backgroundsQuery = (painting_id: number, state: string) =>
  queryOptions({
    queryKey: ["areas", painting_id, "backgrounds", state],
    queryFn: () =>
      answered(api.GET("/api/areas/{painting_id}/backgrounds", { params: { path: { painting_id } } })),
  });
