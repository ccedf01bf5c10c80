/** The rules of the method, those that are turned off, and the painter's own order. */
import { Box, Button, FormControlLabel, Switch, Typography } from "@mui/material";

import { Section } from "../../../shared/ui/Facts";
import type { Choices, Passes, Trade } from "../queries";
import type { ChangeChoices } from "../useChoices";
import type { PartProps } from "./parts";

type Wish = NonNullable<Choices["order"]>[number];

const WISHES: [Wish, string][] = [
  ["figure from ground first", "The strongest edge first: figure from ground"],
  ["edges of the picture last", "Corners and edges of the picture last"],
];

/** What the painter likes to have first or last. */
export function OrderWishes({ choices, change }: { choices: Choices; change: ChangeChoices }) {
  const order = choices.order ?? [];
  return (
    <Section title="Order you like">
      {WISHES.map(([wish, words]) => (
        <FormControlLabel
          key={wish}
          control={
            <Switch
              checked={order.includes(wish)}
              onChange={(_, on) =>
                void change({ order: on ? [...order, wish] : order.filter((one) => one !== wish) })
              }
            />
          }
          label={words}
        />
      ))}
    </Section>
  );
}

export function RulesAside({ passes, trade, change }: PartProps) {
  const off = Object.entries(passes.choices.rules_off);
  const title = (id: string) => trade.rules.find((rule) => rule.id === id)?.title ?? id;
  const { moves } = passes.choices;
  const laid = Object.keys(passes.choices.techniques).length;
  if (off.length === 0 && moves.length === 0 && laid === 0) return null;
  return (
    <Section title="Your own order">
      {off.length > 0 && (
        <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
          {off.map(([id, reason]) => (
            <Box component="li" key={id} sx={{ pb: 1 }}>
              <Typography>
                <strong>{title(id)}</strong> is turned off: {reason}
              </Typography>
              <Button
                size="small"
                onClick={() =>
                  void change({
                    rules_off: Object.fromEntries(off.filter(([other]) => other !== id)),
                  })
                }
              >
                Turn the rule back on
              </Button>
            </Box>
          ))}
        </Box>
      )}
      {laid > 0 && (
        <>
          <Typography>
            {laid} step{laid > 1 ? "s are" : " is"} laid differently from the method.
          </Typography>
          <Button size="small" onClick={() => void change({ techniques: {} })}>
            All as the method has it
          </Button>
        </>
      )}
      {moves.length > 0 && (
        <>
          <Typography>
            {moves.length} step{moves.length > 1 ? "s" : ""} moved by hand
            {passes.lost_moves > 0 ? `; ${passes.lost_moves} of them have no place in this plan` : ""}.
          </Typography>
          <Button size="small" onClick={() => void change({ moves: [] })}>
            Restore the order of the rules
          </Button>
        </>
      )}
    </Section>
  );
}

interface RulesProps {
  passes: Passes;
  trade: Trade;
  setAside: (rule: string, title: string) => void;
}

/** The rules that order this plan, the weightiest first. */
export function RulesOfTheMethod({ passes, trade, setAside }: RulesProps) {
  const followed = trade.schools.find((one) => one.key === passes.choices.school)?.rules ?? [];
  const rules = followed.flatMap((id) => {
    const rule = trade.rules.find((one) => one.id === id);
    return rule && !(id in passes.choices.rules_off) ? [rule] : [];
  });
  return (
    <Section title="Rules of this method, the weightiest first">
      <Box component="ol" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {rules.map((rule) => (
          <Box component="li" key={rule.id} sx={{ pb: 1 }}>
            <Typography sx={{ fontWeight: 600 }}>{rule.title}</Typography>
            <Typography color="text.secondary">{rule.reason}</Typography>
            <Button
              size="small"
              aria-label={`Turn off: ${rule.title}`}
              onClick={() => setAside(rule.id, rule.title)}
            >
              Turn off
            </Button>
          </Box>
        ))}
      </Box>
    </Section>
  );
}
