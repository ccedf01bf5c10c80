/** What every area takes of every pile and tube: of one area in full, of all as a list and as a table that adds up. */
import { useState } from "react";

import {
  Box,
  Button,
  Dialog,
  DialogContent,
  DialogTitle,
  IconButton,
  LinearProgress,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableContainer,
  TableHead,
  TableRow,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import CloseIcon from "@mui/icons-material/Close";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Choice } from "../../shared/ui/Choice";
import { Fact, Section } from "../../shared/ui/Facts";
import { ml } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import { paintsQuery } from "../materials";
import type { Mix } from "../mixes";
import { columnsOf, rowsOf, togetherOf, type AreaNeed, type Kind } from "./amounts";
import { price } from "./price";
import { amountsQuery, areaIfQuery, type Amounts, type Handling } from "./queries";
import { goInMinutes } from "./units";

interface Named {
  id: string;
  name: string;
}

interface TakesProps {
  paintingId: number;
  area: Named;
  mixes: ReadonlyMap<string, Mix>;
  /** The painting's own piles, in which the area could be painted instead. */
  piles: readonly Mix[];
  /** Whether the plan is today's; what is shown is the last plan's. */
  isToday: boolean;
}

/** A part's paint is often less than a tenth of a millilitre. */
const fine = (volume: number) => (volume < 1 ? `${volume.toFixed(2)} ml` : ml(volume));

const grams = (mass: number) => `${mass < 10 ? mass.toFixed(1) : Math.round(mass)} g`;

/** An area's paint: how much of what, in which pass, and what it would be if. */
export function AreaTakes({ paintingId, area, mixes, piles, isToday }: TakesProps) {
  const amounts = useQuery(amountsQuery(paintingId));
  const paints = useQuery(paintsQuery);
  const need = amounts.data?.areas.find((one) => one.area === area.id);
  if (!need || need.paint.length === 0) return null;
  const tubes = Object.entries(need.tubes).sort(([, a], [, b]) => b - a);
  return (
    <Section title="What it takes">
      {!isToday && <Typography>From the last plan; bring it up to date for today’s figures.</Typography>}
      <Totals need={need} />
      <Box component="ul" aria-label="Its piles" sx={{ listStyle: "none", p: 0, m: 0, mt: 1 }}>
        {need.paint.map((one) => (
          <Stack
            component="li"
            key={`${one.pass_number}${one.mix}`}
            direction="row"
            spacing={1.5}
            sx={{ py: 0.25 }}
          >
            <Swatch colour={mixes.get(one.mix)?.dry ?? "#808080"} label="dry" size={22} />
            <Box sx={{ flex: 1, minWidth: 0 }}>{mixes.get(one.mix)?.name ?? one.mix}</Box>
            <Typography color="text.secondary">pass {one.pass_number}</Typography>
            <Box sx={{ whiteSpace: "nowrap", minWidth: 64, textAlign: "right" }}>{fine(one.volume_ml)}</Box>
          </Stack>
        ))}
      </Box>
      <Typography color="text.secondary" sx={{ mt: 1 }}>
        From the tubes:{" "}
        {tubes
          .map(
            ([key, volume]) => `${paints.data?.find((one) => one.key === key)?.name ?? key} ${fine(volume)}`,
          )
          .join(", ")}
        .
      </Typography>
      <AreaIf paintingId={paintingId} area={area} piles={piles} />
    </Section>
  );
}

function Totals({ need }: { need: AreaNeed }) {
  return (
    <Typography sx={{ fontWeight: 650 }}>
      {ml(need.volume_ml)} of paint ({grams(need.mass_g)})
      {need.medium_ml > 0 ? `, ${ml(need.medium_ml)} of medium` : ""}, {goInMinutes(need.minutes)} of work,{" "}
      {need.coats.toFixed(1)} coats
      {need.worth ? `, worth ${price(need.worth)}` : ""}
    </Typography>
  );
}

const HANDLINGS: [Handling | "", string][] = [
  ["", "as it is"],
  ["thick", "thicker"],
  ["thin", "thinner"],
  ["bare", "left bare"],
];

