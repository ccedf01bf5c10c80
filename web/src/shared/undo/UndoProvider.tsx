/** One stack of undoable edits for the whole studio, and messages in passing. */
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";

import { Button, Snackbar } from "@mui/material";

import { inWords } from "../api/client";
import { EditStack, type Edit } from "./edits";

interface Undo {
  /** Carry out an edit and remember its way back; `offer` shows the way back on the page. Rejects when refused. */
  edit: (edit: Edit, offer?: boolean) => Promise<void>;
  undo: () => void;
  redo: () => void;
  next: string | null;
  nextRedo: string | null;
  /** Tell the painter something in passing. */
  tell: (message: string) => void;
}

const Context = createContext<Undo | null>(null);

export function UndoProvider({ children }: { children: ReactNode }) {
  const [next, setNext] = useState<string | null>(null);
  const [nextRedo, setNextRedo] = useState<string | null>(null);
  const [stack] = useState(
    () =>
      new EditStack((undoable, redoable) => {
        setNext(undoable);
        setNextRedo(redoable);
      }),
  );
  const [message, setMessage] = useState<{ text: string; undoable: boolean } | null>(null);

  const tell = useCallback((text: string) => setMessage({ text, undoable: false }), []);
  const edit = useCallback(
    async (made: Edit, offer = false) => {
      await stack.carryOut(made);
      if (offer) setMessage({ text: made.label, undoable: true });
    },
    [stack],
  );
  const undo = useCallback(() => {
    stack.undo().then(
      (label) => label !== null && tell(`Undone: ${label}`),
      (error: unknown) => tell(inWords(error)),
    );
  }, [stack, tell]);

  const redo = useCallback(() => {
    stack.redo().then(
      (label) => label !== null && tell(`Done again: ${label}`),
      (error: unknown) => tell(inWords(error)),
    );
  }, [stack, tell]);

  const value = useMemo(
    () => ({ edit, undo, redo, next, nextRedo, tell }),
    [edit, undo, redo, next, nextRedo, tell],
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
          message?.undoable && (
            <Button color="inherit" onClick={undo}>
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
