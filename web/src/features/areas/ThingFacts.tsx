/** The thing that an area is part of: its name, its parts, and what else belongs to it. */
import { Button, ButtonBase, MenuItem, Stack, TextField, Typography } from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import { Swatch } from "../../shared/ui/Swatch";
import { useTyped } from "../../shared/ui/useTyped";
import type { Area, Thing } from "./queries";
import type { AreaEdits } from "./useAreaEdits";

interface Props {
  area: Area;
  areas: Area[];
  things: Thing[];
  edits: AreaEdits;
  choose: (id: string) => void;
}

export function ThingFacts({ area, areas, things, edits, choose }: Props) {
  const areaOf = new Map(areas.map((one) => [one.id, one]));
  const thing = things.find((one) => one.areas.includes(area.id));
  if (!thing) return null;
  const parts = thing.areas.flatMap((id) => areaOf.get(id) ?? []);
  const others = things.filter((one) => one !== thing);
  return (
    <Section
      title={parts.length > 1 ? `Part of one thing, with ${parts.length - 1} more` : "The thing it is"}
    >
      <ThingName name={thing.name} rename={(name) => edits.sayOfThing(thing.areas, name)} />
      {parts.length > 1 && (
        <Stack component="ul" aria-label="Parts of the thing" sx={{ listStyle: "none", p: 0, m: 0 }}>
          {parts.map((part) => (
            <li key={part.id}>
              <ButtonBase
                disabled={part.id === area.id}
                onClick={() => choose(part.id)}
                sx={{ display: "flex", gap: 1.25, minHeight: 44, width: "100%", textAlign: "left" }}
              >
                <Swatch colour={part.target ?? part.colour} label="colour" size={24} />
                <Typography sx={{ flex: 1, fontWeight: part.id === area.id ? 650 : 450 }}>
                  {part.name}
                </Typography>
              </ButtonBase>
            </li>
          ))}
        </Stack>
      )}
      <Stack direction="row" spacing={1} sx={{ mt: 1, alignItems: "center" }}>
        <TextField
          select
          size="small"
          label="Also part of it"
          value=""
          onChange={(event) => {
            const other = others.find((one) => one.id === event.target.value);
            if (other) void edits.sayOfThing([...thing.areas, ...other.areas], thing.name || other.name);
          }}
          sx={{ flex: 1 }}
        >
          {others.map((one) => (
            <MenuItem key={one.id} value={one.id}>
              {one.name || areaOf.get(one.id)?.name}
            </MenuItem>
          ))}
        </TextField>
        {parts.length > 1 && (
          <Button onClick={() => void edits.sayOfThing([area.id], "")}>Take it out</Button>
        )}
      </Stack>
    </Section>
  );
}

function ThingName({ name, rename }: { name: string; rename: (name: string) => Promise<boolean> }) {
  const { field } = useTyped(name, rename);
  return (
    <TextField
      fullWidth
      size="small"
      label="Name of the thing"
      helperText="Its parts are called after it."
      {...field}
      sx={{ my: 1 }}
    />
  );
}
