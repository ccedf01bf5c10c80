/** Keeps a change of the painting and shows it. */
import { useCallback } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { useUndo } from "../../shared/undo/UndoProvider";
import { changePainting, paintingQuery, type PaintingChange } from "./queries";

export function useKeepPainting(paintingId: number) {
  const queries = useQueryClient();
  const { edit } = useUndo();
  return useCallback(
    (change: PaintingChange) =>
      edit(async () =>
        queries.setQueryData(paintingQuery(paintingId).queryKey, await changePainting(paintingId, change)),
      ),
    [paintingId, queries, edit],
  );
}
