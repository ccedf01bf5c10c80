/** Remarks, one below the other, with what can be done to each; and a field for the next. */
import { useState } from "react";

import { Box, Button, Checkbox, Stack, TextField, Typography } from "@mui/material";

import { capital, moment } from "../../shared/ui/words";
import type { Remark } from "./queries";

interface ListProps {
  remarks: Remark[];
  /** The painter's tick; without it nobody ticks here. */
  tick?: (remark: Remark) => void;
  /** Remarks that may be removed here, and how. */
  mayRemove: (remark: Remark) => boolean;
  remove: (remark: Remark) => void;
  /** Go to what a remark is about; without it all are about one thing. */
  show?: (remark: Remark) => void;
}

export function RemarkList({ remarks, tick, mayRemove, remove, show }: ListProps) {
  return (
    <Stack component="ul" aria-label="Remarks" sx={{ listStyle: "none", p: 0, m: 0, gap: 1.5 }}>
      {remarks.map((one) => (
        <Stack key={one.id} component="li" direction="row" sx={{ gap: 1, alignItems: "start" }}>
          {tick && (
            <Checkbox
              checked={one.done}
              onChange={() => tick(one)}
              slotProps={{ input: { "aria-label": `Seen to: ${one.text}` } }}
              sx={{ p: 0.5 }}
            />
          )}
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Typography
              sx={{ whiteSpace: "pre-wrap", overflowWrap: "anywhere", opacity: one.done ? 0.62 : 1 }}
            >
              {one.text}
            </Typography>
            <Typography variant="caption" color="text.secondary" component="div">
              {one.by}, {moment(one.at)}
              {one.done && !tick && ", seen to"}
            </Typography>
            {show &&
              (one.about === "painting" ? (
                <Typography variant="caption">On the whole painting</Typography>
              ) : (
                <Button size="small" onClick={() => show(one)} sx={{ ml: -0.5, textAlign: "left" }}>
                  {one.about === "unit" ? `Pass ${one.pass_number}: ${one.title}` : capital(one.title)}
                </Button>
              ))}
          </Box>
          {mayRemove(one) && (
            <Button size="small" onClick={() => remove(one)} aria-label={`Remove the remark: ${one.text}`}>
              Remove
            </Button>
          )}
        </Stack>
      ))}
    </Stack>
  );
}

interface FormProps {
  label: string;
  /** Resolves to whether it was kept. */
  keep: (text: string) => Promise<boolean>;
}

export function RemarkForm({ label, keep }: FormProps) {
  const [text, setText] = useState("");
  return (
    <Stack
      component="form"
      sx={{ gap: 1, mt: 1.5 }}
      onSubmit={(event) => {
        event.preventDefault();
        void keep(text.trim()).then((kept) => kept && setText(""));
      }}
    >
      <TextField
        label={label}
        value={text}
        multiline
        minRows={2}
        onChange={(event) => setText(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
      <Button type="submit" variant="outlined" disabled={!text.trim()} sx={{ alignSelf: "start" }}>
        Remark
      </Button>
    </Stack>
  );
}
