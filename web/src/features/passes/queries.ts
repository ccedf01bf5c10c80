/** The pass plan, the painter's choices about it, studies of it, the bench and the background computation on the server. */
import { queryOptions } from "@tanstack/react-query";

import { answered, api, ProblemError, type Schemas } from "../../shared/api/client";

export type Passes = Schemas["PassesOut"];
export type PaintPass = Schemas["PassOut"];
export type PassStep = Schemas["PassStepOut"];
export type Job = Schemas["JobOut"];
export type Choices = Schemas["ChoicesData"];
export type Technique = Choices["techniques"][string];
export type Move = Schemas["MoveData"];
export type Trade = Schemas["TradeOut"];
export type School = Schemas["SchoolOut"];
export type SchoolKey = School["key"];
export type Summary = Schemas["SummaryOut"];
export type GroundOffer = Schemas["GroundOfferOut"];
export type WhatIfAsked = Schemas["WhatIfIn"];
export type Bench = Schemas["BenchOut"];
export type Run = Schemas["RunOut"];
export type Look = "dry" | keyof Schemas["LooksOut"];
export type StudyKind = "schools" | "grounds" | "what-if";
export type FileName =
  | "plan.pdf"
  | "studio-sheet.pdf"
  | "mixing-cards.pdf"
  | "plan.json"
  | "recipes.csv"
  | "passes.csv"
  | "shopping.csv"
  | "areas.svg"
  | "areas.png"
  | "value-map.png";

const POLL_MS = 400;

export const isUnderWay = (run: Run | null | undefined): boolean =>
  run?.state === "waiting" || run?.state === "running";

export const passesQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["passes", painting_id],
    queryFn: () => answered(api.GET("/api/passes/{painting_id}", { params: { path: { painting_id } } })),
  });

/** Schools, rules and grounds: they do not change while the studio is open. */
export const tradeQuery = queryOptions({
  queryKey: ["passes", "trade"],
  queryFn: () => answered(api.GET("/api/passes/trade")),
  staleTime: Infinity,
});

export const changeChoices = (painting_id: number, body: Choices) =>
  answered(api.PUT("/api/passes/{painting_id}/choices", { params: { path: { painting_id } }, body }));

export const benchQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["bench", painting_id],
    queryFn: () =>
      answered(api.GET("/api/passes/{painting_id}/bench", { params: { path: { painting_id } } })),
    refetchInterval: (query) => (isUnderWay(query.state.data?.run) ? POLL_MS : false),
  });

export const benchesQuery = queryOptions({
  queryKey: ["bench", "all"],
  queryFn: () => answered(api.GET("/api/passes/benches")),
  refetchInterval: (query) =>
    query.state.data?.some((bench) => isUnderWay(bench.run)) ? 2 * POLL_MS : false,
});

export const beginPlan = (painting_id: number) =>
  answered(api.POST("/api/passes/{painting_id}/plan", { params: { path: { painting_id } } }));

export const cancelRun = (run_id: number) =>
  answered(api.POST("/api/passes/runs/{run_id}/cancel", { params: { path: { run_id } } }));

export const studyRunQuery = (painting_id: number, kind: StudyKind) =>
  queryOptions({
    queryKey: ["studies", painting_id, kind, "run"],
    queryFn: () =>
      answered(
        api.GET("/api/passes/{painting_id}/studies/{kind}/run", { params: { path: { painting_id, kind } } }),
      ),
    refetchInterval: (query) => (isUnderWay(query.state.data) ? POLL_MS : false),
  });

export const beginStudy = (painting_id: number, kind: StudyKind, body: WhatIfAsked) =>
  answered(
    api.POST("/api/passes/{painting_id}/studies/{kind}", { params: { path: { painting_id, kind } }, body }),
  );

export const schoolsQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["studies", painting_id, "schools"],
    queryFn: () =>
      answered(api.GET("/api/passes/{painting_id}/schools", { params: { path: { painting_id } } })),
  });

export const groundsQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["studies", painting_id, "grounds"],
    queryFn: () =>
      answered(api.GET("/api/passes/{painting_id}/grounds", { params: { path: { painting_id } } })),
  });

export const whatIfQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["studies", painting_id, "what-if"],
    queryFn: () =>
      answered(api.GET("/api/passes/{painting_id}/what-if", { params: { path: { painting_id } } })),
  });

export const sharedQuery = (painting_id: number, other_id: number) =>
  queryOptions({
    queryKey: ["studies", painting_id, "shared", other_id],
    queryFn: () =>
      answered(
        api.GET("/api/passes/{painting_id}/shared/{other_id}", {
          params: { path: { painting_id, other_id } },
        }),
      ),
    retry: false,
  });

export type FamilyName = "accent" | "shadow" | "half-tone" | "light" | "highlight";

export const glazeQuery = (painting_id: number, after: number, area: string, family: FamilyName) =>
  queryOptions({
    queryKey: ["passes", painting_id, "glaze", after, area, family],
    queryFn: () =>
      answered(
        api.GET("/api/passes/{painting_id}/glaze", {
          params: { path: { painting_id }, query: { after, area, family } },
        }),
      ),
  });

/** Fetch one of the plan's files and hand it to the browser to save. */
export async function saveFile(painting_id: number, name: FileName, paper: "A4" | "Letter", saveAs: string) {
  const response = await fetch(`/api/passes/${painting_id}/files/${name}?paper=${paper}`);
  if (!response.ok) throw new ProblemError((await response.json()) as Schemas["Problem"], response.status);
  const url = URL.createObjectURL(await response.blob());
  const link = document.createElement("a");
  link.href = url;
  link.download = saveAs;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
