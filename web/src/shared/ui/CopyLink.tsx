/** A link to hand on: seen in full where there is room, copied with one press. */
import { useState } from "react";

import { Button, Stack, TextField } from "@mui/material";

export function CopyLink({ url }: { url: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <Stack direction="row" sx={{ gap: 1, width: "min(100%, 440px)" }}>
      <TextField
        size="small"
        fullWidth
        value={url}
        onFocus={(event) => event.target.select()}
        slotProps={{ htmlInput: { readOnly: true, "aria-label": "Link" } }}
      />
      <Button
        variant="outlined"
        onClick={() => void navigator.clipboard?.writeText(url).then(() => setCopied(true))}
        sx={{ whiteSpace: "nowrap" }}
      >
        {copied ? "Copied" : "Copy"}
      </Button>
    </Stack>
  );
}
