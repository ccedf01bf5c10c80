/** Keeps a change of the painting with its way back; whatever follows from the painting is asked for anew. */
import { useCallback } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { useUndo } from "../../shared/undo/UndoProvider";
import { changePainting, type PaintingChange } from "./queries";

const FOLLOWS = ["paintings", "values", "areas", "mixes", "passes", "bench"];

export function useKeepPainting(paintingId: number) {
  const queries = useQueryClient();
  const { edit } = useUndo();
  return useCallback(
    async (label: string, change: PaintingChange, back: PaintingChange) => {
      const apply = async (body: PaintingChange) => {
        queries.setQueryData(["painting", paintingId], await changePainting(paintingId, body));
        for (const key of FOLLOWS) void queries.invalidateQueries({ queryKey: [key] });
      };
      await edit({ label, act: () => apply(change), undo: () => apply(back) });
    },
    [paintingId, queries, edit],
  );
}
