/** The workspace of one painting: bench, stage with its strip, value ladder, facts. */
import { useCallback, useEffect, useMemo, useState } from "react";

import { Box, Button, ToggleButton, ToggleButtonGroup } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate, useParams, useSearchParams } from "react-router";

import { AreaFacts, AreaList, AreaOverlay, areasQuery } from "../../features/areas";
import { addPalette } from "../../features/materials";
import {
  AreaMixes,
  changeTubes,
  colourWordsQuery,
  choosePalette,
  keepRecipe,
  MixFacts,
  MixList,
  mixesQuery,
  PaletteChoice,
  ReachOverlay,
  reportQuery,
  type Mixes,
} from "../../features/mixes";
import { benchQuery, PaintNeeds, PassFacts, passesQuery, PlanFiles, StageStrip } from "../../features/passes";
import {
  Guides,
  GuidesOverlay,
  Lattice,
  guidesQuery,
  handlesOf,
  paintingQuery,
  PatchFacts,
  PatchOverlay,
  SubjectFacts,
  ToolOverlay,
  useObserving,
  usePatching,
  ZoneFacts,
  type Tool,
} from "../../features/subject";
import {
  askedOf,
  changeValues,
  CharacterFacts,
  ContourLabels,
  greyOf,
  greysQuery,
  LookFacts,
  middles,
  otherBrushQuery,
  ProfileLine,
  ProfilePanel,
  RangeCurve,
  reliefQuery,
  squintPx,
  stepTable,
  TransferFiles,
  useLooking,
  ValueCanvas,
  ValueFacts,
  ValueLadder,
  valuesQuery,
  WhereTheEyeGoes,
  type Tapped,
  type ValuesIn,
} from "../../features/values";
import { inWords } from "../../shared/api/client";
import { byteAt } from "../../shared/ui/pixels";
import type { Spot } from "../../shared/ui/Handles";
import { Layer, Stage } from "../../shared/ui/Stage";
import { Empty, Failed, Loading } from "../../shared/ui/States";
import { useUndo } from "../../shared/undo/UndoProvider";
import { isTyping } from "../Shell";
import { Bench } from "./Bench";
import { isWord, WORDS, type Word } from "./words";

const DISPLAY_PX = 1000;
const LABELS_PX = 800;
const WIDEST_BRUSH_SHARE = 0.25;

type ReachLook = "out" | "instead" | "photo";

/** Every byte of the value picture as its own step, and the screen grey of each: the picture in black and white. */
const EVERY_BYTE = Uint8Array.from({ length: 256 }, (_, byte) => byte);
const EVERY_TONE = Array.from(EVERY_BYTE, (byte) => greyOf(byte / 25.5));
const NOTAN_TONES: Record<number, number[]> = { 1: [30, 235], 2: [30, 130, 235] };

/** Which step every grey of a kept map stands for. */
function stepsOfGreys(steps: { index: number; grey: string }[]): Uint8Array {
  const table = new Uint8Array(256);
  for (const step of steps) table[parseInt(step.grey.slice(1, 3), 16)] = step.index;
  return table;
}

