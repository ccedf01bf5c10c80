/** What is painted on: the support's own colour, its texture, and how thirsty it is. */
import { useState } from "react";

import { Button, Stack, TextField } from "@mui/material";

import { Section } from "../../../shared/ui/Facts";
import { Choice } from "../../../shared/ui/Choice";
import type { Choices, Trade } from "../queries";
import type { ChangeChoices } from "../useChoices";

type Face = NonNullable<Choices["face"]>;
const OWN = "another colour";

const same = (a: number[] | null | undefined, b: number[] | null) =>
  a == null || b === null ? (a ?? null) === b : a.every((one, at) => one === b[at]);

interface Props {
  choices: Choices;
  faces: Trade["faces"];
  change: ChangeChoices;
}

export function PaintedOn({ choices, faces, change }: Props) {
  const face: Face = choices.face!;
  const known = Object.keys(faces).find((title) => same(face.lab, faces[title]!));
  const [typing, setTyping] = useState(false);
  const say = (to: Partial<Face>) => void change({ face: { ...face, ...to } });
  return (
    <Section title="What you paint on">
      <Choice
        label="Colour of the support"
        value={typing ? OWN : (known ?? OWN)}
        options={[...Object.keys(faces), OWN].map((title) => [title, title])}
        choose={(key) => {
          setTyping(key === OWN);
          if (key !== OWN) say({ lab: faces[key] ?? null });
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

function OwnColour({ lab, use }: { lab: number[] | null | undefined; use: (lab: number[]) => void }) {
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
      <Button variant="outlined" disabled={!whole} onClick={() => use(read)}>
        Use it
      </Button>
    </Stack>
  );
}
