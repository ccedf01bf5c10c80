/** What to mend first: one list, in the order of what it does to the picture; below it what is only to be painted, or left. */
import { Alert, Box, Button, ButtonBase, Stack, Typography } from "@mui/material";

import { AdviceList } from "../../shared/ui/AdviceList";
import { capital } from "../../shared/ui/words";
import { Section } from "../../shared/ui/Facts";
import type { Check, Mend, Report } from "./queries";

interface Props {
  check: Check;
  report: Report;
  chosen: number | null;
  choose: (place: number | null) => void;
  accept: (place: number) => void;
}

/** Things to mend that the eye sees, and the rest: what is still to be painted, and what is left alone. */
export function sorted(mend: Mend[]) {
  return {
    first: mend.filter((one) => one.seen),
    toPaint: mend.filter((one) => !one.seen && one.kind === "paint"),
    left: mend.filter((one) => !one.seen && one.kind !== "paint"),
  };
}

/** A sentence like "Stop here: nothing is left" as a heading and what it says. */
export function headed(words: string): [string, string] {
  const [head, ...rest] = words.split(": ");
  const said = rest.join(": ");
  return [head!, capital(said)];
}

export function MendList({ check, report, chosen, choose, accept }: Props) {
  const { first, toPaint, left } = sorted(report.mend);
  const [title, rest] =
    first.length > 0
      ? [
          first.length === 1 ? "One thing to mend" : `${first.length} things to mend`,
          `After ${check.stage}, the worst first`,
        ]
      : headed(report.words);
  return (
    <>
      <Typography variant="h2" component="h1" sx={{ mt: 1 }}>
        {title}
      </Typography>
      <Typography color="text.secondary">{rest}</Typography>
      {check.plan_changed && (
        <Alert severity="info" sx={{ my: 1 }}>
          The plan has changed since this was measured. Measure it again under Photo to hold it against the
          new one.
        </Alert>
      )}
      <Box component="ol" aria-label="What to mend, in this order" sx={{ listStyle: "none", p: 0, my: 1 }}>
        {first.map((one, place) => (
          <Box component="li" key={one.action}>
            <ButtonBase
              onClick={() => choose(place === chosen ? null : place)}
              aria-pressed={place === chosen}
              sx={{
                width: "100%",
                textAlign: "left",
                alignItems: "start",
                justifyContent: "start",
                gap: 1.5,
                py: 1,
                pl: 1,
                borderLeft: 3,
                borderColor: place === chosen ? "text.primary" : "transparent",
              }}
            >
              <Typography sx={{ fontWeight: 680, minWidth: 20, fontSize: "1.2rem", lineHeight: 1.25 }}>
                {place + 1}
              </Typography>
              <Box>
                <Typography sx={{ fontWeight: 620, lineHeight: 1.3 }}>{one.action}</Typography>
                <Typography color="text.secondary" sx={{ lineHeight: 1.35 }}>
                  {one.why}
                </Typography>
              </Box>
            </ButtonBase>
          </Box>
        ))}
      </Box>
      {report.offers.length > 0 && (
        <Section title="Or let the rest follow">
          {report.offers.map((one, place) => (
            <Stack key={one.words} sx={{ gap: 0.5, mb: 1 }}>
              <Typography>{one.words}.</Typography>
              <Button
                variant="outlined"
                size="small"
                sx={{ alignSelf: "start" }}
                onClick={() => accept(place)}
                aria-label={`Change the plan so: ${one.words}`}
              >
                Change the plan so
              </Button>
            </Stack>
          ))}
        </Section>
      )}
      <Lesser title={`Still to be painted in ${check.stage}`} mend={toPaint} />
      <Lesser title="Left as it is" mend={left} />
      {report.accents.length > 0 && (
        <Section title="Where the eye goes">
          {report.accents.map((words) => (
            <Typography key={words}>{words}</Typography>
          ))}
        </Section>
      )}
      <Section title="How far this can be trusted">
        <Typography>{report.trust.words}</Typography>
      </Section>
      <AdviceList advice={report.advice} />
    </>
  );
}

function Lesser({ title, mend }: { title: string; mend: Mend[] }) {
  if (mend.length === 0) return null;
  return (
    <Section title={title}>
      <Box component="ul" sx={{ pl: 2.25, my: 0 }}>
        {mend.map((one) => (
          <li key={one.action}>
            {one.action}
            {one.kind !== "paint" && (
              <Typography component="span" color="text.secondary">
                : {one.why}
              </Typography>
            )}
          </li>
        ))}
      </Box>
    </Section>
  );
}
