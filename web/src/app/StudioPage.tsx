/** The studio: every painting with its picture and how far it is. */
import { lazy, Suspense, useState } from "react";

import { Box, Button, Card, CardActionArea, CardActions, Stack, Typography } from "@mui/material";
import AddIcon from "@mui/icons-material/Add";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearchParams } from "react-router";

import { tubesQuery } from "../features/materials";
import { PAINTINGS, paintingsQuery, removePainting, type PaintingCard } from "../features/subject";
import { inWords } from "../shared/api/client";
import { Failed, Loading } from "../shared/ui/States";
import { mm } from "../shared/ui/numbers";
import { useUndo } from "../shared/undo/UndoProvider";
import { isUnderWay } from "../shared/api/runs";
import { binQuery, restore } from "./bin";
import { Contours } from "./Contours";
import { studioQuery } from "./queries";

const NewObservationDialog = lazy(() => import("../features/subject/NewObservationDialog"));
const NewPaintingDialog = lazy(() => import("../features/subject/NewPaintingDialog"));
const PaintingPages = lazy(() => import("./PaintingPages"));
const PaintingSearch = lazy(() => import("./PaintingSearch"));
const ShownToMe = lazy(() => import("../features/sharing/AtTheStudio"));
const WhatNow = lazy(() => import("../features/sittings/WhatNow"));
const Bin = lazy(() => import("./Bin"));

/** How far a painting is, in a few words. */
export function progressWords({
  run,
  passes,
  values,
}: Pick<PaintingCard, "run" | "passes" | "values">): string {
  if (run && isUnderWay(run)) return `planning: ${run.doing}`;
  if (passes === "current" && values === "current") return "planned";
  return passes === "missing" ? "not planned yet" : "plan out of date";
}

export default function StudioPage() {
  const [search, setSearch] = useSearchParams();
  const page = Number(search.get("page")) || 1;
  const wanted = search.get("search") ?? "";
  const paintings = useQuery(paintingsQuery(page, wanted));
  const tubes = useQuery(tubesQuery);
  const studio = useQuery(studioQuery);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { edit, tell } = useUndo();
  const [adding, setAdding] = useState(false);
  const [observing, setObserving] = useState(false);

  const listedAnew = () =>
    Promise.all([queries.invalidateQueries({ queryKey: PAINTINGS }), queries.invalidateQueries(binQuery)]);
  const remove = (painting: PaintingCard) =>
    edit(() => removePainting(painting.id).then(listedAnew), {
      label: `Removed “${painting.title}”`,
      back: () => restore("painting", painting.id).then(listedAnew),
    }).catch((error: unknown) => tell(inWords(error)));
  return (
    <Box component="main">
      <title>Paintings · Ypsochrom</title>
      <Suspense>
        <WhatNow>
          {studio.data?.hosted && (
            <Suspense>
              <ShownToMe />
            </Suspense>
          )}
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
                  Bring a photo and the size of the support; get values, areas, mixes in whole parts and
                  passes in order.
                </Typography>
              </Box>
              <Button size="large" onClick={() => setObserving(true)}>
                Without a photo
              </Button>
              <Button
                variant="contained"
                size="large"
                startIcon={<AddIcon />}
                onClick={() => setAdding(true)}
              >
                New painting
              </Button>
            </Stack>
          </Box>
          <Box sx={{ maxWidth: 1240, mx: "auto", px: { xs: 2, md: 4 }, py: 4 }}>
            {paintings.isPending && <Loading what="your paintings" />}
            {paintings.isError && <Failed error={paintings.error} again={() => void paintings.refetch()} />}
            {paintings.data && (wanted !== "" || paintings.data.pages > 1) && (
              <Suspense>
                <PaintingSearch
                  wanted={wanted}
                  search={(title) => setSearch(title ? { search: title } : {})}
                />
              </Suspense>
            )}
            {paintings.data?.count === 0 && wanted !== "" && (
              <Typography>No painting of that title.</Typography>
            )}
            {paintings.data?.count === 0 && wanted === "" && (
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
              {paintings.data?.paintings.map((painting) => (
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
                      {painting.thumbnail_url && (
                        <img
                          src={painting.thumbnail_url}
                          alt=""
                          style={{ maxWidth: "100%", maxHeight: 196 }}
                        />
                      )}
                    </Box>
                    <Box sx={{ p: 2 }}>
                      <Typography variant="h2" noWrap>
                        {painting.title}
                      </Typography>
                      <Typography color="text.secondary">
                        {mm(painting.width_mm)} × {mm(painting.height_mm)} · {progressWords(painting)}
                      </Typography>
                    </Box>
                  </CardActionArea>
                  <CardActions sx={{ justifyContent: "end" }}>
                    <Button onClick={() => void remove(painting)} aria-label={`Remove ${painting.title}`}>
                      Remove
                    </Button>
                  </CardActions>
                </Card>
              ))}
            </Box>
            {paintings.data && paintings.data.pages > 1 && (
              <Suspense>
                <PaintingPages
                  count={paintings.data.pages}
                  page={paintings.data.page}
                  turn={(to) => setSearch({ ...(wanted && { search: wanted }), page: String(to) })}
                />
              </Suspense>
            )}
          </Box>
          <Suspense>
            {observing && (
              <NewObservationDialog
                close={() => setObserving(false)}
                made={(painting) => {
                  void queries.invalidateQueries({ queryKey: PAINTINGS });
                  void navigate(`/paintings/${painting.id}/subject`);
                }}
              />
            )}
            {adding && (
              <NewPaintingDialog
                close={() => setAdding(false)}
                made={(painting) => {
                  void queries.invalidateQueries({ queryKey: PAINTINGS });
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
          </Suspense>
          <Box sx={{ maxWidth: 1240, mx: "auto", px: { xs: 2, md: 4 }, pb: 4 }}>
            <Button component={Link} to="/archive">
              Save the studio, or load an archive
            </Button>
          </Box>
          <Suspense>
            <Bin />
          </Suspense>
        </WhatNow>
      </Suspense>
    </Box>
  );
}
