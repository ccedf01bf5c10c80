/** The way of painting: the school, the ground, what lies beneath, the hand; schools and grounds compared for this picture. */
import { useState } from "react";

import { Box, Button, FormControlLabel, Stack, Switch, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { Section } from "../../shared/ui/Facts";
import { Loading } from "../../shared/ui/States";
import { Swatch } from "../../shared/ui/Swatch";
import type { Area } from "../areas";
import { Choice } from "./Choice";
import { Compare } from "./Compare";
import { Films } from "./Films";
import { GlazePlan } from "./GlazePlan";
import {
  groundsQuery,
  schoolsQuery,
  tradeQuery,
  type Choices,
  type GroundOffer,
  type Passes,
  type SchoolKey,
  type Trade,
} from "./queries";
import { StudyRun } from "./StudyRun";
import type { ChangeChoices } from "./useChoices";
import { useStudy } from "./useStudy";

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

export function Way({ paintingId, passes, area, pass, areas, change, setAside }: Props) {
  const trade = useQuery(tradeQuery);
  if (!trade.data) return <Loading what="the schools" />;
  const school = trade.data.schools.find((one) => one.key === passes.choices.school)!;
  return (
    <>
      <Section title="School">
        <Choice
          label="School for the painting"
          value={passes.choices.school}
          options={trade.data.schools.map((one) => [one.key, one.title])}
          choose={(key) => void change("Chose a school", { school: key as SchoolKey, moves: [] })}
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
          <AreaWay area={area} passes={passes} trade={trade.data} change={change} />
          <GlazePlan paintingId={paintingId} area={area} pass={pass} />
        </>
      ) : (
        <Typography color="text.secondary">
          Tap an area on the picture to let it go its own way, or to plan a glaze for it.
        </Typography>
      )}
      <Overrides passes={passes} areas={areas} trade={trade.data} change={change} />
      <SchoolsCompared paintingId={paintingId} passes={passes} trade={trade.data} change={change} />
      <GroundAndBeneath passes={passes} trade={trade.data} schoolGround={school.ground} change={change} />
      <GroundsCompared paintingId={paintingId} choices={passes.choices} change={change} />
      <HandAndFilms key={JSON.stringify(passes.choices)} passes={passes} change={change} />
      <RulesAside passes={passes} trade={trade.data} change={change} />
      <RulesOfTheSchool passes={passes} trade={trade.data} setAside={setAside} />
    </>
  );
}

interface PartProps {
  passes: Passes;
  trade: Trade;
  change: ChangeChoices;
}

/** One area goes its own way: another school, or fading out. */
function AreaWay({ area, passes, trade, change }: PartProps & { area: Area }) {
  const { school_of, fading } = passes.choices;
  const own = school_of[area.id] ?? "";
  const setOwn = (key: string) => {
    const others = Object.fromEntries(Object.entries(school_of).filter(([id]) => id !== area.id));
    const next = key === "" ? others : { ...others, [area.id]: key as SchoolKey };
    void change(`Chose a school for ${area.name}`, { school_of: next });
  };
  const fades = fading.includes(area.id);
  return (
    <Section title={`${area.index + 1} ${area.name}`}>
      <Choice
        label="School for this area"
        value={own}
        options={[["", "as the painting"], ...trade.schools.map((one) => [one.key, one.title] as const)]}
        choose={setOwn}
      />
      <FormControlLabel
        control={
          <Switch
            checked={fades}
            onChange={() =>
              void change(fades ? `Finish ${area.name}` : `Let ${area.name} fade out`, {
                fading: fades ? fading.filter((id) => id !== area.id) : [...fading, area.id],
              })
            }
          />
        }
        label="Let it fade out after a first thin coat"
      />
    </Section>
  );
}

function Overrides({ passes, areas, trade, change }: PartProps & { areas: ReadonlyMap<string, Area> }) {
  const entries = Object.entries(passes.choices.school_of);
  if (entries.length === 0 && passes.choices.fading.length === 0) return null;
  const title = (key: string) => trade.schools.find((one) => one.key === key)?.title ?? key;
  return (
    <Section title="Areas that go their own way">
      <Box component="ul" sx={{ pl: 2.25, m: 0 }}>
        {entries.map(([id, key]) => (
          <li key={id}>
            {areas.get(id)?.name ?? id}: {title(key)}
          </li>
        ))}
        {passes.choices.fading.map((id) => (
          <li key={id}>{areas.get(id)?.name ?? id}: fades out</li>
        ))}
      </Box>
      <Button onClick={() => void change("All areas as the painting", { school_of: {}, fading: [] })}>
        All as the painting
      </Button>
    </Section>
  );
}

