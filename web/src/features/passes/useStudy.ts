/** A study of the plan in the background; its answer is fetched when it ends. */
import { useQueryClient } from "@tanstack/react-query";

import { useRun } from "../../shared/api/runs";
import { beginStudy, studyRunQuery, STUDIES, type StudyKind, type WhatIfAsked } from "./queries";

export function useStudy(id: number, kind: StudyKind) {
  const queries = useQueryClient();
  return useRun(
    studyRunQuery(id, kind),
    (asked: WhatIfAsked) => beginStudy(id, kind, asked),
    () => void queries.invalidateQueries({ queryKey: STUDIES[kind](id).queryKey }),
  );
}
