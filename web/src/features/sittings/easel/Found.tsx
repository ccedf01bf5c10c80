/** What lies at a tapped place: the step of value, the passage, and which piles paint it. */
import { Box, Button, IconButton, Stack, Typography } from "@mui/material";
import CloseIcon from "@mui/icons-material/Close";
import { useQuery } from "@tanstack/react-query";

import { byteAt, fetchGreys } from "../../../shared/ui/pixels";
import { capital } from "../../../shared/ui/words";
import { partsQuery } from "./EaselPicture";
import { passageAt, unitsAt } from "./parts";
import type { TakenList } from "./queries";
import { pileOf, titleOf } from "./words";

const STEPS_PX = 1000;

interface Props {
  list: TakenList;
  at: { x: number; y: number };
  show: (task: string) => void;
  close: () => void;
}

export function Found({ list, at, show, close }: Props) {
  const parts = useQuery(partsQuery(list.parts_url)).data;
  const greys = useQuery({
    queryKey: ["steps at the easel", list.steps_url],
    queryFn: () => fetchGreys(list.steps_url, STEPS_PX, true),
    staleTime: Infinity,
  }).data;
  const passage = parts ? passageAt(parts, list, at) : null;
  const grey = greys ? byteAt(greys, at) : null;
  const step =
    grey === null
      ? -1
      : nearest(
          list.steps.map((one) => one.grey),
          grey,
        );
  const area = list.areas.find((one) => one.id === passage?.area);
  const tasks = passage ? unitsAt(list, passage) : [];
  return (
    <Box
      role="status"
      sx={{
        position: "absolute",
        left: 8,
        right: 8,
        bottom: 8,
        bgcolor: "background.paper",
        p: 1.5,
        maxHeight: "70%",
        overflow: "auto",
      }}
    >
      <Stack direction="row" sx={{ alignItems: "start", gap: 1 }}>
        <Box sx={{ flex: 1 }}>
          <Typography variant="h2" component="p">
            {area ? `${capital(area.name)}, ${passage?.family}` : "Nothing there"}
          </Typography>
          {step >= 0 && (
            <Typography>
              Step {step + 1} of {list.steps.length}, value {list.steps[step]!.value.toFixed(1)}
            </Typography>
          )}
        </Box>
        <IconButton onClick={close} aria-label="Close">
          <CloseIcon />
        </IconButton>
      </Stack>
      <Stack sx={{ gap: 1, mt: 1 }}>
        {tasks.map((task) => {
          const pile = pileOf(list, task);
          return (
            <Button
              key={task.id}
              variant="outlined"
              onClick={() => show(task.id)}
              sx={{ justifyContent: "start", gap: 1.5 }}
            >
              {pile && (
                <Box component="span" sx={{ bgcolor: "mat", p: 0.5, display: "inline-flex" }}>
                  <Box component="span" sx={{ width: 40, height: 32, bgcolor: pile.dry }} />
                </Box>
              )}
              Pass {task.pass_number}: {pile?.name ?? titleOf(task)}
            </Button>
          );
        })}
      </Stack>
    </Box>
  );
}

function nearest(of: number[], to: number): number {
  return of.reduce(
    (best, one, place) => (Math.abs(one - to) < Math.abs((of[best] ?? Infinity) - to) ? place : best),
    0,
  );
}
