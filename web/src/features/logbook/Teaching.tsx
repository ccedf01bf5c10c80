/** Which paintings teach: the lessons of one stay or go, also when it is in the bin or gone for good. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import { learnedQuery, letTeach, teachingQuery, type Teaching as Row } from "./queries";

export default function Teaching() {
  const found = useQuery(teachingQuery);
  const queries = useQueryClient();
  const { tell } = useUndo();
  if (!found.data?.length) return null;
  const let_ = (row: Row, teaches: boolean) =>
    letTeach(row.id, teaches).then(
      async (now) => {
        queries.setQueryData(teachingQuery.queryKey, now);
        await queries.invalidateQueries({ queryKey: learnedQuery.queryKey });
      },
      (error: unknown) => tell(inWords(error)),
    );
  return (
    <Box component="section" aria-label="Paintings that teach" sx={{ mt: 4 }}>
      <Typography variant="h2">Paintings that teach</Typography>
      <Stack component="ul" sx={{ listStyle: "none", p: 0, m: 0, mt: 1 }}>
        {found.data.map((row) => (
          <Stack
            key={row.id}
            component="li"
            direction="row"
            sx={{ gap: 2, alignItems: "center", flexWrap: "wrap" }}
          >
            <Typography sx={{ minWidth: 240 }}>
              {row.title}
              {row.where ? `, ${row.where}` : ""}
            </Typography>
            <Typography color="text.secondary" sx={{ minWidth: 150 }}>
              {row.count} observations
            </Typography>
            <Button onClick={() => void let_(row, !row.teaches)}>
              {!row.teaches
                ? "Let it teach again"
                : row.where === "gone"
                  ? "Let its lessons go for good"
                  : "Let its lessons go"}
            </Button>
          </Stack>
        ))}
      </Stack>
    </Box>
  );
}
