/** The areas: each a patch to be painted as one; cut finer or coarser, changed by hand, and judged before paint is touched. */
import { useCallback, useState } from "react";

import { Button, Stack, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import {
  AreaFacts,
  AreaOverlay,
  AreaTable,
  Backgrounds,
  BorderCanvas,
  BorderTable,
  ChangesFacts,
  CODES,
  DrawOverlay,
  Findings,
  give,
  inside,
  LineAcross,
  lockOf,
  partAlong,
  partBy,
  putTogether,
  unlocked,
  useAreaEdits,
  type Area,
  type Border,
} from "../../features/areas";
import { appearanceQuery } from "../../features/mixes";
import { inWords } from "../../shared/api/client";
import { Section } from "../../shared/ui/Facts";
import type { Spot } from "../../shared/ui/Handles";
import { value } from "../../shared/ui/numbers";
import { LookButtons } from "../../shared/ui/LookButtons";
import { Layer, Stage } from "../../shared/ui/Stage";
import { Failed, Loading } from "../../shared/ui/States";
import type { Easel } from "./easel";
import { FactsFrame, ladderShows, MapLayer, NotPlanned, PassesStrip, StageFrame } from "./frames";

type Look = "areas" | "borders" | "planes" | "plan" | "halves" | "difference";
/** What the stage can show: the word on the button, and in full. */
const LOOKS: [Look, string, string][] = [
  ["areas", "Areas", "Areas"],
  ["borders", "Borders", "Borders"],
  ["planes", "Depth", "Depth"],
  ["plan", "Plan", "The plan"],
  ["halves", "Half", "Half and half"],
  ["difference", "Difference", "Difference"],
];

/** What the hand does on the picture; tapping chooses when there is no tool. */
type Tool =
  | { kind: "merge"; with: string[] }
  | { kind: "line"; line: [Spot, Spot] }
  | { kind: "lasso"; own: boolean }
  | { kind: "stroke" };

const STROKE_MM = 8;
const HALF = "inset(0 0 0 50%)";

export function AreasView({ easel }: { easel: Easel }) {
  const painting = easel.painting.data!;
  const { id, areas, area, labels, choose, mixes } = easel;
  const edits = useAreaEdits(id, areas.data);
  const [look, setLook] = useState<Look>("areas");
  const [tool, setTool] = useState<Tool | null>(null);
  const [pointed, setPointed] = useState<string[]>([]);
  const rebuilt = look === "plan" || look === "halves" || look === "difference";
  const appearance = useQuery({
    ...appearanceQuery(id, `${areas.data?.labels_url} ${mixes.data?.mixes.map((m) => m.id + m.dry).join()}`),
    enabled: rebuilt && !!areas.data && mixes.data?.up_to_date === true,
  });
  const picture = { width: painting.width_px, height: painting.height_px };
  const all = areas.data?.areas ?? [];
  const out = tool?.kind === "merge" ? tool.with : pointed.length > 0 ? pointed : area ? [area.id] : [];
  const areaId = area?.id;
  const strong = useCallback(
    (border: Border) => areaId === undefined || border.a === areaId || border.b === areaId,
    [areaId],
  );

  const tap = async (at: Spot) => {
    const hit = await easel.areaAt(at);
    if (!hit) return;
    setPointed([]);
    if (tool?.kind === "merge") {
      const others = tool.with.filter((one) => one !== hit.id);
      setTool({ ...tool, with: others.length === tool.with.length ? [...others, hit.id] : others });
    } else choose({ area: hit.id === area?.id ? null : hit.id });
  };
  const drawn = async (shape: Spot[]) => {
    const width = tool?.kind === "stroke" ? STROKE_MM / painting.width_mm : null;
    const to = tool?.kind === "lasso" && tool.own ? null : (area ?? null);
    if (await edits.add(give(shape, to, width))) choose({ area: null });
    setTool(null);
  };
  const shownUrl = look === "difference" ? appearance.data?.difference_url : appearance.data?.picture_url;
  const calm = !ladderShows(easel);
  return (
    <>
      <StageFrame>
        <Stage
          picture={picture}
          label={`${painting.title}, areas`}
          onTap={(at) => void tap(at)}
          tools={<LookButtons looks={LOOKS} look={look} show={setLook} />}
        >
          <Layer src={painting.picture_url} alt="The reference, cropped to the support" />
          {rebuilt && shownUrl && (
            <div style={{ position: "absolute", inset: 0, clipPath: look === "halves" ? HALF : "none" }}>
              <Layer
                src={shownUrl}
                alt={
                  look === "difference"
                    ? "Lighter where the plan is lighter than the photo, darker where it is darker"
                    : "The picture in the plan’s dry colours"
                }
              />
            </div>
          )}
          <MapLayer easel={easel} />
          {calm && look === "borders" && labels.data && areas.data && (
            <BorderCanvas labels={labels.data} areas={all} borders={areas.data.borders} chosen={strong} />
          )}
          {calm && areas.data && (look === "areas" || look === "planes" || tool !== null) && (
            <AreaOverlay
              areas={all}
              widthMm={painting.width_mm}
              heightMm={painting.height_mm}
              chosen={new Set(out)}
              numbers={look === "areas"}
              planes={look === "planes"}
            />
          )}
          {tool?.kind === "line" && (
            <LineAcross picture={picture} line={tool.line} move={(line) => setTool({ kind: "line", line })} />
          )}
          {(tool?.kind === "lasso" || tool?.kind === "stroke") && (
            <DrawOverlay
              picture={picture}
              width={tool.kind === "stroke" ? STROKE_MM / painting.width_mm : null}
              drawn={(shape) => void drawn(shape)}
            />
          )}
        </Stage>
      </StageFrame>
      <PassesStrip easel={easel} />
      <FactsFrame>
        {look === "borders" && (
          <>
            <Legend />
            {!area && areas.data && <BorderTable areas={all} borders={areas.data.borders} />}
          </>
        )}
        {rebuilt && (
          <Section title={look === "difference" ? "Plan against photo" : "The plan in its dry colours"}>
            {mixes.data?.up_to_date === false && (
              <Typography>The mixes are out of date: bring the plan up to date, then look.</Typography>
            )}
            {appearance.isError && <Typography>{inWords(appearance.error)}</Typography>}
            {appearance.data && (
              <Typography>
                On average {value(appearance.data.mean_error)} value steps from the photo, bent into the range
                of dry paint.
                {look === "halves" && " The photo on the left, the plan on the right."}
                {look === "difference" && " Mid grey agrees; white and black are two steps off."}
                {area && ` Here ${offWords(appearance.data.by_area[area.id] ?? 0)}.`}
              </Typography>
            )}
          </Section>
        )}
        <Facts
          easel={easel}
          edits={edits}
          tool={tool}
          setTool={setTool}
          point={(ids) => {
            setPointed(ids);
            setLook("areas");
            choose({ area: ids.length === 1 ? ids[0]! : null });
          }}
        />
      </FactsFrame>
    </>
  );
}

const offWords = (by: number) =>
  Math.abs(by) < 0.1 ? "they agree" : `it is ${value(Math.abs(by))} steps too ${by > 0 ? "light" : "dark"}`;

function Legend() {
  return (
    <Section title="Borders">
      {Object.values(CODES).map(({ words }) => (
        <Typography key={words}>{words}</Typography>
      ))}
    </Section>
  );
}

interface FactsProps {
  easel: Easel;
  edits: ReturnType<typeof useAreaEdits>;
  tool: Tool | null;
  setTool: (tool: Tool | null) => void;
  point: (ids: string[]) => void;
}

type Listed = "areas" | "advice" | "backgrounds";

/** The chosen area in full, or all of them as a list, with what is to be minded. */
function Facts({ easel, edits, tool, setTool, point }: FactsProps) {
  const { areas, area, choose } = easel;
  const [listed, setListed] = useState<Listed>("areas");
  if (areas.isPending) return <Loading what="areas" />;
  if (areas.isError) return <Failed error={areas.error} again={() => void areas.refetch()} />;
  const { data } = areas;
  const findings = [...data.advice, ...(easel.passes.data?.findings ?? [])];
  if (data.areas.length === 0) return <NotPlanned what="areas" />;
  if (!area) {
    return (
      <>
        <ChangesFacts areas={data} edits={edits} />
        <ToggleButtonGroup
          exclusive
          size="small"
          value={listed}
          onChange={(_, to: Listed | null) => to && setListed(to)}
          aria-label="What is listed"
          sx={{ mt: 1 }}
        >
          <ToggleButton value="areas">Areas {data.areas.length}</ToggleButton>
          <ToggleButton value="advice">
            Advice {findings.filter((finding) => finding.dismissed == null).length}
          </ToggleButton>
          <ToggleButton value="backgrounds">Backgrounds</ToggleButton>
        </ToggleButtonGroup>
        {listed === "areas" && <AreaTable areas={data.areas} choose={(chosen) => choose({ area: chosen })} />}
        {listed === "advice" && <Findings findings={findings} areas={data} edits={edits} show={point} />}
        {listed === "backgrounds" && <Backgrounds paintingId={easel.id} areas={data} />}
      </>
    );
  }
  const here = findings.filter((finding) => finding.areas.includes(area.id));
  return (
    <>
      <Button onClick={() => choose({ area: null })}>All areas</Button>
      <HandTools area={area} easel={easel} edits={edits} tool={tool} setTool={setTool} />
      {here.length > 0 && <Findings findings={here} areas={data} edits={edits} show={point} />}
      <AreaFacts
        key={`${area.id}${area.name}`}
        area={area}
        areas={data.areas}
        borders={data.borders.filter((border) => border.a === area.id || border.b === area.id)}
        edits={edits}
      />
    </>
  );
}

type HandProps = Omit<FactsProps, "point"> & { area: Area };

/** What can be done to the chosen area by hand. */
function HandTools({ area, easel, edits, tool, setTool }: HandProps) {
  const data = easel.areas.data!;
  const done = async (kept: Promise<boolean>) => {
    setTool(null);
    if (await kept) easel.choose({ area: null });
  };
  if (tool?.kind === "merge") {
    const chosen = data.areas.filter((one) => tool.with.includes(one.id));
    return (
      <Section title="Put together">
        <Typography>
          Tap every area that belongs to it: {chosen.map((one) => one.name).join("; ")}.
        </Typography>
        <Button
          variant="contained"
          disabled={chosen.length < 2}
          onClick={() => void done(edits.add(putTogether(chosen)))}
        >
          Make them one
        </Button>
        <Button onClick={() => setTool(null)}>Leave it</Button>
      </Section>
    );
  }
  if (tool?.kind === "line") {
    return (
      <Section title="Part along a line">
        <Typography>Lay the line across the area; its ends are drawn on beyond it.</Typography>
        <Button variant="contained" onClick={() => void done(edits.add(partAlong(area, tool.line)))}>
          Part it here
        </Button>
        <Button onClick={() => setTool(null)}>Leave it</Button>
      </Section>
    );
  }
  if (tool) {
    return (
      <Section title={tool.kind === "stroke" ? "Stroke a piece over" : "Draw round a piece"}>
        <Typography>
          {tool.kind === "lasso" && tool.own
            ? "What you draw round becomes an area of its own."
            : `What you ${tool.kind === "stroke" ? "stroke over" : "draw round"} goes to “${area.name}”.`}
        </Typography>
        <Button onClick={() => setTool(null)}>Leave it</Button>
      </Section>
    );
  }
  const [x, y] = area.centre as [number, number];
  const across: [Spot, Spot] = [
    { x: Math.max(0, x - 0.12), y },
    { x: Math.min(1, x + 0.12), y },
  ];
  const lock = () =>
    area.locked
      ? edits.setEdits(
          "Unlocked an area",
          unlocked(data.edits, area, (edit, one) => inside(edit.rings ?? [], one.centre)),
        )
      : edits.add(lockOf(area));
  return (
    <Section title="By hand">
      <Stack direction="row" sx={{ flexWrap: "wrap", columnGap: 1 }}>
        <Button disabled={area.locked} onClick={() => setTool({ kind: "merge", with: [area.id] })}>
          Put together with…
        </Button>
        <Button disabled={area.locked} onClick={() => void done(edits.add(partBy(area, "value")))}>
          Part by value
        </Button>
        <Button disabled={area.locked} onClick={() => void done(edits.add(partBy(area, "colour")))}>
          Part by colour
        </Button>
        <Button disabled={area.locked} onClick={() => setTool({ kind: "line", line: across })}>
          Part along a line
        </Button>
        <Button disabled={area.locked} onClick={() => setTool({ kind: "lasso", own: false })}>
          Draw a piece over to it
        </Button>
        <Button disabled={area.locked} onClick={() => setTool({ kind: "stroke" })}>
          Stroke a piece over to it
        </Button>
        <Button onClick={() => setTool({ kind: "lasso", own: true })}>Draw a new area</Button>
        <Button onClick={() => void lock()}>{area.locked ? "Unlock" : "Lock"}</Button>
      </Stack>
    </Section>
  );
}
