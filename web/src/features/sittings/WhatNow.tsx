/** What now: the sitting that runs or comes next, what dries, which piles live, which tubes run low; one tap leads into it. */
import type { ReactNode } from "react";

import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { ml } from "../../shared/ui/numbers";
import { capital } from "../../shared/ui/words";
import { whatNowQuery, type AtWork, type WhatNow as Now } from "./easel/queries";
import { minutesLeft, whenWords } from "./easel/words";

const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** It stands above `children`, which wait until it is known: else they would move under the painter's finger. */
export default function WhatNow({ children }: { children?: ReactNode }) {
  const { data, isPending } = useQuery(whatNowQuery);
  if (isPending) return null;
  return (
    <>
      {data && <AtTheEasel data={data} />}
      {children}
    </>
  );
}

function AtTheEasel({ data }: { data: Now }) {
  const first = data.paintings[0];
  if (!first) return null;
  const rest = data.paintings
    .slice(1)
    .filter((one) => one.drying.length > 0 || one.piles.length > 0 || one.next_sitting);
  return (
    <Box component="section" aria-labelledby="what-now" sx={{ bgcolor: "background.paper" }}>
      <Box sx={{ maxWidth: 1240, mx: "auto", px: { xs: 2, md: 4 }, pt: 4 }}>
        <Stack direction="row" sx={{ gap: 3, alignItems: "center", flexWrap: "wrap" }}>
          {first.thumbnail_url && (
            <img
              src={first.thumbnail_url}
              alt=""
              style={{ height: 132, maxWidth: 200, objectFit: "contain" }}
            />
          )}
          <Box sx={{ flex: 1, minWidth: 300 }}>
            <Typography variant="h2" component="h1" id="what-now" gutterBottom>
              {headline(first, data.now)}
            </Typography>
            {first.doing && (
              <Typography>
                {first.sitting ? "In hand: " : "Goes on with: "}
                {capital(first.doing)}
                {first.count > 0 && `. ${first.done} of ${first.count} done.`}
              </Typography>
            )}
            <Wet one={first} now={data.now} />
            <Low now={data} />
          </Box>
          <Button variant="contained" size="large" component={Link} to={`/paintings/${first.painting}/easel`}>
            {first.sitting ? "Go on at the easel" : "To the easel"}
          </Button>
        </Stack>
        {rest.map((one) => (
          <Stack
            key={one.painting}
            direction="row"
            sx={{ gap: 2, alignItems: "center", mt: 1.5, flexWrap: "wrap" }}
          >
            <Typography sx={{ flex: 1, minWidth: 300 }}>{headline(one, data.now)}</Typography>
            <Button
              component={Link}
              to={`/paintings/${one.painting}/easel`}
              aria-label={`To the easel: ${one.title}`}
            >
              To the easel
            </Button>
          </Stack>
        ))}
      </Box>
    </Box>
  );
}

function headline(one: AtWork, now: string): string {
  if (one.sitting) return `${one.title}: sitting ${one.sitting.number} is under way`;
  if (one.next_sitting)
    return `${one.title}: next sitting ${whenWords(one.next_sitting, Date.parse(now), zone)}`;
  return `${one.title}: no sitting planned`;
}

/** What dries and until when, and which pile skins first. */
function Wet({ one, now }: { one: AtWork; now: string }) {
  const at = Date.parse(now);
  const dry = one.drying.reduce(
    (latest, { overcoat_at }) => Math.max(latest, overcoat_at ? Date.parse(overcoat_at) : Infinity),
    0,
  );
  const skinning = one.piles
    .filter((pile) => pile.skins_at)
    .sort((a, b) => Date.parse(a.skins_at!) - Date.parse(b.skins_at!))[0];
  return (
    <>
      {one.drying.length > 0 && (
        <Typography>
          {one.drying.length === 1 ? "One passage is wet" : `${one.drying.length} passages are wet`}
          {Number.isFinite(dry)
            ? ` until ${whenWords(dry, at, zone)}.`
            : `, and in this air ${one.drying.length === 1 ? "it does" : "they do"} not dry.`}
        </Typography>
      )}
      {one.piles.length > 0 && (
        <Typography>
          {one.piles.length === 1 ? "One pile lives" : `${one.piles.length} piles live`} on the palette
          {skinning &&
            `; first to skin: ${skinning.name}, in ${minutesLeft(Date.parse(skinning.skins_at!) - at)}`}
          .
        </Typography>
      )}
    </>
  );
}

function Low({ now }: { now: Now }) {
  if (now.low.length === 0) return null;
  return (
    <Typography color="text.secondary">
      Runs low: {now.low.map((tube) => `${tube.name} (${ml(tube.left_ml)})`).join(", ")}.
    </Typography>
  );
}
