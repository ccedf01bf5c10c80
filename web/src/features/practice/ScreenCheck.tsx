/** Before values are practised: whether this screen, in this light, shows small steps of dark and light. */
import { useState } from "react";

import { Box, Button, Stack, Typography } from "@mui/material";

interface Props {
  /** Whether the steps were seen. */
  done: (seen: boolean) => void;
}

/** Two grounds near black and near white (Munsell 2 and 9), with squares half a step off; how many there are is not always the same. */
const GROUNDS = [
  { ground: "#303030", square: "#3a3a3a", most: 3 },
  { ground: "#e2e2e2", square: "#efefef", most: 3 },
];

export function ScreenCheck({ done }: Props) {
  const [counts] = useState(() => GROUNDS.map(({ most }) => 1 + Math.floor(Math.random() * most)));
  const [place, setPlace] = useState(0);
  const [seen, setSeen] = useState(true);
  const { ground, square, most } = GROUNDS[place]!;
  const say = (count: number) => {
    const still = seen && count === counts[place];
    setSeen(still);
    if (place + 1 < GROUNDS.length) setPlace(place + 1);
    else done(still);
  };
  return (
    <Stack sx={{ gap: 2, alignItems: "center", py: 3 }}>
      <Typography variant="h2">First the screen: how many squares do you see?</Typography>
      <Typography color="text.secondary">
        Turn off night colours, and keep lamps and windows off the screen. It trains the eye, not the hand.
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
