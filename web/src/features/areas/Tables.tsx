/** All areas, and all borders, as tables: to choose from, and to be read aloud. */
import { Fragment } from "react";

import { Button, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import { cm2, mm, value } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import type { Area, Border, Thing } from "./queries";
import { differenceWords } from "./words";

/** What is out of the ordinary about an area. */
const remarks = (area: Area): string =>
  [
    area.plane,
    area.locked && "locked",
    area.target && "in your colour",
    area.handling !== "usual" && (area.handling === "bare" ? "left bare" : area.handling),
  ]
    .filter(Boolean)
    .join(" · ");

const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? "" : "s"}`;

interface AreaTableProps {
  areas: Area[];
  things: Thing[];
  choose: (id: string) => void;
}

/** Things with their parts beneath them; a thing of one part is a row by itself. */
export function AreaTable({ areas, things, choose }: AreaTableProps) {
  const areaOf = new Map(areas.map((area) => [area.id, area]));
  return (
    <Section title={counted(areas.length, "area")}>
      <Typography color="text.secondary" gutterBottom>
        In {counted(things.length, "thing")}. Tap one on the picture, or here.
      </Typography>
      <Table size="small" aria-label="Areas" sx={{ "& td, & th": { px: 0.75 } }}>
        <TableHead>
          <TableRow>
            <TableCell>No.</TableCell>
            <TableCell>Area</TableCell>
            <TableCell align="right">Value</TableCell>
            <TableCell align="right">Size</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {things.map((thing) => {
            const parts = thing.areas.flatMap((id) => areaOf.get(id) ?? []);
            return (
              <Fragment key={thing.id}>
                {parts.length > 1 && <ThingRow thing={thing} parts={parts} />}
                {parts.map((area) => (
                  <AreaRow key={area.id} area={area} part={parts.length > 1} choose={choose} />
                ))}
              </Fragment>
            );
          })}
        </TableBody>
      </Table>
    </Section>
  );
}

function ThingRow({ thing, parts }: { thing: Thing; parts: Area[] }) {
  const whole = parts.reduce((sum, part) => sum + part.area_cm2, 0);
  return (
    <TableRow sx={{ "& td": { borderBottom: "none", pb: 0 } }}>
      <TableCell colSpan={3} sx={{ fontWeight: 650 }}>
        {thing.name || `One thing in ${parts.length} parts`}
      </TableCell>
      <TableCell align="right" sx={{ whiteSpace: "nowrap", fontWeight: 650 }}>
        {cm2(whole)}
      </TableCell>
    </TableRow>
  );
}

function AreaRow({ area, part, choose }: { area: Area; part: boolean; choose: (id: string) => void }) {
  return (
    <TableRow>
      <TableCell sx={{ "&&": { pl: part ? 2.5 : 0.75 } }}>
        <Swatch colour={area.target ?? area.colour} label="colour" size={24} />
        {area.index + 1}
      </TableCell>
      <TableCell>
        <Button
          color="inherit"
          onClick={() => choose(area.id)}
          sx={{ justifyContent: "start", textAlign: "left", p: 0, fontWeight: 450 }}
        >
          {area.name}
        </Button>
        <Typography variant="caption" component="div" color="text.secondary">
          {remarks(area)}
        </Typography>
      </TableCell>
      <TableCell align="right">{value(area.target_value ?? area.value)}</TableCell>
      <TableCell align="right" sx={{ whiteSpace: "nowrap" }}>
        {cm2(area.area_cm2)}
      </TableCell>
    </TableRow>
  );
}

export function BorderTable({ areas, borders }: { areas: Area[]; borders: Border[] }) {
  const nameOf = new Map(areas.map((area) => [area.id, area.name]));
  return (
    <Section title={`${borders.length} borders`}>
      <Table size="small" aria-label="Borders" sx={{ "& td, & th": { px: 0.75 } }}>
        <TableHead>
          <TableRow>
            <TableCell>Where</TableCell>
            <TableCell>Edge</TableCell>
            <TableCell align="right">Length</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {borders.map((border) => (
            <TableRow key={`${border.a}${border.b}`}>
              <TableCell>
                {nameOf.get(border.over)} over {nameOf.get(border.over === border.a ? border.b : border.a)}
                <Typography variant="caption" component="div" color="text.secondary">
                  the second is {differenceWords(border, border.over === border.a ? 1 : -1)}
                </Typography>
              </TableCell>
              <TableCell>{border.softness}</TableCell>
              <TableCell align="right" sx={{ whiteSpace: "nowrap" }}>
                {mm(border.length_mm)}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Section>
  );
}
