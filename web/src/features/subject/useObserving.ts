/** An observation while it is being laid: the draft under the hand, the zone that is laid, and keeping it with a way back. */
import { useState } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Turns } from "../../shared/undo/turns";
import { useUndo } from "../../shared/undo/UndoProvider";
import { laid } from "./lattice";
import { changeObservation, paintingQuery, type Observation, type Painting } from "./queries";

export function useObserving(painting: Painting) {
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const [draft, setDraft] = useState<number[] | null>(null);
  const [chosen, setChosen] = useState(0);
  const [inBlocks, setInBlocks] = useState(true);
  const [turns] = useState(() => new Turns());
  const kept = painting.observation ?? null;
  const zone = kept ? Math.min(chosen, kept.zones.length - 1) : 0;
  const key = paintingQuery(painting.id).queryKey;

  /** Change the observation there is at that moment: shown at once, kept in turn, so that no quick tap undoes another. */
  const keep = async (change: (now: Observation) => Observation) => {
    const latest = queries.getQueryData<Painting>(key)?.observation;
    if (!latest) return;
    const after = change(bare(latest));
    queries.setQueryData<Painting>(
      key,
      (now) => now && { ...now, observation: now.observation && { ...now.observation, ...after } },
    );
    try {
      await edit(async () => {
        const answer = await turns.newest(() => changeObservation(painting.id, after)); // holds every change before it
        if (answer) queries.setQueryData(key, answer);
      });
    } catch (error) {
      tell(inWords(error));
      await queries.invalidateQueries({ queryKey: key });
    }
  };
  const lay = (cells: number[], done: boolean) => {
    if (!kept) return;
    const next = laid(draft ?? kept.cells, cells, zone);
    setDraft(done ? null : next);
    if (done) void keep((now) => ({ ...now, cells: next }));
  };
  return {
    observation: kept && { ...bare(kept), cells: draft ?? kept.cells },
    colours: kept?.colours ?? [],
    sketchUrl: kept?.sketch_url ?? null,
    zone,
    choose: setChosen,
    /** Lay cells under a moving hand; `done` when it lets go. */
    lay,
    /** Show cells laid on what is kept, in place of what the hand showed before: a block that is still being drawn. */
    layInstead: (cells: number[]) => kept && setDraft(laid(kept.cells, cells, zone)),
    inBlocks,
    setInBlocks,
    keep,
  };
}

/** What of an observation is sent. */
function bare({ columns, rows, cells, zones, borders, notes }: Observation): Observation {
  return { columns, rows, cells, zones, borders, notes };
}
