/** The passes: the painting as it should look after each, what is done in it and why there, the way of painting, the amounts. */
import { useEffect, useMemo, useState } from "react";

import { LinearProgress, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";

import { AreaOverlay } from "../../features/areas";
import { palettesQuery, paintsQuery } from "../../features/materials";
import { keepRecipe } from "../../features/mixes";
import {
  Amounts,
  amountsQuery,
  Method,
  PassFacts,
  PlanFiles,
  RuleDialog,
  unitBeside,
  useChoices,
  WhatIf,
  withEntry,
  withMove,
  type Look,
  type Technique,
} from "../../features/passes";
import { titlesQuery } from "../../features/subject";
import { addressNow } from "../../shared/address";
import { RemarksOn } from "../../features/sharing/RemarksOn";
import { inWords } from "../../shared/api/client";
import { FactTabs } from "../../shared/ui/FactTabs";
import { LookButtons } from "../../shared/ui/LookButtons";
import { Layer, Viewer } from "../../shared/ui/Viewer";
import { Failed, Loading } from "../../shared/ui/States";
import { MIDDLE, Wipe } from "../../shared/ui/Wipe";
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

const LOOKS: [Look, string, string][] = [
  ["dry", "Dry", "Dry, when the pass is done"],
  ["wet", "Wet", "Wet, fresh from the brush"],
  ["grey", "Values", "Values alone"],
  ["changes", "Changes", "Changes: only what this pass does"],
  ["varnished", "Varnished", "Varnished, when all is dry"],
];

const TABS = [
  ["work", "Work"],
  ["method", "Method"],
  ["amounts", "Amounts"],
  ["if", "What if"],
] as const;
type Tab = (typeof TABS)[number][0];

export default function PassesView({ desk }: { desk: Desk }) {
  const painting = desk.painting.data!;
  const { shownPass, shownUnit, area, choose } = desk;
  const [look, setLook] = useState<Look>("dry");
  const [wiped, setWiped] = useState<Wiped | null>(null);
  const [at, setAt] = useState(MIDDLE);
  const picture = { width: painting.width_px, height: painting.height_px };
  const passes = desk.passes.data?.passes;
  const urlOf = (one: typeof shownPass) =>
    one && (look === "dry" ? one.stage_url : one.look_url.replace("{look}", look));
  const shown = urlOf(shownPass);
  const before = urlOf(passes?.find((one) => one.number === (shownPass?.number ?? 0) - 1));
  const over = wiped === "photo" ? painting.picture_url : before;
  const lit = shownPass && shownUnit !== null && !wiped && desk.passes.data?.up_to_date ? shownUnit : null;
  useUnitKeys(desk);
  const amounts = useQuery({ ...amountsQuery(desk.id), enabled: desk.search.get("tab") === "amounts" });
  const amountWords = useMemo(
    () =>
      desk.search.get("tab") === "amounts" && amounts.data
        ? new Map(
            amounts.data.areas.map((one) => [one.area, one.volume_ml > 0 ? one.volume_ml.toFixed(1) : ""]),
          )
        : undefined,
    [desk.search, amounts.data],
  );
  return (
    <>
      <ViewerFrame>
        <Viewer
          picture={picture}
          label={`${painting.title}, passes`}
          onTap={(at) => {
            void desk.areaAt(at).then((hit) => hit && choose({ area: hit.id === area?.id ? null : hit.id }));
          }}
          tools={
            <>
              <LookButtons looks={LOOKS} look={look} show={setLook} />
              <ToggleButtonGroup
                exclusive
                size="small"
                value={wiped}
                onChange={(_, to: Wiped | null) => setWiped(to)}
                aria-label="What is wiped over the stage"
                sx={{ bgcolor: "background.paper", ml: 1, display: { xs: "none", md: "inline-flex" } }}
              >
                <ToggleButton
                  value="before"
                  aria-label="Before, wiped over it"
                  disabled={!before}
                  sx={{ px: 1.25 }}
                >
                  Before
                </ToggleButton>
                <ToggleButton value="photo" aria-label="Photo, wiped over it" sx={{ px: 1.25 }}>
                  Photo
                </ToggleButton>
              </ToggleButtonGroup>
            </>
          }
        >
          {shownPass && shown ? (
            <Layer src={shown} alt={`The painting after pass ${shownPass.number}, ${shownPass.title}`} />
          ) : (
            <Layer src={painting.picture_url} alt="The reference, cropped to the support" />
          )}
          <MapLayer desk={desk} />
          {wiped && over && (
            <Wipe
              over={over}
              name={wiped === "photo" ? "photo" : "stage before"}
              picture={picture}
              at={at}
              move={setAt}
            />
          )}
          {lit !== null && !ladderShows(desk) && (
            <Layer
              src={shownPass!.lit_url.replace("{place}", String(lit))}
              alt={`Where unit ${lit + 1} paints`}
            />
          )}
          {amountWords && lit === null && desk.areas.data && !ladderShows(desk) && (
            <AreaOverlay
              areas={desk.areas.data.areas}
              widthMm={painting.width_mm}
              heightMm={painting.height_mm}
              chosen={NONE}
              words={amountWords}
            />
          )}
          {area && !amountWords && lit === null && !ladderShows(desk) && (
            <AreaOverlay
              areas={[area]}
              widthMm={painting.width_mm}
              heightMm={painting.height_mm}
              chosen={new Set([area.id])}
            />
          )}
        </Viewer>
      </ViewerFrame>
      <PassesStrip desk={desk} chosen={shownPass?.number ?? null} />
      <FactsFrame>
        <Facts desk={desk} />
      </FactsFrame>
    </>
  );
}

const NONE: ReadonlySet<string> = new Set();

type Wiped = "before" | "photo";

/** Page down and page up, as a foot pedal sends them: the next unit and the one before, over all passes. */
function useUnitKeys({ passes, shownPass, choose }: Desk) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const by = event.key === "PageDown" ? 1 : event.key === "PageUp" ? -1 : null;
      if (by === null || !passes.data || !shownPass) return;
      if (event.target instanceof HTMLElement && event.target.matches("input, textarea, select")) return;
      event.preventDefault();
      const now = addressNow(); // a pedal can be ahead of the picture
      const pass = Number(now.get("pass")) || shownPass.number;
      const next = unitBeside(passes.data.passes, pass, now.has("unit") ? Number(now.get("unit")) : null, by);
      if (next) choose({ pass: next.pass, unit: next.unit, tab: null });
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [passes.data, shownPass, choose]);
}

