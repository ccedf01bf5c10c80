/** What kind of surface an area is: plain, something that grows over a form, or the reflection of another area. */
import { Button, Typography } from "@mui/material";

import { Choice } from "../../shared/ui/Choice";
import type { Area, AreaWords } from "./queries";

const SURFACES = [
  ["none", "Plain"],
  ["fur", "Fur"],
  ["hair", "Hair"],
  ["grass", "Grass"],
  ["foliage", "Foliage"],
  ["reflection", "Reflection"],
] as const;

type Surface = (typeof SURFACES)[number][0];

const HOW: Record<Surface, string> = {
  none: "",
  fur: "Laid in tufts along the marks, five to seven layers, from the dark beneath outward.",
  hair: "Laid in locks along the marks, five to seven layers, from the dark beneath outward.",
  grass: "Laid in tufts along the marks, from the dark beneath to the lit tips.",
  foliage: "Dabbed in clumps from the dark beneath outward; three to eight greens.",
  reflection: "Drawn straight down with what it mirrors, then broken with level strokes.",
};

interface Props {
  area: Area;
  areas: Area[];
  say: (words: AreaWords) => void;
}

export function SurfaceFacts({ area, areas, say }: Props) {
  const now: Surface = area.mirrors ? "reflection" : (area.growth ?? "none");
  const things = areas.filter((one) => one.id !== area.id && !one.mirrors);
  const nearest = things.toSorted((a, b) => above(a, area) - above(b, area))[0];
  const choose = (to: Surface) => {
    if (to !== "reflection") say({ growth: to, mirrors: "" });
    else if (nearest) say({ growth: "none", mirrors: nearest.id });
  };
  return (
    <>
      <Choice
        label="Surface"
        value={now}
        options={SURFACES.filter(([key]) => key !== "reflection" || things.length > 0)}
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
      {HOW[now] && (
        <Typography color="text.secondary" sx={{ mt: 1 }}>
          {HOW[now]}
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

/** How well an area lies above another: what a reflection mirrors stands over it. */
const above = (one: Area, below: Area) =>
  Math.abs(one.centre[0]! - below.centre[0]!) + (one.centre[1]! < below.centre[1]! ? 0 : 1);

const REACH = 0.12;

/** An arrow to begin with, level through the area's middle; the painter drags its ends. */
function across(area: Area): [number, number][] {
  const [x, y] = [area.centre[0]!, area.centre[1]!];
  return [
    [Math.max(0, x - REACH), y],
    [Math.min(1, x + REACH), y],
  ];
}
