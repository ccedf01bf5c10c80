/** A mix as a painter needs it: what goes into the pile, how it will look dry and wet, how near it comes. */
import { Box, Button, Slider, Stack, Typography } from "@mui/material";
import { useState } from "react";

import { AdviceList } from "../../shared/ui/AdviceList";
import { Fact, Section } from "../../shared/ui/Facts";
import { differenceWords, ml, value, valueWords } from "../../shared/ui/numbers";
import { Swatch, Trio } from "../../shared/ui/Swatch";
import type { Mix, Mixes } from "./queries";

const amount = (parts: number) => (parts === 1 ? "1 part" : `${parts} parts`);

export function Pile({ mix }: { mix: Mix }) {
  return (
    <Stack
      component="ol"
      aria-label="What goes into the pile, in order"
      sx={{ listStyle: "none", p: 0, m: 0 }}
      spacing={0.5}
    >
      {mix.pile.map((portion) => (
        <Box component="li" key={portion.key} sx={{ display: "flex", gap: 1.5 }}>
          <Typography sx={{ width: 78, fontWeight: 650, textAlign: "right" }}>
            {amount(portion.parts)}
          </Typography>
          <Typography sx={{ flex: 1 }}>
            {portion.name}
            {portion.let_down_with && (
              <Typography component="span" color="text.secondary">
                {" "}
                let down 1:9 in {portion.let_down_with}
              </Typography>
            )}
          </Typography>
        </Box>
      ))}
    </Stack>
  );
}

interface Props {
  mix: Mix;
  volume: number | undefined;
  areaNames: ReadonlyMap<string, string>;
}

export function MixFacts({ mix, volume, areaNames }: Props) {
  const served = [...new Set(mix.serves.map((part) => part.area))];
  return (
    <>
      <Section title={mix.name}>
        <Trio photo={mix.photo} dry={mix.dry} wet={mix.wet} />
        <Box sx={{ mt: 2 }}>
          <Pile mix={mix} />
        </Box>
      </Section>
      <Section title="How near it comes">
        <Fact name="Value">{valueWords(mix.value_error)}</Fact>
        <Fact name="Colour">{differenceWords(mix.de00)}</Fact>
        <Fact name="Dry value">{value(mix.value_dry)}</Fact>
        <Fact name="Wet value">{value(mix.value_wet)}</Fact>
        {volume !== undefined && <Fact name="Needed in all">{ml(volume)}</Fact>}
        <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 1 }}>
          Predicted from catalogue data for a dry satin film (CIEDE2000 {mix.de00.toFixed(1)} to the target);
          real paint may differ by 1.5 to 3. It dries {value(Math.max(0, mix.value_wet - mix.value_dry))}{" "}
          steps darker.
        </Typography>
      </Section>
      <Section title="For">
        {served.length === areaNames.size ? (
          <Typography>the whole surface</Typography>
        ) : (
          <Stack component="ul" sx={{ m: 0, pl: 2.5 }}>
            {served.map((id) => (
              <Typography component="li" key={id}>
                {areaNames.get(id) ?? id}:{" "}
                {mix.serves
                  .filter((part) => part.area === id)
                  .map((part) => part.family)
                  .join(", ")}
              </Typography>
            ))}
          </Stack>
        )}
      </Section>
    </>
  );
}

interface AreaProps {
  areaId: string;
  areaName: string;
  mixes: Mix[];
  volumes: Record<string, number>;
  choose: (id: string) => void;
}

const DARK_TO_LIGHT = ["accent", "shadow", "half-tone", "light", "highlight"];

/** Every mix that one area needs, from dark to light: what a tap on the picture answers. */
export function AreaMixes({ areaId, areaName, mixes, volumes, choose }: AreaProps) {
  const parts = mixes
    .flatMap((mix) =>
      mix.serves.filter((part) => part.area === areaId).map((part) => ({ mix, family: part.family })),
    )
    .sort((a, b) => DARK_TO_LIGHT.indexOf(a.family) - DARK_TO_LIGHT.indexOf(b.family));
  return (
    <>
      <Typography variant="h2" sx={{ pt: 1.5 }}>
        {areaName}
      </Typography>
      {parts.map(({ mix, family }) => (
        <Section key={family} title={family}>
          <Trio photo={mix.photo} dry={mix.dry} wet={mix.wet} />
          <Box sx={{ mt: 1 }}>
            <Pile mix={mix} />
          </Box>
          <Button onClick={() => choose(mix.id)}>
            More about {mix.name}
            {volumes[mix.id] === undefined ? "" : `, ${ml(volumes[mix.id]!)} for the whole picture`}
          </Button>
        </Section>
      ))}
    </>
  );
}

interface ListProps {
  mixes: Mixes;
  choose: (id: string) => void;
  changeTubes: (tubes: number) => void;
}

export function MixList({ mixes, choose, changeTubes }: ListProps) {
  const [tubes, setTubes] = useState<number | null>(null);
  return (
    <>
      <Section title="Palette">
        <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1.5, mb: 1.5 }}>
          {mixes.palette.map((tube) => (
            <Stack key={tube.key} direction="row" spacing={1} sx={{ alignItems: "center" }}>
              <Swatch colour={tube.masstone} label={tube.name} size={24} />
              <Typography variant="body2">{tube.name}</Typography>
            </Stack>
          ))}
        </Stack>
        <Stack direction="row" sx={{ justifyContent: "space-between" }}>
          <Typography id="tubes" color="text.secondary">
            Tubes the next plan may use
          </Typography>
          <Typography>{tubes ?? mixes.tubes}</Typography>
        </Stack>
        <Slider
          aria-labelledby="tubes"
          min={2}
          max={16}
          step={1}
          value={tubes ?? mixes.tubes}
          onChange={(_, to) => setTubes(to as number)}
          onChangeCommitted={(_, to) => {
            setTubes(null);
            if (to !== mixes.tubes) changeTubes(to as number);
          }}
        />
      </Section>
      <Section title={`${mixes.mixes.length} mixes, dark to light`}>
        <Stack component="ol" sx={{ listStyle: "none", p: 0, m: 0 }}>
          {mixes.mixes.map((mix) => (
            <li key={mix.id}>
              <Button
                fullWidth
                color="inherit"
                onClick={() => choose(mix.id)}
                sx={{ justifyContent: "start", gap: 1.5, textAlign: "left", fontWeight: 400, px: 1 }}
              >
                <Swatch colour={mix.dry} label="dry" size={32} />
                <Box sx={{ minWidth: 0 }}>
                  {mix.name}
                  <Typography variant="caption" component="div" color="text.secondary">
                    {mix.pile.map((portion) => `${portion.parts} ${portion.name}`).join(" + ")}
                  </Typography>
                </Box>
              </Button>
            </li>
          ))}
        </Stack>
      </Section>
      <AdviceList advice={mixes.advice} />
    </>
  );
}
