/** What would be if: another size, other films, another school, another palette; and what two panels can share. */
import { useState } from "react";

import { Button, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { RunLine } from "../../shared/ui/RunLine";
import { Section } from "../../shared/ui/Facts";
import { ml } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import { Choice } from "../../shared/ui/Choice";
import { Compare } from "./Compare";
import { Films } from "./Films";
import { sharedQuery, tradeQuery, whatIfQuery, type SchoolKey } from "./queries";
import { useStudy } from "./useStudy";

interface Props {
  paintingId: number;
  palettes: { name: string; keys: string[] }[];
  others: { id: number; title: string }[];
  nameOf: (key: string) => string;
}

export function WhatIf({ paintingId, palettes, others, nameOf }: Props) {
  const study = useStudy(paintingId, "what-if");
  const found = useQuery(whatIfQuery(paintingId));
  const trade = useQuery(tradeQuery);
  const [size, setSize] = useState("");
  const [films, setFilms] = useState(1);
  const [school, setSchool] = useState<SchoolKey | "">("");
  const [palette, setPalette] = useState("");
  const asked = {
    size: size.trim() || null,
    film_factor: films === 1 ? null : films,
    school: school || null,
    palette: palettes.find((one) => one.name === palette)?.keys ?? null,
  };
  const nothing = Object.values(asked).every((one) => one === null);
  const answer = found.data;
  return (
    <>
      <Section title="What if">
        <TextField
          label="Another size, as in 60x45cm"
          size="small"
          fullWidth
          value={size}
          onChange={(event) => setSize(event.target.value)}
        />
        <Choice
          label="Another method"
          value={school}
          options={[["", "the same"], ...(trade.data?.schools ?? []).map((s) => [s.key, s.title] as const)]}
          choose={(key) => setSchool(key as SchoolKey | "")}
        />
        <Choice
          label="Another palette"
          value={palette}
          options={[["", "the same"], ...palettes.map((one) => [one.name, one.name] as const)]}
          choose={setPalette}
        />
        <Films films={films} set={setFilms} />
        <Button
          variant="contained"
          disabled={nothing || study.doing.state === "under way"}
          onClick={() => study.begin(asked)}
        >
          Work it out
        </Button>
        <RunLine label="Working it out" doing={study.doing} stop={study.stop} />
      </Section>
      {answer && (
        <Section title="The plan, and that one">
          <Compare
            label="What would be"
            columns={[
              { key: "now", head: "as it is", summary: answer.now },
              { key: "then", head: "then", summary: answer.then },
            ]}
          />
          <Typography variant="h4" sx={{ fontSize: "1rem", mt: 1.5 }}>
            Paint
          </Typography>
          {[...new Set([...Object.keys(answer.paint_now), ...Object.keys(answer.paint_then)])].map((key) => (
            <Typography key={key} sx={{ display: "flex", justifyContent: "space-between", gap: 1 }}>
              <span>{nameOf(key)}</span>
              <span>
                {ml(answer.paint_now[key] ?? 0)} → {ml(answer.paint_then[key] ?? 0)}
              </span>
            </Typography>
          ))}
        </Section>
      )}
      <Shared paintingId={paintingId} others={others} />
    </>
  );
}

/** A second panel worked side by side. */
function Shared({ paintingId, others }: Pick<Props, "paintingId" | "others">) {
  const [other, setOther] = useState<number | null>(null);
  const shared = useQuery({ ...sharedQuery(paintingId, other ?? 0), enabled: other !== null });
  if (others.length === 0) return null;
  return (
    <Section title="Two panels side by side">
      <Choice
        label="With which painting"
        value={other === null ? "" : String(other)}
        options={[["", "choose one"], ...others.map((one) => [String(one.id), one.title] as const)]}
        choose={(key) => setOther(key === "" ? null : Number(key))}
      />
      {shared.isError && <Typography sx={{ mt: 1 }}>{inWords(shared.error)}</Typography>}
      {shared.data && shared.data.piles.length === 0 && (
        <Typography sx={{ mt: 1 }}>No mix of these two is alike enough to be shared.</Typography>
      )}
      {shared.data?.piles.map((pile) => (
        <Typography
          key={pile.mine + pile.theirs}
          component="div"
          sx={{ display: "flex", gap: 1, py: 0.5, alignItems: "center" }}
        >
          <Swatch colour={pile.colour} label={pile.mine_name} size={22} />
          <span style={{ flex: 1 }}>
            {pile.mine_name} serves {pile.theirs_name} too
          </span>
          <span>{ml(pile.volume_ml)}</span>
        </Typography>
      ))}
    </Section>
  );
}
