/** The value map on the server. */
import { queryOptions } from "@tanstack/react-query";

import { answered, api, type Schemas } from "../../shared/api/client";
import { fetchGreys } from "../../shared/ui/pixels";

export type Values = Schemas["ValuesOut"];
export type ValuesIn = Schemas["ValuesIn"];
export type Step = Schemas["ValueStepOut"];

export const valuesQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["values", painting_id],
    queryFn: () => answered(api.GET("/api/values/{painting_id}", { params: { path: { painting_id } } })),
  });

export const changeValues = (painting_id: number, body: ValuesIn) =>
  answered(api.PUT("/api/values/{painting_id}", { params: { path: { painting_id } }, body }));

/** Pixels of a stored picture; addresses are content hashes, so they never go stale. */
export const greysQuery = (url: string, longest: number, exact = true) =>
  queryOptions({
    queryKey: ["greys", url, longest, exact],
    queryFn: () => fetchGreys(url, longest, exact),
    staleTime: Infinity,
    gcTime: 60_000,
  });
