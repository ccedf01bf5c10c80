/** What to put in next, so that the pile comes nearer to the target. */
import { Button, Stack, Typography } from "@mui/material";
import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { correctionsQuery, type From, type Parts, type Recipe } from "../queries";
import { add, DROP_ML, mlOf, type ChangeTray, type Dose } from "../tray";

interface Props {
  doses: readonly Dose[];
  parts: Parts;
  pile: Recipe;
  target: number[];
  from: From;
  change: ChangeTray;
}

export function Nearer({ doses, parts, pile, target, from, change }: Props) {
  const answer = useQuery({
    ...correctionsQuery({
      ...from,
      parts,
      volume_ml: mlOf(doses),
      lab: pile.lab_dry,
      wet: false,
      target,
      needed_ml: null,
    }),
    placeholderData: keepPreviousData,
  });
  if (!answer.data) return null;
  const [best] = answer.data.corrections;
  if (answer.data.leave)
    return <Typography sx={{ mt: 1 }}>Near enough: a hand cannot measure nearer.</Typography>;
  if (!best) return <Typography sx={{ mt: 1 }}>Nothing on the tray brings it nearer.</Typography>;
  const more = best.adds.map((one) => ({ key: one.key, drops: Math.round(one.volume_ml / DROP_ML) }));
  return (
    <Stack direction="row" spacing={1.5} sx={{ mt: 1, alignItems: "center" }}>
      <Typography>
        Next: <strong>{best.adds.map((one) => `${one.words} of ${one.name}`).join(" and ")}</strong>, then{" "}
        {best.words}.
      </Typography>
      <Button
        variant="outlined"
        sx={{ flex: "none" }}
        disabled={answer.isPlaceholderData}
        onClick={() =>
          change(`Added ${best.adds.map((one) => one.name).join(" and ")}`, (now) => add(now, ...more))
        }
      >
        Put it in
      </Button>
    </Stack>
  );
}
