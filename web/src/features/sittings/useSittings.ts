/** Keeping what the painter says about their sittings; a first schedule comes back with it, the best one follows behind. */
import { useState } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import { changeSittings, sittingsQuery, type Settings, type Sittings } from "./queries";

export function useSittings(id: number, sittings: Sittings | undefined) {
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const [busy, setBusy] = useState(false);
  /** Do something that answers with the sittings; gives whether it was done. */
  const carryOut = async (what: () => Promise<Sittings>): Promise<boolean> => {
    setBusy(true);
    const failed = await edit(async () =>
      queries.setQueryData(sittingsQuery(id).queryKey, await what()),
    ).then(
      () => null,
      (error: unknown) => inWords(error),
    );
    setBusy(false);
    if (failed !== null) tell(failed);
    return failed === null;
  };
  const change = async (changes: Partial<Settings>): Promise<boolean> =>
    sittings ? carryOut(() => changeSittings(id, { ...sittings.settings, ...changes })) : false;
  return { busy, change, carryOut };
}

export type ChangeSittings = ReturnType<typeof useSittings>["change"];
