/** One pass as work to do: what comes before it, what it is for, and its units. */
import { Box, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { AdviceList } from "../../shared/ui/AdviceList";
import { Fact, Section } from "../../shared/ui/Facts";
import { ml, share } from "../../shared/ui/numbers";
import type { Area } from "../areas";
import type { Mix } from "../mixes";
import {
  tradeQuery,
  type Job,
  type Move,
  type OwnUnit,
  type PaintPass,
  type Passes,
  type PassStep,
  type Unit,
} from "./queries";
import { StepList } from "./StepList";
import { UnitList } from "./UnitList";

interface Props {
  pass: PaintPass;
  passes: Passes;
  mixes: ReadonlyMap<string, Mix>;
  areas: ReadonlyMap<string, Area>;
  area: string | null;
  lookAt: (area: string | null) => void;
  chooseMix: (id: string) => void;
  move: (move: Move) => void;
  setAside: (rule: string, title: string) => void;
  lay: (step: PassStep, technique: string) => void;
  /** The place of the unit that is open, and what is done to units. */
  unit: number | null;
  chooseUnit: (place: number | null) => void;
  cut: (step: string, how: "split" | "join" | null) => void;
  note: (unit: Unit, words: string) => void;
  changeOwn: (units: OwnUnit[]) => void;
}

/** Unlike any other of this painter's own units. */
const freshId = () => `own-${Date.now().toString(36)}`;

const NO_TITLES = {};
const NO_TOOLS = {};

export function PassFacts({ pass, passes, unit, chooseUnit, cut, note, changeOwn, ...steps }: Props) {
  const trade = useQuery(tradeQuery);
  const { mixes } = steps;
  const last = passes.passes.at(-1)?.number === pass.number;
  const drawnAgain = passes.jobs.some(
    (job) => job.kind === "re-stating" && job.before_pass === pass.number + 1,
  );
  const goesOn = passes.passes.find((one) => one.number === pass.number + 1 && one.role === pass.role);
  const before = passes.jobs.filter((job) => job.before_pass === pass.number);
  const after = last ? passes.jobs.filter((job) => job.before_pass > pass.number) : [];
  return (
    <>
      {before.length > 0 && <Jobs title="Before this pass" jobs={before} mixes={mixes} />}
      <Section title={`${pass.number}. ${pass.title}`}>
        <Typography gutterBottom>{pass.why}</Typography>
        <Typography sx={{ fontWeight: 650 }}>
          {pass.units.length === 1 ? "1 unit" : `${pass.units.length} units`}, about {minutes(pass.minutes)},{" "}
          {ml(pass.volume_ml)} of paint
          {pass.medium === "none" ? "" : `; ${pass.medium}`}
        </Typography>
        <Typography color="text.secondary">{passes.basis}</Typography>
        {pass.readable !== null && !drawnAgain && share(pass.readable) !== share(1) && !last && (
          <Fact name="Drawing still visible">{share(pass.readable)} of what is needed</Fact>
        )}
      </Section>
      <Section title="In this order">
        <UnitList
          pass={pass}
          mixes={mixes}
          areas={steps.areas}
          strings={passes.strings}
          notes={passes.choices.notes}
          open={unit}
          choose={chooseUnit}
          chooseMix={steps.chooseMix}
          join={(one) => cut(one.steps[0]!, passes.choices.cuts[one.steps[0]!] === "split" ? null : "join")}
          note={note}
          tools={trade.data?.tools ?? NO_TOOLS}
          addOwn={(before, what) =>
            changeOwn([
              ...passes.choices.own_units,
              { id: freshId(), role: pass.role, before: before.id, ...what },
            ])
          }
          removeOwn={(own) => changeOwn(passes.choices.own_units.filter((one) => one.id !== own.id))}
          parts={(one) => (
            <StepList
              pass={pass}
              next={goesOn?.steps[0]?.id ?? null}
              only={one.steps}
              techniques={Object.entries(trade.data?.techniques ?? {})}
              titles={trade.data?.titles ?? NO_TITLES}
              part={(step) => cut(step, "split")}
              {...steps}
            />
          )}
        />
      </Section>
      {last && passes.beside_the_photo.length > 0 && (
        <Section title="Beside the photo">
          <AdviceList advice={passes.beside_the_photo} />
        </Section>
      )}
      {after.length > 0 && <Jobs title="At the end" jobs={after} mixes={mixes} />}
    </>
  );
}

/** Minutes as a painter would say them: to five, or in hours. */
export function minutes(count: number): string {
  if (count < 90) return `${Math.max(5, Math.round(count / 5) * 5)} min`;
  return `${Math.round(count / 30) / 2} h`;
}

function Jobs({ title, jobs, mixes }: { title: string; jobs: Job[]; mixes: ReadonlyMap<string, Mix> }) {
  return (
    <Section title={title}>
      <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {jobs.map((job) => (
          <Box component="li" key={job.kind + job.before_pass} sx={{ pb: 1 }}>
            <Typography sx={{ fontWeight: 650 }}>
              <span aria-hidden>□ </span>
              {job.title}
              {job.mix && mixes.get(job.mix) ? `: ${ml(job.volume_ml)} ${mixes.get(job.mix)!.name}` : ""}
              {job.medium && job.medium_ml > 0 ? `: ${ml(job.medium_ml)} ${job.medium}` : ""}
            </Typography>
            <Typography color="text.secondary">{job.why}</Typography>
            {job.caution && (
              <Typography variant="caption" component="p">
                <span aria-hidden>▲ </span>
                {job.caution}
              </Typography>
            )}
          </Box>
        ))}
      </Box>
    </Section>
  );
}
