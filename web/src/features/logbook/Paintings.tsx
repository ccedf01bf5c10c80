/** Paintings side by side: those made here and those from before, looked for, compared, with what they took by method. */
import { lazy, Suspense, useDeferredValue, useState } from "react";

import {
  Box,
  Button,
  Checkbox,
  FormControlLabel,
  Pagination,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
  Typography,
} from "@mui/material";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";

import { Choice } from "../../shared/ui/Choice";
import { Failed, Loading } from "../../shared/ui/States";
import { Swatch } from "../../shared/ui/Swatch";
import { ANYTHING, pagesQuery, type Page, type Pages, type Wanted } from "./queries";
import { hours, pageAddress, pageFacts, rateWords, shortDay, SIZES } from "./words";

const EnterPainting = lazy(() => import("./EnterPainting"));
const A_PAGE = 24;

export default function Paintings() {
  const [wanted, setWanted] = useState(ANYTHING);
  const found = useQuery({ ...pagesQuery(useDeferredValue(wanted)), placeholderData: keepPreviousData });
  const [entering, setEntering] = useState(false);
  const [pair, setPair] = useState<string[]>([]);
  const navigate = useNavigate();
  if (found.isError) return <Failed error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Loading what="your paintings" />;
  const pages = found.data;
  const choose = (ref: string) =>
    setPair((now) => (now.includes(ref) ? now.filter((one) => one !== ref) : [...now, ref].slice(-2)));
  return (
    <>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "end", mb: 2 }}>
        {pages.total > 0 && <Search pages={pages} wanted={wanted} want={setWanted} />}
        <Button variant="outlined" onClick={() => setEntering(true)}>
          Enter a painting from before
        </Button>
        {pair.length > 0 && (
          <Button
            variant="contained"
            disabled={pair.length < 2}
            onClick={() => void navigate(`/logbook/compare?first=${pair[0]}&second=${pair[1]}`)}
          >
            {pair.length < 2 ? "Choose another to compare" : "Compare the two"}
          </Button>
        )}
      </Stack>
      {pages.total === 0 ? (
        <Typography sx={{ my: 3, maxWidth: 640 }}>
          Nothing yet. Take a plan to the easel and its diary writes itself; or enter paintings from before,
          two minutes each, and the next one can be estimated from them.
        </Typography>
      ) : pages.wanted === 0 ? (
        <Typography sx={{ my: 3 }}>
          No painting like that. <Button onClick={() => setWanted(ANYTHING)}>Show all {pages.total}</Button>
        </Typography>
      ) : (
        <Box
          component="ul"
          aria-label="Paintings"
          sx={{
            listStyle: "none",
            p: 0,
            m: 0,
            display: "grid",
            gap: 2,
            gridTemplateColumns: "repeat(auto-fill, minmax(270px, 1fr))",
          }}
        >
          {pages.pages.map((one) => (
            <Card key={one.ref} page={one} chosen={pair.includes(one.ref)} choose={() => choose(one.ref)} />
          ))}
        </Box>
      )}
      {pages.wanted > A_PAGE && (
        <Pagination
          sx={{ mt: 2 }}
          count={Math.ceil(pages.wanted / A_PAGE)}
          page={wanted.page}
          onChange={(_, page) => setWanted({ ...wanted, page })}
        />
      )}
      {pages.rates.length > 0 && <Rates rates={pages.rates} />}
      <Suspense>{entering && <EnterPainting known={pages} close={() => setEntering(false)} />}</Suspense>
    </>
  );
}

