/** The mixes: those of a tapped area, one in full, all of them, or the choice of the palette they come from. */
import { lazy, Suspense, useState } from "react";

import { Button, ToggleButton, ToggleButtonGroup } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { AreaOverlay } from "../../features/areas";
import { addPalette } from "../../features/materials";
import {
  areasOf,
  AreaMixes,
  changeBorrowing,
  changePiles,
  changeTubes,
  choosePalette,
  keepRecipe,
  MixFacts,
  MixList,
  PaletteChoice,
  ReachOverlay,
  reportQuery,
  type Mixes,
  mixesQuery,
} from "../../features/mixes";
import { inWords } from "../../shared/api/client";
import { Layer, Viewer } from "../../shared/ui/Viewer";
import { Failed, Loading } from "../../shared/ui/States";
import { useUndo } from "../../shared/undo/UndoProvider";
import type { Desk } from "./desk";
import {
  AreasMoved,
  FactsFrame,
  ladderShows,
  MapLayer,
  NotPlanned,
  PassesStrip,
  ViewerFrame,
} from "./frames";

const MixedBefore = lazy(() => import("../../features/logbook/MixedBefore"));

type ReachLook = "out" | "instead" | "photo";

export default function MixesView({ desk }: { desk: Desk }) {
  const { id, areas, area, mix, paletteKeys, choose } = desk;
  const painting = desk.painting.data!;
  const [look, setLook] = useState<ReachLook>("out");
  const asked = useQuery({ ...reportQuery(id, paletteKeys ?? []), enabled: (paletteKeys?.length ?? 0) > 0 });
  const reach = paletteKeys ? asked.data : undefined;
  const goesTo = mix && desk.mixes.data ? areasOf(mix, desk.mixes.data) : new Set<string>();
  const served = goesTo.size < desk.areaOf.size ? goesTo : [];
  return (
    <>
      <ViewerFrame>
        <Viewer
          picture={{ width: painting.width_px, height: painting.height_px }}
          label={`${painting.title}, mixes`}
          onTap={(at) => {
            void desk.areaAt(at).then((hit) => hit && choose({ area: hit.id, mix: null }));
          }}
          tools={
            reach && (
              <ToggleButtonGroup
                exclusive
                size="small"
                value={look}
                onChange={(_, to: ReachLook | null) => to && setLook(to)}
                aria-label="What the stage shows"
                sx={{ bgcolor: "background.paper" }}
              >
                <ToggleButton value="out">Out of reach</ToggleButton>
                <ToggleButton value="instead">In these tubes</ToggleButton>
                <ToggleButton value="photo">Photo</ToggleButton>
              </ToggleButtonGroup>
            )
          }
        >
          {reach && look !== "photo" ? (
            <Layer src={reach.instead_url} alt="The picture in the colours of this palette" />
          ) : (
            <Layer src={painting.picture_url} alt="The reference, cropped to the support" />
          )}
          {reach && look === "out" && <ReachOverlay maskUrl={reach.out_url} shareOut={reach.share_out} />}
          <MapLayer desk={desk} />
          {(mix || area) && areas.data && !ladderShows(desk) && (
            <AreaOverlay
              areas={areas.data.areas}
              widthMm={painting.width_mm}
              heightMm={painting.height_mm}
              chosen={new Set(mix ? served : area ? [area.id] : [])}
            />
          )}
        </Viewer>
      </ViewerFrame>
      <PassesStrip desk={desk} />
      <FactsFrame>
        <AreasMoved upToDate={desk.mixes.data?.up_to_date ?? true} />
        <Facts desk={desk} />
      </FactsFrame>
    </>
  );
}

/** The choice of tubes, one mix, the mixes of an area, or all of them. */
function Facts({ desk }: { desk: Desk }) {
  const { id, mixes, passes, area, mix, paletteKeys, choose } = desk;
  const painting = desk.painting.data!;
  const edits = useMixEdits(desk);
  if (mixes.isPending || desk.areas.isPending) return <Loading what="mixes" />;
  if (mixes.isError) return <Failed error={mixes.error} again={() => void mixes.refetch()} />;
  if (mixes.data.mixes.length === 0) return <NotPlanned what="mixes" />;
  if (paletteKeys) {
    return (
      <PaletteChoice
        paintingId={id}
        mixes={mixes.data}
        keys={paletteKeys}
        areaNames={desk.areaNames}
        setKeys={(keys) => choose({ palette: keys.join(",") })}
        choose={(keys) => void edits.setPalette(keys)}
        save={(keys) => void edits.savePalette(painting.title, keys)}
        close={() => choose({ palette: null })}
      />
    );
  }
  if (mix) {
    return (
      <>
        <Button onClick={() => choose({ mix: null })}>{area ? area.name : "All mixes"}</Button>
        <MixFacts
          mix={mix}
          volume={passes.data?.volumes[mix.id]}
          amounts={passes.data?.doses[mix.id]}
          areaNames={desk.areaNames}
          blends={mixes.data.blends}
          strings={mixes.data.strings}
          bench={mixes.data.mixes.includes(mix) ? `/mixes?painting=${id}&mix=${mix.id}` : null}
          giveBack={() => void edits.giveBack(mix.id)}
          choose={(chosen) => choose({ mix: chosen })}
          book={
            <Suspense>
              <MixedBefore lab={mix.target_lab} painting={id} />
            </Suspense>
          }
        />
      </>
    );
  }
  if (area) {
    return (
      <>
        <Button onClick={() => choose({ area: null })}>All mixes</Button>
        <AreaMixes
          areaId={area.id}
          areaName={area.name}
          mixes={[...mixes.data.mixes, ...mixes.data.blends]}
          string={desk.string}
          volumes={passes.data?.volumes ?? {}}
          amounts={passes.data?.doses ?? {}}
          choose={(chosen) => choose({ mix: chosen })}
        />
      </>
    );
  }
  const palette = mixes.data.palette.map((tube) => tube.key).join(",");
  return (
    <MixList
      paintingId={id}
      mixes={mixes.data}
      areaNames={desk.areaNames}
      choose={(chosen) => choose({ mix: chosen })}
      chooseArea={(chosen) => choose({ area: chosen })}
      changeTubes={(tubes) => void edits.keepTubes(tubes)}
      changePiles={(piles) => void edits.keepPiles(piles)}
      changeBorrowing={(share) => void edits.keepBorrowing(share)}
      choosePalette={() => choose({ palette, mix: null, area: null })}
    />
  );
}

/** Edits of the mixes: what the server answers is shown. */
function useMixEdits({ id }: Desk) {
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  async function kept(ask: () => Promise<Mixes>) {
    try {
      await edit(async () => queries.setQueryData(mixesQuery(id).queryKey, await ask()));
    } catch (error) {
      tell(inWords(error));
    }
  }
  return {
    keepTubes: (tubes: number) => kept(() => changeTubes(id, tubes)),
    keepPiles: (piles: number) => kept(() => changePiles(id, piles)),
    keepBorrowing: (share: number) => kept(() => changeBorrowing(id, share)),
    setPalette: async (keys: string[] | null) => {
      await kept(() => choosePalette(id, keys));
      tell("The palette is set. Bring the plan up to date to mix from it.");
    },
    giveBack: (mix: string) => kept(() => keepRecipe(id, mix, null)),
    savePalette: async (title: string, keys: string[]) => {
      try {
        const saved = await addPalette(title, keys);
        tell(`Saved as “${saved.name}” among the palettes of the shelf.`);
      } catch (error) {
        tell(inWords(error));
      }
    },
  };
}
