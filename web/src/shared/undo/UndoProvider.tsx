/** Undoing what the server's history holds, from every page, and messages in passing. */
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from "react";

import { Button, Snackbar } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import { useLocation } from "react-router";

import { inWords } from "../api/client";
import { historyKey, scopeAt, turn, useHistory } from "./history";

interface Undo {
  /** Carry out a change; with `offer` its name and the way back are shown. Rejects when it is refused. */
  edit: (act: () => Promise<unknown>, offer?: Offer) => Promise<void>;
  undo: () => void;
  redo: () => void;
  /** The names of what would be undone and done again; null when there is nothing. */
  next: string | null;
  nextRedo: string | null;
  /** Tell the painter something in passing; with `back`, how it is taken back. */
  tell: (message: string, back?: () => Promise<unknown>) => void;
  /** What can be taken back on this page alone, before the history of the server. */
  setLocal: (step: LocalStep | null) => void;
}

/** Something that is tried on the page and kept nowhere, such as a dab on the tray. */
interface LocalStep {
  label: string;
  back: () => void;
}

/** What was done, and how to take it back where that is not the history's newest change. */
interface Offer {
  label: string;
  back?: () => Promise<unknown>;
}

const Context = createContext<Undo | null>(null);

export function UndoProvider({ children }: { children: ReactNode }) {
  const { pathname, search } = useLocation();
  const scope = scopeAt(pathname, search);
  const queries = useQueryClient();
  const history = useHistory(scope);
  const waiting = useRef<Promise<unknown>>(Promise.resolve());
  const [message, setMessage] = useState<{ text: string; back?: () => void } | null>(null);

  const tell = useCallback((text: string, back?: () => Promise<unknown>) => {
    const takeBack = () => back?.().catch((error: unknown) => setMessage({ text: inWords(error) }));
    setMessage({ text, ...(back && { back: () => void takeBack() }) });
  }, []);
  const turned = useCallback(
    (way: "undo" | "redo") => {
      if (scope === null) return;
      const words = way === "undo" ? "Undone" : "Redone";
      const turning = waiting.current.catch(() => undefined).then(() => turn(scope, way));
      waiting.current = turning;
      turning.then(
        ({ label, ...now }) => {
          queries.setQueryData(historyKey(scope), now);
          tell(`${words}: ${label}`);
        },
        (error: unknown) => tell(inWords(error)),
      );
    },
    [scope, queries, tell],
  );
  const [local, setLocal] = useState<LocalStep | null>(null);
  const undo = useCallback(() => {
    if (!local) return turned("undo");
    local.back();
    tell(`Undone: ${local.label}`);
  }, [local, turned, tell]);
  const redo = useCallback(() => turned("redo"), [turned]);
  const edit = useCallback(
    async (act: () => Promise<unknown>, offer?: Offer) => {
      const acting = act();
      waiting.current = acting;
      await acting;
      if (!offer) return;
      if (offer.back) tell(offer.label, offer.back);
      else setMessage({ text: offer.label, back: undo });
    },
    [tell, undo],
  );

  const next = local?.label ?? history?.undo ?? null;
  const nextRedo = history?.redo ?? null;
  const value = useMemo(
    () => ({ edit, undo, redo, next, nextRedo, tell, setLocal }),
    [edit, undo, redo, next, nextRedo, tell, setLocal],
  );
  return (
    <Context value={value}>
      {children}
      <Snackbar
        open={message !== null}
        autoHideDuration={6000}
        onClose={(_, reason) => reason !== "clickaway" && setMessage(null)}
        message={message?.text}
        action={
          message?.back && (
            <Button color="inherit" onClick={message.back}>
              Undo
            </Button>
          )
        }
      />
    </Context>
  );
}

export function useUndo(): Undo {
  const undo = useContext(Context);
  if (!undo) throw new Error("useUndo outside UndoProvider");
  return undo;
}

const MOST_LOCAL = 100;

/** Steps that are tried on this page alone: the newest is undone first, and all are forgotten when the page is left. */
export function useLocalUndo(): { add: (step: LocalStep) => void } {
  const { setLocal } = useUndo();
  const [steps, setSteps] = useState<LocalStep[]>([]);
  const last = steps.at(-1);
  useEffect(() => {
    setLocal(
      last
        ? {
            label: last.label,
            back: () => (last.back(), setSteps((now) => now.filter((one) => one !== last))),
          }
        : null,
    );
  }, [last, setLocal]);
  useEffect(() => () => setLocal(null), [setLocal]);
  return { add: (step) => setSteps((now) => [...now.slice(1 - MOST_LOCAL), step]) };
}
