/** Photos sent, what is said of them kept, measuring watched; whatever is refused is told and changes nothing. */
import { useState } from "react";

import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useWatchedRun } from "../../shared/api/runs";
import { useUndo } from "../../shared/undo/UndoProvider";
import {
  addPhoto,
  addSecond,
  askAgain,
  checkQuery,
  checkRunQuery,
  checksQuery,
  putCheckBack,
  removeCheck,
  simulatePhoto,
  type Asked,
  type Check,
} from "./queries";

export function useCheck(id: number, chosen: number | null) {
  const queries = useQueryClient();
  const { tell } = useUndo();
  const [isSending, setSending] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const check = useQuery({ ...checkQuery(id, chosen ?? 0), enabled: chosen !== null });
  const anew = async (isThere = true) => {
    await queries.invalidateQueries({ queryKey: checksQuery(id).queryKey });
    await queries.invalidateQueries({ queryKey: checkRunQuery(id).queryKey });
    if (chosen !== null && isThere)
      await queries.invalidateQueries({ queryKey: checkQuery(id, chosen).queryKey });
  };
  const { doing, stop } = useWatchedRun(checkRunQuery(id), () => void anew());
  /** What the server gave, or null where it refused. */
  const send = async <T>(what: () => Promise<T>, staysThere = true): Promise<T | null> => {
    setSending(true);
    setRefusal(null);
    const sent = await what().catch((error: unknown) => {
      setRefusal(inWords(error));
      return null;
    });
    await anew(staysThere);
    setSending(false);
    return sent;
  };
  const kept = (sent: Check | null) => {
    if (sent) queries.setQueryData(checkQuery(id, sent.id).queryKey, sent);
    return sent;
  };
  return {
    check,
    doing,
    stop,
    isSending,
    refusal,
    photograph: (number: number, photo: Blob) => send(() => addPhoto(id, number, photo)).then(kept),
    simulate: (number: number, seed: number) => send(() => simulatePhoto(id, number, seed)).then(kept),
    join: (photo: Blob) => send(() => addSecond(id, chosen!, photo)).then(kept),
    ask: (asked: Asked) => send(() => askAgain(id, chosen!, asked)).then(kept),
    /** Whether it is gone; it lies in the bin then. */
    remove: async () => {
      const gone = chosen!;
      const removed = await send(() => removeCheck(id, gone).then(() => true), false);
      if (removed) tell("Put the check into the bin", () => putCheckBack(gone).then(() => anew(false)));
      return removed;
    },
  };
}

export type CheckDesk = ReturnType<typeof useCheck>;
