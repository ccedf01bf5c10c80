/** The painter's hand: left or right, how thick it paints, how deep the sides are. */
import { useState } from "react";

import { TextField } from "@mui/material";

import { Section } from "../../../shared/ui/Facts";
import { Choice } from "../../../shared/ui/Choice";
import { Films } from "../Films";
import type { Choices, Passes } from "../queries";
import type { ChangeChoices } from "../useChoices";

export function HandAndFilms({ passes, change }: { passes: Passes; change: ChangeChoices }) {
  const { choices } = passes;
  const [films, setFilms] = useState(choices.film_factor);
  const [side, setSide] = useState(String(choices.side_mm));
  const keepSide = () => {
    const depth = Number(side.replace(",", "."));
    if (side.trim() !== "" && Number.isFinite(depth) && depth !== choices.side_mm)
      void change({ side_mm: depth });
  };
  return (
    <Section title="Your hand">
      <Choice
        label="Painting hand"
        value={choices.hand}
        options={[
          ["right", "right: work from left to right"],
          ["left", "left: work from right to left"],
        ]}
        choose={(key) => void change({ hand: key as Choices["hand"] })}
      />
      <Films films={films} set={setFilms} done={(to) => void change({ film_factor: to })} />
      <TextField
        label="Depth of the sides to be painted, mm"
        size="small"
        fullWidth
        value={side}
        onChange={(event) => setSide(event.target.value)}
        onBlur={keepSide}
        onKeyDown={(event) => event.key === "Enter" && keepSide()}
        sx={{ mt: 1 }}
      />
      {choices.side_mm! > 0 && (
        <Choice
          label="How the sides are painted"
          value={choices.sides!}
          options={[
            ["one colour", "in one colour"],
            ["picture", "the picture runs round them"],
          ]}
          choose={(key) => void change({ sides: key as Choices["sides"] })}
        />
      )}
    </Section>
  );
}
