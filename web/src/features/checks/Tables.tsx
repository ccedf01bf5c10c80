/** All that was measured as tables: areas, edges, places, distances. */
import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import { Swatch } from "../../shared/ui/Swatch";
import type { AreaFinding, Report } from "./queries";
import { coverWords, valueOff } from "./words";
import { signed } from "../../shared/ui/numbers";

/** What is painted, the worst first; then what is still to be. */
const WORST_FIRST = (report: Report) => {
  const rank = (one: AreaFinding) => (one.looks_like === null ? 100 : 0) + Math.abs(one.value_error);
  return [...report.areas].sort((a, b) => rank(b) - rank(a));
};

export function AreaTable({ report }: { report: Report }) {
  if (report.areas.length === 0)
    return <Typography sx={{ py: 2 }}>Areas are measured once paint lies over the drawing.</Typography>;
  return (
    <>
      <Typography color="text.secondary" sx={{ my: 1 }}>
        Value in steps, lighter than planned above 0; ± is what the photo leaves open. The left swatch is as
        planned, the right one as painted.
      </Typography>
      <Table
        size="small"
        aria-label="Areas, the value that is most off first"
        sx={{ "& td, & th": { px: 0.5 } }}
      >
        <TableHead>
          <TableRow>
            <TableCell>Area</TableCell>
            <TableCell align="right">Value</TableCell>
            <TableCell align="right">Colour</TableCell>
            <TableCell align="right">Cover</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {WORST_FIRST(report).map((one) => (
            <TableRow key={one.area}>
              <TableCell component="th" scope="row">
                <Box sx={{ display: "flex", gap: 0.25, mb: 0.25 }}>
                  <Swatch colour={one.planned} label="planned" size={22} />
                  <Swatch colour={one.painted} label="painted" size={22} />
                </Box>
                {one.name}
                <Typography variant="caption" component="div" color="text.secondary">
                  {one.words}
                  {one.wet && ", wet"}
                </Typography>
              </TableCell>
              <TableCell align="right" sx={{ whiteSpace: "nowrap" }}>
                {valueOff(one)}
              </TableCell>
              <TableCell align="right">{one.de00.toFixed(1)}</TableCell>
              <TableCell align="right" sx={{ whiteSpace: "nowrap" }}>
                {coverWords(one)}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {report.turned.length > 0 && (
        <Section title="Values the wrong way round">
          {report.turned.map((one) => (
            <Typography key={one.darker + one.lighter}>
              {one.darker} should be {one.planned.toFixed(1)} darker than {one.lighter}, and is{" "}
              {Math.abs(one.painted).toFixed(1)} lighter.
            </Typography>
          ))}
        </Section>
      )}
      <EdgeTable report={report} />
    </>
  );
}

function EdgeTable({ report }: { report: Report }) {
  if (report.edges.length === 0) return null;
  return (
    <Section title="Edges that came out otherwise">
      <Table size="small" aria-label="Edges" sx={{ "& td, & th": { px: 0.5 } }}>
        <TableHead>
          <TableRow>
            <TableCell>Between</TableCell>
            <TableCell align="right">Planned</TableCell>
            <TableCell align="right">Painted</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {report.edges.map((one) => (
            <TableRow key={one.one + one.other}>
              <TableCell component="th" scope="row">
                {one.one} and {one.other}
                <Typography variant="caption" component="div" color="text.secondary">
                  {one.fault}, {Math.round(one.length_mm)} mm long
                </Typography>
              </TableCell>
              <TableCell align="right">{one.planned_mm.toFixed(1)} mm</TableCell>
              <TableCell align="right">{one.painted_mm.toFixed(1)} mm</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Section>
  );
}

interface PlacesProps {
  report: Report;
  chosen: number | null;
  choose: (landmark: number | null) => void;
}

export function Places({ report, chosen, choose }: PlacesProps) {
  const off = report.landmarks.filter((one) => one.is_off).length;
  const { turn_deg, shift_mm } = report.pose;
  return (
    <>
      <Typography sx={{ my: 1, fontWeight: 620 }}>
        {off === 0
          ? `All ${report.landmarks.length} places lie where they should.`
          : `${off} of ${report.landmarks.length} places ${off === 1 ? "is" : "are"} off.`}
      </Typography>
      <Typography color="text.secondary">
        The whole lies turned by {signed(turn_deg)}° and shifted by{" "}
        {Math.hypot(shift_mm[0]!, shift_mm[1]!).toFixed(1)} mm; that is taken out below. Arrows are drawn four
        times as long. Choose a place to show where it really is.
      </Typography>
      <Table size="small" aria-label="Places" sx={{ "& td, & th": { px: 0.5 }, mt: 1 }}>
        <TableHead>
          <TableRow>
            <TableCell>Place</TableCell>
            <TableCell align="right">Off by</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {report.landmarks
            .map((one, place) => ({ one, place }))
            .sort((a, b) => b.one.off_mm - a.one.off_mm)
            .map(({ one, place }) => (
              <TableRow
                key={one.name}
                hover
                selected={place === chosen}
                onClick={() => choose(place === chosen ? null : place)}
              >
                <TableCell component="th" scope="row">
                  <Box
                    component="button"
                    type="button"
                    aria-pressed={place === chosen}
                    sx={{ all: "unset", cursor: "pointer", "&:focus-visible": { outline: "3px solid" } }}
                  >
                    {one.name}
                  </Box>
                </TableCell>
                <TableCell align="right" sx={{ fontWeight: one.is_off ? 680 : 400 }}>
                  {one.is_off ? one.off_words : `${one.off_mm.toFixed(1)} mm`}
                </TableCell>
              </TableRow>
            ))}
        </TableBody>
      </Table>
      {report.leaning.length > 0 && (
        <Section title="Verticals that lean">
          {report.leaning.map((one) => (
            <Typography key={one.upper + one.lower}>
              From {one.lower} to {one.upper}: {Math.abs(one.lean_deg).toFixed(1)}° to the{" "}
              {one.lean_deg > 0 ? "right" : "left"}
            </Typography>
          ))}
        </Section>
      )}
      {report.distances.length > 0 && (
        <Section title="Distances that are off">
          {report.distances.map((one) => (
            <Typography key={one.one + one.other}>
              {one.one} to {one.other}: {one.painted_mm.toFixed(0)} mm, planned {one.planned_mm.toFixed(0)} mm
            </Typography>
          ))}
        </Section>
      )}
    </>
  );
}
