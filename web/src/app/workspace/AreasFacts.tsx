/** The facts beside the areas: the chosen one in full or all as a list, what the rules find, what the look shows. */
import { useState } from "react";

import { Button, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import type { UseQueryResult } from "@tanstack/react-query";

import {
  AreaFacts,
  AreaTable,
  Backgrounds,
  BorderTable,
  ChangesFacts,
  CODES,
  Findings,
  ThingFacts,
  WaitingFacts,
  type AreaEdits,
} from "../../features/areas";
import { PileString, type Appearance } from "../../features/mixes";
import { AreaTakes } from "../../features/passes";
import { RemarksOn } from "../../features/sharing/RemarksOn";
import { AreaBrush } from "../../features/values";
import { inWords } from "../../shared/api/client";
import { Section } from "../../shared/ui/Facts";
import { value } from "../../shared/ui/numbers";
import { Failed, Loading } from "../../shared/ui/States";
import type { AreasLook } from "./AreasView";
import type { Desk } from "./desk";
import { NotPlanned } from "./frames";

interface Props {
  desk: Desk;
  edits: AreaEdits;
  look: AreasLook;
  /** What the plan looks like, where the look shows that. */
  appearance: UseQueryResult<Appearance, unknown> | null;
  point: (ids: string[]) => void;
}

type Listed = "areas" | "advice" | "backgrounds";

export function AreasFacts({ desk, edits, look, appearance, point }: Props) {
  const { areas, area, choose } = desk;
  const [listed, setListed] = useState<Listed>("areas");
  if (areas.isPending) return <Loading what="areas" />;
  if (areas.isError) return <Failed error={areas.error} again={() => void areas.refetch()} />;
  const { data } = areas;
  const findings = [...data.advice, ...(desk.passes.data?.findings ?? [])];
  if (data.areas.length === 0) return <NotPlanned what="areas" />;
  const aboutLook = (
    <>
      {look === "borders" && <Legend />}
      {appearance && <PlanFacts desk={desk} look={look} appearance={appearance} />}
    </>
  );
  if (!area) {
    return (
      <>
        {aboutLook}
        {look === "borders" && <BorderTable areas={data.areas} borders={data.borders} />}
        <WaitingFacts waiting={data.waiting} />
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
        {listed === "areas" && (
          <AreaTable areas={data.areas} things={data.things} choose={(chosen) => choose({ area: chosen })} />
        )}
        {listed === "advice" && <Findings findings={findings} areas={data} edits={edits} show={point} />}
        {listed === "backgrounds" && <Backgrounds paintingId={desk.id} />}
      </>
    );
  }
  const here = findings.filter((finding) => finding.areas.includes(area.id));
  return (
    <>
      <Button onClick={() => choose({ area: null })}>All areas</Button>
      {aboutLook}
      <AreaFacts
        key={area.id}
        area={area}
        areas={data.areas}
        borders={data.borders.filter((border) => border.a === area.id || border.b === area.id)}
        edits={edits}
        surfaces={data.surfaces}
        string={
          desk.string && <PileString string={desk.string} label="Piles of its gradation, light to dark" />
        }
        takes={
          <>
            {here.length > 0 && <Findings findings={here} areas={data} edits={edits} show={point} />}
            <AreaTakes
              key={area.id}
              paintingId={desk.id}
              area={area}
              mixes={desk.allMixes}
              piles={desk.mixes.data?.mixes ?? []}
              isToday={desk.passes.data?.up_to_date !== false}
            />
          </>
        }
        brush={
          desk.values.data ? (
            <AreaBrush
              values={desk.values.data}
              area={area.id}
              change={(wanted) => void desk.keepValues(wanted)}
            />
          ) : null
        }
        thing={
          <ThingFacts
            area={area}
            areas={data.areas}
            things={data.things}
            edits={edits}
            choose={(chosen) => choose({ area: chosen })}
          />
        }
      />
      <RemarksOn painting={desk.id} isHosted={desk.isHosted} about="area" subject={area.id} />
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

interface PlanProps {
  desk: Desk;
  look: AreasLook;
  appearance: UseQueryResult<Appearance, unknown>;
}

/** How near the plan's dry colours come to the photo. */
function PlanFacts({ desk, look, appearance }: PlanProps) {
  const { area, mixes } = desk;
  return (
    <Section title={look === "difference" ? "Plan against photo" : "The plan in its dry colours"}>
      {mixes.data?.up_to_date === false && (
        <Typography>The mixes are out of date: bring the plan up to date, then look.</Typography>
      )}
      {appearance.isError && <Typography>{inWords(appearance.error)}</Typography>}
      {appearance.data && (
        <Typography>
          On average {value(appearance.data.mean_error)} value steps from the photo, bent into the range of
          dry paint.
          {look === "halves" && " The photo on the left, the plan on the right."}
          {look === "difference" && " Mid grey agrees; white and black are two steps off."}
          {area && ` Here ${offWords(appearance.data.by_area[area.id] ?? 0)}.`}
        </Typography>
      )}
    </Section>
  );
}
