/** What every view of the workspace shares: the painting's data, what is chosen in the address, and how edits are kept. */
import { useMemo, useState } from "react";

import { useQuery, useQueryClient } from "@tanstack/react-query";

import { areasQuery } from "../../features/areas";
import { mixesQuery } from "../../features/mixes";
import { standingQuery, passesQuery } from "../../features/passes";
import { paintingQuery } from "../../features/subject";
import {
  askedOf,
  changedOf,
  changeValues,
  greysQuery,
  reliefQuery,
  stepsOfGreys,
  valuesQuery,
  type Values,
  type ValuesIn,
} from "../../features/values";
import { useAddress } from "../../shared/address";
import { inWords } from "../../shared/api/client";
import type { Spot } from "../../shared/ui/Handles";
import { byteAt } from "../../shared/ui/pixels";
import { Turns } from "../../shared/undo/turns";
import { useUndo } from "../../shared/undo/UndoProvider";
import { studioQuery } from "../queries";
import type { Word } from "./words";

const DISPLAY_PX = 1000;
const LABELS_PX = 800;

type Chosen = {
  area?: string | null;
  mix?: string | null;
  pass?: number | null;
  unit?: number | null;
  palette?: string | null;
  task?: string | null;
  sitting?: number | null;
  check?: number | string | null;
  tab?: string | null;
};

export function useDesk(id: number, word: Word) {
  const { search, change } = useAddress();
  const queries = useQueryClient();
  const { edit, tell } = useUndo();

  const painting = useQuery(paintingQuery(id));
  const values = useQuery(valuesQuery(id));
  const areas = useQuery(areasQuery(id));
  const mixes = useQuery(mixesQuery(id));
  const passes = useQuery(passesQuery(id));
  const standing = useQuery(standingQuery(id));
  const isHosted = useQuery(studioQuery).data?.hosted === true;
  const relief = useQuery({
    ...reliefQuery(id),
    enabled: (word === "values" || word === "subject") && values.data !== undefined,
  });
  const valueGreys = useQuery({
    ...greysQuery(painting.data?.value_url ?? "", DISPLAY_PX, false),
    enabled: !!painting.data,
  });
  const mapGreys = useQuery({
    ...greysQuery(values.data?.map_url ?? "", DISPLAY_PX),
    enabled: !!values.data,
  });
  const labelsUrl = areas.data?.labels_url ?? null;
  const labels = useQuery({ ...greysQuery(labelsUrl ?? "", LABELS_PX), enabled: labelsUrl !== null });
  /** The area at a place; a tap that comes before the areas, or the picture of which lies where, waits for them. */
  const areaAt = async (at: Spot) => {
    const settled = areas.data?.labels_url && !areas.isFetching ? areas.data : null;
    const now = settled ?? (await queries.fetchQuery(areasQuery(id)).catch(() => null));
    if (!now?.labels_url) return undefined;
    const index = byteAt(await queries.ensureQueryData(greysQuery(now.labels_url, LABELS_PX)), at);
    return now.areas.find((one) => one.index === index);
  };

  const [live, setLive] = useState<number[] | null>(null);
  const [isolated, setIsolated] = useState<number | null>(null);
  const keptSteps = useMemo(() => stepsOfGreys(values.data?.steps ?? []), [values.data]);
  const keptTones = useMemo(
    () => (values.data?.steps ?? []).map((step) => parseInt(step.grey.slice(1, 3), 16)),
    [values.data],
  );

  const areaOf = useMemo(() => new Map(areas.data?.areas.map((area) => [area.id, area])), [areas.data]);
  const areaNames = useMemo(
    () => new Map(areas.data?.areas.map((area) => [area.id, area.name])),
    [areas.data],
  );
  const allMixes = useMemo(() => {
    const strings = mixes.data?.strings.map((one) => one.parts) ?? [];
    const all = [passes.data?.mixes, mixes.data?.mixes, mixes.data?.blends, ...strings];
    return new Map(all.flatMap((some) => some ?? []).map((mix) => [mix.id, mix]));
  }, [passes.data, mixes.data]);
  const area = areaOf.get(search.get("area") ?? "");
  const strings = (passes.data?.up_to_date ? passes.data : mixes.data)?.strings;
  const unitText = search.get("unit");
  const passNumber = Number(search.get("pass")) || null;
  const choose: (chosen: Chosen) => void = change;

  const [turns] = useState(() => new Turns());
  /** Keeps what differs from the values that are shown. A change that comes before the one before it is shown goes on top of it. */
  const keepValues = async (wanted: ValuesIn) => {
    if (!values.data) return;
    const shown = values.data;
    const apply = async () => {
      const now = queries.getQueryData<Values>(valuesQuery(id).queryKey) ?? shown;
      const kept = await changeValues(id, { ...askedOf(now), ...changedOf(askedOf(shown), wanted) });
      await queries.ensureQueryData(greysQuery(kept.map_url, DISPLAY_PX));
      queries.setQueryData(valuesQuery(id).queryKey, kept);
    };
    try {
      await edit(() => turns.inTurn(apply));
    } catch (error) {
      tell(inWords(error));
    }
    setLive(null);
  };

  return {
    id,
    search,
    painting,
    values,
    areas,
    mixes,
    passes,
    standing,
    isHosted,
    relief,
    valueGreys,
    mapGreys,
    labels,
    areaAt,
    live,
    setLive,
    isolated,
    setIsolated,
    keptSteps,
    keptTones,
    areaOf,
    areaNames,
    allMixes,
    area,
    /** The string of piles of the chosen area's gradation, with its ml where the plan is current. */
    string: strings?.find((one) => one.area === area?.id),
    mix: allMixes.get(search.get("mix") ?? ""),
    paletteKeys: search.get("palette")?.split(",").filter(Boolean) ?? null,
    shownPass: passes.data?.passes.find((p) => p.number === passNumber) ?? passes.data?.passes.at(-1),
    shownUnit: unitText === null || unitText === "" ? null : Number(unitText),
    choose,
    keepValues,
  };
}

/** The desk once the painting and its values are there: what the views are given. */
export type Desk = ReturnType<typeof useDesk>;

export const displayGreys = (url: string | undefined) => ({
  ...greysQuery(url ?? "", DISPLAY_PX),
  enabled: url !== undefined,
});
