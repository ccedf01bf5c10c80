/** A mix as a painter needs it: what goes into the pile, how it will look dry and wet, how near it comes. */
import { Box, Button, Slider, Stack, Typography } from "@mui/material";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";

import { Choice } from "../../shared/ui/Choice";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Fact, Section } from "../../shared/ui/Facts";
import { ml, value } from "../../shared/ui/numbers";
import { Swatch, Trio } from "../../shared/ui/Swatch";
import { Doses } from "./Doses";
import { basis } from "./parts";
import { PileString, PileStrip } from "./PileString";
import { PileTradeOff } from "./PileTradeOff";
import { PileTree } from "./PileTree";
import type { Amount, Mix, Mixes, PileString as Piles } from "./queries";

interface Props {
  mix: Mix;
  volume: number | undefined;
  amounts: readonly Amount[] | undefined;
  areaNames: ReadonlyMap<string, string>;
  /** What is painted with two piles: told of each of them. */
  blends: readonly Mix[];
  strings: readonly Piles[];
  /** The address of the mixing bench with this mix as target; none for the ground. */
  bench: string | null;
  giveBack: () => void;
  choose: (mix: string) => void;
  /** What the swatch book says of its target. */
  book?: ReactNode;
}

export function MixFacts({
  mix,
  volume,
  amounts,
  areaNames,
  blends,
  strings,
  bench,
  giveBack,
  choose,
  book,
}: Props) {
  const areasOf = (one: Mix) => [...new Set(one.serves.map((part) => part.area))];
  const served = areasOf(mix);
  const blended = blends
    .filter((blend) => blend.doses.some((dose) => dose.source === mix.id))
    .flatMap((blend) => areasOf(blend).map((area) => ({ area, blend })));
  const strung = strings.filter((one) =>
    one.bands.some((band) => band.doses.some((dose) => dose.source === mix.id)),
  );
  const partsOf = (area: string, one: Mix) => {
    const families = one.serves.filter((part) => part.area === area).map((part) => part.family);
    return `${areaNames.get(area) ?? area}: ${families.join(", ")}`;
  };
  return (
    <>
      <Section title={mix.name}>
        {mix.kept && <Typography gutterBottom>◦ Your own recipe</Typography>}
        <Trio photo={mix.photo} dry={mix.dry} wet={mix.wet} />
        <Box sx={{ mt: 2 }}>
          <Doses mix={mix} amounts={amounts} choose={choose} />
        </Box>
        {bench && (
          <Button
            component={Link}
            to={volume === undefined ? bench : `${bench}&ml=${Math.max(0.5, Number(volume.toFixed(1)))}`}
            variant="outlined"
            sx={{ mt: 1.5 }}
          >
            Mixing bench
          </Button>
        )}
        {mix.kept && <Button onClick={giveBack}>Give the found recipe back</Button>}
        {book}
      </Section>
      <Section title="How near it comes">
        {mix.expected_de00 !== null && (
          <Fact name="By hand">
            about {mix.expected_de00.toFixed(1)}, at worst {mix.likely_worst_de00?.toFixed(1)}
          </Fact>
        )}
        <Fact name="Value">{mix.value_words}</Fact>
        <Fact name="Colour">{mix.colour_words}</Fact>
        <Fact name="Dry value">{value(mix.value_dry)}</Fact>
        <Fact name="Wet value">{value(mix.value_wet)}</Fact>
        <Fact name="Rests on">{basis(mix.source)}</Fact>
        {volume !== undefined && <Fact name="Needed in all">{ml(volume)}</Fact>}
        {mix.worst_part?.is_far && (
          <Fact name="Farthest part">
            {areaNames.get(mix.worst_part.area) ?? mix.worst_part.area}, {mix.worst_part.family}: ΔE{" "}
            {mix.worst_part.de00.toFixed(1)}
          </Fact>
        )}
        <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 1 }}>
          Predicted from {mix.source === "calibrated" ? "your calibrated tubes" : "catalogue data"} for a dry
          satin film: CIEDE2000 {mix.de00.toFixed(1)} to the target with exact doses, more by hand, since
          doses are off by a tenth.{" "}
          {mix.source === "calibrated"
            ? "See each tube for its confidence."
            : "Real paint may differ by 1.5 to 3."}{" "}
          It dries {value(Math.max(0, mix.value_wet - mix.value_dry))} steps darker.
        </Typography>
      </Section>
      <Section title="For">
        {served.length === areaNames.size ? (
          <Typography>the whole surface</Typography>
        ) : (
          <Stack component="ul" sx={{ m: 0, pl: 2.5 }}>
            {served.map((id) => (
              <Typography component="li" key={id}>
                {partsOf(id, mix)}
              </Typography>
            ))}
            {blended.map(({ area, blend }) => (
              <Typography component="li" key={area + blend.id}>
                {partsOf(area, blend)}: {blend.name}
              </Typography>
            ))}
            {strung.map((one) => (
              <Typography component="li" key={one.area}>
                {areaNames.get(one.area) ?? one.area}: in the string of its gradation
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
  /** The string of its gradation, where it is painted as one. */
  string: Piles | undefined;
  volumes: Record<string, number>;
  amounts: Record<string, readonly Amount[]>;
  choose: (id: string) => void;
}

const DARK_TO_LIGHT = ["accent", "shadow", "half-tone", "light", "highlight"];

/** Every mix that one area needs, from dark to light: what a tap on the picture answers. */
export function AreaMixes({ areaId, areaName, mixes, string, volumes, amounts, choose }: AreaProps) {
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
      {string && (
        <Section title="Its gradation, light to dark">
          <PileString string={string} label="Piles of the gradation, light to dark" />
        </Section>
      )}
      {parts.map(({ mix, family }) => (
        <Section key={family} title={family}>
          <Trio photo={mix.photo} dry={mix.dry} wet={mix.wet} />
          <Box sx={{ mt: 1 }}>
            <Doses mix={mix} amounts={amounts[mix.id]} choose={choose} />
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
  paintingId: number;
  mixes: Mixes;
  areaNames: ReadonlyMap<string, string>;
  choose: (id: string) => void;
  chooseArea: (id: string) => void;
  changeTubes: (tubes: number) => void;
  changePiles: (piles: number) => void;
  changeBorrowing: (share: number) => void;
  choosePalette: () => void;
}

export function MixList({
  paintingId,
  mixes,
  areaNames,
  choose,
  chooseArea,
  changeTubes,
  changePiles,
  changeBorrowing,
  choosePalette,
}: ListProps) {
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
        <Button variant="outlined" onClick={choosePalette} sx={{ mb: 1.5 }}>
          Choose the palette
        </Button>
        {mixes.chosen && <Typography color="text.secondary">Set by you; the plan keeps to it.</Typography>}
      </Section>
      <Section title={`${mixes.mixes.length} mixes, in the order of mixing`}>
        <PileTree mixes={mixes.mixes} choose={choose} />
      </Section>
      {mixes.strings.length > 0 && (
        <Section title="Strings for gradations, light to dark">
          {mixes.strings.map((one) => (
            <Button
              key={one.area}
              fullWidth
              color="inherit"
              onClick={() => chooseArea(one.area)}
              sx={{ display: "block", textAlign: "left", px: 0 }}
            >
              {areaNames.get(one.area) ?? one.area}
              <PileStrip string={one} />
            </Button>
          ))}
        </Section>
      )}
      <Section title="How many">
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
        <PileTradeOff paintingId={paintingId} piles={mixes.piles} changePiles={changePiles} />
        <Choice
          label="Shadows take of the colour around them"
          value={String(mixes.borrow)}
          options={sharesOf(mixes.usual_borrow)}
          choose={(share) => changeBorrowing(Number(share))}
        />
      </Section>
      <AdviceList advice={mixes.advice} />
    </>
  );
}

/** How much shadows may take of the colour around them, about what is usual. */
const sharesOf = (usual: number): [string, string][] => [
  ["0", "nothing: as in the photo"],
  ...[0.1, usual, 0.25].map((share): [string, string] => [
    String(share),
    `${Math.round(share * 100)} %${share === usual ? ", as is usual" : ""}`,
  ]),
];
