/** The work of a pass, unit by unit: which pile, which brush, where, how long, how much; opened, all that is to be minded. */
import { Fragment, useEffect, useRef, useState, type ReactNode } from "react";

import { Box, Button, Stack, TextField, Typography } from "@mui/material";

import { Fact } from "../../shared/ui/Facts";
import { ml, share } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import { capital } from "../../shared/ui/words";
import type { Area } from "../areas";
import { PileString, PileStrip, type Mix, type PilesOfGradation } from "../mixes";
import { OwnUnitForm, OwnUnitLine, type OwnWork, type ToolWords } from "./OwnUnits";
import type { OwnUnit, PaintPass, Unit } from "./queries";
import { brushInWords, goInMinutes, WAITS } from "./units";

interface Props {
  pass: PaintPass;
  mixes: ReadonlyMap<string, Mix>;
  areas: ReadonlyMap<string, Area>;
  /** The strings of piles of gradations. */
  strings: readonly PilesOfGradation[];
  notes: Readonly<Record<string, string>>;
  /** The place (from 0) of the unit that is open and lit on the picture. */
  open: number | null;
  choose: (place: number | null) => void;
  chooseMix: (id: string) => void;
  /** Put a unit to the one before it. */
  join: (unit: Unit) => void;
  note: (unit: Unit, words: string) => void;
  /** Add work of one's own before a unit, and take it out again. */
  addOwn: (before: Unit, what: OwnWork) => void;
  removeOwn: (own: OwnUnit) => void;
  /** How the tools of one's own work are used. */
  tools: ToolWords;
  /** The parts of an opened unit. */
  parts: (unit: Unit) => ReactNode;
}

export function UnitList({ pass, open, choose, removeOwn, ...rest }: Props) {
  const ids = new Set(pass.units.map((unit) => unit.id));
  const lines = (those: OwnUnit[]) =>
    those.map((own) => (
      <OwnUnitLine key={own.id} own={own} tools={rest.tools} remove={() => removeOwn(own)} />
    ));
  return (
    <Box component="ol" aria-label="Units in order" sx={{ listStyle: "none", p: 0, m: 0 }}>
      {pass.units.map((unit, place) => (
        <Fragment key={unit.id}>
          {pass.begins[unit.id] && (
            <Typography component="li" sx={{ fontWeight: 650, pt: place ? 1.5 : 0 }}>
              {capital(pass.begins[unit.id]!)}
            </Typography>
          )}
          {lines(pass.own.filter((own) => own.before === unit.id))}
          <UnitCard
            unit={unit}
            place={place}
            pass={pass}
            open={open === place}
            toggle={() => choose(open === place ? null : place)}
            {...rest}
          />
        </Fragment>
      ))}
      {lines(pass.own.filter((own) => !own.before || !ids.has(own.before)))}
    </Box>
  );
}

interface CardProps extends Omit<Props, "open" | "choose" | "removeOwn"> {
  unit: Unit;
  place: number;
  open: boolean;
  toggle: () => void;
}

function UnitCard({ unit, place, pass, mixes, areas, open, toggle, ...opened }: CardProps) {
  const mix = mixes.get(unit.mix);
  const card = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (open) card.current?.scrollIntoView({ block: "nearest" });
  }, [open]);
  if (!mix) return null;
  const string = stringOf(unit, pass, opened.strings);
  return (
    <Box
      component="li"
      ref={card}
      sx={{ borderLeft: 3, borderColor: open ? "text.primary" : "transparent", pl: 0.5, pb: 0.5 }}
    >
      <Button
        fullWidth
        color="inherit"
        onClick={toggle}
        aria-expanded={open}
        sx={{
          justifyContent: "start",
          alignItems: "start",
          gap: 1.25,
          textAlign: "left",
          fontWeight: 400,
          px: 0.5,
        }}
      >
        {string ? (
          <Box sx={{ width: 46, flexShrink: 0 }}>
            <PileStrip string={string} height={46} />
          </Box>
        ) : (
          <Swatch colour={mix.dry} label="dry" size={46} />
        )}
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Box sx={{ lineHeight: 1.25, fontWeight: 650 }}>
            {place + 1}. {string ? `string of ${string.bands.length} piles` : mix.name}
          </Box>
          <Box sx={{ lineHeight: 1.3, ...(open ? {} : TWO_LINES) }}>{unit.words}</Box>
          <Typography variant="caption" component="div" color="text.secondary">
            {brushInWords(unit)}
            {unit.coats > 1 ? ` · ${unit.coats} coats` : ""}
            {unit.technique === "opaque" ? "" : ` · ${unit.technique}`}
            {unit.medium_share > 0 ? `, ${share(unit.medium_share)} ${unit.medium}` : ""}
          </Typography>
        </Box>
        <Box sx={{ whiteSpace: "nowrap", textAlign: "right", lineHeight: 1.3 }}>
          {goInMinutes(unit.minutes)}
          <Typography component="div" color="text.secondary">
            {ml(unit.volume_ml)}
          </Typography>
        </Box>
      </Button>
      {unit.wait_minutes >= 1 && (
        <Typography sx={{ pl: 8, fontWeight: 600 }}>
          <span aria-hidden>◷ </span>Wait {goInMinutes(unit.wait_minutes)} before it
        </Typography>
      )}
      {open && <Opened unit={unit} place={place} pass={pass} mixes={mixes} areas={areas} {...opened} />}
    </Box>
  );
}

