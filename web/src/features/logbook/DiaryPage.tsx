/** The diary of a painting: every sitting with what was done in it, and the hours of every pass. */
import { useState, type ReactNode } from "react";

import {
  Box,
  Button,
  Menu,
  MenuItem,
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
import { Lines, type LineActs } from "./Lines";
import { PageFacts } from "./PageFacts";
import {
  diaryFileUrl,
  diaryQuery,
  pageQuery,
  type Diary,
  type DiaryEntry,
  type DiaryFile,
  type DiarySitting,
} from "./queries";
import { useLines } from "./useLines";
import { atTime, hours, KINDS, onDay, sittingWords } from "./words";

const FILES: [name: DiaryFile, words: string][] = [
  ["diary.pdf", "The diary to print (PDF)"],
  ["diary.md", "The diary as Markdown"],
  ["diary.zip", "Markdown with its pictures (zip)"],
  ["entries.csv", "Entries as CSV"],
  ["entries.jsonl", "Entries as JSON lines"],
  ["hours.csv", "Hours by pass as CSV"],
];

export default function DiaryPage() {
  const id = Number(useParams().paintingId);
  const [whole, setWhole] = useState(false);
  const found = useQuery(diaryQuery(id, whole));
  const page = useQuery({ ...pageQuery(`p${id}`), retry: false });
  const lines = useLines(id);
  if (found.isError) return <Failed error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Loading what="the diary" />;
  const diary = found.data;
  return (
    <Box component="main" sx={{ p: 3, maxWidth: 1080, mx: "auto" }}>
      <title>{`${diary.title}, diary · Ypsochrom`}</title>
      <Typography variant="h1">{diary.title}</Typography>
      <Typography sx={{ my: 1 }}>
        {diary.sittings.length === 0
          ? "It has not been at the easel yet; what you write stands here."
          : `${hours(diary.worked_min)} at work in ${diary.sittings.length} sitting${diary.sittings.length === 1 ? "" : "s"}.`}
      </Typography>
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", mb: 2 }}>
        <Button component={Link} to={`/paintings/${id}/passes`} variant="outlined">
          To the plan
        </Button>
        <Files painting={id} />
      </Stack>
      <Lines acts={lines} />
      {[...diary.sittings].reverse().map((one) => (
        <Sitting key={one.number} sitting={one} painting={id} lines={lines} />
      ))}
      {diary.loose.length > 0 && (
        <Box component="ol" aria-label="What was written" sx={{ listStyle: "none", p: 0, m: 0, mt: 1 }}>
          {diary.loose.map((one, place) => (
            <Told key={one.at + one.kind + place} entry={one} painting={id} lines={lines} withDay />
          ))}
        </Box>
      )}
      {diary.earlier > 0 && (
        <Button onClick={() => setWhole(true)} sx={{ mt: 2 }}>
          Show the {diary.earlier} earlier entries
        </Button>
      )}
      {diary.hours.length > 0 && <Hours hoursOf={diary.hours} />}
      {page.data && <PageFacts page={page.data} />}
    </Box>
  );
}

function Files({ painting }: { painting: number }) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button onClick={(event) => setAt(event.currentTarget)} aria-haspopup="menu">
        Save it
      </Button>
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {FILES.map(([name, words]) => (
          <MenuItem
            key={name}
            component="a"
            href={diaryFileUrl(painting, name)}
            download={name}
            onClick={() => setAt(null)}
          >
            {words}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

function Hours({ hoursOf }: { hoursOf: Diary["hours"] }) {
  return (
    <>
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
          {hoursOf.map((one) => (
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
    </>
  );
}

function Sitting({ sitting, painting, lines }: { sitting: DiarySitting; painting: number; lines: LineActs }) {
  return (
    <Box component="section" aria-label={`Sitting ${sitting.number}`} sx={{ mt: 3 }}>
      <Typography variant="h2">{sittingWords(sitting)}</Typography>
      <Typography color="text.secondary">
        {hours(sitting.worked_min)} at work
        {sitting.waited_min >= WORTH_A_WORD_MIN ? `, ${hours(sitting.waited_min)} waiting or away` : ""},{" "}
        {sitting.temperature_c} °C, {sitting.humidity_pct} % humidity
        {sitting.ended === null ? "; still open" : ""}
      </Typography>
      <Box component="ol" sx={{ listStyle: "none", p: 0, m: 0, mt: 1 }}>
        {sitting.entries.map((one, place) => (
          <Told
            key={one.at + one.kind + place}
            entry={one}
            painting={painting}
            lines={lines}
            withDay={onDay(one.at) !== onDay(sitting.opened)}
          />
        ))}
      </Box>
    </Box>
  );
}

interface ToldProps {
  entry: DiaryEntry;
  painting: number;
  lines: LineActs;
  withDay?: boolean;
}

function Told({ entry, painting, lines, withDay = false }: ToldProps) {
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
      <Typography sx={{ width: 52, flex: "none" }}>
        {withDay ? `${onDay(entry.at)}, ` : ""}
        {atTime(entry.at)}
      </Typography>
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
        {entry.mark != null && <Typography>Your mark: {entry.mark} of 5</Typography>}
        <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
          {entry.photo_url && (
            <Picture url={entry.photo_url} label={`Photo: ${entry.title || entry.words}`} words="photo" />
          )}
          {entry.planned_url && (
            <Picture url={entry.planned_url} label={`Planned: ${entry.title}`} words="as planned" />
          )}
        </Stack>
      </Box>
      {entry.line == null ? (
        <Typography sx={{ whiteSpace: "nowrap" }}>{minutes}</Typography>
      ) : (
        <Stack direction="row">
          <Button size="small" onClick={() => lines.begin(entry)}>
            Change
          </Button>
          <Button size="small" onClick={() => lines.takeOut(entry)}>
            Take out
          </Button>
        </Stack>
      )}
    </Stack>
  );
}

function Picture({ url, label, words }: { url: string; label: string; words: string }) {
  return (
    <Box sx={{ mt: 0.5 }}>
      <Box
        component="img"
        src={url}
        alt={label}
        loading="lazy"
        sx={{ display: "block", width: 220, height: 165, objectFit: "contain", objectPosition: "left" }}
      />
      <Typography variant="caption" color="text.secondary">
        {words}
      </Typography>
    </Box>
  );
}

const MOST_SWATCHES = 4;
const WORTH_A_WORD_MIN = 2;

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
