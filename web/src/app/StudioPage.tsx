/** The studio: every painting with its picture and how far it is. */
import { useState } from "react";

import {
  Box,
  Button,
  Card,
  CardActionArea,
  CardActions,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Stack,
  Typography,
} from "@mui/material";
import AddIcon from "@mui/icons-material/Add";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";

import { tubesQuery } from "../features/materials";
import { benchesQuery, isUnderWay, type Bench } from "../features/passes";
import {
  NewObservationDialog,
  NewPaintingDialog,
  paintingsQuery,
  removePainting,
  type Painting,
} from "../features/subject";
import { inWords } from "../shared/api/client";
import { Failed, Loading } from "../shared/ui/States";
import { mm } from "../shared/ui/numbers";
import { useUndo } from "../shared/undo/UndoProvider";
import { Contours } from "./Contours";

/** How far a painting is, in a few words. */
export function progressWords(bench: Bench | undefined): string {
  if (!bench) return "";
  if (isUnderWay(bench.run)) return `planning: ${bench.run!.doing}`;
  if (bench.passes === "current" && bench.values === "current") return "planned";
  return bench.passes === "missing" ? "not planned yet" : "plan out of date";
}

export function StudioPage() {
  const paintings = useQuery(paintingsQuery);
  const benches = useQuery(benchesQuery);
  const tubes = useQuery(tubesQuery);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { tell } = useUndo();
  const [adding, setAdding] = useState(false);
  const [observing, setObserving] = useState(false);
  const [removing, setRemoving] = useState<Painting | null>(null);
  const state = new Map(benches.data?.map((bench) => [bench.painting, bench]));

  const remove = async (painting: Painting) => {
    setRemoving(null);
    try {
      await removePainting(painting.id);
      await queries.invalidateQueries({ queryKey: ["paintings"] });
    } catch (error) {
      tell(inWords(error));
    }
  };
  return (
    <Box component="main">
      <title>Paintings · Ypsochrom</title>
      <Box sx={{ position: "relative", bgcolor: "background.paper" }}>
        <Contours />
        <Stack
          direction="row"
          sx={{
            position: "relative",
            maxWidth: 1240,
            mx: "auto",
            px: { xs: 2, md: 4 },
            py: 5,
            gap: 3,
            alignItems: "end",
            flexWrap: "wrap",
          }}
        >
          <Box sx={{ flex: 1, minWidth: 280 }}>
            <Typography variant="h1">Paintings</Typography>
            <Typography color="text.secondary" sx={{ maxWidth: 560 }}>
              Bring a photo and the size of the support; get values, areas, mixes in whole parts and passes in
              order.
            </Typography>
          </Box>
          <Button size="large" onClick={() => setObserving(true)}>
            Without a photo
          </Button>
          <Button variant="contained" size="large" startIcon={<AddIcon />} onClick={() => setAdding(true)}>
            New painting
          </Button>
        </Stack>
      </Box>
      <Box sx={{ maxWidth: 1240, mx: "auto", px: { xs: 2, md: 4 }, py: 4 }}>
        {paintings.isPending && <Loading what="your paintings" />}
        {paintings.isError && <Failed error={paintings.error} again={() => void paintings.refetch()} />}
        {paintings.data?.length === 0 && (
          <Box sx={{ py: 6, textAlign: "center" }}>
            <Typography variant="h2" gutterBottom>
              The easel is empty
            </Typography>
            <Typography color="text.secondary">
              Begin with New painting: any photo of yours will do.
            </Typography>
          </Box>
        )}
        <Box
          component="ul"
          aria-label="Paintings"
          sx={{
            listStyle: "none",
            p: 0,
            m: 0,
            display: "grid",
            gap: 3,
            gridTemplateColumns: "repeat(auto-fill, minmax(290px, 1fr))",
          }}
        >
          {paintings.data?.map((painting) => (
            <Card component="li" key={painting.id}>
              <CardActionArea component={Link} to={`/paintings/${painting.id}/values`}>
                <Box
                  sx={{
                    bgcolor: "surround.middle",
                    p: 2.5,
                    height: 236,
                    display: "grid",
                    placeItems: "center",
                  }}
                >
                  <img src={painting.thumbnail_url} alt="" style={{ maxWidth: "100%", maxHeight: 196 }} />
                </Box>
                <Box sx={{ p: 2 }}>
                  <Typography variant="h2" noWrap>
                    {painting.title}
                  </Typography>
                  <Typography color="text.secondary">
                    {mm(painting.width_mm)} × {mm(painting.height_mm)} ·{" "}
                    {progressWords(state.get(painting.id))}
                  </Typography>
                </Box>
              </CardActionArea>
              <CardActions sx={{ justifyContent: "end" }}>
                <Button onClick={() => setRemoving(painting)} aria-label={`Remove ${painting.title}`}>
                  Remove
                </Button>
              </CardActions>
            </Card>
          ))}
        </Box>
      </Box>
      {observing && (
        <NewObservationDialog
          close={() => setObserving(false)}
          made={(painting) => {
            void queries.invalidateQueries({ queryKey: ["paintings"] });
            void navigate(`/paintings/${painting.id}/subject`);
          }}
        />
      )}
      {adding && (
        <NewPaintingDialog
          close={() => setAdding(false)}
          made={(painting) => {
            void queries.invalidateQueries({ queryKey: ["paintings"] });
            void navigate(`/paintings/${painting.id}/values`);
          }}
          shelf={
            <Typography color="text.secondary">
              {tubes.data?.length
                ? `Mixed from the ${tubes.data.length} tubes on your shelf.`
                : "Your shelf is empty: add tubes before you plan."}{" "}
              <Link to="/materials">See the shelf</Link>
            </Typography>
          }
        />
      )}
      {removing && (
        <Dialog open onClose={() => setRemoving(null)} aria-labelledby="remove-title">
          <DialogTitle id="remove-title">Remove “{removing.title}”?</DialogTitle>
          <DialogContent>Its photo, names and plan go with it. This cannot be undone.</DialogContent>
          <DialogActions>
            <Button onClick={() => setRemoving(null)}>Keep it</Button>
            <Button variant="contained" onClick={() => void remove(removing)}>
              Remove it
            </Button>
          </DialogActions>
        </Dialog>
      )}
    </Box>
  );
}
