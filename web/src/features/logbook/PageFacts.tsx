/** What the painter says of a painting: mark, subject, when it was finished, notes; its price and the sheet for the buyer. */
import { useState } from "react";

import { Autocomplete, Box, Button, Stack, TextField, Typography } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Fact, Section } from "../../shared/ui/Facts";
import { Swatch } from "../../shared/ui/Swatch";
import { useUndo } from "../../shared/undo/UndoProvider";
import { MarkChoice } from "./MarkChoice";
import { changePage, pageQuery, sheetUrl, type Page, type PageChange } from "./queries";
import { calendarDay, hours, money } from "./words";

const HANDED = [
  ["painter", "Painted by"],
  ["support", "Support"],
  ["ground", "Ground"],
  ["varnish", "Varnish"],
  ["words", "A word to the owner"],
] as const;

export function PageFacts({ page }: { page: Page }) {
  const queries = useQueryClient();
  const { tell, edit } = useUndo();
  const [handing, setHanding] = useState(false);
  const put = (change: PageChange) =>
    changePage(page.ref, change).then((now) => queries.setQueryData(pageQuery(page.ref).queryKey, now));
  const keep = (label: string, change: PageChange, before: PageChange) =>
    void edit(() => put(change), { label, back: () => put(before) }).catch((error: unknown) =>
      tell(inWords(error)),
    );
  const handed = (name: (typeof HANDED)[number][0] | "varnished", value: string | null) =>
    keep("Changed the sheet", { handed: { ...page.handed, [name]: value } }, { handed: page.handed });
  return (
    <Box sx={{ maxWidth: 560 }}>
      <Section title="The painting">
        <Stack sx={{ gap: 2 }}>
          <MarkChoice
            mark={page.mark}
            choose={(mark) => keep("Changed your mark", { mark }, { mark: page.mark })}
          />
          <Autocomplete
            multiple
            freeSolo
            options={[]}
            value={page.tags}
            onChange={(_, tags) => keep("Changed the subject", { tags }, { tags: page.tags })}
            renderInput={(params) => (
              <TextField {...params} label="Subject" helperText="A word, then Enter." />
            )}
          />
          <TextField
            label="Finished"
            type="date"
            slotProps={{ inputLabel: { shrink: true } }}
            value={page.finished ?? ""}
            onChange={(event) =>
              keep(
                "Changed the day it was finished",
                { finished: event.target.value || null },
                { finished: page.finished ?? null },
              )
            }
            sx={{ width: 200 }}
          />
          <TextField
            key={page.notes}
            label="What to remember"
            multiline
            minRows={2}
            defaultValue={page.notes}
            onBlur={({ target }) =>
              target.value !== page.notes &&
              keep("Changed what to remember", { notes: target.value }, { notes: page.notes })
            }
          />
        </Stack>
        {page.palette.length > 0 && (
          <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1.5, mt: 2 }} aria-label="Palette">
            {page.palette.map((tube) => (
              <Stack key={tube.key} direction="row" sx={{ gap: 0.75, alignItems: "center" }}>
                <Swatch colour={tube.colour} label={tube.name} size={18} />
                <Typography>{tube.name}</Typography>
              </Stack>
            ))}
          </Stack>
        )}
      </Section>
      {page.price && (
        <Section title="Its price, for you alone">
          {page.minutes != null && (
            <Fact name={`Work, ${hours(page.minutes)}`}>{money(page.price.work)}</Fact>
          )}
          <Fact name="Paint">{money(page.price.materials)}</Fact>
          {page.price.on_top > 0 && <Fact name="On top">{money(page.price.on_top)}</Fact>}
          <Fact name="All of it">{money(page.price.total)}</Fact>
        </Section>
      )}
      <Section title="For the buyer or the family">
        <Typography sx={{ mb: 1 }}>
          A sheet with size, paints by Colour Index name, lightfastness, varnish and care. Hours and price are
          not on it.
        </Typography>
        {page.may_be_varnished && !page.handed.varnished && (
          <Typography sx={{ mb: 1 }}>
            Varnish not before {calendarDay(page.may_be_varnished)}, when the thickest passage is dry through;
            the label decides.
          </Typography>
        )}
        <Stack direction="row" sx={{ gap: 1, mb: 1 }}>
          <Button variant="outlined" href={sheetUrl(page.ref)} download="painting.pdf">
            Save the sheet
          </Button>
          <Button onClick={() => setHanding(!handing)} aria-expanded={handing}>
            What it says
          </Button>
        </Stack>
        {handing && (
          <Stack sx={{ gap: 2, mt: 1 }}>
            {HANDED.map(([name, label]) => (
              <TextField
                key={name + page.handed[name]}
                label={label}
                defaultValue={page.handed[name]}
                onBlur={({ target }) => target.value !== page.handed[name] && handed(name, target.value)}
              />
            ))}
            <TextField
              label="Varnished on"
              type="date"
              slotProps={{ inputLabel: { shrink: true } }}
              value={page.handed.varnished ?? ""}
              onChange={(event) => handed("varnished", event.target.value || null)}
              sx={{ width: 200 }}
            />
          </Stack>
        )}
      </Section>
    </Box>
  );
}
