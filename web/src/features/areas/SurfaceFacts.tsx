/** What kind of surface an area is: plain, something that grows over a form, or the reflection of another area. */
import { Button, Typography } from "@mui/material";

import { Choice } from "../../shared/ui/Choice";
import type { Area, Areas, AreaWords } from "./queries";

const SURFACES = [
  ["none", "Plain"],
  ["fur", "Fur"],
  ["hair", "Hair"],
  ["grass", "Grass"],
  ["foliage", "Foliage"],
  ["reflection", "Reflection"],
] as const;

type Surface = (typeof SURFACES)[number][0];

interface Props {
  area: Area;
  areas: Area[];
  /** How each surface is painted. */
  words: Areas["surfaces"];
  say: (words: AreaWords) => void;
}

export function SurfaceFacts({ area, areas, words, say }: Props) {
  const now: Surface = area.mirrors ? "reflection" : (area.growth ?? "none");
  const things = areas.filter((one) => one.id !== area.id && !one.mirrors);
  const choose = (to: Surface) => {
    if (to !== "reflection") say({ growth: to, mirrors: "" });
    else if (area.may_mirror) say({ growth: "none", mirrors: area.may_mirror });
  };
  return (
    <>
      <Choice
        label="Surface"
        value={now}
        options={SURFACES.filter(([key]) => key !== "reflection" || area.mirrors || area.may_mirror)}
        choose={(to) => choose(to as Surface)}
      />
      {now === "reflection" && (
        <Choice
          label="Mirrors"
          value={area.mirrors!}
          options={things.map((one) => [one.id, one.name])}
          choose={(mirrors) => say({ mirrors })}
        />
      )}
      {words[now] && (
        <Typography color="text.secondary" sx={{ mt: 1 }}>
          {words[now]}
        </Typography>
      )}
      {now === "none" && !area.gradation && (
        <Button sx={{ mt: 1 }} onClick={() => say({ gradation: across(area) })}>
          Draw a gradation
        </Button>
      )}
    </>
  );
}

const REACH = 0.12;

/** An arrow to begin with, level through the area's middle; the painter drags its ends. */
function across(area: Area): [number, number][] {
  const [x, y] = [area.centre[0]!, area.centre[1]!];
  return [
    [Math.max(0, x - REACH), y],
    [Math.min(1, x + REACH), y],
  ];
}
