/** What goes into the bag for a day outdoors, to be ticked, and what to mind there. */
import { startTransition, useOptimistic } from "react";

import { Box, Checkbox, FormControlLabel, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { AdviceList } from "../../shared/ui/AdviceList";
import { Fact, Section } from "../../shared/ui/Facts";
import { Failed, Loading } from "../../shared/ui/States";
import { packingQuery, type Settings } from "./queries";
import type { ChangeSittings } from "./useSittings";

const KINDS = [
  ["paint", "Paint"],
  ["brushes", "Brushes"],
  ["medium", "Water and mediums"],
  ["surface", "What you paint on"],
  ["kit", "Kit"],
  ["painter", "For yourself"],
] as const;

interface Props {
  paintingId: number;
  packed: Settings["packed"];
  change: ChangeSittings;
}

const NOTHING: string[] = [];

export function Bag({ paintingId, packed: kept = NOTHING, change }: Props) {
  const [packed, tick] = useOptimistic(kept);
  const packing = useQuery(packingQuery(paintingId));
  const pack = (keys: string[]) =>
    startTransition(async () => {
      tick(keys);
      await change({ packed: keys });
    });
  if (packing.isPending) return <Loading what="the packing list" />;
  if (packing.isError) return <Failed error={packing.error} again={() => void packing.refetch()} />;
  const { items, weight_g, cautions } = packing.data;
  const left = items.filter((item) => !packed.includes(item.key)).length;
  return (
    <>
      <Section
        title={left === 0 ? "All packed" : left === 1 ? "One thing to pack" : `${left} things to pack`}
      >
        <Fact name="It weighs about">{(weight_g / 1000).toFixed(1)} kg</Fact>
        {KINDS.map(([kind, title]) => (
          <Box key={kind} component="section" sx={{ mt: 1.5 }}>
            <Typography sx={{ fontWeight: 650 }}>{title}</Typography>
            {items
              .filter((item) => item.kind === kind)
              .map((item) => (
                <FormControlLabel
                  key={item.key}
                  sx={{ display: "flex", alignItems: "flex-start", minHeight: 44 }}
                  control={
                    <Checkbox
                      checked={packed.includes(item.key)}
                      onChange={(_, on) =>
                        pack(on ? [...packed, item.key] : packed.filter((key) => key !== item.key))
                      }
                    />
                  }
                  label={
                    <Box sx={{ pt: 1 }}>
                      {item.what}
                      <Typography variant="caption" color="text.secondary" component="span">
                        {[item.amount, item.why].filter(Boolean).map((words) => ` · ${words}`)}
                      </Typography>
                    </Box>
                  }
                />
              ))}
          </Box>
        ))}
      </Section>
      <Section title="Out there">
        <AdviceList advice={cautions} />
      </Section>
    </>
  );
}
