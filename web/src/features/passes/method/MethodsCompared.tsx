/** Two methods of painting side by side, as figures for this picture. */
import { useState } from "react";

import { Button, Stack } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { RunLine } from "../../../shared/ui/RunLine";
import { Section } from "../../../shared/ui/Facts";
import { Choice } from "../../../shared/ui/Choice";
import { Compare } from "../Compare";
import { schoolsQuery, type SchoolKey } from "../queries";
import { useStudy } from "../useStudy";
import { MethodStrip } from "./MethodStrip";
import type { PartProps } from "./parts";

export function MethodsCompared({ paintingId, passes, trade, change }: PartProps & { paintingId: number }) {
  const study = useStudy(paintingId, "schools");
  const found = useQuery(schoolsQuery(paintingId));
  const [other, setOther] = useState<SchoolKey>(passes.choices.school === "glazes" ? "direct" : "glazes");
  const [shown, setShown] = useState(false);
  const schools = found.data?.schools;
  const own = passes.choices.school;
  const title = (key: string) => trade.schools.find((one) => one.key === key)!.title;
  const columns = [own, other].flatMap((key, place) => {
    const summary = schools?.[key];
    return summary ? [{ key: `${key}${place}`, head: title(key), summary }] : [];
  });
  return (
    <Section title="Two methods side by side">
      <Choice
        label="Compare with"
        value={other}
        options={trade.schools.filter((one) => one.key !== own).map((one) => [one.key, one.title])}
        choose={(key) => setOther(key as SchoolKey)}
      />
      {passes.up_to_date &&
        shown &&
        [own, other].map((key) => (
          <MethodStrip key={key} paintingId={paintingId} school={key} title={title(key)} />
        ))}
      {!shown && <Button onClick={() => setShown(true)}>Show both stage by stage</Button>}
      <RunLine label="Trying methods" doing={study.doing} stop={study.stop} />
      {columns.length > 0 && <Compare label="Methods compared" columns={columns} />}
      <Stack direction="row" spacing={1} sx={{ mt: 1 }}>
        <Button disabled={study.doing.state === "under way"} onClick={() => study.begin({})}>
          {schools ? "Try them all again" : "Try all methods on this picture"}
        </Button>
        {schools && (
          <Button onClick={() => void change({ school: other, moves: [] })}>Use this method</Button>
        )}
      </Stack>
    </Section>
  );
}
