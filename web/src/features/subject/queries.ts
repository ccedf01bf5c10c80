/** Paintings and their references on the server. */

import { keepPreviousData } from "@tanstack/react-query";

import { $api, answered, api, asForm, ofPainting, type Schemas } from "../../shared/api/client";
import { isUnderWay, POLL_MS } from "../../shared/api/runs";

export type Painting = Schemas["PaintingOut"];
export type PaintingChange = Schemas["PaintingChange"];

export type PaintingCard = Schemas["CardOut"];

/** A page of the studio's list. */
export const paintingsQuery = (page: number, search: string) =>
  $api.queryOptions(
    "get",
    "/api/subject/paintings",
    { params: { query: { page, search } } },
    {
      placeholderData: keepPreviousData,
      refetchInterval: (query) =>
        query.state.data?.paintings.some((one) => isUnderWay(one.run)) ? 2 * POLL_MS : false,
    },
  );

/** Every page of it. */
export const PAINTINGS = ["get", "/api/subject/paintings"] as const;

/** Paintings by title, to choose one. */
export const titlesQuery = $api.queryOptions("get", "/api/subject/titles");

export const paintingQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/subject/paintings/{painting_id}", ofPainting(painting_id));

export function newPainting(photo: File, title: string, size: string): Promise<Painting> {
  return answered(
    api.POST("/api/subject/paintings", {
      body: { photo: "", title, size },
      bodySerializer: asForm({ photo, title, size }),
    }),
  );
}

export const changePainting = (painting_id: number, body: PaintingChange) =>
  answered(api.PATCH("/api/subject/paintings/{painting_id}", { ...ofPainting(painting_id), body }));

export const removePainting = (painting_id: number) =>
  answered(api.DELETE("/api/subject/paintings/{painting_id}", ofPainting(painting_id)));

export type Guide = Schemas["GuideOut"];

export const guidesQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/subject/paintings/{painting_id}/guides", ofPainting(painting_id));

export type Observation = Schemas["ObservationData"];
export type Zone = Schemas["ZoneData"];

export const newObservation = (title: string, size: string, notes: Observation["notes"]) =>
  answered(api.POST("/api/subject/observations", { body: { title, size, notes } }));

export const changeObservation = (painting_id: number, body: Observation) =>
  answered(api.PUT("/api/subject/paintings/{painting_id}/observation", { ...ofPainting(painting_id), body }));

export const addSketch = (painting_id: number, photo: File) =>
  answered(
    api.POST("/api/subject/paintings/{painting_id}/sketch", {
      ...ofPainting(painting_id),
      body: { photo: "" },
      bodySerializer: asForm({ photo }),
    }),
  );

export type Reference = Schemas["ReferenceOut"];
export type Marks = Schemas["MarksData"];

export const referencesQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/subject/paintings/{painting_id}/references", ofPainting(painting_id));

export const addReference = (painting_id: number, photo: File, name: string) =>
  answered(
    api.POST("/api/subject/paintings/{painting_id}/references", {
      ...ofPainting(painting_id),
      body: { photo: "", name },
      bodySerializer: asForm({ photo, name }),
    }),
  );

export const changeReference = (painting_id: number, reference_id: number, body: Schemas["ReferenceIn"]) =>
  answered(
    api.PUT("/api/subject/paintings/{painting_id}/references/{reference_id}", {
      params: { path: { painting_id, reference_id } },
      body,
    }),
  );

export const removeReference = (painting_id: number, reference_id: number) =>
  answered(
    api.DELETE("/api/subject/paintings/{painting_id}/references/{reference_id}", {
      params: { path: { painting_id, reference_id } },
    }),
  );
