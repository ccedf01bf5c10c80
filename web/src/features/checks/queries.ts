/** Photos of the painting and what was measured in them; measuring goes on in the background on the server. */
import type { Readable } from "openapi-typescript-helpers";

import { $api, answered, api, asForm, ofPainting, type Schemas } from "../../shared/api/client";
import { isUnderWay, POLL_MS } from "../../shared/api/runs";

export type Checks = Readable<Schemas["ChecksOut"]>;
export type Check = Readable<Schemas["CheckOut"]>;
export type Summary = Checks["checks"][number];
export type Report = NonNullable<Check["report"]>;
export type Mend = Report["mend"][number];
export type Landmark = Report["landmarks"][number];
export type AreaFinding = Report["areas"][number];
export type Asked = Schemas["AskedIn"];

const ofCheck = (painting_id: number, check_id: number) => ({ params: { path: { painting_id, check_id } } });

export const checksQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/checks/{painting_id}", ofPainting(painting_id));

export const checkQuery = (painting_id: number, check_id: number) =>
  $api.queryOptions("get", "/api/checks/{painting_id}/{check_id}", ofCheck(painting_id, check_id));

export const checkRunQuery = (painting_id: number) =>
  $api.queryOptions("get", "/api/checks/{painting_id}/run", ofPainting(painting_id), {
    refetchInterval: (query) => (isUnderWay(query.state.data) ? POLL_MS : false),
  });

/** Keep a photo of the painting after a pass (0: the drawing); it is measured in the background. */
export const addPhoto = (painting_id: number, number: number, photo: Blob): Promise<Check> =>
  answered(
    api.POST("/api/checks/{painting_id}/photos", {
      params: { path: { painting_id }, query: { number } },
      body: { photo: "" },
      bodySerializer: asForm({ photo }),
    }),
  );

/** A second photo, from another side. */
export const addSecond = (painting_id: number, check_id: number, photo: Blob): Promise<Check> =>
  answered(
    api.POST("/api/checks/{painting_id}/{check_id}/second", {
      ...ofCheck(painting_id, check_id),
      body: { photo: "" },
      bodySerializer: asForm({ photo }),
    }),
  );

/** A photo by the simulated camera. */
export const simulatePhoto = (painting_id: number, number: number, seed: number): Promise<Check> =>
  answered(
    api.POST("/api/checks/{painting_id}/simulated", {
      params: { path: { painting_id }, query: { number, seed } },
    }),
  );

/** Keep what the painter says of a photo, and measure it anew. */
export const askAgain = (painting_id: number, check_id: number, body: Asked): Promise<Check> =>
  answered(api.PUT("/api/checks/{painting_id}/{check_id}", { ...ofCheck(painting_id, check_id), body }));

export const takeOffer = (painting_id: number, check_id: number, place: number): Promise<Check> =>
  answered(
    api.POST("/api/checks/{painting_id}/{check_id}/offers/{place}", {
      params: { path: { painting_id, check_id, place } },
    }),
  );

/** Take a check out of the bin. */
export const putCheckBack = (number: number) =>
  api.POST("/api/desk/bin/{what}/{number}", { params: { path: { what: "check", number } } });

export const removeCheck = (painting_id: number, check_id: number) =>
  answered(api.DELETE("/api/checks/{painting_id}/{check_id}", ofCheck(painting_id, check_id)));
