/** Mixes on the server. */
import { queryOptions } from "@tanstack/react-query";

import { answered, api, type Schemas } from "../../shared/api/client";

export type Mixes = Schemas["MixesOut"];
export type Mix = Schemas["MixOut"];

export const mixesQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["mixes", painting_id],
    queryFn: () => answered(api.GET("/api/mixes/{painting_id}", { params: { path: { painting_id } } })),
  });

export const changeTubes = (painting_id: number, tubes: number) =>
  answered(api.PUT("/api/mixes/{painting_id}", { params: { path: { painting_id } }, body: { tubes } }));
