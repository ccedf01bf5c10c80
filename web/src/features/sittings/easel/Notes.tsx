/** Notes written at the easel, with their photos. */
import { Box, Typography } from "@mui/material";

import type { Course } from "./queries";
import { clockWords } from "./words";

export function Notes({ notes, zone }: { notes: Course["notes"]; zone: string }) {
  return notes.map((note) => (
    <Box key={`${note.at}${note.text}`}>
      <Typography>
        {clockWords(note.at, zone)} {note.text}
      </Typography>
      {note.photo_url && (
        <img
          src={note.photo_url}
          alt={note.text || "Photo of a note"}
          style={{ maxWidth: "100%", maxHeight: 240 }}
        />
      )}
    </Box>
  ));
}
