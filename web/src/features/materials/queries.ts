/** The shelf and the catalogue on the server. */
import { queryOptions } from "@tanstack/react-query";

import { answered, api, type Schemas } from "../../shared/api/client";

export type Tube = Schemas["TubeOut"];
export type TubeIn = Schemas["TubeIn"];
export type Paint = Schemas["PaintOut"];

export const tubesQuery = queryOptions({
  queryKey: ["tubes"],
  queryFn: () => answered(api.GET("/api/materials/tubes")),
});

export const paintsQuery = queryOptions({
  queryKey: ["paints"],
  queryFn: () => answered(api.GET("/api/materials/paints")),
  staleTime: Infinity,
});

export const cautionsQuery = queryOptions({
  queryKey: ["tubes", "cautions"],
  queryFn: () => answered(api.GET("/api/materials/cautions")),
});

export const addTube = (body: TubeIn) => answered(api.POST("/api/materials/tubes", { body }));

export const changeTube = (tube_id: number, body: TubeIn) =>
  answered(api.PUT("/api/materials/tubes/{tube_id}", { params: { path: { tube_id } }, body }));

export const removeTube = (tube_id: number) =>
  answered(api.DELETE("/api/materials/tubes/{tube_id}", { params: { path: { tube_id } } }));

export type ShelfRow = Schemas["ShelfRowOut"];

/** What a shelf file holds; with `keep` its good rows go on the shelf. */
export const readShelfFile = (text: string, keep: boolean) =>
  answered(api.POST("/api/materials/file", { body: { text, keep } }));

export const SHELF_FILE = "/api/materials/file";
