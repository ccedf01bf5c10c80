/** Other photos while they are laid: which one, what is done to it, the draft under the hand, keeping it with a way back. */
import { useState } from "react";

import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import type { Patch } from "./patching";
import {
  addReference,
  changeReference,
  referencesQuery,
  removeReference,
  type Marks,
  type Painting,
  type Reference,
} from "./queries";
import { useKeepPainting } from "./useKeepPainting";

/** What the hand does: place a patch, draw its outline, mark its horizon and light; or mark those of the base. */
export type PatchMode = "place" | "outline" | "marks" | "base marks";

const FOLLOWS = ["painting", "paintings", "references", "values", "areas", "mixes", "passes", "bench"];

export function usePatching(painting: Painting | undefined, enabled: boolean) {
  const id = painting?.id ?? 0;
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const keepPainting = useKeepPainting(id);
  const references = useQuery({ ...referencesQuery(id), enabled: enabled && painting !== undefined });
  const [chosen, setChosen] = useState<number | null>(null);
  const [mode, setMode] = useState<PatchMode | null>(null);
  const [draft, setDraft] = useState<{ patch?: Patch; marks?: Marks } | null>(null);
  const list = references.data ?? [];
  const reference = list.find((one) => one.id === chosen) ?? null;
  const shown = reference && { ...reference, ...draft };

  const refresh = async () => {
    await Promise.all(FOLLOWS.map((key) => queries.invalidateQueries({ queryKey: [key] })));
    setDraft(null);
  };
  const attempt = async (label: string, act: () => Promise<unknown>, undo: () => Promise<unknown>) => {
    try {
      await edit({ label, act: () => act().then(refresh), undo: () => undo().then(refresh) });
    } catch (error) {
      setDraft(null);
      tell(inWords(error));
    }
  };
  const keep = (label: string, facts: Partial<Pick<Reference, "name" | "patch" | "marks">>) => {
    if (!reference) return Promise.resolve();
    const { name, patch, marks } = reference;
    const before = { name, patch, marks };
    return attempt(
      label,
      () => changeReference(reference.id, { ...before, ...facts }),
      () => changeReference(reference.id, before),
    );
  };
  const add = async (photo: File) => {
    let made = 0;
    await attempt(
      "Laid another photo over the base",
      () => addReference(id, photo, photo.name.replace(/\.[^.]+$/, "")).then((one) => (made = one.id)),
      () => removeReference(made),
    );
    setChosen(made || null);
    setMode("place");
  };
  const remove = async (one: Reference) => {
    try {
      await removeReference(one.id);
      setChosen(null);
      setMode(null);
      await refresh();
    } catch (error) {
      tell(inWords(error));
    }
  };
  return {
    list,
    reference: shown,
    mode: mode === "base marks" || reference ? mode : null,
    baseMarks: draft?.marks && mode === "base marks" ? draft.marks : (painting?.marks ?? {}),
    choose: (one: number | null, next: PatchMode | null) => {
      setChosen(one);
      setMode(next);
      setDraft(null);
    },
    move: (patch: Patch) => setDraft({ patch }),
    mark: (marks: Marks) => setDraft({ marks }),
    done: () => {
      if (!draft) return;
      if (mode === "base marks" && draft.marks && painting) {
        void keepPainting("Marked the base", { marks: draft.marks }, { marks: painting.marks }).then(refresh);
      } else if (draft.patch) void keep("Moved a patch", { patch: draft.patch });
      else if (draft.marks) void keep("Marked a photo", { marks: draft.marks });
    },
    keep,
    add,
    remove,
  };
}

export type Patching = ReturnType<typeof usePatching>;
