/** One pile of the swatch book: its tubes as it was mixed, how it came out when dry, a note. */
import { useState } from "react";

import { Box, Button, Stack, TextField, Typography } from "@mui/material";
import { Link } from "react-router";

import { PilePhoto } from "../mixes";
import { Section } from "../../shared/ui/Facts";
import { ml } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import { changeSwatch, putSwatchBack, readSwatch, takeSwatchOut, type MixedSwatch } from "./queries";
import { onDay } from "./words";

interface Props {
  swatch: MixedSwatch;
  keep: (label: string, act: () => Promise<unknown>, back?: () => Promise<unknown>) => void;
  look: (colour: string) => void;
}

export function SwatchFacts({ swatch, keep, look }: Props) {
  const [typed, setTyped] = useState("");
  const lab = typed
    .trim()
    .split(/[\s,;]+/)
    .map(Number);
  const isLab = lab.length === 3 && lab.every(Number.isFinite);
  const before = {
    came_out: swatch.came_out_lab,
    how: (swatch.how || "typed") as "typed",
    unread: swatch.came_out_lab === null,
    unread_wet: false,
  };
  const back = () => changeSwatch(swatch.id, before);
  const patches = [
    ["as planned, dry", swatch.planned],
    ...(swatch.wet ? ([["read wet", swatch.wet]] as const) : []),
    ...(swatch.came_out ? ([["as it came out", swatch.came_out]] as const) : []),
  ] as const;
  return (
    <Box
      component="aside"
      aria-label={swatch.name}
      sx={{ width: { xs: "100%", md: 360 }, flex: "none", bgcolor: "background.paper", p: 2 }}
    >
      <Typography variant="h2">{swatch.name}</Typography>
      <Typography color="text.secondary" gutterBottom>
        {swatch.painting === null ? (
          swatch.title
        ) : (
          <Link to={`/logbook/${swatch.painting}`} style={{ color: "inherit" }}>
            {swatch.title}
          </Link>
        )}
        {swatch.title ? ", " : ""}
        {onDay(swatch.at)}
      </Typography>
      <Stack direction="row" sx={{ bgcolor: "mat", p: 1 }}>
        {patches.map(([label, colour]) => (
          <Box key={label} sx={{ flex: 1 }}>
            <Box role="img" aria-label={`${label}, ${colour}`} sx={{ height: 84, bgcolor: colour }} />
            <Typography variant="caption" component="div" sx={{ textAlign: "center", pt: 0.5 }}>
              {label}
            </Typography>
          </Box>
        ))}
      </Stack>
      {swatch.off_de00 !== null && (
        <Typography sx={{ mt: 1 }}>
          ΔE {swatch.off_de00.toFixed(1)}: {swatch.off_words}
        </Typography>
      )}
      <Section title={`Mixed of, ${ml(swatch.ml)} in all`}>
        {swatch.parts.map((part) => (
          <Stack key={part.key} direction="row" sx={{ gap: 1.25, alignItems: "center", py: 0.25 }}>
            <Swatch colour={part.colour} label={part.name} size={20} />
            <Typography sx={{ flex: 1 }}>{part.name}</Typography>
            <Typography>{part.ml.toFixed(2)} ml</Typography>
          </Stack>
        ))}
      </Section>
      <Section title={swatch.came_out ? "Read when dry" : "How did it come out?"}>
        <Typography sx={{ mb: 1 }}>
          {swatch.came_out
            ? `By ${swatch.how === "colorimeter" ? "the colorimeter" : swatch.how === "photo" ? "a photo" : "hand"}.`
            : "Brush out a swatch, let it dry, and read it: piles that were read teach the tubes."}
        </Typography>
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          <Button
            variant={swatch.came_out ? "outlined" : "contained"}
            onClick={() => keep(`Read ${swatch.name}`, () => readSwatch(swatch.id), back)}
          >
            Read with the colorimeter
          </Button>
          {!swatch.wet && (
            <Button
              onClick={() =>
                keep(
                  `Read ${swatch.name} wet`,
                  () => readSwatch(swatch.id, true),
                  () => changeSwatch(swatch.id, { how: "typed", unread: false, unread_wet: true }),
                )
              }
            >
              It is wet now: read it
            </Button>
          )}
          {swatch.came_out && (
            <Button
              onClick={() =>
                keep(
                  "Took the reading back",
                  () => changeSwatch(swatch.id, { how: "typed", unread: true, unread_wet: false }),
                  back,
                )
              }
            >
              Take it back
            </Button>
          )}
        </Stack>
        <Stack direction="row" sx={{ gap: 1, mt: 1.5 }}>
          <TextField
            size="small"
            label="Or type L* a* b*"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button
            disabled={!isLab}
            onClick={() =>
              keep(
                `Read ${swatch.name}`,
                () =>
                  changeSwatch(swatch.id, { came_out: lab, how: "typed", unread: false, unread_wet: false }),
                back,
              )
            }
          >
            Keep
          </Button>
        </Stack>
      </Section>
      <Box component="details" sx={{ mb: 2 }}>
        <Box component="summary" sx={{ py: 1, fontWeight: 650, cursor: "pointer" }}>
          Read it in a photo
        </Box>
        <PilePhoto
          painting={null}
          wet={false}
          found={(colour) =>
            keep(
              `Read ${swatch.name}`,
              () =>
                changeSwatch(swatch.id, {
                  came_out: colour.lab,
                  how: "photo",
                  unread: false,
                  unread_wet: false,
                }),
              back,
            )
          }
        />
      </Box>
      <TextField
        key={swatch.note}
        fullWidth
        size="small"
        label="Note"
        defaultValue={swatch.note}
        onBlur={({ target }) =>
          target.value !== swatch.note &&
          keep(
            "Changed the note",
            () =>
              changeSwatch(swatch.id, { note: target.value, how: "typed", unread: false, unread_wet: false }),
            () =>
              changeSwatch(swatch.id, { note: swatch.note, how: "typed", unread: false, unread_wet: false }),
          )
        }
      />
      <Stack direction="row" sx={{ gap: 1, mt: 1.5, flexWrap: "wrap" }}>
        <Button onClick={() => look((swatch.came_out ?? swatch.planned).toLowerCase())}>
          What is near it
        </Button>
        <Button
          onClick={() =>
            keep(
              `Took ${swatch.name} out of the book`,
              () => takeSwatchOut(swatch.id),
              () => putSwatchBack(swatch.id),
            )
          }
        >
          Take it out
        </Button>
      </Stack>
    </Box>
  );
}
