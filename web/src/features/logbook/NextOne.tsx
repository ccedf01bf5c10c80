/** What the next painting takes, from those that were painted: hours, paint, and a price at the painter's own rate. */
import { useState } from "react";

import { Alert, Autocomplete, Box, Button, Stack, TextField, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";

import { inWords } from "../../shared/api/client";
import { ml } from "../../shared/ui/numbers";
import { Choice } from "../../shared/ui/Choice";
import { Loading } from "../../shared/ui/States";
import { ANYTHING, estimate, keepRate, PAGES, pagesQuery, type Estimate, type Pages } from "./queries";
import { hours, money, pageAddress, pageFacts, spanWords } from "./words";

export default function NextOne() {
  const found = useQuery(pagesQuery(ANYTHING));
  if (!found.data) return <Loading what="your paintings" />;
  return <Asking pages={found.data} />;
}

function Asking({ pages }: { pages: Pages }) {
  const queries = useQueryClient();
  const [size, setSize] = useState({ width: "300", height: "200" });
  const [method, setMethod] = useState("");
  const [tags, setTags] = useState<string[]>([]);
  const [rate, setRate] = useState(pages.rate == null ? "" : String(pages.rate));
  const [share, setShare] = useState(pages.share > 0 ? String(Math.round(pages.share * 100)) : "");
  const [told, setTold] = useState<Estimate | null>(null);
  const [problem, setProblem] = useState("");
  const ask = async () => {
    setProblem("");
    try {
      const paid = rate.trim() === "" ? null : number(rate);
      await keepRate(paid, number(share || "0") / 100);
      void queries.invalidateQueries({ queryKey: PAGES });
      setTold(await estimate({ width_mm: number(size.width), height_mm: number(size.height), method, tags }));
    } catch (error) {
      setTold(null);
      setProblem(inWords(error));
    }
  };
  return (
    <Stack direction={{ xs: "column", md: "row" }} sx={{ gap: 5 }}>
      <Stack
        component="form"
        sx={{ gap: 2, width: 360, maxWidth: "100%", flex: "none" }}
        onSubmit={(event) => {
          event.preventDefault();
          void ask();
        }}
      >
        <Typography>How long the next one takes, and what it costs you, by what you have painted.</Typography>
        <Stack direction="row" sx={{ gap: 1.5 }}>
          {(["width", "height"] as const).map((side) => (
            <TextField
              key={side}
              label={side === "width" ? "Width, mm" : "Height, mm"}
              inputMode="decimal"
              value={size[side]}
              onChange={(event) => setSize({ ...size, [side]: event.target.value })}
            />
          ))}
        </Stack>
        <Choice
          label="Method"
          value={method}
          options={[["", "any"], ...pages.methods.map((one) => [one, one] as const)]}
          choose={setMethod}
        />
        <Autocomplete
          multiple
          options={pages.tags}
          value={tags}
          onChange={(_, to) => setTags(to)}
          renderInput={(params) => <TextField {...params} label="Subject" />}
        />
        <Stack direction="row" sx={{ gap: 1.5 }}>
          <TextField
            label="Your hour"
            inputMode="decimal"
            value={rate}
            onChange={(event) => setRate(event.target.value)}
          />
          <TextField
            label="On top, %"
            inputMode="decimal"
            value={share}
            onChange={(event) => setShare(event.target.value)}
          />
        </Stack>
        <Typography color="text.secondary">Nobody but you sees your rate and prices.</Typography>
        <Button type="submit" variant="contained" disabled={pages.total === 0}>
          Estimate it
        </Button>
      </Stack>
      <Box sx={{ flex: 1 }} aria-live="polite">
        {problem && <Alert severity="info">{problem}</Alert>}
        {pages.total === 0 && (
          <Typography>
            There is no painting to go by yet. Enter three or more from before, with their hours.
          </Typography>
        )}
        {told && <Told told={told} />}
      </Box>
    </Stack>
  );
}

const number = (typed: string): number => Number(typed.replace(",", "."));

function Told({ told }: { told: Estimate }) {
  return (
    <>
      <Typography variant="h2" gutterBottom>
        {hours(told.minutes.likely)}
        {told.price ? `, ${money(told.price.likely)}` : ""}
      </Typography>
      <Box component="dl" sx={{ m: 0, "& dt": { fontWeight: 650, mt: 1 }, "& dd": { m: 0 } }}>
        <dt>At work</dt>
        <dd>{spanWords(told.minutes, hours)}</dd>
        {told.ml && (
          <>
            <dt>Paint</dt>
            <dd>{spanWords(told.ml, ml)}</dd>
          </>
        )}
        {told.materials && (
          <>
            <dt>Cost of paint</dt>
            <dd>{spanWords(told.materials, money)}</dd>
          </>
        )}
        {told.price && (
          <>
            <dt>Price</dt>
            <dd>{spanWords(told.price, money)}</dd>
          </>
        )}
      </Box>
      <Typography variant="h3" sx={{ mt: 3, mb: 0.5 }}>
        From {told.count} finished paintings; nearest to it
      </Typography>
      {told.behind.map((page) => (
        <Stack key={page.ref} direction="row" sx={{ gap: 1.5, alignItems: "center", py: 0.5 }}>
          <Box sx={{ width: 56, height: 42, bgcolor: "surround.middle", flex: "none" }}>
            {page.photo_url && (
              <img
                src={page.photo_url}
                alt=""
                style={{ width: "100%", height: "100%", objectFit: "cover" }}
              />
            )}
          </Box>
          <Box component={Link} to={pageAddress(page)} sx={{ color: "inherit" }}>
            {page.title}
          </Box>
          <Typography color="text.secondary">
            {pageFacts(page)}
            {page.method ? ` · ${page.method}` : ""}
          </Typography>
        </Stack>
      ))}
    </>
  );
}
