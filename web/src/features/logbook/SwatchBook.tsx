/** The swatch book: every pile that was mixed, by colour; what was mixed near a colour; how piles came out when dry. */
import { lazy, Suspense, useDeferredValue, useState } from "react";

import { Box, Button, ButtonBase, Stack, TextField, Typography } from "@mui/material";
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useSearchParams } from "react-router";

import { PilePhoto } from "../mixes";
import { inWords } from "../../shared/api/client";
import { Failed, Loading } from "../../shared/ui/States";
import { useUndo } from "../../shared/undo/UndoProvider";
import { SwatchFacts } from "./SwatchFacts";
import { swatchesQuery, SWATCHES, type Book, type MixedSwatch } from "./queries";
import { isColour, writtenColour } from "./words";

const TubesFromPiles = lazy(() => import("./TubesFromPiles"));

export default function SwatchBook() {
  const [asked, setAsked] = useSearchParams();
  const typed = asked.get("near") ?? "";
  const near = isColour(typed) ? typed : "";
  const found = useQuery({ ...swatchesQuery(useDeferredValue(near)), placeholderData: keepPreviousData });
  const [chosen, setChosen] = useState<number | null>(null);
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const look = (colour: string) => setAsked(colour ? { near: colour } : {}, { replace: true });
  const keep = (label: string, act: () => Promise<unknown>, back?: () => Promise<unknown>) => {
    const anew = () => queries.invalidateQueries({ queryKey: SWATCHES });
    void edit(() => act().then(anew), { label, ...(back && { back: () => back().then(anew) }) }).catch(
      (error: unknown) => tell(inWords(error)),
    );
  };
  const book = found.data;
  const shown = book?.swatches.find((one) => one.id === chosen) ?? null;
  return (
    <Stack direction={{ xs: "column", md: "row" }} sx={{ gap: 4, alignItems: "start" }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Stack direction="row" sx={{ gap: 2, alignItems: "center", flexWrap: "wrap", mb: 2 }}>
          <TextField
            label="Have I mixed this before?"
            placeholder="62,14,28 or #a07850"
            size="small"
            value={typed}
            helperText={typed && !near ? "As in 62,14,28 or #a07850" : undefined}
            onChange={(event) => look(event.target.value)}
            slotProps={{ inputLabel: { shrink: true } }}
            sx={{ width: 260 }}
          />
          {typed && <Button onClick={() => look("")}>The whole book</Button>}
          {book && !near && book.total > 0 && (
            <Typography color="text.secondary">
              {book.total === 1 ? "1 pile" : `${book.total} piles`}, {book.read} read when dry
            </Typography>
          )}
        </Stack>
        <Box component="details" sx={{ mb: 2, maxWidth: 560 }}>
          <Box component="summary" sx={{ py: 1, fontWeight: 650, cursor: "pointer" }}>
            Look for a colour of a photo
          </Box>
          <PilePhoto painting={null} wet={false} found={(colour) => look(writtenColour(colour.lab))} />
        </Box>
        {found.isError ? (
          near ? (
            <Typography>{inWords(found.error)}</Typography>
          ) : (
            <Failed error={found.error} again={() => void found.refetch()} />
          )
        ) : !book ? (
          <Loading what="the swatch book" />
        ) : book.total === 0 ? (
          <Typography sx={{ maxWidth: 560 }}>
            No pile yet. Every pile that you mix at the easel comes in here by itself, with its tubes.
          </Typography>
        ) : near && book.target ? (
          <Near book={book} chosen={chosen} choose={setChosen} />
        ) : (
          <Whole swatches={book.swatches} chosen={chosen} choose={setChosen} />
        )}
        {book && !near && book.read >= book.fewest_read && (
          <Suspense>
            <TubesFromPiles />
          </Suspense>
        )}
      </Box>
      {shown && <SwatchFacts key={shown.id} swatch={shown} keep={keep} look={look} />}
    </Stack>
  );
}

interface LaidProps {
  chosen: number | null;
  choose: (id: number) => void;
}

const SIZE = 64;
const OTHERS = 3;

/** The whole book: a row for every value, as swatches lie on a sheet. */
function Whole({ swatches, chosen, choose }: LaidProps & { swatches: MixedSwatch[] }) {
  const rows = new Map<number, MixedSwatch[]>();
  for (const one of swatches) {
    const row = Math.round(one.value);
    rows.set(row, [...(rows.get(row) ?? []), one]);
  }
  return (
    <>
      <Box role="group" aria-label="Swatches, from light to dark" sx={{ bgcolor: "mat", p: 2 }}>
        {[...rows].map(([row, own]) => (
          <Stack key={row} direction="row" sx={{ alignItems: "center", mb: "6px" }}>
            <Typography sx={{ width: 36, flex: "none" }} aria-label={`value ${row}`}>
              {row}
            </Typography>
            <Box sx={{ display: "flex", flexWrap: "wrap", gap: "6px" }}>
              {own.map((one) => (
                <Patch key={one.id} swatch={one} chosen={one.id === chosen} choose={choose} />
              ))}
            </Box>
          </Stack>
        ))}
      </Box>
      <Typography color="text.secondary" sx={{ mt: 1 }}>
        Rows by value. Above as planned, below as it came out once it was read. Tap one for its tubes.
      </Typography>
    </>
  );
}

/** A pile as it was planned and, where it was read, below that as it came out. */
function Patch({
  swatch,
  chosen,
  choose,
}: {
  swatch: MixedSwatch;
  chosen: boolean;
  choose: (id: number) => void;
}) {
  return (
    <ButtonBase
      onClick={() => choose(swatch.id)}
      aria-pressed={chosen}
      aria-label={`${swatch.name}, ${swatch.title || "no painting"}`}
      sx={{
        width: SIZE,
        height: SIZE,
        display: "flex",
        flexDirection: "column",
        alignItems: "stretch",
        outline: chosen ? "3px solid" : "none",
        outlineColor: "primary.main",
        outlineOffset: "2px",
      }}
    >
      <Box sx={{ flex: 1, bgcolor: swatch.planned }} />
      {swatch.came_out && <Box sx={{ flex: 1, bgcolor: swatch.came_out }} />}
    </ButtonBase>
  );
}

/** What was mixed near a colour, beside it. */
function Near({ book, chosen, choose }: LaidProps & { book: Book }) {
  const before = book.swatches.filter((one) => (one.away ?? Infinity) <= book.near_de00);
  return (
    <>
      <Typography variant="h2" gutterBottom>
        {before.length === 0
          ? "Nothing near it has been mixed"
          : `Yes: ${before.length === 1 ? "one pile" : `${before.length} piles`} near it`}
      </Typography>
      <Box component="ol" aria-label="The nearest piles" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {[...before, ...book.swatches.slice(before.length, before.length + OTHERS)].map((one) => (
          <li key={one.id}>
            <ButtonBase
              onClick={() => choose(one.id)}
              aria-pressed={one.id === chosen}
              sx={{
                display: "flex",
                width: "100%",
                textAlign: "left",
                gap: 2,
                py: 0.75,
                px: 1,
                bgcolor: one.id === chosen ? "action.selected" : undefined,
              }}
            >
              <Stack direction="row" sx={{ bgcolor: "mat", p: 0.75, flex: "none" }}>
                <Box role="img" aria-label="asked for" sx={{ width: 56, height: 44, bgcolor: book.target }} />
                <Box
                  role="img"
                  aria-label={one.came_out ? "as it came out" : "as planned"}
                  sx={{ width: 56, height: 44, bgcolor: one.came_out ?? one.planned }}
                />
              </Stack>
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <Typography noWrap>
                  {one.name}
                  {one.title ? `, ${one.title}` : ""}
                </Typography>
                <Typography color="text.secondary" noWrap>
                  {one.parts.map((part) => part.name).join(", ")}
                </Typography>
              </Box>
              <Typography sx={{ whiteSpace: "nowrap" }}>
                ΔE {one.away?.toFixed(1)}
                {one.came_out ? "" : ", as planned"}
              </Typography>
            </ButtonBase>
          </li>
        ))}
      </Box>
    </>
  );
}
