/** What is painted on: the support's own colour, its texture, and how thirsty it is. */
import { useState } from "react";

import { Button, Stack, TextField } from "@mui/material";

import { Section } from "../../../shared/ui/Facts";
import { Choice } from "../../../shared/ui/Choice";
import type { Choices } from "../queries";
import type { ChangeChoices } from "../useChoices";

type Face = NonNullable<Choices["face"]>;
type Lab = [number, number, number];

/** Supports as they come, in CIELAB; from memory, so the colour can be typed. */
const FACES: [string, string, Lab | null][] = [
  ["white", "white priming", null],
  ["grey", "a grey ground of before", [58, 0, 0]],
  ["linen", "bare linen", [62, 3, 14]],
  ["wood", "bare wood", [70, 8, 24]],
  ["board", "grey board", [66, 0, 4]],
  ["black", "black priming", [24, 0, 0]],
];
const OWN = "own";

const same = (a: number[] | null | undefined, b: Lab | null) =>
  a == null || b === null ? (a ?? null) === b : a.every((one, at) => one === b[at]);

export function PaintedOn({ choices, change }: { choices: Choices; change: ChangeChoices }) {
  const face: Face = choices.face!;
  const known = FACES.find(([, , lab]) => same(face.lab, lab));
  const [typing, setTyping] = useState(false);
  const say = (to: Partial<Face>) => void change({ face: { ...face, ...to } });
  return (
    <Section title="What you paint on">
      <Choice
        label="Colour of the support"
        value={typing ? OWN : (known?.[0] ?? OWN)}
        options={[...FACES.map(([key, title]) => [key, title] as const), [OWN, "another colour"]]}
        choose={(key) => {
          setTyping(key === OWN);
          const chosen = FACES.find(([one]) => one === key);
          if (chosen) say({ lab: chosen[2] });
        }}
      />
      {(typing || !known) && (
        <OwnColour
          lab={face.lab}
          use={(lab) => {
            setTyping(false);
            say({ lab });
          }}
        />
      )}
      <Choice
        label="Texture"
        value={face.texture!}
        options={(["smooth", "fine", "medium", "coarse"] as const).map((one) => [one, one])}
        choose={(key) => say({ texture: key as Face["texture"] })}
      />
      <Choice
        label="How it drinks"
        value={face.absorbency!}
        options={[
          ["low", "hardly: sealed"],
          ["medium", "as priming does"],
          ["high", "much: bare linen, wood, paper"],
        ]}
        choose={(key) => say({ absorbency: key as Face["absorbency"] })}
      />
    </Section>
  );
}

function OwnColour({ lab, use }: { lab: number[] | null | undefined; use: (lab: Lab) => void }) {
  const [typed, setTyped] = useState(lab?.join(", ") ?? "");
  const read = typed.split(/[,;\s]+/).map(Number);
  const whole = read.length === 3 && read.every(Number.isFinite) && typed.trim() !== "";
  return (
    <Stack direction="row" spacing={1} sx={{ mt: 1.5, alignItems: "center" }}>
      <TextField
        size="small"
        label="Its colour as L, a, b"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        sx={{ flex: 1 }}
      />
      <Button variant="outlined" disabled={!whole} onClick={() => use(read as Lab)}>
        Use it
      </Button>
    </Stack>
  );
}
