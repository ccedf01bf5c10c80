/** The shelf: every tube with what is left in it. */
import { useState } from "react";

import { Box, Button, Card, CardActions, Stack, Typography } from "@mui/material";
import AddIcon from "@mui/icons-material/Add";
import { useQuery } from "@tanstack/react-query";
import { Link, NavLink, useParams } from "react-router";

import { useUndo } from "../../shared/undo/UndoProvider";
import { inWords } from "../../shared/api/client";
import { ml, mm } from "../../shared/ui/numbers";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Empty, Failed, Loading } from "../../shared/ui/States";
import { hidingInWords } from "./opacity";
import {
  addTube,
  cautionsQuery,
  changeTube,
  readShelfFile,
  removeTube,
  SHELF_FILE,
  tubesQuery,
  type Tube,
  type TubeIn,
} from "./queries";
import { Palettes } from "./Palettes";
import { ShelfFileDialog } from "./ShelfFileDialog";
import { Supplies } from "./Supplies";
import { TubeDialog } from "./TubeDialog";

const PARTS = [
  ["tubes", "Tubes"],
  ["supplies", "Mediums, supports, brushes"],
  ["palettes", "Palettes"],
] as const;

/** The shelf in its three parts, each with an address of its own. */
export default function ShelfPage() {
  const { part = "tubes" } = useParams();
  return (
    <Box component="main" sx={{ maxWidth: 1240, mx: "auto", px: { xs: 2, md: 4 }, py: 3 }}>
      <title>Shelf · Ypsochrom</title>
      <Box component="nav" aria-label="Parts of the shelf" sx={{ display: "flex", flexWrap: "wrap", mb: 2 }}>
        {PARTS.map(([name, title]) => (
          <Button
            key={name}
            component={NavLink}
            to={name === "tubes" ? "/materials" : `/materials/${name}`}
            end
            color="inherit"
            sx={{ "&.active": { bgcolor: "divider", fontWeight: 700 } }}
          >
            {title}
          </Button>
        ))}
      </Box>
      {part === "supplies" ? <Supplies /> : part === "palettes" ? <Palettes /> : <Tubes />}
    </Box>
  );
}

function Tubes() {
  const tubes = useQuery(tubesQuery);
  const cautions = useQuery(cautionsQuery);
  const { edit, tell } = useUndo();
  const [reading, setReading] = useState(false);
  const [open, setOpen] = useState<Tube | "new" | null>(null);
  const save = (typed: TubeIn) =>
    edit(() => (open === "new" || !open ? addTube(typed) : changeTube(open.id, typed)));
  const keepFile = (text: string) => edit(() => readShelfFile(text, true));
  const remove = (tube: Tube) =>
    edit(() => removeTube(tube.id), { label: `Removed ${tube.name}` }).catch((error: unknown) =>
      tell(inWords(error)),
    );

  return (
    <>
      <Stack direction="row" sx={{ mb: 3, alignItems: "end", gap: 2, flexWrap: "wrap" }}>
        <Box sx={{ flex: 1, minWidth: 260 }}>
          <Typography variant="h1">Shelf</Typography>
          <Typography color="text.secondary">
            Plans mix from these tubes only. Change what is left as you paint, and shortages show before you
            start.
          </Typography>
        </Box>
        <Button onClick={() => setReading(true)}>Tubes from a file</Button>
        <Button component="a" href={SHELF_FILE} download="shelf.csv">
          Save as CSV
        </Button>
        <Button variant="contained" startIcon={<AddIcon />} onClick={() => setOpen("new")}>
          Add a tube
        </Button>
      </Stack>
      {tubes.isPending && <Loading what="your shelf" />}
      {tubes.isError && <Failed error={tubes.error} again={() => void tubes.refetch()} />}
      {tubes.data?.length === 0 && (
        <Empty title="The shelf is empty">
          Add the tubes you own. A white, a warm yellow, a cool red, an earth and a blue are enough to begin
          with.
        </Empty>
      )}
      <Box
        component="ul"
        aria-label="Tubes"
        sx={{
          listStyle: "none",
          p: 0,
          m: 0,
          display: "grid",
          gap: 2,
          gridTemplateColumns: "repeat(auto-fill, minmax(264px, 1fr))",
        }}
      >
        {tubes.data?.map((tube) => (
          <TubeCard key={tube.id} tube={tube} change={() => setOpen(tube)} remove={() => void remove(tube)} />
        ))}
      </Box>
      {cautions.data && (
        <Box component="section" aria-labelledby="safely" sx={{ mt: 5, maxWidth: 860 }}>
          <Typography id="safely" variant="h2" gutterBottom>
            Working safely
          </Typography>
          <AdviceList advice={cautions.data} />
        </Box>
      )}
      {reading && <ShelfFileDialog keep={keepFile} close={() => setReading(false)} />}
      {open && <TubeDialog tube={open === "new" ? null : open} save={save} close={() => setOpen(null)} />}
    </>
  );
}

function TubeCard({ tube, change, remove }: { tube: Tube; change: () => void; remove: () => void }) {
  const full = Math.max(0, Math.min(1, tube.left_ml / tube.volume_ml));
  return (
    <Card component="li" sx={{ bgcolor: "background.paper" }}>
      <Stack direction="row" sx={{ p: 2, gap: 2 }}>
        <Box
          role="img"
          aria-label={`${tube.name} laid thick, ${tube.masstone}; ${Math.round(full * 100)} percent left`}
          sx={{
            width: 44,
            height: 96,
            bgcolor: "mat",
            position: "relative",
            flex: "none",
            borderRadius: "2px",
          }}
        >
          <Box
            sx={{
              position: "absolute",
              inset: "auto 0 0 0",
              height: `${Math.max(3, full * 100)}%`,
              bgcolor: tube.masstone,
            }}
          />
        </Box>
        <Box sx={{ minWidth: 0 }}>
          <Typography variant="h3" noWrap title={tube.name}>
            {tube.name}
          </Typography>
          <Typography color="text.secondary">
            {tube.key} · {tube.source}
          </Typography>
          <Typography>
            {ml(tube.left_ml)} of {ml(tube.volume_ml)}
            {tube.low && <strong>{tube.left_ml === 0 ? " · empty" : " · low"}</strong>}
          </Typography>
          <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
            {hidingInWords(tube)}
          </Typography>
          <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
            nozzle {mm(tube.nozzle_mm)}
            {tube.notes ? ` · ${tube.notes}` : ""}
          </Typography>
        </Box>
      </Stack>
      <CardActions>
        <Button component={Link} to={`/materials/tubes/${tube.id}`} aria-label={`Measure ${tube.name}`}>
          Measure
        </Button>
        <Button onClick={change} aria-label={`Change ${tube.name}`}>
          Change
        </Button>
        <Button onClick={remove} aria-label={`Remove ${tube.name}`}>
          Remove
        </Button>
      </CardActions>
    </Card>
  );
}
