/** A study in the background: begun, watched, and its answer fetched when it ends; a reload finds it again. */
import { useEffect, useRef, useState } from "react";

import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import {
  beginStudy,
  cancelRun,
  isUnderWay,
  studyRunQuery,
  type StudyKind,
  type WhatIfAsked,
} from "./queries";

export function useStudy(id: number, kind: StudyKind) {
  const queries = useQueryClient();
  const run = useQuery(studyRunQuery(id, kind));
  const [problem, setProblem] = useState<string | null>(null);
  const underWay = isUnderWay(run.data);
  const was = useRef(false);
  useEffect(() => {
    if (was.current && !underWay) void queries.invalidateQueries({ queryKey: ["studies", id, kind] });
    was.current = underWay;
  }, [underWay, queries, id, kind]);
  const act = async (what: () => Promise<unknown>) => {
    setProblem(null);
    try {
      await what();
    } catch (error) {
      setProblem(inWords(error));
    }
    was.current = true;
    await queries.invalidateQueries({ queryKey: ["studies", id, kind, "run"] });
  };
  const failed = run.data?.state === "failed" ? `${run.data.message} ${run.data.hint}` : null;
  return {
    run: run.data,
    underWay,
    problem: problem ?? failed,
    begin: (asked: WhatIfAsked = {}) => void act(() => beginStudy(id, kind, asked)),
    stop: () => void act(() => cancelRun(run.data!.id)),
  };
}

export type Study = ReturnType<typeof useStudy>;
