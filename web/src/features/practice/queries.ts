/** Practice: the next question, its verdict, and how far the painter is. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, asForm, type Schemas } from "../../shared/api/client";

export type Question = Readable<Schemas["QuestionOut"]>;
export type Exercise = Question["exercise"];
export type Kind = Exercise["kind"];
/** What whoever practises sees. */
export type Sight = "all" | "shapes" | "none";
export type Verdict = Readable<Schemas["VerdictOut"]>;
export type Progress = Readable<Schemas["ProgressOut"]>;
export type Standing = Progress["kinds"][number];

/** The next question, of a kind or of the one whose turn it is; every asking makes a new one. */
export const nextQuestion = (kind: Kind | null, sight: Sight): Promise<Question> =>
  answered(api.GET("/api/practice/next", { params: { query: { ...(kind && { kind }), sight } } }));

export const sendAnswer = (answer: Schemas["AnswerIn"]): Promise<Verdict> =>
  answered(api.POST("/api/practice/answers", { body: answer }));

export type MatchedCard = Readable<Schemas["MatchedCardOut"]>;

/** A photo of the painted card, scored and kept. */
export const scoreCard = (photo: Blob): Promise<MatchedCard> =>
  answered(api.POST("/api/practice/card", { body: { photo: "" }, bodySerializer: asForm({ photo }) }));

export const progressQuery = $api.queryOptions("get", "/api/practice/progress");

/** Sheets to practise without the screen; others every time. */
export const SHEETS_URL = "/api/practice/sheets.pdf";