/** What the area, and the plan with it, would take otherwise; nothing is changed by asking. */
function AreaIf({ paintingId, area, piles }: Omit<TakesProps, "mixes" | "isToday">) {
  const [handling, setHandling] = useState<Handling | "">("");
  const [mix, setMix] = useState("");
  const asked = handling !== "" || mix !== "";
  const answer = useQuery({
    ...areaIfQuery(paintingId, area.id, handling || null, mix || null),
    enabled: asked,
  });
  const row = (name: string, of: (takes: NonNullable<typeof answer.data>["now"]) => string) =>
    answer.data && (
      <Fact name={name}>
        {of(answer.data.now)} → {of(answer.data.then)}
      </Fact>
    );
  return (
    <Box sx={{ mt: 1 }}>
      <Choice
        label="If it were"
        value={handling}
        options={HANDLINGS}
        choose={(to) => setHandling(to as Handling | "")}
      />
      <Choice
        label="If it were painted in"
        value={mix}
        options={[["", "its own piles"], ...piles.map((one) => [one.id, one.name] as const)]}
        choose={setMix}
      />
      {asked && answer.isFetching && <LinearProgress aria-label="Planning it the other way" sx={{ mt: 1 }} />}
      {asked && answer.isError && <Typography sx={{ mt: 1 }}>{inWords(answer.error)}</Typography>}
      {asked && answer.data && (
        <Box role="status" sx={{ mt: 1 }}>
          {row("This area", (takes) => ml(takes.volume_ml))}
          {row("Its work", (takes) => goInMinutes(takes.minutes))}
          {row("Its coats", (takes) => takes.coats.toFixed(1))}
          {row("The whole plan", (takes) => ml(takes.plan_ml))}
          {row("Work on all of it", (takes) => `${takes.plan_hours.toFixed(1)} h`)}
        </Box>
      )}
    </Box>
  );
}

interface AllProps {
  paintingId: number;
  areas: readonly Named[];
  things: readonly { id: string; name: string; areas: string[] }[];
  mixes: ReadonlyMap<string, Mix>;
  choose: (area: string) => void;
}

/** All areas by the thing they are part of, the thirstiest first; the whole table on a page of its own. */
export function AmountsByArea({ paintingId, areas, things, mixes, choose }: AllProps) {
  const amounts = useQuery(amountsQuery(paintingId));
  const [whole, setWhole] = useState(false);
  if (!amounts.data || amounts.data.areas.length === 0) return null;
  const needs = new Map(amounts.data.areas.map((one) => [one.area, one]));
  const nameOf = new Map(areas.map((one) => [one.id, one.name]));
  const groups = things
    .map((thing) => ({ thing, need: togetherOf(thing.areas.flatMap((id) => needs.get(id) ?? [])) }))
    .filter(({ need }) => need.volume_ml > 0)
    .sort((a, b) => b.need.volume_ml - a.need.volume_ml);
  return (
    <Section title="What each area takes">
      <Typography color="text.secondary">In ml on the picture, too.</Typography>
      <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {groups.map(({ thing, need }) => (
          <Box component="li" key={thing.id} sx={{ py: 0.25 }}>
            <Row
              name={thing.name || nameOfParts(thing.areas, nameOf)}
              need={need}
              choose={() => choose(thing.areas[0]!)}
            />
            {thing.areas.length > 1 &&
              thing.areas.flatMap((id) => {
                const part = needs.get(id);
                if (!part) return [];
                return [
                  <Box key={id} sx={{ pl: 2 }}>
                    <Row name={nameOf.get(id) ?? id} need={part} choose={() => choose(id)} />
                  </Box>,
                ];
              })}
          </Box>
        ))}
      </Box>
      <Button onClick={() => setWhole(true)}>The whole table</Button>
      {whole && (
        <WholeTable amounts={amounts.data} nameOf={nameOf} mixes={mixes} close={() => setWhole(false)} />
      )}
    </Section>
  );
}

