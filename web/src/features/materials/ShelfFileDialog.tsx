/** Read tubes from a file: every row is shown, good or bad, before anything goes on the shelf. */
import { useRef, useState } from "react";

import {
  Alert,
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Typography,
} from "@mui/material";

import { inWords } from "../../shared/api/client";
import { ml } from "../../shared/ui/numbers";
import { readShelfFile, type ShelfRow } from "./queries";

interface Props {
  keep: (text: string) => Promise<void>;
  close: () => void;
}

/** What will happen, in a sentence. */
export function summary(rows: ShelfRow[]): string {
  const good = rows.filter((row) => row.key !== null).length;
  const bad = rows.length - good;
  if (rows.length === 0) return "The file holds no tubes.";
  const tubes = good === 1 ? "1 tube" : `${good} tubes`;
  const left =
    bad === 0 ? "" : ` ${bad === 1 ? "1 row is" : `${bad} rows are`} left out for the reason given.`;
  return `${tubes} can go on the shelf.${left}`;
}

export function ShelfFileDialog({ keep, close }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState("");
  const [rows, setRows] = useState<ShelfRow[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const good = rows?.filter((row) => row.key !== null).length ?? 0;

  const read = async (file: File | undefined) => {
    if (!file) return;
    setProblem(null);
    try {
      const content = await file.text();
      setRows(await readShelfFile(content, false));
      setText(content);
    } catch (error) {
      setRows(null);
      setProblem(inWords(error));
    }
  };
  const put = async () => {
    try {
      await keep(text);
      close();
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <Dialog open onClose={close} aria-labelledby="file-title">
      <DialogTitle id="file-title">Tubes from a file</DialogTitle>
      <DialogContent>
        {problem && (
          <Alert severity="error" sx={{ mb: 2 }}>
            {problem}
          </Alert>
        )}
        <Typography gutterBottom>
          A CSV file with a column <strong>key</strong> (PW6, PB29 …); volume_ml, left_ml, nozzle_mm, price
          and notes may follow.
        </Typography>
        <Button variant="outlined" onClick={() => input.current?.click()}>
          Choose a file
        </Button>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv,text/plain"
          aria-label="Shelf file"
          hidden
          onChange={(event) => void read(event.target.files?.[0])}
        />
        {rows && (
          <>
            <Typography role="status" sx={{ mt: 2, fontWeight: 650 }}>
              {summary(rows)}
            </Typography>
            <Box component="ul" aria-label="Rows of the file" sx={{ pl: 2.5 }}>
              {rows.map((row) => (
                <li key={row.line}>
                  {row.key !== null ? (
                    <Typography>
                      {row.name} ({row.key}), {ml(row.left_ml ?? 0)}
                    </Typography>
                  ) : (
                    <Typography>
                      <span aria-hidden>▲ </span>
                      {row.problem} {row.hint}
                    </Typography>
                  )}
                </li>
              ))}
            </Box>
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Cancel</Button>
        <Button variant="contained" disabled={good === 0} onClick={() => void put()}>
          Put on the shelf
        </Button>
      </DialogActions>
    </Dialog>
  );
}
