/** Keeping what the painter does to the areas, each with a way back; what depends on them is asked anew. */
import { useState } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import { editWords } from "./edits";
import {
  changeArea,
  changeAreas,
  changeBorder,
  dismiss,
  type Area,
  type Areas,
  type AreaWords,
  type Border,
  type BorderWords,
  type Edit,
  type Finding,
} from "./queries";

const FOLLOWS = ["bench", "mixes", "passes"];

export function useAreaEdits(id: number, areas: Areas | undefined) {
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const [busy, setBusy] = useState<string | null>(null);
  const show = (answer: Areas) => {
    queries.setQueryData(["areas", id], answer);
    for (const key of FOLLOWS) void queries.invalidateQueries({ queryKey: [key, id] });
  };
  /** Gives whether it was kept; a refusal is told and changes nothing. */
  const keep = async (label: string, act: () => Promise<Areas>, back: () => Promise<Areas>) => {
    setBusy(label);
    const failed = await edit({
      label,
      act: async () => show(await act()),
      undo: async () => show(await back()),
    }).then(
      () => null,
      (error: unknown) => inWords(error),
    );
    setBusy(null);
    if (failed !== null) tell(failed);
    return failed === null;
  };
  const changes = (label: string, detail: number | null, edits: Edit[]) => {
    const before = { detail: areas?.detail ?? null, edits: areas?.edits ?? [] };
    return keep(
      label,
      () => changeAreas(id, { detail, edits }),
      () => changeAreas(id, before),
    );
  };
  return {
    busy,
    setDetail: (detail: number | null) => changes("Changed the detail", detail, areas?.edits ?? []),
    setEdits: (label: string, edits: Edit[]) => changes(label, areas?.detail ?? null, edits),
    add: (one: Edit) => changes(editWords(one), areas?.detail ?? null, [...(areas?.edits ?? []), one]),
    say: (area: Area, label: string, words: AreaWords) =>
      keep(
        label,
        () => changeArea(id, area.id, words),
        () => changeArea(id, area.id, before(area, words)),
      ),
    sayOfBorder: (border: Border, label: string, words: Omit<BorderWords, "a" | "b">) => {
      const pair = { a: border.a, b: border.b };
      const back = border.own
        ? { ...pair, softness: border.softness, over: border.over }
        : ({ ...pair, softness: "as_found", over: "as_found" } as const);
      return keep(
        label,
        () => changeBorder(id, { ...pair, ...words }),
        () => changeBorder(id, back),
      );
    },
    setAside: (finding: Finding, reason: string | null) =>
      keep(
        reason === null ? "Brought advice back" : "Set advice aside",
        () => dismiss(id, finding.key, reason),
        () => dismiss(id, finding.key, finding.dismissed ?? null),
      ),
  };
}

export type AreaEdits = ReturnType<typeof useAreaEdits>;

/** What takes the painter's words back to how they were. */
function before(area: Area, words: AreaWords): AreaWords {
  return {
    name: words.name == null ? null : area.name,
    target: words.target == null ? null : (area.target ?? ""),
    plane: words.plane == null ? null : area.plane === area.found_plane ? "as_found" : area.plane,
    handling: words.handling == null ? null : area.handling,
  };
}