/** A thing without a name of its own: its one area, or so many that belong together. */
const nameOfParts = (parts: readonly string[], nameOf: ReadonlyMap<string, string>) =>
  parts.length === 1 ? (nameOf.get(parts[0]!) ?? parts[0]!) : `${parts.length} areas of one thing`;

function Row({
  name,
  need,
  choose,
}: {
  name: string;
  need: Pick<AreaNeed, "volume_ml" | "minutes">;
  choose: () => void;
}) {
  return (
    <Button
      fullWidth
      color="inherit"
      onClick={choose}
      sx={{
        justifyContent: "space-between",
        textAlign: "left",
        fontWeight: 400,
        px: 0,
        py: 0.25,
        minHeight: 32,
      }}
    >
      <span>{name}</span>
      <Typography component="span" sx={{ whiteSpace: "nowrap" }}>
        {ml(need.volume_ml)} · {goInMinutes(need.minutes)}
      </Typography>
    </Button>
  );
}

const number = (volume: number) => (volume === 0 ? "" : volume < 0.005 ? "<0.01" : volume.toFixed(2));

interface TableProps {
  amounts: Amounts;
  nameOf: ReadonlyMap<string, string>;
  mixes: ReadonlyMap<string, Mix>;
  close: () => void;
}

function WholeTable({ amounts, nameOf, mixes, close }: TableProps) {
  const paints = useQuery(paintsQuery);
  const [kind, setKind] = useState<Kind>("piles");
  const columns = columnsOf(amounts, kind);
  const titleOf = (key: string) =>
    kind === "piles"
      ? (mixes.get(key)?.name ?? key)
      : (paints.data?.find((one) => one.key === key)?.name ?? key);
  return (
    <Dialog open fullWidth maxWidth="xl" onClose={close} aria-labelledby="whole-table">
      <DialogTitle id="whole-table" sx={{ display: "flex", alignItems: "center", gap: 2 }}>
        <Box sx={{ flex: 1 }}>Areas against {kind}, in ml</Box>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={kind}
          onChange={(_, to: Kind | null) => to && setKind(to)}
          aria-label="What the columns are"
        >
          <ToggleButton value="piles">Piles</ToggleButton>
          <ToggleButton value="tubes">Tubes</ToggleButton>
        </ToggleButtonGroup>
        <IconButton onClick={close} aria-label="Close the table">
          <CloseIcon />
        </IconButton>
      </DialogTitle>
      <DialogContent>
        <TableContainer
          sx={{ maxHeight: "70vh" }}
          tabIndex={0}
          role="region"
          aria-label="Areas against piles or tubes"
        >
          <Table size="small" stickyHeader>
            <TableHead>
              <TableRow>
                <TableCell sx={{ minWidth: 240 }}>Area</TableCell>
                <TableCell align="right">All</TableCell>
                {columns.map((key) => (
                  <TableCell
                    key={key}
                    align="right"
                    sx={{ verticalAlign: "bottom", minWidth: 84, lineHeight: 1.2 }}
                  >
                    {kind === "piles" && (
                      <Box sx={{ display: "flex", justifyContent: "end", pb: 0.5 }}>
                        <Swatch colour={mixes.get(key)?.dry ?? "#808080"} label="dry" size={22} />
                      </Box>
                    )}
                    {titleOf(key)}
                  </TableCell>
                ))}
              </TableRow>
            </TableHead>
            <TableBody>
              {rowsOf(amounts, kind, nameOf).map((row) => (
                <TableRow key={row.key}>
                  <TableCell component="th" scope="row" sx={{ fontWeight: row.sum ? 650 : 400 }}>
                    {row.name}
                  </TableCell>
                  <TableCell align="right" sx={{ fontWeight: 650 }}>
                    {number(row.all)}
                  </TableCell>
                  {columns.map((key) => (
                    <TableCell key={key} align="right" sx={{ fontWeight: row.sum ? 650 : 400 }}>
                      {number(row.ml[key] ?? 0)}
                    </TableCell>
                  ))}
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </TableContainer>
      </DialogContent>
    </Dialog>
  );
}
