/** An observation while it is being laid: the draft under the hand, the zone that is laid, and keeping it with a way back. */
import { useState } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import { laid } from "./lattice";
import { changeObservation, type Observation, type Painting } from "./queries";

const FOLLOWS = ["paintings", "values", "areas", "mixes", "passes", "bench"];

export function useObserving(painting: Painting | undefined) {
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const [draft, setDraft] = useState<number[] | null>(null);
  const [chosen, setChosen] = useState(0);
  const kept = painting?.observation ?? null;
  const zone = kept ? Math.min(chosen, kept.zones.length - 1) : 0;

  const keep = async (label: string, next: Observation) => {
    if (!painting || !kept) return;
    const before = bare(kept);
    const apply = async (to: Observation) => {
      queries.setQueryData(["painting", painting.id], await changeObservation(painting.id, to));
      for (const key of FOLLOWS) void queries.invalidateQueries({ queryKey: [key] });
    };
    try {
      await edit({ label, act: () => apply(next), undo: () => apply(before) });
    } catch (error) {
      tell(inWords(error));
    }
    setDraft(null);
  };
  const lay = (cells: number[], done: boolean) => {
    if (!kept) return;
    const next = laid(draft ?? kept.cells, cells, zone);
    setDraft(next);
    if (done) void keep("Laid cells", { ...bare(kept), cells: next });
  };
  return {
    observation: kept && { ...bare(kept), cells: draft ?? kept.cells },
    colours: kept?.colours ?? [],
    sketchUrl: kept?.sketch_url ?? null,
    zone,
    choose: setChosen,
    lay,
    keep,
  };
}

/** What of an observation is sent. */
function bare({ columns, rows, cells, zones, borders, notes }: Observation): Observation {
  return { columns, rows, cells, zones, borders, notes };
}
