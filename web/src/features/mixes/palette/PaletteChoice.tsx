/** Which few tubes serve this picture: suggested, changed by hand, compared with the palette that is planned with. */
import { useState } from "react";

import {
  Alert,
  Box,
  Button,
  Checkbox,
  FormControlLabel,
  Slider,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { useRun } from "../../../shared/api/runs";
import { RunLine } from "../../../shared/ui/RunLine";
import { Section } from "../../../shared/ui/Facts";
import { share } from "../../../shared/ui/numbers";
import { Swatch } from "../../../shared/ui/Swatch";
import { PaintPicker, paintsQuery, tubesQuery } from "../../materials";
import {
  reportQuery,
  suggestionQuery,
  suggestPalette,
  type Mixes,
  type PaletteAsked,
  type PaletteTube,
  type Report,
} from "../queries";
import { ReachSlice } from "./ReachSlice";

interface Props {
  paintingId: number;
  mixes: Mixes;
  /** The palette that is looked at. */
  keys: string[];
  areaNames: ReadonlyMap<string, string>;
  setKeys: (keys: string[]) => void;
  choose: (keys: string[] | null) => void;
  save: (keys: string[]) => void;
  close: () => void;
}

const MOST_TUBES = 16;

export function PaletteChoice({ paintingId, mixes, keys, areaNames, setKeys, choose, save, close }: Props) {
  const tubes = useQuery(tubesQuery);
  const paints = useQuery(paintsQuery);
  const planned = mixes.palette.map((tube) => tube.key);
  const [locked, setLocked] = useState<string[]>([]);
  const [count, setCount] = useState(Math.min(planned.length || 6, 8));
  const [outOf, setOutOf] = useState<"shelf" | "catalogue">("shelf");
  const [all, setAll] = useState(false);
  const report = useQuery(reportQuery(paintingId, keys));
  const before = useQuery(reportQuery(paintingId, planned));
  const search = useRun(
    suggestionQuery(paintingId),
    (asked: PaletteAsked) => suggestPalette(paintingId, asked),
    (run) => run.result && setKeys(run.result.keys as string[]),
  );
  const owned = new Set(tubes.data?.filter((tube) => tube.left_ml > 0).map((tube) => tube.key));
  const same = sameKeys(keys, planned);
  return (
    <>
      <Button onClick={close}>All mixes</Button>
      <Typography variant="h2">Choose the palette</Typography>
      <Section title="Best tubes for this picture">
        <Typography id="how-many">{count} tubes out of</Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={outOf}
          onChange={(_, to: "shelf" | "catalogue" | null) => to && setOutOf(to)}
          aria-label="Out of"
          sx={{ my: 0.5 }}
        >
          <ToggleButton value="shelf">the shelf</ToggleButton>
          <ToggleButton value="catalogue">every paint</ToggleButton>
        </ToggleButtonGroup>
        <Slider
          aria-labelledby="how-many"
          min={2}
          max={MOST_TUBES}
          step={1}
          value={count}
          onChange={(_, to) => setCount(to as number)}
        />
        <Button
          variant="outlined"
          disabled={search.doing.state === "under way"}
          onClick={() => search.begin({ count, locked, out_of: outOf })}
        >
          Find them
        </Button>
        {keys.length < MOST_TUBES && (
          <Button
            disabled={search.doing.state === "under way"}
            onClick={() => search.begin({ count: keys.length + 1, locked: keys, out_of: outOf })}
          >
            Which one more tube would help most?
          </Button>
        )}
        <RunLine label="Comparing tubes" doing={search.doing} stop={search.stop} />
      </Section>
      <Section title={`This palette, ${keys.length} tubes`}>
        {report.data?.palette
          .filter((tube) => keys.includes(tube.key))
          .map((tube) => (
            <TubeLine
              key={tube.key}
              tube={tube}
              owned={owned.has(tube.key)}
              locked={locked.includes(tube.key)}
              lock={(on) => setLocked(on ? [...locked, tube.key] : locked.filter((key) => key !== tube.key))}
            />
          ))}
        <Box component="details">
          <Box component="summary" sx={{ cursor: "pointer", minHeight: 44, py: 1, fontWeight: 650 }}>
            Take tubes in or out
          </Box>
          <PaintPicker
            label="Tubes of the palette"
            paints={
              paints.data?.filter((paint) => all || owned.has(paint.key) || keys.includes(paint.key)) ?? []
            }
            chosen={new Set(keys)}
            toggle={(key) => setKeys(keys.includes(key) ? keys.filter((one) => one !== key) : [...keys, key])}
          />
          <Button onClick={() => setAll(!all)}>
            {all ? "Only what the shelf has" : "Every paint of the catalogue"}
          </Button>
        </Box>
      </Section>
      {report.isError && <Alert severity="error">{inWords(report.error)}</Alert>}
      {report.data && (
        <>
          <Comparison now={report.data} before={same ? null : (before.data ?? null)} />
          <Section title="Where it falls short most">
            {report.data.worst.map((miss) => (
              <Stack
                key={`${miss.area}${miss.family}`}
                direction="row"
                spacing={1.5}
                sx={{ py: 0.5, alignItems: "center" }}
              >
                <Stack direction="row" sx={{ bgcolor: "mat", p: 0.5 }}>
                  <Swatch colour={miss.photo} label="wanted" size={30} />
                  <Swatch colour={miss.instead} label="comes instead" size={30} />
                </Stack>
                <Typography variant="body2">
                  {areaNames.get(miss.area) ?? miss.area}, {miss.family}: {miss.words}
                </Typography>
              </Stack>
            ))}
            <Typography variant="caption" color="text.secondary" component="p">
              Left what the picture wants, right what these tubes give: the right value first, then as much of
              the colour as there is. Hatched on the picture from CIEDE2000 4.
            </Typography>
          </Section>
          <ReachSlice paintingId={paintingId} keys={keys} />
        </>
      )}
      <Stack spacing={1} sx={{ py: 1.5, alignItems: "start" }}>
        <Button variant="contained" disabled={same && mixes.chosen} onClick={() => choose(keys)}>
          Plan with this palette
        </Button>
        {mixes.chosen && <Button onClick={() => choose(null)}>Let the plan choose again</Button>}
        <Button onClick={() => save(keys)}>Save it under a name</Button>
      </Stack>
    </>
  );
}

/** Whether two palettes hold the same tubes, in whatever order. */
export function sameKeys(a: readonly string[], b: readonly string[]): boolean {
  return a.length === b.length && a.every((key) => b.includes(key));
}

function TubeLine({
  tube,
  owned,
  locked,
  lock,
}: {
  tube: PaletteTube;
  owned: boolean;
  locked: boolean;
  lock: (on: boolean) => void;
}) {
  return (
    <Stack direction="row" spacing={1} sx={{ alignItems: "center" }}>
      <Swatch colour={tube.masstone} label={tube.name} size={24} />
      <Typography sx={{ flex: 1, minWidth: 0 }}>
        {tube.name}
        {!owned && <strong> · to buy</strong>}
      </Typography>
      <FormControlLabel
        sx={{ mr: 0 }}
        control={
          <Checkbox
            checked={locked}
            onChange={(_, on) => lock(on)}
            slotProps={{ input: { "aria-label": `Keep ${tube.name} in any case` } }}
          />
        }
        label="keep"
      />
    </Stack>
  );
}

/** What tubes to buy cost, in words. */
export function priceWords(report: Pick<Report, "missing" | "price">): string {
  if (report.missing.length === 0) return "all on the shelf";
  const tubes = report.missing.length === 1 ? "1 tube to buy" : `${report.missing.length} tubes to buy`;
  return report.price == null ? `${tubes}, price unknown` : `${tubes}, ${report.price.toFixed(2)}`;
}

function Comparison({ now, before }: { now: Report; before: Report | null }) {
  const rows: [string, (report: Report) => string][] = [
    ["Off on average, CIEDE2000", (report) => report.mean_de00.toFixed(1)],
    ["Out of reach", (report) => share(report.share_out)],
    ["Piles to mix", (report) => String(report.mixes)],
    ["Tubes", (report) => String(report.palette.length)],
    ["To buy", priceWords],
  ];
  return (
    <Section title={before ? "Against the palette of the plan" : "How it serves the picture"}>
      <Table size="small" padding="none" aria-label="Palettes compared" sx={{ "& td, & th": { py: 0.75 } }}>
        {before && (
          <TableHead>
            <TableRow>
              <TableCell />
              <TableCell align="right">this one</TableCell>
              <TableCell align="right">the plan’s</TableCell>
            </TableRow>
          </TableHead>
        )}
        <TableBody>
          {rows.map(([name, of]) => (
            <TableRow key={name}>
              <TableCell component="th" scope="row">
                {name}
              </TableCell>
              <TableCell align="right">{of(now)}</TableCell>
              {before && <TableCell align="right">{of(before)}</TableCell>}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Section>
  );
}