function SchoolsCompared({ paintingId, passes, trade, change }: PartProps & { paintingId: number }) {
  const study = useStudy(paintingId, "schools");
  const found = useQuery(schoolsQuery(paintingId));
  const [other, setOther] = useState<SchoolKey>(passes.choices.school === "glazes" ? "direct" : "glazes");
  const schools = found.data?.schools;
  const own = passes.choices.school;
  const title = (key: string) => trade.schools.find((one) => one.key === key)!.title;
  const columns = [own, other].flatMap((key, place) => {
    const summary = schools?.[key];
    return summary ? [{ key: `${key}${place}`, head: title(key), summary }] : [];
  });
  return (
    <Section title="Two schools side by side">
      <Choice
        label="Compare with"
        value={other}
        options={trade.schools.filter((one) => one.key !== own).map((one) => [one.key, one.title])}
        choose={(key) => setOther(key as SchoolKey)}
      />
      <StudyRun study={study} />
      {columns.length > 0 && <Compare label="Schools compared" columns={columns} />}
      <Stack direction="row" spacing={1} sx={{ mt: 1 }}>
        <Button disabled={study.underWay} onClick={() => study.begin()}>
          {schools ? "Try all again" : "Try all schools on this picture"}
        </Button>
        {schools && (
          <Button onClick={() => void change("Chose a school", { school: other, moves: [] })}>
            Paint it so
          </Button>
        )}
      </Stack>
    </Section>
  );
}

const TONES = ["white", "grey", "warm earth", "black"] as const;
const UNDER = [
  ["", "as the school has it"],
  ["none", "none"],
  ["blocks", "three grey value blocks"],
  ["sepia", "three sepia value blocks"],
  ["coloured", "yellow, pink and blue"],
] as const;
const DRAWING = [
  ["", "as the school has it"],
  ["none", "none"],
  ["light", "light, pencil or chalk"],
  ["strong", "strong, charcoal or ink"],
] as const;

function GroundAndBeneath({ passes, trade, schoolGround, change }: PartProps & { schoolGround: string }) {
  const { choices } = passes;
  const tone = choices.ground ?? schoolGround;
  const grounds: Record<string, string> = trade.grounds;
  return (
    <Section title="Ground and what lies beneath">
      <Choice
        label="Ground"
        value={choices.ground ?? ""}
        options={[["", `${schoolGround}, as the school has it`], ...TONES.map((one) => [one, one] as const)]}
        choose={(key) =>
          void change("Chose the ground", { ground: (key || null) as NonNullable<Choices["ground"]> | null })
        }
      />
      <Typography color="text.secondary" sx={{ mt: 1 }}>
        {grounds[tone]}
      </Typography>
      <FormControlLabel
        control={
          <Switch
            checked={choices.ground_kind === "gesso"}
            onChange={(_, gesso) =>
              void change("Changed what the ground is made of", { ground_kind: gesso ? "gesso" : "paint" })
            }
          />
        }
        label="Tinted gesso instead of white paint"
      />
      <Choice
        label="Underpainting"
        value={choices.underpainting ?? ""}
        options={[...UNDER]}
        choose={(key) =>
          void change("Chose the underpainting", {
            underpainting: (key || null) as NonNullable<Choices["underpainting"]> | null,
          })
        }
      />
      <Choice
        label="Drawing"
        value={choices.drawing ?? ""}
        options={[...DRAWING]}
        choose={(key) =>
          void change("Chose the drawing", {
            drawing: (key || null) as NonNullable<Choices["drawing"]> | null,
          })
        }
      />
    </Section>
  );
}

interface GroundsProps {
  paintingId: number;
  choices: Choices;
  change: ChangeChoices;
}

function GroundsCompared({ paintingId, choices, change }: GroundsProps) {
  const study = useStudy(paintingId, "grounds");
  const found = useQuery(groundsQuery(paintingId));
  const offers = (found.data?.grounds ?? []).filter((one) => one.kind === choices.ground_kind || !one.colour);
  return (
    <Section title="Which ground for this picture">
      <StudyRun study={study} />
      {offers.map((offer) => (
        <Offer key={offer.tone + offer.kind} offer={offer} change={change} />
      ))}
      <Button disabled={study.underWay} onClick={() => study.begin()}>
        {found.data ? "Try them again" : "Try four grounds and look for savings"}
      </Button>
    </Section>
  );
}

