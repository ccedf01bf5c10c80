/** Computations in the background on the server: whether one goes on, stopping it, and following one from begin to end. */
import { useEffect, useRef, useState } from "react";

import { useQuery, useQueryClient, type QueryKey, type UseQueryOptions } from "@tanstack/react-query";

import { answered, api, inWords, type Schemas } from "./client";

export type Run = Schemas["RunOut"];

/** How often a page asks how far a computation is. */
export const POLL_MS = 400;

export const isUnderWay = (run: Run | null | undefined): boolean =>
  run?.state === "waiting" || run?.state === "running";

export const cancelRun = (run_id: number) =>
  answered(api.POST("/api/desk/runs/{run_id}/cancel", { params: { path: { run_id } } }));

/** How a computation is doing: nothing going on, under way, or ended badly. */
export type Doing = { state: "idle" } | { state: "under way"; run: Run } | { state: "failed"; why: string };

/** A computation that something else begins, watched and told of when it ends; a reload finds it again. */
export function useWatchedRun<Error, Key extends QueryKey>(
  query: UseQueryOptions<Run | null, Error, Run | null, Key> & { queryKey: Key },
  ended: (run: Run) => void,
) {
  const queries = useQueryClient();
  const { data: run } = useQuery(query);
  const [problem, setProblem] = useState<string | null>(null);
  const watched = useRef<number | null>(null);
  const tell = useRef(ended);
  useEffect(() => {
    tell.current = ended;
  });
  useEffect(() => {
    if (run && isUnderWay(run)) watched.current = run.id;
    else if (run && watched.current === run.id) {
      watched.current = null;
      tell.current(run);
    }
  }, [run]);

  const act = async (what: () => Promise<Run | null>) => {
    setProblem(null);
    try {
      watched.current = (await what())?.id ?? null;
    } catch (error) {
      setProblem(inWords(error));
    }
    await queries.invalidateQueries({ queryKey: query.queryKey });
  };
  const failed = run?.state === "failed" ? `${run.message} ${run.hint}` : null;
  const why = problem ?? failed;
  const doing: Doing =
    run && isUnderWay(run) ? { state: "under way", run } : why ? { state: "failed", why } : { state: "idle" };
  return { doing, act, stop: () => run && void act(() => cancelRun(run.id)) };
}

/**
 * A computation that is begun here, watched, and told of when it ends; a reload finds it again. `query` asks for the newest
 * of its kind; `begin` gives null where there is nothing to compute.
 */
export function useRun<Error, Key extends QueryKey, Asked>(
  query: UseQueryOptions<Run | null, Error, Run | null, Key> & { queryKey: Key },
  begin: (asked: Asked) => Promise<Run | null>,
  ended: (run: Run) => void,
) {
  const { doing, act, stop } = useWatchedRun(query, ended);
  return { doing, begin: (asked: Asked) => void act(() => begin(asked)), stop };
}
