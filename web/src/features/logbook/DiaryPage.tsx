/** The diary of a painting: every sitting with what was done in it, and the hours of every pass. */
import type { ReactNode } from "react";

import {
  Box,
  Button,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { Failed, Loading } from "../../shared/ui/States";
import { Swatch } from "../../shared/ui/Swatch";
import { diaryFileUrl, diaryQuery, type DiaryEntry, type DiarySitting } from "./queries";
import { atTime, hours, KINDS, sittingWords } from "./words";

export default function DiaryPage() {
  const id = Number(useParams().paintingId);
  const found = useQuery(diaryQuery(id));
  if (found.isError) return <Failed error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Loading what="the diary" />;
  const diary = found.data;
  return (
    <Box component="main" sx={{ p: 3, maxWidth: 1080, mx: "auto" }}>
      <title>{`${diary.title}, diary · Ypsochrom`}</title>
      <Typography variant="h1">{diary.title}</Typography>
      <Typography sx={{ my: 1 }}>
        {hours(diary.worked_min)} at work in {diary.sittings.length} sitting
        {diary.sittings.length === 1 ? "" : "s"}.
      </Typography>
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", mb: 2 }}>
        <Button component={Link} to={`/paintings/${id}/passes`} variant="outlined">
          To the plan
        </Button>
        <Button href={diaryFileUrl(id, "diary.md")} download="diary.md">
          Save as Markdown
        </Button>
        <Button href={diaryFileUrl(id, "hours.csv")} download="hours.csv">
          Save hours as CSV
        </Button>
      </Stack>
      {[...diary.sittings].reverse().map((one) => (
        <Sitting key={one.number} sitting={one} painting={id} />
      ))}
      <Typography variant="h2" sx={{ mt: 4 }}>
        Hours by pass
      </Typography>
      <Table size="small" aria-label="Hours by pass">
        <TableHead>
          <TableRow>
            <TableCell>Pass</TableCell>
            <TableCell align="right">Units done</TableCell>
            <TableCell align="right">Worked</TableCell>
            <TableCell align="right">Planned for them</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {diary.hours.map((one) => (
            <TableRow key={one.number}>
              <TableCell>
                {one.number} {one.role}
              </TableCell>
              <TableCell align="right">
                {one.done} of {one.units}
              </TableCell>
              <TableCell align="right">{one.done > 0 ? hours(one.worked_min) : ""}</TableCell>
              <TableCell align="right">{one.done > 0 ? hours(one.planned_min) : ""}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

function Sitting({ sitting, painting }: { sitting: DiarySitting; painting: number }) {
  return (
    <Box component="section" aria-label={`Sitting ${sitting.number}`} sx={{ mt: 3 }}>
      <Typography variant="h2">{sittingWords(sitting)}</Typography>
      <Typography color="text.secondary">
        {hours(sitting.worked_min)} at work, {sitting.temperature_c} °C, {sitting.humidity_pct} % humidity
        {sitting.ended === null ? "; still open" : ""}
      </Typography>
      <Box component="ol" sx={{ listStyle: "none", p: 0, m: 0, mt: 1 }}>
        {sitting.entries.map((one, place) => (
          <Told key={one.at + one.kind + place} entry={one} painting={painting} />
        ))}
      </Box>
    </Box>
  );
}

function Told({ entry, painting }: { entry: DiaryEntry; painting: number }) {
  const minutes =
    entry.minutes == null
      ? ""
      : `${Math.round(entry.minutes)} min${entry.planned_min == null ? "" : ` of ${Math.round(entry.planned_min)}`}`;
  return (
    <Stack
      component="li"
      direction="row"
      sx={{ gap: 1.5, py: 0.75, alignItems: "start", borderTop: 1, borderColor: "divider" }}
    >
      <Typography sx={{ width: 52, flex: "none" }}>{atTime(entry.at)}</Typography>
      <Box sx={{ width: 84, flex: "none" }}>{KINDS[entry.kind]}</Box>
      <Stack direction="row" sx={{ flex: "none", flexWrap: "wrap", width: 92 }}>
        {entry.colours.slice(0, MOST_SWATCHES).map((colour, place) => (
          <Swatch key={colour + place} colour={colour} label="dry" size={22} />
        ))}
      </Stack>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Where entry={entry} painting={painting}>
          {entry.title}
        </Where>
        {entry.words && <Typography color="text.secondary">{entry.words}</Typography>}
        {entry.photo_url && (
          <Box
            component="img"
            src={entry.photo_url}
            alt={`Photo: ${entry.title || entry.words}`}
            loading="lazy"
            sx={{
              display: "block",
              mt: 0.5,
              width: 220,
              height: 165,
              objectFit: "contain",
              objectPosition: "left",
            }}
          />
        )}
      </Box>
      <Typography sx={{ whiteSpace: "nowrap" }}>{minutes}</Typography>
    </Stack>
  );
}

const MOST_SWATCHES = 4;

/** What an entry is of, as a way there where it has one. */
function Where({ entry, painting, children }: { entry: DiaryEntry; painting: number; children: ReactNode }) {
  const to =
    entry.check != null
      ? `/paintings/${painting}/checks?check=${entry.check}`
      : entry.pass_number > 0
        ? `/paintings/${painting}/passes?pass=${entry.pass_number}`
        : null;
  return to === null ? (
    <Typography>{children}</Typography>
  ) : (
    <Box component={Link} to={to} sx={{ color: "inherit" }}>
      {children}
    </Box>
  );
}
