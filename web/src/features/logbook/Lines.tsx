/** Writing into the diary: a line, a mark, a photo. */
import { useState } from "react";

import { Box, Button, Stack, TextField } from "@mui/material";

import { FileButton } from "../../shared/ui/FileButton";
import { MarkChoice } from "./MarkChoice";
import type { LineActs } from "./useLines";

export type { LineActs } from "./useLines";

export function Lines({ acts }: { acts: LineActs }) {
  return <Writing key={acts.changing?.line ?? "new"} acts={acts} />;
}

function Writing({ acts }: { acts: LineActs }) {
  const { changing } = acts;
  const [text, setText] = useState(changing?.words ?? "");
  const [mark, setMark] = useState<number | null>(changing?.mark ?? null);
  const keep = async () => {
    if (!(await acts.keep({ text, mark }))) return;
    setText("");
    setMark(null);
  };
  return (
    <Box
      component="section"
      aria-label="Write into the diary"
      sx={{ bgcolor: "background.paper", p: 2, maxWidth: 760 }}
    >
      <TextField
        fullWidth
        multiline
        label={changing ? "Change the line" : "Write a line"}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Stack direction="row" sx={{ gap: 2, mt: 1.5, alignItems: "center", flexWrap: "wrap" }}>
        <MarkChoice mark={mark} choose={setMark} />
        <Button
          variant="contained"
          disabled={!text.trim() && mark === null && !changing?.photo_url}
          onClick={() => void keep()}
        >
          {changing ? "Keep it" : "Write it"}
        </Button>
        {changing ? (
          <Button onClick={() => acts.begin(null)}>Leave it</Button>
        ) : (
          <FileButton label="Photo for the diary" send={(file) => void acts.photo(file)}>
            Add a photo
          </FileButton>
        )}
      </Stack>
    </Box>
  );
}
