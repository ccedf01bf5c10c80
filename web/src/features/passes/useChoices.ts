/** Keeping what the painter decides about the passes, each with a way back; the pictures are painted anew behind it. */
import { useState } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import { changeChoices, type Choices, type Passes } from "./queries";

export function useChoices(id: number, passes: Passes | undefined) {
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const [busy, setBusy] = useState(false);
  const apply = async (choices: Choices) => {
    const planned = await changeChoices(id, choices);
    queries.setQueryData(["passes", id], planned);
    await queries.invalidateQueries({ queryKey: ["bench"] });
  };
  /** Gives whether it was kept; a refusal is told and changes nothing. */
  const change = async (label: string, changes: Partial<Choices>): Promise<boolean> => {
    if (!passes) return false;
    const before = passes.choices;
    setBusy(true);
    const failed = await edit({
      label,
      act: () => apply({ ...before, ...changes }),
      undo: () => apply(before),
    }).then(
      () => null,
      (error: unknown) => inWords(error),
    );
    setBusy(false);
    if (failed !== null) tell(failed);
    return failed === null;
  };
  return { busy, change };
}

export type ChangeChoices = ReturnType<typeof useChoices>["change"];