function Search({ pages, wanted, want }: { pages: Pages; wanted: Wanted; want: (wanted: Wanted) => void }) {
  const ask = (change: Partial<Wanted>) => want({ ...wanted, page: 1, ...change });
  return (
    <Stack role="search" direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "end", flex: 1 }}>
      <TextField
        label="Search title and subject"
        size="small"
        value={wanted.words}
        onChange={(event) => ask({ words: event.target.value })}
        sx={{ width: 210 }}
      />
      {(
        [
          ["Method", "method", pages.methods.map((one) => [one, one] as const)],
          ["Subject", "tag", pages.tags.map((one) => [one, one] as const)],
          ["With the tube", "tube", pages.tubes.map((one) => [one.key, one.name] as const)],
          ["Size", "size", SIZES.slice(1)],
        ] as const
      ).map(
        ([label, name, options]) =>
          options.length > 1 && (
            <Box key={name} sx={{ width: 150 }}>
              <Choice
                label={label}
                value={wanted[name]}
                options={[["", "any"], ...options]}
                choose={(to) => ask({ [name]: to })}
              />
            </Box>
          ),
      )}
    </Stack>
  );
}

const SHOWN_TUBES = 8;

function Card({ page, chosen, choose }: { page: Page; chosen: boolean; choose: () => void }) {
  return (
    <Box component="li" sx={{ bgcolor: "background.paper" }}>
      <Box component={Link} to={pageAddress(page)} sx={{ color: "inherit", textDecoration: "none" }}>
        <Box sx={{ bgcolor: "surround.middle", height: 150, display: "grid", placeItems: "center", p: 1.5 }}>
          {page.photo_url ? (
            <img src={page.photo_url} alt="" loading="lazy" style={{ maxWidth: "100%", maxHeight: 126 }} />
          ) : (
            <Typography color="text.secondary">no photo</Typography>
          )}
        </Box>
        <Box sx={{ px: 1.5, pt: 1.25 }}>
          <Typography sx={{ fontWeight: 650 }} noWrap title={page.title}>
            {page.title}
          </Typography>
          <Typography>{pageFacts(page)}</Typography>
          <Typography color="text.secondary" noWrap title={page.method}>
            {page.method || "method not said"}
          </Typography>
          <Typography color="text.secondary" noWrap>
            {[shortDay(page.at), page.mark == null ? "" : `your mark ${page.mark} of 5`]
              .filter(Boolean)
              .join(" · ")}
          </Typography>
        </Box>
      </Box>
      <Stack direction="row" sx={{ alignItems: "center", px: 1.5, pb: 0.5, gap: 0.5, minHeight: 42 }}>
        {page.palette.slice(0, SHOWN_TUBES).map((tube) => (
          <Swatch key={tube.key} colour={tube.colour} label={tube.name} size={14} />
        ))}
        <FormControlLabel
          control={<Checkbox checked={chosen} onChange={choose} size="small" />}
          label="compare"
          sx={{ ml: "auto", mr: 0 }}
          aria-label={`Compare ${page.title}`}
        />
      </Stack>
    </Box>
  );
}

function Rates({ rates }: { rates: Pages["rates"] }) {
  return (
    <Box component="section" sx={{ mt: 4, maxWidth: 900 }}>
      <Typography variant="h2">What a square decimetre takes</Typography>
      <Typography color="text.secondary" sx={{ mb: 1 }}>
        Medians of the finished paintings among those above. A square decimetre is 100 × 100 mm.
      </Typography>
      <Table size="small" aria-label="By method">
        <TableHead>
          <TableRow>
            <TableCell>Method</TableCell>
            <TableCell align="right">Paintings</TableCell>
            <TableCell align="right">Time</TableCell>
            <TableCell align="right">Paint</TableCell>
            <TableCell align="right">Cost of paint</TableCell>
            <TableCell align="right">Against the plan</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rates.map((one) => (
            <TableRow key={one.method}>
              <TableCell>{one.method || "not said"}</TableCell>
              <TableCell align="right">{one.count}</TableCell>
              <TableCell align="right">{one.minutes_a_dm2 == null ? "" : hours(one.minutes_a_dm2)}</TableCell>
              <TableCell align="right">
                {one.ml_a_dm2 == null ? "" : `${one.ml_a_dm2.toFixed(1)} ml`}
              </TableCell>
              <TableCell align="right">{one.cost_a_dm2 == null ? "" : one.cost_a_dm2.toFixed(2)}</TableCell>
              <TableCell align="right">{rateWords(one.over_plan)}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}
