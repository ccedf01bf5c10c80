/** Above the picture: which sitting it is and for how long, whether all is kept, and the way out. */
import { Box, Button, Stack, Typography } from "@mui/material";

import { unlockSound } from "./alarm";
import type { Course, TakenList } from "./queries";
import type { Easel } from "./useAtEasel";
import { clockWords, minutesLeft, passesLeft } from "./words";

interface Props {
  easel: Easel;
  list: TakenList;
  course: Course;
  now: number;
  surround: string;
  nextSurround: () => void;
  hasSound: boolean;
  setSound: (hasSound: boolean) => void;
  toDesk: () => void;
  stop: () => void;
}

export function Head({
  easel,
  list,
  course,
  now,
  surround,
  nextSurround,
  hasSound,
  setSound,
  toDesk,
  stop,
}: Props) {
  const sitting = course.sittings.at(-1)!;
  return (
    <Stack direction="row" sx={{ gridArea: "head", alignItems: "center", gap: 1, flexWrap: "wrap" }}>
      <Box sx={{ flex: 1, minWidth: 220 }}>
        <Typography sx={{ fontWeight: 680 }}>
          Sitting {sitting.number}, {minutesLeft(now - Date.parse(sitting.opened))}
          {easel.easel?.light && ` · light holds until ${clockWords(easel.easel.light.until, list.zone)}`}
        </Typography>
        <Typography color="text.secondary" noWrap>
          {clockWords(now, list.zone)} · {sendWords(easel)}
          {passesLeft(list, course)}
        </Typography>
      </Box>
      <Button variant="outlined" onClick={nextSurround} aria-label={`Surround: ${surround}. Change it`}>
        {surround}
      </Button>
      <Button variant="outlined" aria-pressed={hasSound} onClick={() => setSound(!hasSound && unlockSound())}>
        {hasSound ? "Sound on" : "Sound off"}
      </Button>
      <Button variant="outlined" onClick={toDesk}>
        Desk
      </Button>
      <Button variant="contained" onClick={stop}>
        I must stop now
      </Button>
    </Stack>
  );
}

const sendWords = ({ waiting, isOnline }: Easel): string => {
  if (!isOnline) return `no network${waiting ? `: ${waiting} kept here` : ", all is kept"}`;
  return waiting ? "sending" : "all kept";
};
