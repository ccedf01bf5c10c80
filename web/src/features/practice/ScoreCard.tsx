/** The card that was painted, scored from its photo: every field against the colour printed above it. */
import { useState } from "react";

import {
  Alert,
  Box,
  LinearProgress,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { FileButton } from "../../shared/ui/FileButton";
import { signed } from "../../shared/ui/numbers";
import { progressQuery, scoreCard, type MatchedCard } from "./queries";

export function ScoreCard() {
  const queries = useQueryClient();
  const [found, setFound] = useState<MatchedCard | null>(null);
  const [problem, setProblem] = useState("");
  const [isReading, setReading] = useState(false);
  const read = async (photo: File) => {
    setReading(true);
    setProblem("");
    setFound(null);
    try {
      setFound(await scoreCard(photo));
      await queries.invalidateQueries({ queryKey: progressQuery.queryKey });
    } catch (error) {
      setProblem(inWords(error));
    }
    setReading(false);
  };
  return (
    <Box sx={{ mb: 3 }}>
      <FileButton
        variant="outlined"
        size="large"
        disabled={isReading}
        label="Photo of the painted card"
        capture
        send={(photo) => void read(photo)}
      >
        Score a painted card
      </FileButton>
      {isReading && <LinearProgress aria-label="Reading the card" sx={{ mt: 1 }} />}
      {problem && (
        <Alert severity="info" sx={{ mt: 1 }}>
          {problem}
        </Alert>
      )}
      {found && <Fields found={found} />}
    </Box>
  );
}

function Fields({ found }: { found: MatchedCard }) {
  const right = found.fields.filter((one) => one.is_right).length;
  return (
    <Box component="section" aria-label="The card" sx={{ mt: 2, maxWidth: 760 }}>
      <Typography variant="h2">
        {right === found.fields.length
          ? "Every field matches"
          : `${right} of ${found.fields.length} ${found.fields.length === 1 ? "field matches" : "fields match"}`}
      </Typography>
      <Table size="small" aria-label="Fields of the card">
        <TableHead>
          <TableRow>
            <TableCell>Field</TableCell>
            <TableCell>Printed, painted</TableCell>
            <TableCell align="right">Value</TableCell>
            <TableCell align="right">ΔE</TableCell>
            <TableCell>Seen side by side</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {found.fields.map((one) => (
            <TableRow key={one.place}>
              <TableCell>{one.place}</TableCell>
              <TableCell>
                <Box
                  role="img"
                  aria-label={`field ${one.place}, printed and painted`}
                  sx={{ display: "flex" }}
                >
                  <Box sx={{ width: 44, height: 34, bgcolor: one.printed }} />
                  <Box sx={{ width: 44, height: 34, bgcolor: one.painted }} />
                </Box>
              </TableCell>
              <TableCell align="right">{`${signed(one.value_error)} steps`}</TableCell>
              <TableCell align="right">{one.de00.toFixed(1)}</TableCell>
              <TableCell>{one.is_right ? "the same to the eye" : one.words}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {found.hints.map((hint) => (
        <Typography key={hint} color="text.secondary" sx={{ mt: 1 }}>
          {hint}
        </Typography>
      ))}
    </Box>
  );
}
