/** The value map on the server. */
import { queryOptions } from "@tanstack/react-query";

import { $api, answered, api, ofPainting, type Schemas } from "../../shared/api/client";
import { fetchGreys } from "../../shared/ui/pixels";

export type Values = Schemas["ValuesOut"];
export type ValuesIn = Schemas["ValuesIn"];
export type Step = Schemas["ValueStepOut"];

export type Relief = Schemas["ReliefOut"];

/** The settings of a map, to be sent again with something changed. */
export const askedOf = (values: Values): ValuesIn => ({
  method: values.method,
  count: values.count,
  limits: values.limits,
  brush_mm: values.brush_mm,
  own_values: values.own_values,
  moved: values.moved,
  focal_brush: values.focal_brush,
  passages: values.passages,
});

/** What of the painter's choices is another in `to` than in `from`; with another number of steps all of it. */
export const changedOf = (from: ValuesIn, to: ValuesIn): Partial<ValuesIn> =>
  to.count === from.count
    ? Object.fromEntries(
        Object.entries(to).filter(
          ([key, value]) => JSON.stringify(value) !== JSON.stringify(from[key as keyof ValuesIn]),
        ),
      )
    : to;

export const reliefQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/values/{painting_id}/relief", ofPainting(painting_id));

export type Lost = Schemas["LostShapeOut"];

export const lostQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/values/{painting_id}/lost", ofPainting(painting_id));

export const otherBrushQuery = (painting_id: number, brush_mm: number) =>
  $api.queryOptions(
    "post",
    "/api/values/{painting_id}/brush",
    {
      ...ofPainting(painting_id),
      body: { brush_mm },
    },
    { retry: false },
  );

export const valuesQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/values/{painting_id}", ofPainting(painting_id));

export const changeValues = (painting_id: number, body: ValuesIn) =>
  answered(api.PUT("/api/values/{painting_id}", { ...ofPainting(painting_id), body }));

/** The map in strokes, by the address of the map, which changes with it. */
export const laidUrl = (painting_id: number, map: string) =>
  `/api/values/${painting_id}/laid?of=${map.split("/").at(-1)!.slice(0, 24)}`;

/** Pixels of a stored picture; addresses are content hashes, so they never go stale. */
export const greysQuery = (url: string, longest: number, exact = true) =>
  queryOptions({
    queryKey: ["greys", url, longest, exact],
    queryFn: () => fetchGreys(url, longest, exact),
    staleTime: Infinity,
    gcTime: 60_000,
  });
