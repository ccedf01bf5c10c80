/** A painting from before the application: its photo and all that the painter said of it. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "react-router";

import { inWords } from "../../shared/api/client";
import { FileButton } from "../../shared/ui/FileButton";
import { Failed, Loading } from "../../shared/ui/States";
import { useUndo } from "../../shared/undo/UndoProvider";
import { PageFacts } from "./PageFacts";
import { pageQuery, pagesAnew, putPageBack, putPhoto, takePageOut } from "./queries";
import { onDay, pageFacts } from "./words";

export default function EarlierPage() {
  const { ref = "" } = useParams();
  const found = useQuery(pageQuery(ref));
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { edit, tell } = useUndo();
  if (found.isError) return <Failed error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Loading what="the painting" />;
  const page = found.data;
  const anew = () => pagesAnew(queries);
  const out = () =>
    edit(() => takePageOut(ref), {
      label: `Took “${page.title}” out of the logbook`,
      back: () => putPageBack(ref).then(anew),
    }).then(
      () => navigate("/logbook"),
      (error: unknown) => tell(inWords(error)),
    );
  const photo = (file: File) =>
    putPhoto(ref, file).then(
      (now) => queries.setQueryData(pageQuery(ref).queryKey, now),
      (error: unknown) => tell(inWords(error)),
    );
  return (
    <Box component="main" sx={{ p: 3, maxWidth: 1080, mx: "auto" }}>
      <title>{`${page.title} · Logbook · Ypsochrom`}</title>
      <Button component={Link} to="/logbook">
        Logbook
      </Button>
      <Typography variant="h1">{page.title}</Typography>
      <Typography sx={{ mb: 2 }}>
        {pageFacts(page)}
        {page.method ? ` · ${page.method}` : ""} · {onDay(page.at)}
      </Typography>
      <Stack direction={{ xs: "column", md: "row" }} sx={{ gap: 4 }}>
        <Box sx={{ flex: 1 }}>
          {page.photo_url && (
            <Box sx={{ bgcolor: "surround.middle", p: 3, display: "grid", placeItems: "center" }}>
              <img src={page.photo_url} alt={page.title} style={{ maxWidth: "100%", maxHeight: 460 }} />
            </Box>
          )}
          <Stack direction="row" sx={{ gap: 1, mt: 1 }}>
            <FileButton label="Photo of the painting" send={(file) => void photo(file)}>
              {page.photo_url ? "Another photo" : "Add a photo"}
            </FileButton>
            <Button onClick={() => void out()}>Take it out of the logbook</Button>
          </Stack>
        </Box>
        <PageFacts page={page} />
      </Stack>
    </Box>
  );
}