/** What is done in the chosen pass, the way of painting, how much paint the whole takes, what would be if. */
function Facts({ desk }: { desk: Desk }) {
  const { id, passes, shownPass, area, search, choose } = desk;
  const navigate = useNavigate();
  const { edit, tell } = useUndo();
  const { busy, change } = useChoices(id, passes.data);
  const [asideAsked, setAsideAsked] = useState<{ rule: string; title: string } | null>(null);
  const palettes = useQuery(palettesQuery);
  const paints = useQuery(paintsQuery);
  const paintings = useQuery(titlesQuery);
  const askAside = (rule: string, title: string) => setAsideAsked({ rule, title });
  const painting = desk.painting.data!;
  const { data: bench } = desk.standing;
  const asked = search.get("tab");
  const tab: Tab = TABS.find(([name]) => name === asked)?.[0] ?? "work";
  // the steps are told by the names of their areas and mixes: nothing is shown in their place while those are on their way
  const waits = passes.isPending || desk.areas.isPending || desk.mixes.isPending;
  if (waits) return <Loading what="passes" />;
  if (passes.isError) return <Failed error={passes.error} again={() => void passes.refetch()} />;
  if (!shownPass) return <NotPlanned what="passes" />;
  const plan = passes.data;
  const unitId = desk.shownUnit === null ? undefined : shownPass.units[desk.shownUnit]?.id;
  const moving = bench !== undefined && bench.mixes === "current" && bench.areas === "current";
  const keepCheaper = (mix: string, parts: Record<string, number>) => {
    void edit(() => keepRecipe(id, mix, parts)).catch((error: unknown) => tell(inWords(error)));
  };
  return (
    <>
      <FactTabs
        label="What is told of the passes"
        tabs={TABS}
        tab={tab}
        choose={(to) => choose({ tab: to })}
      />
      {busy && <LinearProgress aria-label="Planning the passes anew" sx={{ mt: 0.5 }} />}
      <AreasMoved upToDate={moving || plan.up_to_date} />
      {moving && !plan.up_to_date && (
        <Typography role="status" color="text.secondary" sx={{ mt: 1 }}>
          The pictures of the stages are being painted.
        </Typography>
      )}
      {tab === "work" && (
        <>
          <PassFacts
            pass={shownPass}
            passes={plan}
            mixes={desk.allMixes}
            areas={desk.areaOf}
            area={area?.id ?? null}
            lookAt={(one) => choose({ area: one })}
            chooseMix={(mix) => void navigate(`/paintings/${id}/mixes?mix=${mix}`)}
            move={(move) => void change({ moves: withMove(plan.choices.moves, move) })}
            lay={(step, technique) =>
              void change({
                techniques: { ...plan.choices.techniques, [step.id]: technique as Technique },
              })
            }
            setAside={askAside}
            unit={desk.shownUnit}
            chooseUnit={(unit) => choose({ unit, pass: shownPass.number })}
            cut={(step, how) => void change({ cuts: withEntry(plan.choices.cuts, step, how) })}
            changeOwn={(own_units) => void change({ own_units })}
            note={(unit, words) =>
              void change({ notes: withEntry(plan.choices.notes, unit.id, words.trim() || null) })
            }
          />
          {unitId && <RemarksOn painting={id} isHosted={desk.isHosted} about="unit" subject={unitId} />}
          <PlanFiles
            paintingId={id}
            title={painting.title}
            ready={bench?.passes === "current" && bench.areas === "current"}
          />
        </>
      )}
      {tab === "method" && (
        <Method
          paintingId={id}
          passes={plan}
          area={area}
          pass={shownPass.number}
          areas={desk.areaOf}
          change={change}
          setAside={askAside}
        />
      )}
      {tab === "amounts" && (
        <Amounts
          paintingId={id}
          passes={plan}
          mixes={desk.allMixes}
          areas={desk.areas.data?.areas ?? []}
          things={desk.areas.data?.things ?? []}
          chooseArea={(one) => void navigate(`/paintings/${id}/areas?area=${one}`)}
          keepCheaper={keepCheaper}
        />
      )}
      {tab === "if" && (
        <WhatIf
          paintingId={id}
          palettes={palettes.data ?? []}
          others={(paintings.data ?? []).filter((one) => one.id !== id)}
          nameOf={(key) => paints.data?.find((one) => one.key === key)?.name ?? key}
        />
      )}
      {asideAsked && (
        <RuleDialog
          title={asideAsked.title}
          close={() => setAsideAsked(null)}
          setAside={(reason) => {
            setAsideAsked(null);
            void change({
              rules_off: { ...plan.choices.rules_off, [asideAsked.rule]: reason },
            });
          }}
        />
      )}
    </>
  );
}
