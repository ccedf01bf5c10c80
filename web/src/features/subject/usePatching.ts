/** Other photos while they are laid: which one, what is done to it, the draft under the hand, keeping it with a way back. */
import { useState } from "react";

import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import type { Patch } from "./patching";
import {
  addReference,
  changeReference,
  paintingQuery,
  referencesQuery,
  removeReference,
  type Marks,
  type Painting,
  type Reference,
} from "./queries";
import { useKeepPainting } from "./useKeepPainting";

/** What the hand does: place a patch, draw its outline, mark its horizon and light; or mark those of the base. */
export type PatchMode = "place" | "outline" | "marks" | "base marks";

/** What is under the hand: nothing, the marks of the base, or one of the other photos; a draft until the hand lets go. */
type Hand =
  | { on: "nothing" }
  | { on: "base"; marks: Marks | null }
  | {
      on: "photo";
      id: number;
      mode: Exclude<PatchMode, "base marks"> | null;
      draft: { patch: Patch } | { marks: Marks } | null;
    };

function inHand(photo: number | null, mode: PatchMode | null): Hand {
  if (mode === "base marks") return { on: "base", marks: null };
  return photo === null ? { on: "nothing" } : { on: "photo", id: photo, mode, draft: null };
}

const modeOf = (hand: Hand): PatchMode | null =>
  hand.on === "base" ? "base marks" : hand.on === "photo" ? hand.mode : null;

export function usePatching(painting: Painting | undefined, enabled: boolean) {
  const id = painting?.id ?? 0;
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const keepPainting = useKeepPainting(id);
  const references = useQuery({ ...referencesQuery(id), enabled: enabled && painting !== undefined });
  const [hand, setHand] = useState<Hand>({ on: "nothing" });
  const list = references.data ?? [];
  const reference = hand.on === "photo" ? (list.find((one) => one.id === hand.id) ?? null) : null;
  const shown = reference && hand.on === "photo" ? { ...reference, ...hand.draft } : null;
  const letGo = () => setHand((now) => inHand(now.on === "photo" ? now.id : null, modeOf(now)));

  const refresh = async () => {
    await Promise.all(
      [paintingQuery(id).queryKey, referencesQuery(id).queryKey].map((queryKey) =>
        queries.refetchQueries({ queryKey }),
      ),
    );
    letGo();
  };
  const attempt = async (act: () => Promise<unknown>) => {
    try {
      await edit(() => act().then(refresh));
    } catch (error) {
      letGo();
      tell(inWords(error));
    }
  };
  const keep = (facts: Partial<Pick<Reference, "name" | "patch" | "marks">>) => {
    if (!reference) return Promise.resolve();
    const { name, patch, marks } = reference;
    const before = { name, patch, marks };
    return attempt(() => changeReference(id, reference.id, { ...before, ...facts }));
  };
  const add = async (photo: File) => {
    let made = 0;
    await attempt(() =>
      addReference(id, photo, photo.name.replace(/\.[^.]+$/, "")).then((one) => (made = one.id)),
    );
    setHand(inHand(made || null, "place"));
  };
  const remove = async (one: Reference) => {
    await attempt(() => removeReference(id, one.id));
    setHand({ on: "nothing" });
  };
  return {
    list,
    reference: shown,
    mode: hand.on === "base" || reference ? modeOf(hand) : null,
    baseMarks: (hand.on === "base" && hand.marks) || (painting?.marks ?? {}),
    choose: (one: number | null, next: PatchMode | null) => setHand(inHand(one, next)),
    move: (patch: Patch) => setHand((now) => (now.on === "photo" ? { ...now, draft: { patch } } : now)),
    mark: (marks: Marks) =>
      setHand((now) => {
        if (now.on === "base") return { ...now, marks };
        return now.on === "photo" ? { ...now, draft: { marks } } : now;
      }),
    done: () => {
      if (hand.on === "base" && hand.marks && painting)
        void keepPainting({ marks: hand.marks }).then(refresh);
      if (hand.on === "photo" && hand.draft) void keep(hand.draft);
    },
    keep,
    add,
    remove,
  };
}

export type Patching = ReturnType<typeof usePatching>;