/** The string of piles that a unit is painted with, if it is. */
function stringOf(unit: Unit, pass: PaintPass, strings: readonly PilesOfGradation[]) {
  return strings.find((one) => one.area === pass.strings[unit.id]);
}

const TWO_LINES = {
  display: "-webkit-box",
  WebkitLineClamp: 2,
  WebkitBoxOrient: "vertical",
  overflow: "hidden",
} as const;

function Opened({
  unit,
  place,
  pass,
  mixes,
  areas,
  strings,
  notes,
  chooseMix,
  join,
  note,
  addOwn,
  tools,
  parts,
}: Omit<CardProps, "open" | "toggle">) {
  const [shown, setShown] = useState(false);
  const later = unit.starts.slice(1);
  const small = pass.steps.filter((step) => unit.at_judgement.includes(step.id));
  const left = pass.left_ml[unit.id];
  const string = stringOf(unit, pass, strings);
  return (
    <Box sx={{ pl: 1, pr: 0.5, pb: 1.5 }}>
      {string && (
        <PileString
          string={{ ...string, volume_ml: unit.volume_ml }}
          label="Its string of piles, light to dark"
        />
      )}
      {unit.edges.length > 0 && (
        <Box component="ul" aria-label="Edges to mind" sx={{ pl: 2.25, my: 0.5 }}>
          {unit.edges.map((edge) => (
            <li key={edge.how + edge.area + edge.other}>{edge.words}</li>
          ))}
        </Box>
      )}
      {unit.also_in && (
        <Typography color="text.secondary" sx={{ py: 0.5 }}>
          The same pile goes into {unit.also_in}: a touch of it there now ties the picture together.
        </Typography>
      )}
      {unit.beside.length > 0 && !string && (
        <Stack
          direction="row"
          sx={{ flexWrap: "wrap", columnGap: 2, rowGap: 0.5, py: 0.5, alignItems: "center" }}
        >
          <Typography color="text.secondary">With it</Typography>
          {unit.beside.map((id) => (
            <Stack key={id} direction="row" spacing={0.75} sx={{ alignItems: "center" }}>
              <Swatch colour={mixes.get(id)?.dry ?? "#808080"} label="dry" size={22} />
              <span>{mixes.get(id)?.name ?? id}</span>
            </Stack>
          ))}
        </Stack>
      )}
      {left !== undefined && (
        <Fact name={`On the palette, ${mixes.get(unit.mix)?.name ?? unit.mix}`}>
          <Box component="span" sx={{ whiteSpace: "nowrap" }}>
            {ml(left)}
          </Box>
        </Fact>
      )}
      {unit.medium_ml > 0 && <Fact name={unit.medium ?? "Medium"}>{ml(unit.medium_ml)}</Fact>}
      {unit.wait !== "none" && <Fact name="What lies beneath">{WAITS[unit.wait]}</Fact>}
      <Fact name="Can be blended for">{goInMinutes(unit.open_minutes)}</Fact>
      <Fact name="Can be painted over after">{goInMinutes(unit.dry_minutes)}</Fact>
      {later.length > 0 && (
        <Fact name={later.length === 1 ? "Second coat" : "More coats"}>
          {later.map((start) => goInMinutes(start)).join(", ")} into the pass
        </Fact>
      )}
      {small.length > 0 && (
        <Typography sx={{ py: 0.5 }}>
          Too small for this brush, at your judgement:{" "}
          {small
            .map(
              (step) => `${areas.get(step.area)?.name ?? step.area}${step.family ? `, ${step.family}` : ""}`,
            )
            .join("; ")}
          .
        </Typography>
      )}
      <TextField
        key={unit.id}
        label="Note to this unit"
        size="small"
        fullWidth
        multiline
        defaultValue={notes[unit.id] ?? ""}
        onBlur={(event) => event.target.value !== (notes[unit.id] ?? "") && note(unit, event.target.value)}
        slotProps={{ htmlInput: { maxLength: 400 } }}
        sx={{ mt: 1 }}
      />
      <Stack direction="row" sx={{ flexWrap: "wrap", gap: 0.5, pt: 0.5 }}>
        <Button size="small" onClick={() => setShown(!shown)} aria-expanded={shown}>
          {unit.steps.length === 1 ? "Its part" : `Its ${unit.steps.length} parts`}
        </Button>
        <Button size="small" onClick={() => chooseMix(unit.mix)}>
          The mix
        </Button>
        {place > 0 && (
          <Button size="small" onClick={() => join(unit)}>
            Join with the unit before
          </Button>
        )}
      </Stack>
      {shown && parts(unit)}
      <OwnUnitForm tools={tools} add={(what) => addOwn(unit, what)} />
    </Box>
  );
}
