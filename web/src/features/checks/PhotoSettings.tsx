/** What the painter says of a photo: its corners, a grey card, which areas are wet, which pass it shows; a second photo; removal. */
import { useState } from "react";

import {
  Button,
  Checkbox,
  FormControlLabel,
  FormGroup,
  Stack,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";

import { Choice } from "../../shared/ui/Choice";
import { Section } from "../../shared/ui/Facts";
import { PhotoButton } from "./NewPhoto";
import type { Asked, Check, Checks } from "./queries";

export type Pointing = "corners" | "grey" | "pile";

interface Props {
  checks: Checks;
  check: Check;
  pointing: Pointing;
  point: (what: Pointing) => void;
  /** The pile that the next tap shows. */
  pile: string | null;
  choosePile: (pile: string) => void;
  ask: (asked: Asked) => void;
  join: (photo: Blob) => void;
  remove: () => void;
  isSending: boolean;
}

const TOLD: Record<Pointing, string> = {
  corners: "Drag the four marks onto the painting's own corners. The loupe shows where each lies.",
  grey: "Tap the middle of the grey card in the photo.",
  pile: "Choose a pile that lies beside the painting, then tap it in the photo.",
};

export function PhotoSettings(props: Props) {
  const { checks, check, pointing, point, pile, choosePile, ask, join, remove, isSending } = props;
  const { asked } = check;
  const [isSure, setSure] = useState(false);
  const isWet = (area: string) => asked.wet!.includes(area);
  return (
    <Stack sx={{ gap: 1, py: 1 }}>
      <Typography variant="h2" component="h1">
        The photo
      </Typography>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={pointing}
        onChange={(_, to: Pointing | null) => to && point(to)}
        aria-label="What is shown in the photo"
      >
        <ToggleButton value="corners">Corners</ToggleButton>
        <ToggleButton value="grey">Grey card</ToggleButton>
        <ToggleButton value="pile">A pile</ToggleButton>
      </ToggleButtonGroup>
      <Typography>{TOLD[pointing]}</Typography>
      {pointing === "pile" && (
        <Choice
          label="Pile"
          value={pile ?? ""}
          options={checks.piles.map((one) => [one.id, one.name])}
          choose={choosePile}
        />
      )}
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
        {asked.corners && (
          <Button size="small" onClick={() => ask({ ...asked, corners: null })}>
            Find the corners again
          </Button>
        )}
        {asked.grey && (
          <Button size="small" onClick={() => ask({ ...asked, grey: null })}>
            Without the grey card
          </Button>
        )}
        {asked.piles!.length > 0 && (
          <Button size="small" onClick={() => ask({ ...asked, piles: [] })}>
            Without piles
          </Button>
        )}
      </Stack>
      <Choice
        label="It is held against"
        value={String(asked.number)}
        options={checks.stages.map((one) => [String(one.number), one.title])}
        choose={(to) => ask({ ...asked, number: Number(to), moved: [] })}
      />
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", mt: 1 }}>
        <Button variant="outlined" disabled={isSending} onClick={() => ask(asked)}>
          Measure again
        </Button>
        <PhotoButton send={join} disabled={isSending}>
          Join a photo from another side
        </PhotoButton>
      </Stack>
      <Section title="Still wet">
        <Typography color="text.secondary">Wet paint is held against its wet colour.</Typography>
        <FormGroup>
          {checks.areas.map((area) => (
            <FormControlLabel
              key={area.id}
              label={area.name}
              control={
                <Checkbox
                  checked={isWet(area.id)}
                  onChange={(event) =>
                    ask({
                      ...asked,
                      wet: event.target.checked
                        ? [...asked.wet!, area.id]
                        : asked.wet!.filter((one) => one !== area.id),
                    })
                  }
                />
              }
            />
          ))}
        </FormGroup>
      </Section>
      <Section title="This check">
        {isSure ? (
          <Stack direction="row" sx={{ gap: 1 }}>
            <Button variant="outlined" onClick={remove}>
              Remove it with its photo
            </Button>
            <Button onClick={() => setSure(false)}>Keep it</Button>
          </Stack>
        ) : (
          <Button onClick={() => setSure(true)}>Remove this check …</Button>
        )}
      </Section>
    </Stack>
  );
}
