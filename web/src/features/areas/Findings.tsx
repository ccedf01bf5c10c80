/** What will go wrong with the plan, each one tap from the areas it is about, or set aside with a reason. */
import { useState } from "react";

import { Box, Button, Stack, TextField, Typography } from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import { partBy, putTogether } from "./edits";
import type { Areas, Finding } from "./queries";
import type { AreaEdits } from "./useAreaEdits";

interface Props {
  findings: Finding[];
  areas: Areas;
  edits: AreaEdits;
  show: (areas: string[]) => void;
}

/** What mends a finding at a tap, where one tap can. */
export function cureOf(
  finding: Finding,
  areas: Areas,
  edits: AreaEdits,
): { title: string; mend: () => void } | null {
  const about = areas.areas.filter((area) => finding.areas.includes(area.id));
  const [first] = about;
  if (!first) return null;
  switch (finding.id) {
    case "areas.W003": {
      const border = areas.borders.find(
        (one) => finding.areas.includes(one.a) && finding.areas.includes(one.b),
      );
      return (
        (border && {
          title: "It is lost on purpose",
          mend: () => void edits.sayOfBorder(border, { softness: "lost" }),
        }) ??
        null
      );
    }
    case "areas.N009":
    case "areas.N010":
      return { title: "Split it by value", mend: () => void edits.add(partBy(first, "value")) };
    case "areas.W022":
      return { title: "Split it by colour", mend: () => void edits.add(partBy(first, "colour")) };
    case "areas.N012":
      return { title: "Merge them", mend: () => void edits.add(putTogether(about)) };
    case "areas.N016": {
      const nearest = areas.borders.find((one) => one.a === first.id || one.b === first.id);
      const other = areas.areas.find((one) => one.id === (nearest?.a === first.id ? nearest.b : nearest?.a));
      return other
        ? { title: `Merge it with “${other.name}”`, mend: () => void edits.add(putTogether([other, first])) }
        : null;
    }
    case "areas.W013":
      return {
        title: "Give it the photo’s colour back",
        mend: () => void edits.say(first, { target: "" }),
      };
    default:
      return null;
  }
}

export function Findings({ findings, areas, edits, show }: Props) {
  const [old, setOld] = useState(false);
  const open = findings.filter((finding) => finding.dismissed == null);
  const aside = findings.filter((finding) => finding.dismissed != null);
  return (
    <Section title={open.length > 0 ? `Before you paint: ${open.length}` : "Before you paint"}>
      {open.length === 0 && <Typography>Nothing stands against this plan.</Typography>}
      <Stack component="ul" aria-label="Findings" spacing={1.5} sx={{ listStyle: "none", p: 0, m: 0 }}>
        {open.map((finding) => (
          <One key={finding.key} finding={finding} areas={areas} edits={edits} show={show} />
        ))}
      </Stack>
      {aside.length > 0 && (
        <Button onClick={() => setOld(!old)}>
          {old ? "Hide" : "Show"} what was set aside ({aside.length})
        </Button>
      )}
      {old &&
        aside.map((finding) => (
          <Box key={finding.key} sx={{ py: 1 }}>
            <Typography>{finding.message}</Typography>
            <Typography color="text.secondary">
              Set aside: {finding.dismissed || "no reason given"}
            </Typography>
            <Button onClick={() => void edits.setAside(finding, null)}>Bring it back</Button>
          </Box>
        ))}
    </Section>
  );
}

function One({ finding, areas, edits, show }: { finding: Finding } & Omit<Props, "findings">) {
  const cure = cureOf(finding, areas, edits);
  const [reason, setReason] = useState<string | null>(null);
  return (
    <Box component="li" sx={{ pl: 2, borderLeft: 3, borderColor: "divider" }}>
      <Typography sx={{ fontWeight: 650 }}>
        <span aria-hidden>{finding.severity === "warning" ? "▲ " : "◦ "}</span>
        {finding.severity === "warning" ? "Watch out: " : "Note: "}
        {finding.message}
      </Typography>
      <Typography color="text.secondary">{finding.hint}</Typography>
      {reason === null ? (
        <Stack direction="row" sx={{ flexWrap: "wrap", columnGap: 1 }}>
          {cure && <Button onClick={cure.mend}>{cure.title}</Button>}
          {finding.areas.length > 0 && <Button onClick={() => show(finding.areas)}>Show it</Button>}
          <Button onClick={() => setReason("")}>Set aside</Button>
        </Stack>
      ) : (
        <Stack direction="row" spacing={1} sx={{ mt: 1 }}>
          <TextField
            size="small"
            autoFocus
            label="Why it is meant so"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 200 } }}
            sx={{ flex: 1 }}
          />
          <Button
            onClick={() => {
              void edits.setAside(finding, reason);
              setReason(null);
            }}
          >
            Keep
          </Button>
        </Stack>
      )}
    </Box>
  );
}