export default function Workspace() {
  const params = useParams();
  const id = Number(params.paintingId);
  const word: Word = isWord(params.word) ? params.word : "subject";
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { edit, tell } = useUndo();

  const painting = useQuery(paintingQuery(id));
  const values = useQuery(valuesQuery(id));
  const areas = useQuery(areasQuery(id));
  const mixes = useQuery(mixesQuery(id));
  const passes = useQuery(passesQuery(id));
  const bench = useQuery(benchQuery(id));
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

  const relief = useQuery({
    ...reliefQuery(id),
    enabled: (word === "values" || word === "subject") && values.data !== undefined,
  });
  const offeredGuides = useQuery({ ...guidesQuery(id), enabled: word === "subject" });
  const [live, setLive] = useState<number[] | null>(null);
  const [isolated, setIsolated] = useState<number | null>(null);
  const { looking, set: setLooking, showProfile } = useLooking();
  const [tapped, setTapped] = useState<Tapped | null>(null);
  const [tool, setTool] = useState<Tool | null>(null);
  const [handles, setHandles] = useState<Spot[]>([]);
  const [radius, setRadius] = useState(0.12);
  const [guides, setGuides] = useState<string[]>([]);
  const [cellMm, setCellMm] = useState<number | null>(null);
  const [reachLook, setReachLook] = useState<ReachLook>("out");

  const observing = useObserving(painting.data);
  const patching = usePatching(painting.data, word === "subject");
  const colourWords = useQuery({
    ...colourWordsQuery,
    enabled: word === "subject" && observing.observation !== null,
  });
  const otherMap = useQuery({
    ...otherBrushQuery(id, looking.otherBrush ?? 0, values.data?.map_url ?? ""),
    enabled: word === "values" && looking.otherBrush !== null,
  });
  const otherGreys = useQuery({
    ...greysQuery(otherMap.data?.map_url ?? "", DISPLAY_PX),
    enabled: otherMap.data !== undefined,
  });
  const keptSteps = useMemo(() => stepsOfGreys(values.data?.steps ?? []), [values.data]);

  const areaId = search.get("area");
  const mixId = search.get("mix");
  const paletteKeys = search.get("palette")?.split(",").filter(Boolean) ?? null;
  const passNumber = Number(search.get("pass")) || null;
  const choose = useCallback(
    (chosen: { area?: string | null; mix?: string | null; pass?: number | null; palette?: string | null }) =>
      setSearch(
        (now) => {
          const next = new URLSearchParams(now);
          for (const [key, value] of Object.entries(chosen)) {
            if (value === null || value === undefined) next.delete(key);
            else next.set(key, String(value));
          }
          return next;
        },
        { replace: true },
      ),
    [setSearch],
  );

  const allMixes = useMemo(() => {
    const ground = passes.data?.ground;
    return new Map([...(ground ? [ground] : []), ...(mixes.data?.mixes ?? [])].map((mix) => [mix.id, mix]));
  }, [passes.data, mixes.data]);
  const areaOf = useMemo(() => new Map(areas.data?.areas.map((area) => [area.id, area])), [areas.data]);
  const area = areaId ? areaOf.get(areaId) : undefined;
  const mix = mixId ? allMixes.get(mixId) : undefined;
  const reach = useQuery({
    ...reportQuery(id, paletteKeys ?? []),
    enabled: word === "mixes" && (paletteKeys?.length ?? 0) > 0,
  });
  const shownPass = passes.data?.passes.find((p) => p.number === passNumber) ?? passes.data?.passes.at(-1);

  const keepValues = useCallback(
    async (label: string, wanted: ValuesIn) => {
      const before = values.data;
      if (!before) return;
      const apply = async (settings: ValuesIn) => {
        const kept = await changeValues(id, settings);
        await queries.ensureQueryData(greysQuery(kept.map_url, DISPLAY_PX));
        queries.setQueryData(["values", id], kept);
        setTapped(null);
        void queries.invalidateQueries({ queryKey: ["bench", id] });
        void queries.invalidateQueries({ queryKey: ["values", id, "relief"] });
      };
      try {
        await edit({ label, act: () => apply(wanted), undo: () => apply(askedOf(before)) });
      } catch (error) {
        tell(inWords(error));
      }
      setLive(null);
    },
    [values.data, id, queries, edit, tell],
  );

  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const place = Number(event.key) - 1;
      const count = passes.data?.passes.length ?? 0;
      const now = shownPass?.number ?? count;
      if (WORDS[place]) void navigate(`/paintings/${id}/${WORDS[place].word}?${search}`);
      else if (event.key === "[" && count) choose({ pass: Math.max(1, now - 1) });
      else if (event.key === "]" && count) choose({ pass: Math.min(count, now + 1) });
      else if (event.key === "Escape") {
        choose({ area: null, mix: null, palette: null });
        setIsolated(null);
        setTapped(null);
        setTool(null);
      }
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [choose, id, navigate, passes.data, search, shownPass]);

  if (painting.isPending || values.isPending) return <Loading what="the painting" />;
  if (painting.isError) return <Failed error={painting.error} again={() => void painting.refetch()} />;
  if (values.isError) return <Failed error={values.error} again={() => void values.refetch()} />;
  const facts = values.data;

  const tap = (at: { x: number; y: number }) => {
    if (word === "subject" && (tool !== null || patching.mode || observing.observation)) return;
    if (word === "subject" || word === "values") {
      const bytes = valueGreys.data;
      if (!bytes) return;
      const value = byteAt(bytes, at) / 25.5;
      const step = mapGreys.data
        ? keptSteps[byteAt(mapGreys.data, at)]!
        : facts.thresholds.filter((limit) => value >= limit).length;
      const again = isolated === step;
      setIsolated(again ? null : step);
      setTapped(again ? null : { ...at, step });
      return;
    }
    const hit = labels.data && areas.data?.areas.find((a) => a.index === byteAt(labels.data, at));
    if (!hit) return;
    if (word === "areas") choose({ area: hit.id === areaId ? null : hit.id });
    else if (word === "mixes") choose({ area: hit.id, mix: null });
    else void navigate(`/paintings/${id}/mixes?area=${hit.id}`);
  };

  const own = patching.mode === "outline" || patching.mode === "marks" ? patching.reference : null;
  const laying =
    word !== "subject" || !patching.mode
      ? null
      : own
        ? { url: own.url, size: { width: own.width_px, height: own.height_px }, alt: `The photo ${own.name}` }
        : {
            url: painting.data.whole_url,
            size: { width: painting.data.whole_width_px, height: painting.data.whole_height_px },
            alt: "Everything laid together, before cropping",
          };
  const adjusting = word === "subject" && tool !== null && tool !== "focal";
  const picture = adjusting
    ? { width: painting.data.reference_width_px, height: painting.data.reference_height_px }
    : laying
      ? laying.size
      : { width: painting.data.width_px, height: painting.data.height_px };
  const look = word === "values" ? looking.look : "photo";
  const showsMap = live !== null || isolated !== null || look === "map" || look === "contours";
  const contours = look === "contours" && live === null && isolated === null;
  const plainLimits =
    look === "notan2" ? relief.data?.notan[0] : look === "notan3" ? relief.data?.notan[1] : null;
  const halfOther = word === "values" && looking.otherBrush !== null && look === "map" && otherGreys.data;
  const source = live ? valueGreys.data : mapGreys.data;
  const servedAreas = new Set(
    mix && mix.serves.length < areaOf.size ? mix.serves.map((part) => part.area) : [],
  );
  const overlayChosen = mix && word === "mixes" ? servedAreas : new Set(area ? [area.id] : []);

  return (
    <Box
      component="main"
      sx={{
        "--bench-here": (theme) => theme.palette.divider,
        height: "100%",
        minHeight: 0,
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0,1fr) 92px", md: "222px minmax(0,1fr) 104px 336px" },
        gridTemplateRows: { xs: "auto minmax(420px, 54vh) auto auto", md: "minmax(0,1fr) auto" },
        gridTemplateAreas: {
          xs: '"bench bench" "stage ladder" "strip strip" "facts facts"',
          md: '"bench stage ladder facts" "bench strip strip facts"',
        },
      }}
    >
      <title>{`${painting.data.title} · Ypsochrom`}</title>
      <Box sx={{ gridArea: "bench", overflow: "auto", bgcolor: "background.default" }}>
        <Bench
          paintingId={id}
          title={painting.data.title}
          bench={bench.data}
          search={search.size ? `?${search}` : ""}
        />
      </Box>
      <Box sx={{ gridArea: "stage", minHeight: 0 }}>
        <Stage
          picture={picture}
          label={`${painting.data.title}, ${word}`}
          onTap={tap}
          flip={word === "values" ? looking.flip : "none"}
          blurPx={
            word === "values"
              ? squintPx(
                  looking.squintDeg,
                  looking.distanceMm,
                  painting.data.width_mm,
                  painting.data.width_px,
                )
              : 0
          }
          tools={
            word === "mixes" && reach.data ? (
              <ToggleButtonGroup
                exclusive
                size="small"
                value={reachLook}
                onChange={(_, to: ReachLook | null) => to && setReachLook(to)}
                aria-label="What the stage shows"
                sx={{ bgcolor: "background.paper" }}
              >
                <ToggleButton value="out">Out of reach</ToggleButton>
                <ToggleButton value="instead">In these tubes</ToggleButton>
                <ToggleButton value="photo">Photo</ToggleButton>
              </ToggleButtonGroup>
            ) : undefined
          }
        >
          {laying ? (
            <Layer src={laying.url} alt={laying.alt} />
          ) : adjusting ? (
            <Layer src={painting.data.reference_url} alt="The photo as it came" />
          ) : word === "passes" && shownPass ? (
            <Layer
              src={shownPass.stage_url}
              alt={`The painting after pass ${shownPass.number}, ${shownPass.role}`}
            />
          ) : word === "mixes" && reach.data && reachLook !== "photo" ? (
            <Layer src={reach.data.instead_url} alt="The picture in the colours of this palette" />
          ) : (
            <Layer src={painting.data.picture_url} alt="The reference, cropped to the support" />
          )}
          {word === "mixes" && reach.data && reachLook === "out" && (
            <ReachOverlay maskUrl={reach.data.out_url} shareOut={reach.data.share_out} />
          )}
          {showsMap && source && (
            <ValueCanvas
              greys={source}
              steps={live ? stepTable(live) : keptSteps}
              tones={
                live ? middles(live).map(greyOf) : facts.steps.map((s) => parseInt(s.grey.slice(1, 3), 16))
              }
              isolated={isolated}
              contours={contours}
              label={isolated === null ? "Value map" : `Value map, step ${isolated + 1} alone`}
            />
          )}
          {halfOther && (
            <div style={{ position: "absolute", inset: 0, clipPath: "inset(0 0 0 50%)" }}>
              <ValueCanvas
                greys={halfOther}
                steps={stepsOfGreys(otherMap.data?.steps ?? [])}
                tones={facts.steps.map((s) => parseInt(s.grey.slice(1, 3), 16))}
                isolated={null}
                label={`Right half: a brush of ${looking.otherBrush} mm`}
              />
            </div>
          )}
          {(look === "grey" || plainLimits) && live === null && isolated === null && valueGreys.data && (
            <ValueCanvas
              greys={valueGreys.data}
              steps={plainLimits ? stepTable(plainLimits) : EVERY_BYTE}
              tones={plainLimits ? NOTAN_TONES[plainLimits.length]! : EVERY_TONE}
              isolated={null}
              label={
                plainLimits
                  ? `The picture in ${plainLimits.length + 1} values`
                  : "The picture in black and white"
              }
            />
          )}
          {contours && relief.data && <ContourLabels relief={relief.data} picture={picture} />}
          {word === "values" && looking.ends && (
            <ProfileLine picture={picture} ends={looking.ends} move={(ends) => setLooking({ ends })} />
          )}
          {laying && <PatchOverlay patching={patching} picture={picture} />}
          {word === "subject" && !adjusting && !laying && isolated === null && (
            <GuidesOverlay
              picture={picture}
              guides={(offeredGuides.data ?? []).filter((guide) => guides.includes(guide.guide))}
              focal={tool === "focal" ? null : painting.data.focal}
              cellMm={cellMm}
              widthMm={painting.data.width_mm}
              heightMm={painting.data.height_mm}
            />
          )}
          {word === "subject" && observing.observation && !tool && !laying && isolated === null && (
            <>
              {observing.sketchUrl && <Layer src={observing.sketchUrl} alt="Your sketch" />}
              <Lattice
                observation={observing.observation}
                colours={observing.colours}
                lay={observing.lay}
                overSketch={observing.sketchUrl !== null}
              />
            </>
          )}
          {word === "subject" && tool && (
            <ToolOverlay tool={tool} picture={picture} handles={handles} radius={radius} move={setHandles} />
          )}
          {(word === "areas" || (word === "mixes" && (mix || area))) && !showsMap && areas.data && (
            <AreaOverlay
              areas={areas.data.areas}
              widthMm={painting.data.width_mm}
              heightMm={painting.data.height_mm}
              chosen={overlayChosen}
              numbers={word === "areas"}
            />
          )}
        </Stage>
      </Box>
      <Box sx={{ gridArea: "ladder", minHeight: 0, bgcolor: "background.default" }}>
        <ValueLadder
          steps={facts.steps}
          thresholds={live ?? facts.thresholds}
          bytes={valueGreys.data?.data ?? null}
          isolated={isolated}
          isolate={setIsolated}
          move={(limits, done) => {
            setLive(limits);
            if (done) {
              void keepValues("Moved a border", { ...askedOf(facts), limits });
            }
          }}
        />
      </Box>
      <Box sx={{ gridArea: "strip", minWidth: 0 }}>
        {word === "values" && looking.ends && valueGreys.data && (
          <ProfilePanel
            greys={valueGreys.data}
            ends={looking.ends}
            thresholds={facts.thresholds}
            tones={facts.steps.map((step) => step.grey)}
            widthMm={painting.data.width_mm}
            heightMm={painting.data.height_mm}
          />
        )}
        {!(word === "values" && looking.ends) && passes.data && passes.data.passes.length > 0 && (
          <StageStrip
            passes={passes.data.passes}
            chosen={word === "passes" ? (shownPass?.number ?? null) : null}
            choose={(number) => void navigate(`/paintings/${id}/passes?pass=${number}`)}
            proportion={picture.width / picture.height}
          />
        )}
      </Box>
      <Box
        component="section"
        aria-label="Facts"
        sx={{ gridArea: "facts", overflow: "auto", bgcolor: "background.paper", px: 2.5, py: 1 }}
      >
        {facts_()}
      </Box>
    </Box>
  );

  function facts_() {
    switch (word) {
      case "subject":
        return (
          <>
            {observing.observation && (
              <ZoneFacts
                painting={painting.data!}
                observation={observing.observation}
                colours={observing.colours}
                zone={observing.zone}
                choose={observing.choose}
                keep={observing.keep}
                words={colourWords.data}
              />
            )}
            <SubjectFacts
              key={painting.data!.picture_url}
              painting={painting.data!}
              tool={tool}
              handles={handles}
              radius={radius}
              choose={chooseTool}
              setRadius={setRadius}
            />
            {!observing.observation && <PatchFacts patching={patching} />}
            <Guides
              offered={offeredGuides.data ?? []}
              shown={guides}
              show={setGuides}
              cellMm={cellMm}
              setCellMm={setCellMm}
              shortSideMm={Math.min(painting.data!.width_mm, painting.data!.height_mm)}
            />
            {relief.data && <WhereTheEyeGoes relief={relief.data} marked={painting.data!.focal !== null} />}
            <TransferFiles paintingId={id} cellMm={cellMm} />
          </>
        );
      case "values":
        return (
          <>
            <LookFacts looking={looking} set={setLooking} showProfile={showProfile} />
            <ValueFacts
              values={facts}
              change={(label, wanted) => void keepValues(label, wanted)}
              widestBrush={WIDEST_BRUSH_SHARE * Math.min(painting.data!.width_mm, painting.data!.height_mm)}
              tapped={tapped}
              otherBrush={looking.otherBrush}
              passBrushes={(passes.data?.passes ?? []).map((p) => ({ title: p.role, brushMm: p.brush_mm }))}
              compare={(otherBrush) => setLooking({ otherBrush, look: "map" })}
            />
            {relief.data && <CharacterFacts relief={relief.data} />}
            <RangeCurve key={painting.data!.value_url} painting={painting.data!} />
          </>
        );
      case "areas":
        if (areas.isPending) return <Loading what="areas" />;
        if (areas.isError) return <Failed error={areas.error} again={() => void areas.refetch()} />;
        if (areas.data.areas.length === 0) return <NotPlanned what="areas" />;
        return area ? (
          <>
            <Button onClick={() => choose({ area: null })}>All areas</Button>
            <AreaFacts key={`${area.id}${area.name}`} area={area} paintingId={id} />
          </>
        ) : (
          <AreaList areas={areas.data.areas} choose={(chosen) => choose({ area: chosen })} />
        );
      case "mixes":
        if (mixes.isPending) return <Loading what="mixes" />;
        if (mixes.isError) return <Failed error={mixes.error} again={() => void mixes.refetch()} />;
        if (mixes.data.mixes.length === 0) return <NotPlanned what="mixes" />;
        if (paletteKeys) {
          return (
            <PaletteChoice
              paintingId={id}
              mixes={mixes.data}
              keys={paletteKeys}
              areaNames={new Map(areas.data?.areas.map((a) => [a.id, a.name]))}
              setKeys={(keys) => choose({ palette: keys.join(",") })}
              choose={(keys) => void setPalette(keys)}
              save={(keys) => void savePalette(keys)}
              close={() => choose({ palette: null })}
            />
          );
        }
        if (area && !mix) {
          return (
            <>
              <Button onClick={() => choose({ area: null })}>All mixes</Button>
              <AreaMixes
                areaId={area.id}
                areaName={area.name}
                mixes={mixes.data.mixes}
                volumes={passes.data?.volumes ?? {}}
                choose={(chosen) => choose({ mix: chosen })}
              />
            </>
          );
        }
        return mix ? (
          <>
            <Button onClick={() => choose({ mix: null })}>{area ? area.name : "All mixes"}</Button>
            <MixFacts
              mix={mix}
              volume={passes.data?.volumes[mix.id]}
              areaNames={new Map(areas.data?.areas.map((a) => [a.id, a.name]))}
              bench={mixes.data.mixes.includes(mix) ? `/mixes?painting=${id}&mix=${mix.id}` : null}
              giveBack={() => void giveBack(mix.id, mix.name, mix.parts)}
            />
          </>
        ) : (
          <MixList
            mixes={mixes.data}
            choose={(chosen) => choose({ mix: chosen })}
            changeTubes={(tubes) => void keepTubes(tubes)}
            choosePalette={() =>
              choose({
                palette: mixes.data!.palette.map((tube) => tube.key).join(","),
                mix: null,
                area: null,
              })
            }
          />
        );
      case "passes":
        if (passes.isPending) return <Loading what="passes" />;
        if (passes.isError) return <Failed error={passes.error} again={() => void passes.refetch()} />;
        if (!shownPass) return <NotPlanned what="passes" />;
        return (
          <>
            <PassFacts
              pass={shownPass}
              mixes={allMixes}
              areas={areaOf}
              chooseMix={(chosen) => void navigate(`/paintings/${id}/mixes?mix=${chosen}`)}
            />
            <PaintNeeds passes={passes.data} />
            <PlanFiles
              paintingId={id}
              title={painting.data!.title}
              ready={bench.data?.passes === "current" && bench.data.areas === "current"}
            />
          </>
        );
    }
  }

  function chooseTool(to: Tool | null) {
    setTool(to);
    patching.choose(null, null);
    setIsolated(null);
    if (to) setHandles(handlesOf(to, painting.data!));
    if (to === "focal") setRadius(painting.data!.focal?.radius ?? 0.12);
  }

  /** An edit of the mixes: what the server answers is shown, and the bench asks anew what is out of date. */
  async function editMixes<T>(label: string, ask: (to: T) => Promise<Mixes>, to: T, before: T) {
    const apply = async (wanted: T) => {
      queries.setQueryData(["mixes", id], await ask(wanted));
      await queries.invalidateQueries({ queryKey: ["bench", id] });
    };
    try {
      await edit({ label, act: () => apply(to), undo: () => apply(before) });
    } catch (error) {
      tell(inWords(error));
    }
  }

  function keepTubes(tubes: number) {
    return editMixes("Changed the number of tubes", (n) => changeTubes(id, n), tubes, mixes.data!.tubes);
  }

  async function setPalette(keys: string[] | null) {
    const before = mixes.data!.chosen ? mixes.data!.palette.map((tube) => tube.key) : null;
    await editMixes("Chose the palette", (to) => choosePalette(id, to), keys, before);
    tell("The palette is set. Bring the plan up to date to mix from it.");
  }

  function giveBack(mix: string, name: string, own: Record<string, number>) {
    return editMixes(`Gave the recipe of ${name} back`, (to) => keepRecipe(id, mix, to), null, own);
  }

  async function savePalette(keys: string[]) {
    try {
      const saved = await addPalette(painting.data!.title, keys);
      await queries.invalidateQueries({ queryKey: ["palettes"] });
      tell(`Saved as “${saved.name}” among the palettes of the shelf.`);
    } catch (error) {
      tell(inWords(error));
    }
  }
}

function NotPlanned({ what }: { what: string }) {
  return (
    <Empty title={`No ${what} yet`}>
      Press <strong>Plan the painting</strong> on the bench. It takes a few seconds and can be repeated
      whenever something changes.
    </Empty>
  );
}
