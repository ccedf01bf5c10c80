/** The pass plan, the painter's choices about it, studies of it, the standing and the background computation on the server. */

import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, ofPainting, type Schemas } from "../../shared/api/client";
import { download } from "../../shared/api/download";
import { isUnderWay, POLL_MS } from "../../shared/api/runs";
import type { paths } from "../../shared/api/schema";

export type Passes = Readable<Schemas["PassesOut"]>;
export type PaintPass = Passes["passes"][number];
export type PassStep = PaintPass["steps"][number];
export type Unit = PaintPass["units"][number];
export type OwnUnit = Schemas["OwnUnitData"];
export type Amounts = Readable<Schemas["AmountsOut"]>;
export type Job = Passes["jobs"][number];
export type Choices = Schemas["ChoicesData"];
export type Technique = Choices["techniques"][string];
export type Move = Schemas["MoveData"];
export type Trade = Schemas["TradeOut"];
export type School = Schemas["SchoolOut"];
export type SchoolKey = School["key"];
export type Summary = Schemas["Summary"];
export type GroundOffer = Schemas["GroundOfferOut"];
export type WhatIfAsked = Schemas["WhatIfIn"];
export type Standing = Schemas["StandingOut"];
export type Look =
  paths["/api/passes/{painting_id}/stages/{number}/{look}"]["get"]["parameters"]["path"]["look"];
export type Glaze = Schemas["GlazeOut"];
export type StudyKind = "schools" | "grounds" | "what-if";
export type FileName = paths["/api/passes/{painting_id}/files/{name}"]["get"]["parameters"]["path"]["name"];

export const amountsQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/passes/{painting_id}/amounts", ofPainting(painting_id));

export type Handling = Schemas["AreaOut"]["handling"];

/** What an area takes, and what it would take otherwise. */
export const areaIfQuery = (
  painting_id: number,
  area: string,
  handling: Handling | null,
  mix: string | null,
) =>
  $api.queryOptions("get", "/api/passes/{painting_id}/amounts/if", {
    params: { path: { painting_id }, query: { area, handling, mix } },
  });

export const passesQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/passes/{painting_id}", ofPainting(painting_id));

/** Schools, rules and grounds: they do not change while the studio is open. */
export const tradeQuery = $api.queryOptions("get", "/api/passes/trade", {}, { staleTime: Infinity });

export const changeChoices = (painting_id: number, body: Choices) =>
  answered(api.PUT("/api/passes/{painting_id}/choices", { ...ofPainting(painting_id), body }));

export const standingQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/desk/{painting_id}", ofPainting(painting_id), {
    refetchInterval: (query) => (isUnderWay(query.state.data?.run) ? POLL_MS : false),
  });

export const beginPlan = (painting_id: number) =>
  answered(api.POST("/api/desk/{painting_id}/plan", ofPainting(painting_id)));

export const studyRunQuery = (painting_id: number, kind: StudyKind) =>
  $api.queryOptions(
    "get",
    "/api/passes/{painting_id}/studies/{kind}/run",
    { params: { path: { painting_id, kind } } },
    { refetchInterval: (query) => (isUnderWay(query.state.data) ? POLL_MS : false) },
  );

export const beginStudy = (painting_id: number, kind: StudyKind, body: WhatIfAsked) =>
  answered(
    api.POST("/api/passes/{painting_id}/studies/{kind}", { params: { path: { painting_id, kind } }, body }),
  );

export const schoolsQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/passes/{painting_id}/schools", ofPainting(painting_id));

export const groundsQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/passes/{painting_id}/grounds", ofPainting(painting_id));

export const whatIfQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/passes/{painting_id}/what-if", ofPainting(painting_id));

/** What a study has found, when it has been made. */
export const STUDIES = { schools: schoolsQuery, grounds: groundsQuery, "what-if": whatIfQuery };

export const sharedQuery = (painting_id: number, other_id: number) =>
  $api.queryOptions(
    "get",
    "/api/passes/{painting_id}/shared/{other_id}",
    {
      params: { path: { painting_id, other_id } },
    },
    { retry: false },
  );

export type FamilyName = "accent" | "shadow" | "half-tone" | "light" | "highlight";

export const glazeQuery = (painting_id: number, after: number, area: string, family: FamilyName) =>
  $api.queryOptions("get", "/api/passes/{painting_id}/glaze", {
    params: { path: { painting_id }, query: { after, area, family } },
  });

/** Fetch one of the plan's files and hand it to the browser to save. */
export const saveFile = (painting_id: number, name: FileName, paper: "A4" | "Letter", saveAs: string) =>
  download(`/api/passes/${painting_id}/files/${name}?paper=${paper}`, saveAs);

/** A method as a strip of its stages. */
export const stripQuery = (painting_id: number, school: SchoolKey) =>
  $api.queryOptions("get", "/api/passes/{painting_id}/strips/{school}", {
    params: { path: { painting_id, school } },
  });

export const stripPictureUrl = (painting_id: number, school: SchoolKey, stamp: string) =>
  `/api/passes/${painting_id}/strips/${school}/picture?of=${stamp}`;
