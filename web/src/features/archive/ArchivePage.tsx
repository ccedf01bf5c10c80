/** The archive: one file that holds a painting or the whole studio, to be kept elsewhere or opened in another studio. */
import { useState } from "react";

import { Alert, Box, Button, LinearProgress, Stack, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { titlesQuery } from "../subject";
import { inWords } from "../../shared/api/client";
import { isUnderWay, useWatchedRun } from "../../shared/api/runs";
import { Choice } from "../../shared/ui/Choice";
import { FileButton } from "../../shared/ui/FileButton";
import { RunLine } from "../../shared/ui/RunLine";
import { Loading } from "../../shared/ui/States";
import { archiveRunQuery, fileUrl, load, loadCopies, newestQuery, save, type Transfer } from "./queries";
import { fileSize, headline, loadedWords, named } from "./words";

export default function ArchivePage() {
  const newest = useQuery(newestQuery);
  const queries = useQueryClient();
  const [problem, setProblem] = useState("");
  const [isSending, setSending] = useState(false);
  // what came in belongs to lists that are read already: all is read again once it is there
  const { doing, stop } = useWatchedRun(archiveRunQuery, () => void queries.invalidateQueries());
  const begin = async (what: () => Promise<Transfer>) => {
    setProblem("");
    setSending(true);
    try {
      const begun = await what();
      queries.setQueryData(newestQuery.queryKey, begun);
      queries.setQueryData(archiveRunQuery.queryKey, begun.run);
    } catch (error) {
      setProblem(inWords(error));
    }
    setSending(false);
  };
  const transfer = newest.data ?? null;
  const busy = isSending || doing.state === "under way";
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
      <FileButton
        variant="outlined"
        disabled={busy}
        label="Archive to load"
        accept=".zip,application/zip"
        send={(file) => void begin(() => load(file))}
      >
        Load an archive
      </FileButton>
      {problem && (
        <Alert severity="info" sx={{ mt: 2 }}>
          {problem}
        </Alert>
      )}
      {isSending && <LinearProgress aria-label="Sending the file" sx={{ mt: 2 }} />}
      {doing.state === "under way" && <RunLine label="The archive" doing={doing} stop={stop} />}
      {transfer && !busy && !isUnderWay(transfer.run) && (
        <Outcome transfer={transfer} copy={() => void begin(() => loadCopies(transfer.run.id))} />
      )}
    </Box>
  );
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

function Outcome({ transfer, copy }: { transfer: Transfer; copy: () => void }) {
  const { run, name, bytes, loaded } = transfer;
  const there = loaded?.there ?? [];
  const lost = loaded?.lost ?? [];
  return (
    <Box component="section" aria-label="What came of it" sx={{ mt: 3, bgcolor: "background.paper", p: 2 }}>
      <Typography variant="h2">{headline(transfer)}</Typography>
      <Typography color="text.secondary" gutterBottom>
        {name}
        {bytes != null && `, ${fileSize(bytes)}`}
      </Typography>
      {run.message && (
        <Typography>
          {run.message} {run.hint}
        </Typography>
      )}
      {bytes != null && (
        <Button variant="contained" href={fileUrl(run.id)} download={name} sx={{ mt: 1 }}>
          Save the file
        </Button>
      )}
      {loaded && <Typography>{loadedWords(loaded)}</Typography>}
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
