/** The method of painting: the school, the ground, what lies beneath, the hand; methods and grounds compared for this picture. */
import { Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { Section } from "../../../shared/ui/Facts";
import { Loading } from "../../../shared/ui/States";
import type { Area } from "../../areas";
import { Choice } from "../../../shared/ui/Choice";
import { GlazePlan } from "../GlazePlan";
import { tradeQuery, type Passes, type SchoolKey } from "../queries";
import type { ChangeChoices } from "../useChoices";
import { AreaMethod, Overrides } from "./AreaMethod";
import { GroundAndBeneath, GroundsCompared } from "./Ground";
import { HandAndFilms } from "./Hand";
import { MethodsCompared } from "./MethodsCompared";
import { PaintedOn } from "./PaintedOn";
import { OrderWishes, RulesAside, RulesOfTheMethod } from "./Rules";

interface Props {
  paintingId: number;
  passes: Passes;
  /** The area that is looked at, if any: it may go its own way. */
  area: Area | undefined;
  /** The number of the pass that is shown. */
  pass: number;
  areas: ReadonlyMap<string, Area>;
  change: ChangeChoices;
  setAside: (rule: string, title: string) => void;
}

export function Method({ paintingId, passes, area, pass, areas, change, setAside }: Props) {
  const trade = useQuery(tradeQuery);
  if (!trade.data) return <Loading what="the methods" />;
  const school = trade.data.schools.find((one) => one.key === passes.choices.school)!;
  return (
    <>
      <Section title="Method">
        <Choice
          label="Method for the painting"
          value={passes.choices.school}
          options={trade.data.schools.map((one) => [one.key, one.title])}
          choose={(key) => void change({ school: key as SchoolKey, moves: [] })}
        />
        <Typography color="text.secondary" sx={{ mt: 1 }}>
          {school.idea}
          {school.mediums.length > 0 && ` Needs ${[...new Set(school.mediums)].join(" and ")}.`}
          {passes.held_back > 0.05 &&
            ` Lights are held back by ${passes.held_back.toFixed(1)} value steps until the last pass.`}
        </Typography>
      </Section>
      {area ? (
        <>
          <AreaMethod area={area} passes={passes} trade={trade.data} change={change} />
          <GlazePlan paintingId={paintingId} area={area} pass={pass} />
        </>
      ) : (
        <Typography color="text.secondary">
          Tap an area on the picture to give it a method of its own, or to plan a glaze for it.
        </Typography>
      )}
      <Overrides passes={passes} areas={areas} trade={trade.data} change={change} />
      <MethodsCompared paintingId={paintingId} passes={passes} trade={trade.data} change={change} />
      <PaintedOn choices={passes.choices} faces={trade.data.faces} change={change} />
      <GroundAndBeneath passes={passes} trade={trade.data} schoolGround={school.ground} change={change} />
      <GroundsCompared paintingId={paintingId} choices={passes.choices} change={change} />
      <HandAndFilms key={JSON.stringify(passes.choices)} passes={passes} change={change} />
      <OrderWishes choices={passes.choices} change={change} />
      <RulesAside passes={passes} trade={trade.data} change={change} />
      <RulesOfTheMethod passes={passes} trade={trade.data} setAside={setAside} />
    </>
  );
}
