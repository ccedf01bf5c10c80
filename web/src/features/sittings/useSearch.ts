/** The search for a better schedule: begun when a first one is looked at, once for each, and not again where it was stopped. */
import { useEffect, useRef } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { useRun } from "../../shared/api/runs";
import { beginSearch, searchRunQuery, sittingsQuery, type Sittings } from "./queries";

export function useSearch(id: number, sittings: Sittings | undefined) {
  const queries = useQueryClient();
  const { doing, begin, stop } = useRun(
    searchRunQuery(id),
    () => beginSearch(id),
    () => void queries.invalidateQueries({ queryKey: sittingsQuery(id).queryKey }),
  );
  const searched = useRef<unknown>(null);
  const schedule = sittings?.schedule ?? null;
  const wanted = schedule !== null && !sittings!.best && sittings!.up_to_date && doing.state !== "under way";
  useEffect(() => {
    if (!wanted || searched.current === schedule) return;
    searched.current = schedule;
    begin(null);
  }, [wanted, schedule, begin]);
  return { doing, stop };
}
