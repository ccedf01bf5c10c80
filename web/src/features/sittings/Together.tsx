/** Two paintings side by side: piles that serve both, one panel painted while the other dries, and what that saves. */
import { useState } from "react";

import { Box, Button, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { Choice } from "../../shared/ui/Choice";
import { Fact, Section } from "../../shared/ui/Facts";
import { RunLine } from "../../shared/ui/RunLine";
import { togetherQuery } from "./queries";
import { minutesWords } from "./times";
import { useSittingStudy } from "./useSittingStudy";

interface Props {
  paintingId: number;
  others: { id: number; title: string }[];
}

const SHOWN = 12;

const savedWords = (minutes: number): string => (minutes < 0.5 ? "nothing" : minutesWords(minutes));

export function Together({ paintingId, others }: Props) {
  const found = useQuery(togetherQuery(paintingId));
  const [asked, setAsked] = useState("");
  const { doing, begin, stop } = useSittingStudy(paintingId, "together");
  if (others.length === 0) return null;
  const saved = found.data ? found.data.saved_hands_min + found.data.saved_waits_min : 0;
  return (
    <Section title="Two paintings side by side">
      <Choice
        label="The other painting"
        value={asked}
        options={[["", "Choose"], ...others.map((one) => [String(one.id), one.title] as const)]}
        choose={setAsked}
      />
      <RunLine label="Laying both into your sittings" doing={doing} stop={stop} />
      {doing.state !== "under way" && (
        <Button variant="outlined" sx={{ mt: 1 }} disabled={!asked} onClick={() => begin(Number(asked))}>
          Lay both into these sittings
        </Button>
      )}
      {found.data && (
        <>
          <Typography sx={{ mt: 1.5, fontWeight: 650 }}>
            With “{found.data.title}”:{" "}
            {saved >= 1 ? `${minutesWords(saved)} less than one after the other` : "nothing is saved"}
          </Typography>
          <Fact name="Mixing and washing saved">{savedWords(found.data.saved_hands_min)}</Fact>
          <Fact name="Waiting saved">{savedWords(found.data.saved_waits_min)}</Fact>
          <Fact name="Piles for both">{found.data.shared.length}</Fact>
          <Fact name="Sittings for both">{found.data.sittings}</Fact>
          <OrderOfWork lines={found.data.order} />
        </>
      )}
    </Section>
  );
}

/** The first lines, which may all be of one painting; the others at a tap. */
function OrderOfWork({ lines }: { lines: string[] }) {
  const [whole, setWhole] = useState(false);
  return (
    <>
      <Box component="ol" aria-label="The order of work on both" sx={{ pl: 3, mt: 1 }}>
        {(whole ? lines : lines.slice(0, SHOWN)).map((line, place) => (
          <li key={place}>
            <Typography>{line}</Typography>
          </li>
        ))}
      </Box>
      {!whole && lines.length > SHOWN && (
        <Button onClick={() => setWhole(true)}>Show the other {lines.length - SHOWN} steps</Button>
      )}
    </>
  );
}
