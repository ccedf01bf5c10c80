/** A study of the schedule in the background; its answer is fetched when it ends. */
import { useQueryClient } from "@tanstack/react-query";

import { useRun } from "../../shared/api/runs";
import { beginStudy, givingQuery, studyRunQuery, togetherQuery, type StudyKind } from "./queries";

const ANSWERS = { giving: givingQuery, together: togetherQuery };

export function useSittingStudy(id: number, kind: StudyKind) {
  const queries = useQueryClient();
  return useRun(
    studyRunQuery(id, kind),
    (other: number | null) => beginStudy(id, kind, { other }),
    () => void queries.invalidateQueries({ queryKey: ANSWERS[kind](id).queryKey }),
  );
}
