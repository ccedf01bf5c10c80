/** Keeping what the painter does to the areas. */
import { useState } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import { editWords } from "./edits";
import {
  areasQuery,
  changeArea,
  changeAreas,
  changeBorder,
  changeThing,
  dismiss,
  type Area,
  type Areas,
  type AreaWords,
  type Border,
  type BorderWords,
  type Edit,
  type Finding,
} from "./queries";

export function useAreaEdits(id: number, areas: Areas | undefined) {
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const [busy, setBusy] = useState<string | null>(null);
  /** Gives whether it was kept; a refusal is told and changes nothing. */
  const keep = async (doing: string, act: () => Promise<Areas>) => {
    setBusy(doing);
    const failed = await edit(async () => queries.setQueryData(areasQuery(id).queryKey, await act())).then(
      () => null,
      (error: unknown) => inWords(error),
    );
    setBusy(null);
    if (failed !== null) tell(failed);
    return failed === null;
  };
  const changes = (doing: string, detail: number | null, edits: Edit[]) =>
    keep(doing, () => changeAreas(id, { detail, edits }));
  return {
    busy,
    setDetail: (detail: number | null) => changes("Changing the number of areas", detail, areas?.edits ?? []),
    setEdits: (edits: Edit[]) => changes("Changing the areas", areas?.detail ?? null, edits),
    add: (one: Edit) => changes(editWords(one), areas?.detail ?? null, [...(areas?.edits ?? []), one]),
    say: (area: Area, words: AreaWords) => keep("Keeping it", () => changeArea(id, area.id, words)),
    sayOfBorder: (border: Border, words: Omit<BorderWords, "a" | "b">) =>
      keep("Keeping it", () => changeBorder(id, { a: border.a, b: border.b, ...words })),
    /** These areas are one thing, under this name. */
    sayOfThing: (areas: string[], name: string) => keep("Keeping it", () => changeThing(id, { areas, name })),
    setAside: (finding: Finding, reason: string | null) =>
      keep("Keeping it", () => dismiss(id, finding.key, reason)),
  };
}

export type AreaEdits = ReturnType<typeof useAreaEdits>;
