/** What a pile is mixed of, in the order of adding: parts of tubes and of piles that were mixed before it, and how much of each. */
import { Box, ButtonBase, Stack, Typography } from "@mui/material";

import { ml } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import type { Amount, Mix } from "./queries";

/** As in "3 drops" or "2.5 ml". */
export function doseInWords({ volume_ml, drops }: Pick<Amount, "volume_ml" | "drops">): string {
  if (drops === null) return ml(volume_ml);
  return drops === 1 ? "1 drop" : `${drops} drops`;
}

const partsInWords = (parts: number) => (parts === 1 ? "1 part" : `${Number(parts.toFixed(1))} parts`);

interface Props {
  mix: Pick<Mix, "doses">;
  /** How much of each goes into the pile, where the plan knows it. */
  amounts?: readonly Amount[] | undefined;
  /** Look at the pile that a dose is taken from. */
  choose?: ((mix: string) => void) | undefined;
}

export function Doses({ mix, amounts, choose }: Props) {
  const amountOf = new Map(amounts?.map((one) => [one.source, one]));
  return (
    <Stack
      component="ol"
      aria-label="What goes into the pile, in order"
      sx={{ listStyle: "none", p: 0, m: 0 }}
      spacing={0.5}
    >
      {mix.doses.map((dose) => (
        <Box component="li" key={dose.source} sx={{ display: "flex", gap: 1.25, alignItems: "center" }}>
          <Typography sx={{ width: 68, fontWeight: 650, textAlign: "right", flex: "none" }}>
            {partsInWords(dose.parts)}
          </Typography>
          <Swatch colour={dose.colour} label={dose.name} size={20} />
          <Box sx={{ flex: 1, minWidth: 0 }}>
            {dose.pile && choose ? (
              <ButtonBase
                onClick={() => choose(dose.source)}
                sx={{ textDecoration: "underline", textUnderlineOffset: 3, textAlign: "left" }}
              >
                <Typography component="span">{dose.name}</Typography>
              </ButtonBase>
            ) : (
              <Typography component="span">{dose.name}</Typography>
            )}
            {dose.pile && (
              <Typography component="span" color="text.secondary">
                {" "}
                from its pile
              </Typography>
            )}
          </Box>
          {amountOf.has(dose.source) && (
            <Typography color="text.secondary" sx={{ whiteSpace: "nowrap" }}>
              {doseInWords(amountOf.get(dose.source)!)}
            </Typography>
          )}
        </Box>
      ))}
    </Stack>
  );
}
