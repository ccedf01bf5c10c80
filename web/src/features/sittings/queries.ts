/** When and where it is painted, the schedule, the light, the bag, and studies of all that on the server. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, asForm, ofPainting, type Schemas } from "../../shared/api/client";
import { download } from "../../shared/api/download";
import { isUnderWay, POLL_MS } from "../../shared/api/runs";

export type Sittings = Readable<Schemas["SittingsOut"]>;
export type Settings = Schemas["SittingsData"];
export type Diary = Schemas["DiaryData"];
export type Recurring = Schemas["RecurringData"];
export type Climate = Schemas["ClimateData"];
export type Place = Schemas["PlaceData"];
export type Schedule = NonNullable<Sittings["schedule"]>;
export type Task = Schedule["tasks"][number];
export type Sitting = Schedule["sittings"][number];
export type SittingLight = Sittings["light"][number];
export type Light = SittingLight["samples"][number];
export type StudyKind = "giving" | "together";

export const sittingsQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/sittings/{painting_id}", ofPainting(painting_id));

export const changeSittings = (painting_id: number, body: Settings) =>
  answered(api.PUT("/api/sittings/{painting_id}/settings", { ...ofPainting(painting_id), body }));

export const openTimeQuery = (painting_id: number, unit: string) =>
  $api.queryOptions("get", "/api/sittings/{painting_id}/open", {
    params: { path: { painting_id }, query: { unit } },
  });

export const packingQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/sittings/{painting_id}/packing", ofPainting(painting_id));

export const placesQuery = $api.queryOptions("get", "/api/sittings/places");

export const readClimate = () => answered(api.GET("/api/sittings/climate"));

/** A dose of a pile on the scale, in grams and ml. */
export const readScale = (painting: number, pile: string, source: string) =>
  answered(api.POST("/api/easel/{painting_id}/scale", { ...ofPainting(painting), body: { pile, source } }));

export const searchRunQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/sittings/{painting_id}/search", ofPainting(painting_id), {
    refetchInterval: (query) => (isUnderWay(query.state.data) ? POLL_MS : false),
  });

/** Look for a better schedule than the first, in the background. */
export const beginSearch = (painting_id: number) =>
  answered(api.POST("/api/sittings/{painting_id}/search", ofPainting(painting_id)));

export const givingQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/sittings/{painting_id}/giving", ofPainting(painting_id));

export const togetherQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/sittings/{painting_id}/together", ofPainting(painting_id));

export const studyRunQuery = (painting_id: number, kind: StudyKind) =>
  $api.queryOptions(
    "get",
    "/api/sittings/{painting_id}/studies/{kind}/run",
    { params: { path: { painting_id, kind } } },
    { refetchInterval: (query) => (isUnderWay(query.state.data) ? POLL_MS : false) },
  );

export const beginStudy = (painting_id: number, kind: StudyKind, body: Schemas["StudyIn"]) =>
  answered(
    api.POST("/api/sittings/{painting_id}/studies/{kind}", { params: { path: { painting_id, kind } }, body }),
  );

/** Keep free what a calendar file has busy. */
export const bringCalendar = (painting_id: number, calendar: File) =>
  answered(
    api.POST("/api/sittings/{painting_id}/calendar", {
      ...ofPainting(painting_id),
      body: { calendar: "" },
      bodySerializer: asForm({ calendar }),
    }),
  );

export const leaveCalendar = (painting_id: number) =>
  answered(api.DELETE("/api/sittings/{painting_id}/calendar", ofPainting(painting_id)));

/** The sittings as a calendar file for the browser to save. */
export const saveCalendar = (painting_id: number) =>
  download(`/api/sittings/${painting_id}/calendar.ics`, "sittings.ics");
