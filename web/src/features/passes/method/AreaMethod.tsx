/** Areas with a method of their own: another school of painting for one area, or one that fades out. */
import { Box, Button, FormControlLabel, Switch } from "@mui/material";

import { Section } from "../../../shared/ui/Facts";
import type { Area } from "../../areas";
import { Choice } from "../../../shared/ui/Choice";
import type { SchoolKey } from "../queries";
import type { PartProps } from "./parts";

/** The method of one area: another one than the painting's, or fading out. */
export function AreaMethod({ area, passes, trade, change }: PartProps & { area: Area }) {
  const { school_of, fading } = passes.choices;
  const own = school_of[area.id] ?? "";
  const setOwn = (key: string) => {
    const others = Object.fromEntries(Object.entries(school_of).filter(([id]) => id !== area.id));
    const next = key === "" ? others : { ...others, [area.id]: key as SchoolKey };
    void change({ school_of: next });
  };
  const fades = fading.includes(area.id);
  return (
    <Section title={`${area.index + 1} ${area.name}`}>
      <Choice
        label="Method for this area"
        value={own}
        options={[["", "as the painting"], ...trade.schools.map((one) => [one.key, one.title] as const)]}
        choose={setOwn}
      />
      <FormControlLabel
        control={
          <Switch
            checked={fades}
            onChange={() =>
              void change({
                fading: fades ? fading.filter((id) => id !== area.id) : [...fading, area.id],
              })
            }
          />
        }
        label="Let it fade out after a first thin coat"
      />
    </Section>
  );
}

/** All areas that are not painted as the painting is. */
export function Overrides({
  passes,
  areas,
  trade,
  change,
}: PartProps & { areas: ReadonlyMap<string, Area> }) {
  const entries = Object.entries(passes.choices.school_of);
  if (entries.length === 0 && passes.choices.fading.length === 0) return null;
  const title = (key: string) => trade.schools.find((one) => one.key === key)?.title ?? key;
  return (
    <Section title="Areas with a method of their own">
      <Box component="ul" sx={{ pl: 2.25, m: 0 }}>
        {entries.map(([id, key]) => (
          <li key={id}>
            {areas.get(id)?.name ?? id}: {title(key)}
          </li>
        ))}
        {passes.choices.fading.map((id) => (
          <li key={id}>{areas.get(id)?.name ?? id}: fades out</li>
        ))}
      </Box>
      <Button onClick={() => void change({ school_of: {}, fading: [] })}>All as the painting</Button>
    </Section>
  );
}
