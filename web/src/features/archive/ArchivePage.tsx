/** The archive: one file that holds a painting or the whole studio, to be kept elsewhere or opened in another studio. */
import { useEffect, useRef, useState } from "react";

import { Alert, Box, Button, LinearProgress, Stack, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Choice } from "../../shared/ui/Choice";
import { Loading } from "../../shared/ui/States";
import {
  fileUrl,
  isAtWork,
  newestQuery,
  save,
  stop,
  takeCopies,
  takeIn,
  titlesQuery,
  type Transfer,
} from "./queries";
import { fileSize, headline, named, takenWords } from "./words";

export default function ArchivePage() {
  const newest = useQuery(newestQuery);
  const queries = useQueryClient();
  const [problem, setProblem] = useState("");
  const [isSending, setSending] = useState(false);
  const begin = async (what: () => Promise<Transfer>) => {
    setProblem("");
    setSending(true);
    try {
      queries.setQueryData(newestQuery.queryKey, await what());
    } catch (error) {
      setProblem(inWords(error));
    }
    setSending(false);
  };
  const transfer = newest.data ?? null;
  const busy = isSending || isAtWork(transfer);
  useReadAgain(transfer);
  if (newest.isPending) return <Loading what="the archive" />;
  return (
    <Box component="main" sx={{ p: 3, maxWidth: 820, mx: "auto" }}>
      <title>Archive · Ypsochrom</title>
      <Typography variant="h1">Archive</Typography>
      <Typography sx={{ my: 1.5 }}>
        One file with everything: photos, plans, what was done at the easel, checks and diary; of the whole
        studio the shelf, the logbook and practice, too. Keep it somewhere else.
      </Typography>
      <Saving busy={busy} begin={(painting) => void begin(() => save(painting))} />
      <TakingIn busy={busy} begin={(file) => void begin(() => takeIn(file))} />
      {problem && (
        <Alert severity="info" sx={{ mt: 2 }}>
          {problem}
        </Alert>
      )}
      {isSending && <LinearProgress aria-label="Sending the file" sx={{ mt: 2 }} />}
      {transfer && !isSending && (
        <Progress
          transfer={transfer}
          stop={() => void begin(() => stop(transfer.id))}
          copy={() => void begin(() => takeCopies(transfer.id))}
        />
      )}
    </Box>
  );
}

/** What came in belongs to lists that are read already: they are read again once it is there. */
function useReadAgain(transfer: Transfer | null) {
  const queries = useQueryClient();
  const watched = useRef<number | null>(null);
  useEffect(() => {
    if (isAtWork(transfer)) watched.current = transfer!.id;
    else if (transfer && watched.current === transfer.id) {
      watched.current = null;
      void queries.invalidateQueries({
        predicate: ({ queryKey }) => queryKey[1] !== "/api/archive/newest",
      });
    }
  }, [transfer, queries]);
}

function Saving({ busy, begin }: { busy: boolean; begin: (painting: number | null) => void }) {
  const titles = useQuery(titlesQuery);
  const [chosen, setChosen] = useState("");
  return (
    <Stack direction="row" sx={{ gap: 2, alignItems: "end", flexWrap: "wrap", mb: 2 }}>
      <Box sx={{ width: 300 }}>
        <Choice
          label="Save"
          value={chosen}
          options={[
            ["", "The whole studio"],
            ...(titles.data ?? []).map((one) => [String(one.id), one.title] as const),
          ]}
          choose={setChosen}
        />
      </Box>
      <Button
        variant="contained"
        disabled={busy}
        onClick={() => begin(chosen === "" ? null : Number(chosen))}
      >
        Make an archive
      </Button>
    </Stack>
  );
}

function TakingIn({ busy, begin }: { busy: boolean; begin: (file: File) => void }) {
  return (
    <Button component="label" variant="outlined" disabled={busy}>
      Load an archive
      <input
        type="file"
        accept=".zip,application/zip"
        hidden
        aria-label="Archive to load"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = ""; // the same file can be chosen again
          if (file) begin(file);
        }}
      />
    </Button>
  );
}

interface ProgressProps {
  transfer: Transfer;
  stop: () => void;
  copy: () => void;
}

function Progress({ transfer, stop, copy }: ProgressProps) {
  if (isAtWork(transfer))
    return (
      <Box role="status" aria-label="The archive" sx={{ mt: 3 }}>
        <Typography>
          {transfer.name}: {transfer.doing} …
        </Typography>
        <LinearProgress
          variant={transfer.state === "running" ? "determinate" : "indeterminate"}
          value={Math.round(transfer.share * 100)}
          aria-label="Share that is done"
          sx={{ my: 1 }}
        />
        <Button onClick={stop}>Stop</Button>
      </Box>
    );
  const there = transfer.report?.there ?? [];
  const lost = transfer.report?.lost ?? [];
  return (
    <Box component="section" aria-label="What came of it" sx={{ mt: 3, bgcolor: "background.paper", p: 2 }}>
      <Typography variant="h2">{headline(transfer)}</Typography>
      <Typography color="text.secondary" gutterBottom>
        {transfer.name}
        {transfer.bytes != null && `, ${fileSize(transfer.bytes)}`}
      </Typography>
      {transfer.message && (
        <Typography>
          {transfer.message} {transfer.hint}
        </Typography>
      )}
      {transfer.bytes != null && (
        <Button variant="contained" href={fileUrl(transfer.id)} download={transfer.name} sx={{ mt: 1 }}>
          Save the file
        </Button>
      )}
      {transfer.report && <Typography>{takenWords(transfer.report)}</Typography>}
      {there.length > 0 && (
        <Stack direction="row" sx={{ gap: 2, alignItems: "center", flexWrap: "wrap", mt: 1 }}>
          <Typography>
            {named(there)} {there.length === 1 ? "is" : "are"} in this studio already and stayed as{" "}
            {there.length === 1 ? "it is" : "they are"}.
          </Typography>
          <Button variant="outlined" onClick={copy}>
            {there.length === 1 ? "Load a copy, too" : "Load copies, too"}
          </Button>
        </Stack>
      )}
      {lost.length > 0 && (
        <>
          <Typography sx={{ fontWeight: 650, mt: 1.5 }}>Not loaded</Typography>
          <Box component="ul" aria-label="Not loaded" sx={{ m: 0, pl: 2.5 }}>
            {lost.map((one, place) => (
              <li key={one.what + place}>
                {one.what}: {one.why}
              </li>
            ))}
          </Box>
        </>
      )}
    </Box>
  );
}
