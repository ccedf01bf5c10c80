/** Keeping what the painter decides about the passes; the pictures are painted anew behind it. */
import { useState } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import { changeChoices, passesQuery, type Choices, type Passes } from "./queries";

export function useChoices(id: number, passes: Passes | undefined) {
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const [busy, setBusy] = useState(false);
  /** Gives whether it was kept; a refusal is told and changes nothing. */
  const change = async (changes: Partial<Choices>): Promise<boolean> => {
    if (!passes) return false;
    const choices = { ...passes.choices, ...changes };
    setBusy(true);
    const failed = await edit(async () =>
      queries.setQueryData(passesQuery(id).queryKey, await changeChoices(id, choices)),
    ).then(
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
