/** Before values are practised: whether this screen, in this light, shows small steps of dark and light. */
import { useState } from "react";

import { Box, Button, Stack, Typography } from "@mui/material";

interface Props {
  /** Told what keeps the screen from showing what it should; "" where nothing does. */
  done: (fault: string) => void;
}

/** Two grounds near black and near white (Munsell 2 and 9), with squares half a step off; how many there are is not always the same. */
const GROUNDS = [
  {
    ground: "#303030",
    square: "#3a3a3a",
    most: 3,
    fault: "The darks run together: make the screen brighter, and keep lamps and windows off it.",
  },
  {
    ground: "#e2e2e2",
    square: "#efefef",
    most: 3,
    fault: "The lights run together: lower the screen's contrast, or its brightness.",
  },
];
const WARM = "A night or comfort mode makes everything warmer: turn it off for values and colours.";

export function ScreenCheck({ done }: Props) {
  const [counts] = useState(() => GROUNDS.map(({ most }) => 1 + Math.floor(Math.random() * most)));
  const [place, setPlace] = useState(0);
  const [fault, setFault] = useState("");
  const asked = GROUNDS[place];
  if (!asked)
    return (
      <Stack sx={{ gap: 2, alignItems: "center", py: 3 }}>
        <Typography variant="h2">Is a night or comfort mode of this screen on?</Typography>
        <Typography color="text.secondary">
          It turns the screen warmer in the evening, and a page cannot see that.
        </Typography>
        <Stack direction="row" sx={{ gap: 1 }}>
          <Button variant="outlined" size="large" onClick={() => done(fault)}>
            No
          </Button>
          <Button variant="outlined" size="large" onClick={() => done(fault || WARM)}>
            Yes, or I do not know
          </Button>
        </Stack>
      </Stack>
    );
  const { ground, square, most } = asked;
  const say = (count: number) => {
    if (count !== counts[place]) setFault((first) => first || asked.fault);
    setPlace(place + 1);
  };
  return (
    <Stack sx={{ gap: 2, alignItems: "center", py: 3 }}>
      <Typography variant="h2">First the screen: how many squares do you see?</Typography>
      <Typography color="text.secondary">
        Keep lamps and windows off the screen. It trains the eye, not the hand.
      </Typography>
      <Stack direction="row" sx={{ bgcolor: ground, p: 7, gap: 6, width: 520, justifyContent: "center" }}>
        {Array.from({ length: counts[place]! }, (_, at) => (
          <Box key={at} sx={{ width: 70, height: 70, bgcolor: square }} />
        ))}
      </Stack>
      <Stack direction="row" sx={{ gap: 1 }}>
        {Array.from({ length: most + 1 }, (_, count) => (
          <Button key={count} variant="outlined" size="large" onClick={() => say(count)}>
            {count === 0 ? "None" : count}
          </Button>
        ))}
      </Stack>
    </Stack>
  );
}
