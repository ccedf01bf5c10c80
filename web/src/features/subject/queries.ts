/** Paintings and their references on the server. */
import { queryOptions } from "@tanstack/react-query";

import { answered, api, type Schemas } from "../../shared/api/client";

export type Painting = Schemas["PaintingOut"];
export type PaintingChange = Schemas["PaintingChange"];

export const paintingsQuery = queryOptions({
  queryKey: ["paintings"],
  queryFn: () => answered(api.GET("/api/subject/paintings")),
});

export const paintingQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["painting", painting_id],
    queryFn: () =>
      answered(api.GET("/api/subject/paintings/{painting_id}", { params: { path: { painting_id } } })),
  });

export function newPainting(photo: File, title: string, size: string): Promise<Painting> {
  return answered(
    api.POST("/api/subject/paintings", {
      body: { photo: "", title, size },
      bodySerializer: () => {
        const form = new FormData();
        form.set("photo", photo);
        form.set("title", title);
        form.set("size", size);
        return form;
      },
    }),
  );
}

export const changePainting = (painting_id: number, body: PaintingChange) =>
  answered(api.PATCH("/api/subject/paintings/{painting_id}", { params: { path: { painting_id } }, body }));

export const removePainting = (painting_id: number) =>
  answered(api.DELETE("/api/subject/paintings/{painting_id}", { params: { path: { painting_id } } }));

export type Guide = Schemas["GuideOut"];

export const guidesQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["painting", painting_id, "guides"],
    queryFn: () =>
      answered(api.GET("/api/subject/paintings/{painting_id}/guides", { params: { path: { painting_id } } })),
  });

export type Observation = Schemas["ObservationData"];
export type Zone = Schemas["ZoneData"];

export const newObservation = (title: string, size: string, notes: Observation["notes"]) =>
  answered(api.POST("/api/subject/observations", { body: { title, size, notes } }));

export const changeObservation = (painting_id: number, body: Observation) =>
  answered(
    api.PUT("/api/subject/paintings/{painting_id}/observation", { params: { path: { painting_id } }, body }),
  );

export const addSketch = (painting_id: number, photo: File) =>
  answered(
    api.POST("/api/subject/paintings/{painting_id}/sketch", {
      params: { path: { painting_id } },
      body: { photo: "" },
      bodySerializer: () => {
        const form = new FormData();
        form.set("photo", photo);
        return form;
      },
    }),
  );

export type Reference = Schemas["ReferenceOut"];
export type Marks = Schemas["MarksData"];

export const referencesQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["references", painting_id],
    queryFn: () =>
      answered(
        api.GET("/api/subject/paintings/{painting_id}/references", { params: { path: { painting_id } } }),
      ),
  });

export const addReference = (painting_id: number, photo: File, name: string) =>
  answered(
    api.POST("/api/subject/paintings/{painting_id}/references", {
      params: { path: { painting_id } },
      body: { photo: "", name },
      bodySerializer: () => {
        const form = new FormData();
        form.set("photo", photo);
        form.set("name", name);
        return form;
      },
    }),
  );

export const changeReference = (reference_id: number, body: Schemas["ReferenceIn"]) =>
  answered(api.PUT("/api/subject/references/{reference_id}", { params: { path: { reference_id } }, body }));

export const removeReference = (reference_id: number) =>
  answered(api.DELETE("/api/subject/references/{reference_id}", { params: { path: { reference_id } } }));