function Offer({ offer, change }: { offer: GroundOffer; change: ChangeChoices }) {
  const { summary } = offer;
  return (
    <Stack direction="row" spacing={1.5} sx={{ py: 0.75, alignItems: "center" }}>
      <Swatch colour={offer.colour ?? "#f2f2f0"} label={`${offer.tone} ground`} size={34} />
      <Box sx={{ flex: 1 }}>
        <Typography>{offer.tone}</Typography>
        <Typography variant="caption" color="text.secondary" component="div">
          {summary.coats.toFixed(1)} coats over all · {Math.round(summary.paint_ml)} ml
          {summary.cost > 0 ? ` worth ${summary.cost.toFixed(2)}` : ""} · a wash over it is off by ΔE{" "}
          {offer.through_de00.toFixed(0)}
        </Typography>
      </Box>
      <Button
        size="small"
        aria-label={`Take it: the ${offer.tone} ground`}
        onClick={() => void change("Chose the ground", { ground: offer.tone })}
      >
        Take it
      </Button>
    </Stack>
  );
}

function HandAndFilms({ passes, change }: { passes: Passes; change: ChangeChoices }) {
  const { choices } = passes;
  const [films, setFilms] = useState(choices.film_factor);
  const [side, setSide] = useState(String(choices.side_mm));
  const keepSide = () => {
    const depth = Number(side.replace(",", "."));
    if (side.trim() !== "" && Number.isFinite(depth) && depth !== choices.side_mm)
      void change("Changed the sides", { side_mm: depth });
  };
  return (
    <Section title="Your hand">
      <Choice
        label="Painting hand"
        value={choices.hand}
        options={[
          ["right", "right: work from left to right"],
          ["left", "left: work from right to left"],
        ]}
        choose={(key) => void change("Changed the hand", { hand: key as Choices["hand"] })}
      />
      <Films
        films={films}
        set={setFilms}
        done={(to) => void change("Changed the films", { film_factor: to })}
      />
      <TextField
        label="Depth of the sides to be painted, mm"
        size="small"
        fullWidth
        value={side}
        onChange={(event) => setSide(event.target.value)}
        onBlur={keepSide}
        onKeyDown={(event) => event.key === "Enter" && keepSide()}
        sx={{ mt: 1 }}
      />
    </Section>
  );
}

function RulesAside({ passes, trade, change }: PartProps) {
  const off = Object.entries(passes.choices.rules_off);
  const title = (id: string) => trade.rules.find((rule) => rule.id === id)?.title ?? id;
  const { moves } = passes.choices;
  const laid = Object.keys(passes.choices.techniques).length;
  if (off.length === 0 && moves.length === 0 && laid === 0) return null;
  return (
    <Section title="Your own order">
      {off.length > 0 && (
        <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
          {off.map(([id, reason]) => (
            <Box component="li" key={id} sx={{ pb: 1 }}>
              <Typography>
                <strong>{title(id)}</strong> is set aside: {reason}
              </Typography>
              <Button
                size="small"
                onClick={() =>
                  void change(`Let “${title(id)}” hold again`, {
                    rules_off: Object.fromEntries(off.filter(([other]) => other !== id)),
                  })
                }
              >
                Let it hold again
              </Button>
            </Box>
          ))}
        </Box>
      )}
      {laid > 0 && (
        <>
          <Typography>
            {laid} step{laid > 1 ? "s are" : " is"} laid another way than the school has it.
          </Typography>
          <Button
            size="small"
            onClick={() => void change("Lay all as the school has it", { techniques: {} })}
          >
            All as the school has it
          </Button>
        </>
      )}
      {moves.length > 0 && (
        <>
          <Typography>
            {moves.length} step{moves.length > 1 ? "s" : ""} moved by hand
            {passes.lost_moves > 0 ? `; ${passes.lost_moves} of them found no place in this plan` : ""}.
          </Typography>
          <Button size="small" onClick={() => void change("Back to the order of the rules", { moves: [] })}>
            Back to the order of the rules
          </Button>
        </>
      )}
    </Section>
  );
}

interface RulesProps {
  passes: Passes;
  trade: Trade;
  setAside: (rule: string, title: string) => void;
}

/** The rules that order this plan, the weightiest first. */
function RulesOfTheSchool({ passes, trade, setAside }: RulesProps) {
  const followed = trade.schools.find((one) => one.key === passes.choices.school)?.rules ?? [];
  const rules = followed.flatMap((id) => {
    const rule = trade.rules.find((one) => one.id === id);
    return rule && !(id in passes.choices.rules_off) ? [rule] : [];
  });
  return (
    <Section title="Rules of this school, the weightiest first">
      <Box component="ol" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {rules.map((rule) => (
          <Box component="li" key={rule.id} sx={{ pb: 1 }}>
            <Typography sx={{ fontWeight: 600 }}>{rule.title}</Typography>
            <Typography color="text.secondary">{rule.reason}</Typography>
            <Button
              size="small"
              aria-label={`Set aside: ${rule.title}`}
              onClick={() => setAside(rule.id, rule.title)}
            >
              Set aside
            </Button>
          </Box>
        ))}
      </Box>
    </Section>
  );
}
