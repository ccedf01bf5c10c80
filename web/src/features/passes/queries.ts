/** The pass plan, the bench and the background computation on the server. */
import { queryOptions } from "@tanstack/react-query";

import { answered, api, ProblemError, type Schemas } from "../../shared/api/client";

export type Passes = Schemas["PassesOut"];
export type PaintPass = Schemas["PassOut"];
export type Bench = Schemas["BenchOut"];
export type Run = Schemas["RunOut"];
export type FileName =
  "plan.pdf" | "mixing-cards.pdf" | "plan.json" | "recipes.csv" | "areas.svg" | "areas.png" | "value-map.png";

const POLL_MS = 400;

export const isUnderWay = (run: Run | null | undefined): boolean =>
  run?.state === "waiting" || run?.state === "running";

export const passesQuery = (painting_id: number) =>
  queryOptions({
    queryKey: ["passes", painting_id],
    queryFn: () => answered(api.GET("/api/passes/{painting_id}", { params: { path: { painting_id } } })),
  });

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
