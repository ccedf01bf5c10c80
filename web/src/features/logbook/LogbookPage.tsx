/** What the studio has learned about the painter: factors with their intervals, and what lies behind each. */
import { useState } from "react";

import {
  Box,
  Button,
  Pagination,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Failed, Loading } from "../../shared/ui/States";
import { useUndo } from "../../shared/undo/UndoProvider";
import { Diaries } from "./Diaries";
import {
  behindQuery,
  learnedQuery,
  leaveOut,
  LOG_URL,
  planWith,
  type Learned,
  type LearnedAll,
} from "./queries";
import { between, claims, counted, said, seen } from "./words";

const PAGE = 50;
const day = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

export default function LogbookPage() {
  const queries = useQueryClient();
  const { tell } = useUndo();
  const found = useQuery(learnedQuery);
  const [chosen, setChosen] = useState<Learned | null>(null);
  const keep = async (act: () => Promise<LearnedAll>) => {
    try {
      queries.setQueryData(learnedQuery.queryKey, await act());
      await queries.invalidateQueries({ queryKey: ["get", "/api/logbook/learned/{what}"] });
    } catch (error) {
      tell(inWords(error));
    }
  };
  if (found.isError) return <Failed error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Loading what="what was learned" />;
  const all = found.data;
  const told = claims([...all.overall, ...all.groups]);
  return (
    <Box component="main" sx={{ p: 3, maxWidth: 1080, mx: "auto" }}>
      <title>Logbook · Ypsochrom</title>
      <Typography variant="h1" sx={{ mb: 2 }}>
        Logbook
      </Typography>
      <Diaries />
      <Typography variant="h2">What was learned about you</Typography>
      <NowFirst all={all} use={(learned) => void keep(() => planWith(learned))} />
      {told.length > 0 && (
        <Box component="ul" sx={{ pl: 2.5, my: 2 }} aria-label="What differs from the usual">
          {told.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </Box>
      )}
      {all.overall.length > 0 && <Factors all={all} chosen={chosen} choose={setChosen} />}
      {chosen && (
        <Behind
          key={chosen.what + chosen.of}
          learned={chosen}
          leave={(id, out) => void keep(() => leaveOut(id, out))}
        />
      )}
      {all.observations > 0 && (
        <Button href={LOG_URL} download="log.jsonl" sx={{ mt: 2 }}>
          Save the log as JSON lines
        </Button>
      )}
    </Box>
  );
}

/** What there is to do, or why there is nothing. */
function NowFirst({ all, use }: { all: LearnedAll; use: (learned: boolean) => void }) {
  if (all.observations === 0)
    return (
      <Typography sx={{ my: 2 }}>
        Nothing yet. Take a plan to the easel: minutes, paint and drying are noted while you paint, values
        when you check a photo.
      </Typography>
    );
  return (
    <Stack direction="row" sx={{ my: 2, gap: 2, alignItems: "center", flexWrap: "wrap" }}>
      <Typography>
        {all.offered
          ? "Plans do not go by all of this yet. Taken up, times and amounts change in every plan that you bring up to date."
          : all.own
            ? "Plans go by this."
            : "Plans go by the usual factors, and so far nothing says otherwise."}{" "}
        {all.observations} observation{all.observations === 1 ? "" : "s"}
        {all.left_out > 0 ? `, ${all.left_out} left out` : ""}.
      </Typography>
      {all.offered && (
        <Button variant="contained" onClick={() => use(true)}>
          Plan with what was learned
        </Button>
      )}
      {all.own && (
        <Button variant="outlined" onClick={() => use(false)}>
          Plan by the usual factors
        </Button>
      )}
    </Stack>
  );
}

interface FactorsProps {
  all: LearnedAll;
  chosen: Learned | null;
  choose: (one: Learned) => void;
}

function Factors({ all, chosen, choose }: FactorsProps) {
  const groupsOf = (what: string) => all.groups.filter((one) => one.what === what && one.of !== "");
  return (
    <Table size="small" aria-label="Factors">
      <TableHead>
        <TableRow>
          <TableCell>What</TableCell>
          <TableCell align="right">Yours</TableCell>
          <TableCell align="right">Eight times in ten</TableCell>
          <TableCell align="right">Usual</TableCell>
          <TableCell align="right">In plans</TableCell>
          <TableCell align="right">Seen</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {all.overall
          .flatMap((one) => [one, ...groupsOf(one.what)])
          .map((one) => (
            <TableRow key={one.what + one.of} selected={chosen?.what === one.what && chosen.of === one.of}>
              <TableCell sx={{ pl: one.of ? 4 : 2 }}>
                <Button
                  color="inherit"
                  onClick={() => choose(one)}
                  sx={{ fontWeight: one.of ? 450 : 650, textAlign: "left" }}
                >
                  {one.of || one.title}
                </Button>
              </TableCell>
              <TableCell align="right" sx={{ fontWeight: one.differs ? 680 : 450 }}>
                {one.count < all.fewest ? "" : said(one.what, one.mean)}
              </TableCell>
              <TableCell align="right">{one.count < all.fewest ? "" : between(one)}</TableCell>
              <TableCell align="right">{said(one.what, one.usual)}</TableCell>
              <TableCell align="right">{one.in_use == null ? "" : said(one.what, one.in_use)}</TableCell>
              <TableCell align="right">{counted(one.count, all.fewest)}</TableCell>
            </TableRow>
          ))}
      </TableBody>
    </Table>
  );
}

function Behind({ learned, leave }: { learned: Learned; leave: (id: string, out: boolean) => void }) {
  const [page, setPage] = useState(1);
  const found = useQuery(behindQuery(learned.what, learned.of, page));
  const title = learned.of ? `${learned.title}, ${learned.of}` : learned.title;
  if (!found.data) return <Loading what={title.toLowerCase()} />;
  const pages = Math.ceil(found.data.total / PAGE);
  return (
    <Box component="section" aria-label={`Behind it: ${title}`} sx={{ mt: 3 }}>
      <Typography variant="h2">{title}: what was seen</Typography>
      <Table size="small" sx={{ mt: 1 }}>
        <TableBody>
          {found.data.observations.map((one) => (
            <TableRow key={one.id} sx={{ color: one.left_out ? "text.secondary" : undefined }}>
              <TableCell sx={{ color: "inherit" }}>{day.format(new Date(one.at))}</TableCell>
              <TableCell sx={{ color: "inherit" }}>{one.painting_title}</TableCell>
              <TableCell sx={{ color: "inherit" }}>{one.of}</TableCell>
              <TableCell align="right" sx={{ color: "inherit" }}>
                {seen(learned.what, one)}
                {one.left_out ? " · left out" : one.doubted ? " · far off, hardly counted" : ""}
              </TableCell>
              <TableCell align="right">
                <Button size="small" onClick={() => leave(one.id, !one.left_out)}>
                  {one.left_out ? "Take it in again" : "Leave it out"}
                </Button>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {pages > 1 && <Pagination count={pages} page={page} onChange={(_, to) => setPage(to)} sx={{ mt: 1 }} />}
    </Box>
  );
}
