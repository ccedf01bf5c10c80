/** What the studio has learned about the painter: factors with their intervals, and what lies behind each. */
import { lazy, Suspense, useState } from "react";

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
import { moment } from "../../shared/ui/words";
import { useUndo } from "../../shared/undo/UndoProvider";
import {
  behindQuery,
  effectsQuery,
  learnAnew,
  learnedQuery,
  leaveOut,
  LOG_URL,
  planWith,
  type Learned,
  type LearnedAll,
} from "./queries";
import { between, claims, counted, effectWords, groupWords, said, seen } from "./words";

const PAGE = 50;

const Charts = lazy(() => import("./Charts"));
const Teaching = lazy(() => import("./Teaching"));

export default function WhatWasLearned() {
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
    <Box sx={{ maxWidth: 1080 }}>
      <NowFirst all={all} use={(learned) => void keep(() => planWith(learned))} />
      {all.offered && <Effects />}
      {told.length > 0 && (
        <Box component="ul" sx={{ pl: 2.5, my: 2 }} aria-label="What differs from the usual">
          {told.map(({ factor, words }) => (
            <li key={words}>
              <Button
                color="inherit"
                onClick={() => setChosen(factor)}
                sx={{ textAlign: "left", fontWeight: 450, p: 0.5, minHeight: 0 }}
              >
                {words} From {factor.count}, {between(factor)} eight times in ten.
              </Button>
            </li>
          ))}
        </Box>
      )}
      {all.overall.length > 0 && <Factors all={all} chosen={chosen} choose={setChosen} />}
      {chosen && (
        <Behind
          key={chosen.what + chosen.by + chosen.of}
          learned={chosen}
          since={[...all.overall, ...all.anew].find((one) => one.what === chosen.what)?.since ?? null}
          anew={(anew) => void keep(() => learnAnew(chosen.what, anew))}
          leave={(id, out) => void keep(() => leaveOut(id, out))}
        />
      )}
      {all.anew.map(({ what, title, since }) => (
        <Stack key={what} direction="row" sx={{ alignItems: "center", gap: 1, mt: 1 }}>
          <Typography>
            {title}: learned anew since {moment(since)}, and nothing was seen since.
          </Typography>
          <Button onClick={() => void keep(() => learnAnew(what, false))}>Take it all in again</Button>
        </Stack>
      ))}
      {all.observations > 0 && (
        <>
          <Button href={LOG_URL} download="log.jsonl" sx={{ mt: 2 }}>
            Save the log as JSON lines
          </Button>
          <Suspense>
            <Charts />
          </Suspense>
        </>
      )}
      <Suspense>
        <Teaching />
      </Suspense>
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

/** What taking it up does to the plans that there are. */
function Effects() {
  const found = useQuery(effectsQuery);
  if (!found.data?.length) return null;
  return (
    <Table size="small" aria-label="What it does to your plans" sx={{ maxWidth: 760, mb: 2 }}>
      <TableBody>
        {found.data.map((one) => (
          <TableRow key={one.painting}>
            <TableCell>{one.title}</TableCell>
            {effectWords(one.change).map((words) => (
              <TableCell key={words}>{words}</TableCell>
            ))}
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

const sameFactor = (one: Learned, other: Learned) =>
  one.what === other.what && one.by === other.by && one.of === other.of;

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
            <TableRow key={one.what + one.by + one.of} selected={chosen !== null && sameFactor(chosen, one)}>
              <TableCell sx={{ pl: one.of ? 4 : 2 }}>
                <Button
                  color="inherit"
                  onClick={() => choose(one)}
                  sx={{ fontWeight: one.of ? 450 : 650, textAlign: "left" }}
                >
                  {one.of ? groupWords(one) : one.title}
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

interface BehindProps {
  learned: Learned;
  /** Since when it is learned anew; null where all counts. */
  since: string | null;
  anew: (anew: boolean) => void;
  leave: (id: string, out: boolean) => void;
}

function Behind({ learned, since, anew, leave }: BehindProps) {
  const [page, setPage] = useState(1);
  const found = useQuery(behindQuery(learned, page));
  const title = learned.of ? `${learned.title}, ${groupWords(learned)}` : learned.title;
  if (!found.data) return <Loading what={title.toLowerCase()} />;
  const pages = Math.ceil(found.data.total / PAGE);
  return (
    <Box component="section" aria-label={`Behind it: ${title}`} sx={{ mt: 3 }}>
      <Stack direction="row" sx={{ alignItems: "center", gap: 2, flexWrap: "wrap" }}>
        <Typography variant="h2">{title}: what was seen</Typography>
        {since === null ? (
          <Button onClick={() => anew(true)}>Forget it and learn anew</Button>
        ) : (
          <>
            <Typography>Learned anew since {moment(since)}.</Typography>
            <Button onClick={() => anew(false)}>Take it all in again</Button>
          </>
        )}
      </Stack>
      <Table size="small" sx={{ mt: 1 }}>
        <TableBody>
          {found.data.observations.map((one) => (
            <TableRow key={one.id} sx={{ color: one.left_out ? "text.secondary" : undefined }}>
              <TableCell sx={{ color: "inherit" }}>{moment(one.at)}</TableCell>
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
