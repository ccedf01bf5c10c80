/** Areas on the server. */
import { queryOptions } from "@tanstack/react-query";

import { answered, api, type Schemas } from "../../shared/api/client";

export type Areas = Schemas["AreasOut"];
export type Area = Schemas["AreaOut"];

export const areasQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["areas", painting_id],
    queryFn: () => answered(api.GET("/api/areas/{painting_id}", { params: { path: { painting_id } } })),
  });

export const renameArea = (painting_id: number, area_id: string, name: string) =>
  answered(
    api.PATCH("/api/areas/{painting_id}/{area_id}", {
      params: { path: { painting_id, area_id } },
      body: { name },
    }),
  );
