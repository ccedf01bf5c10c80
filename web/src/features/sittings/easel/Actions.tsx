/** The taps under the unit: one large one that leads on, and the rest. */
import { Button, Stack } from "@mui/material";

import type { TaskCourse } from "./queries";

const PRIMARY: Record<TaskCourse["state"], string> = {
  "to do": "Start",
  paused: "Go on",
  "at it": "Done",
  done: "To what is next",
  skipped: "To what is next",
};

interface Props {
  state: TaskCourse["state"];
  canGoBack: boolean;
  primary: () => void;
  pause: () => void;
  skip: () => void;
  again: () => void;
  back: () => void;
  note: () => void;
  more: () => void;
}

export function Actions({ state, canGoBack, primary, pause, skip, again, back, note, more }: Props) {
  return (
    <Stack direction="row" sx={{ gap: 1, p: 1, flexWrap: "wrap" }}>
      <Button variant="contained" onClick={primary} sx={{ flex: 2, minHeight: 72 }}>
        {PRIMARY[state]}
      </Button>
      {state === "at it" ? (
        <Button variant="outlined" onClick={pause} sx={{ flex: 1 }}>
          Pause
        </Button>
      ) : state === "done" || state === "skipped" ? (
        <Button variant="outlined" onClick={again} sx={{ flex: 1 }}>
          Do it again
        </Button>
      ) : (
        <Button variant="outlined" onClick={skip} sx={{ flex: 1 }}>
          Skip
        </Button>
      )}
      <Button variant="outlined" onClick={back} disabled={!canGoBack} sx={{ flex: 1 }}>
        Back
      </Button>
      <Button variant="outlined" onClick={note} sx={{ flex: 1 }}>
        Note
      </Button>
      <Button variant="outlined" onClick={more} sx={{ flex: 1 }}>
        More
      </Button>
    </Stack>
  );
}
