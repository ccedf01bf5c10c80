/** The palette: which pile skins first, how much is left of each, which is used up, and when the next is mixed. */
import { Box, Button, Stack, Typography } from "@mui/material";

import { capital } from "../../../shared/ui/words";
import type { Course, TakenList } from "./queries";
import { amount, clockWords, laterUses, minutesLeft, nextToMix, titleOf } from "./words";

interface Props {
  list: TakenList;
  course: Course;
  now: number;
  /** Of a pile so many ml are left. */
  leave: (pile: string, ml: number) => void;
  cover: (pile: string, isCovered: boolean) => void;
  astray: (pile: string) => void;
}

export function PilesPanel({ list, course, now, leave, cover, astray }: Props) {
  const there = list.piles
    .flatMap((pile) => {
      const one = course.piles[pile.id];
      return one ? [{ pile, one }] : [];
    })
    .sort((a, b) => skin(a.one.skins_at) - skin(b.one.skins_at) || a.one.left_ml - b.one.left_ml);
  const next = nextToMix(list, course, now);
  return (
    <Stack sx={{ gap: 2 }}>
      <Typography variant="h1">
        {there.length === 0
          ? "The palette is empty"
          : there.length === 1
            ? "One pile is out"
            : `${there.length} piles are out`}
      </Typography>
      {next && (
        <Typography>
          Next to mix: {next.title}
          {next.inMin >= 1 ? `, in about ${minutesLeft(next.inMin * 60_000)}` : ", now"}
        </Typography>
      )}
      <Box component="ul" aria-label="Piles on the palette" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {there.map(({ pile, one }) => {
          const uses = laterUses(list, course, pile.id);
          const needed = uses.reduce((sum, task) => sum + (task.uses?.[pile.id] ?? 0), 0);
          return (
            <Box component="li" key={pile.id} sx={{ py: 1.5, borderTop: 1, borderColor: "divider" }}>
              <Stack direction="row" sx={{ gap: 2, alignItems: "center" }}>
                <Box sx={{ bgcolor: "mat", p: 0.75, flex: "none" }}>
                  <Box
                    role="img"
                    aria-label={`${pile.name}, ${pile.wet}`}
                    sx={{ width: 56, height: 56, bgcolor: pile.wet }}
                  />
                </Box>
                <Box sx={{ minWidth: 0 }}>
                  <Typography sx={{ fontWeight: 680 }}>{capital(pile.name)}</Typography>
                  <Typography>
                    {amount(one.left_ml, list.rules.gone_ml)} left
                    {needed > 0
                      ? `, ${amount(needed, list.rules.gone_ml)} still to be painted`
                      : ", not needed any more"}
                    {one.left_ml + list.rules.gone_ml < needed && ": mix more"}
                  </Typography>
                  <Typography color="text.secondary">
                    {one.covered
                      ? "Covered"
                      : one.skins_at
                        ? skinWords(one.skins_at, now, list.zone)
                        : "Open on the palette"}
                    {uses[0] && `. Next for: ${titleOf(uses[0])}`}
                    {one.astray && ". Came out wrong"}
                  </Typography>
                </Box>
              </Stack>
              <Stack direction="row" sx={{ gap: 1, mt: 1, flexWrap: "wrap" }}>
                <Button
                  variant="outlined"
                  onClick={() => leave(pile.id, 0)}
                  aria-label={`Gone: ${pile.name}`}
                >
                  Gone
                </Button>
                <Button
                  variant="outlined"
                  onClick={() => leave(pile.id, one.left_ml / 2)}
                  aria-label={`Half of that is left: ${pile.name}`}
                >
                  Half of that
                </Button>
                <Button
                  variant="outlined"
                  onClick={() => cover(pile.id, !one.covered)}
                  aria-label={`${one.covered ? "Uncover" : "Cover"}: ${pile.name}`}
                >
                  {one.covered ? "Uncover" : "Cover"}
                </Button>
                {!one.astray && (
                  <Button
                    variant="outlined"
                    onClick={() => astray(pile.id)}
                    aria-label={`Came out wrong: ${pile.name}`}
                  >
                    Came out wrong
                  </Button>
                )}
              </Stack>
            </Box>
          );
        })}
      </Box>
    </Stack>
  );
}

const skin = (time: string | null | undefined): number => (time ? Date.parse(time) : Infinity);

const skinWords = (time: string, now: number, zone: string): string =>
  Date.parse(time) <= now
    ? "Has a skin: lift it off, do not stir it in"
    : `Skins at ${clockWords(time, zone)}, in ${minutesLeft(Date.parse(time) - now)}`;
