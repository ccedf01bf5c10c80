/** The target, how much of it, from which tubes, and what is asked of the recipe. */
import { useState } from "react";

import {
  Alert,
  Box,
  Button,
  ButtonBase,
  FormControlLabel,
  MenuItem,
  Slider,
  Stack,
  Switch,
  TextField,
  Tooltip,
  Typography,
  useMediaQuery,
  type Theme,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { Swatch } from "../../../shared/ui/Swatch";
import { value as valueText } from "../../../shared/ui/numbers";
import { titlesQuery } from "../../subject";
import { nextWish, type Wish } from "../parts";
import { colourWordsQuery, readColour, type Mix, type Mixes, type PaletteTube } from "../queries";

interface Props {
  painting: number | null;
  mixes: Mixes | null;
  mix: Mix | null;
  lab: number[] | null;
  volume: number;
  wholeShelf: boolean;
  palette: PaletteTube[];
  wishes: Record<string, Wish>;
  most: number;
  onlyEnough: boolean;
  choosePainting: (id: number | null) => void;
  chooseMix: (id: string) => void;
  aim: (lab: number[]) => void;
  setVolume: (ml: number) => void;
  setWholeShelf: (whole: boolean) => void;
  setWish: (key: string, wish: Wish) => void;
  setMost: (most: number) => void;
  setOnlyEnough: (only: boolean) => void;
}

const WISH_WORDS: Record<Wish, string> = {
  may: "may be used",
  must: "must be used",
  not: "must not be used",
};
const WISH_SIGNS: Record<Wish, string> = { may: "", must: "✓", not: "✕" };

export function Aim(props: Props) {
  const wide = useMediaQuery((theme: Theme) => theme.breakpoints.up("md"));
  const paintings = useQuery(titlesQuery);
  const { mixes, mix, palette } = props;
  return (
    <Stack spacing={2.5}>
      <Typography variant="h1">Mixing bench</Typography>
      <TextField
        select
        fullWidth
        label="Painting"
        value={props.painting && paintings.data ? props.painting : ""}
        onChange={(event) => props.choosePainting(Number(event.target.value) || null)}
      >
        <MenuItem value="">none, a free target</MenuItem>
        {paintings.data?.map((one) => (
          <MenuItem key={one.id} value={one.id}>
            {one.title}
          </MenuItem>
        ))}
      </TextField>
      {mixes && mixes.mixes.length > 0 && (
        <Box>
          <Typography color="text.secondary" gutterBottom>
            Target: {mix ? mix.name : "choose one of its mixes"}
          </Typography>
          <Box
            role="group"
            aria-label="Mixes of the painting"
            sx={{ display: "flex", flexWrap: "wrap", gap: "3px", bgcolor: "mat", p: 1 }}
          >
            {mixes.mixes.map((one) => (
              <Tooltip key={one.id} title={one.name}>
                <ButtonBase
                  aria-label={one.name}
                  aria-pressed={one.id === mix?.id}
                  onClick={() => props.chooseMix(one.id)}
                  sx={{
                    width: 40,
                    height: 40,
                    bgcolor: one.photo,
                    outline: one.id === mix?.id ? "3px solid" : "none",
                    outlineColor: "text.primary",
                  }}
                />
              </Tooltip>
            ))}
          </Box>
        </Box>
      )}
      <Typed key={props.lab?.join() ?? "none"} aim={props.aim} />
      <Amount volume={props.volume} setVolume={props.setVolume} />
      <Box component="details" open={wide || undefined}>
        <Box component="summary" sx={{ cursor: "pointer", minHeight: 40, py: 1, fontWeight: 650 }}>
          Tubes and wishes
        </Box>
        <Box>
          <Stack>
            {props.painting !== null && (
              <FormControlLabel
                control={<Switch checked={props.wholeShelf} onChange={(_, on) => props.setWholeShelf(on)} />}
                label="the whole shelf, not only the palette"
              />
            )}
          </Stack>
          <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 0 }}>
            Tap a tube: it must be used ✓, tap again: it must not ✕.
          </Typography>
          <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: "2px" }}>
            {palette.map((tube) => {
              const wish = props.wishes[tube.key] ?? "may";
              return (
                <ButtonBase
                  key={tube.key}
                  onClick={() => props.setWish(tube.key, nextWish(wish))}
                  aria-label={`${tube.name} ${WISH_WORDS[wish]}`}
                  sx={{
                    justifyContent: "start",
                    gap: 1,
                    p: 0.5,
                    minHeight: 44,
                    textAlign: "left",
                    borderRadius: "3px",
                    bgcolor: wish === "may" ? "transparent" : "divider",
                    textDecoration: wish === "not" ? "line-through" : "none",
                  }}
                >
                  <Swatch colour={tube.masstone} label={tube.name} size={24} />
                  <Typography variant="body2" sx={{ flex: 1, lineHeight: 1.2 }}>
                    {tube.name}
                  </Typography>
                  <span aria-hidden>{WISH_SIGNS[wish]}</span>
                </ButtonBase>
              );
            })}
          </Box>
        </Box>
        <Box>
          <Typography id="most-paints">At most {props.most} paints in a mix</Typography>
          <Slider
            aria-labelledby="most-paints"
            min={1}
            max={4}
            step={1}
            marks
            value={props.most}
            onChange={(_, to) => props.setMost(to as number)}
          />
          <FormControlLabel
            control={<Switch checked={props.onlyEnough} onChange={(_, on) => props.setOnlyEnough(on)} />}
            label="Only what is left in sufficient amount"
          />
        </Box>
      </Box>
    </Stack>
  );
}

/** How much is wanted: as planned until something else is typed. */
function Amount({ volume, setVolume }: Pick<Props, "volume" | "setVolume">) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextField
      label="Amount, ml"
      type="number"
      value={typed ?? volume}
      slotProps={{ htmlInput: { min: 0.5, max: 500, step: 0.5 } }}
      onChange={(event) => {
        setTyped(event.target.value);
        const ml = Number(event.target.value);
        if (ml >= 0.5 && ml <= 500) setVolume(ml);
      }}
      onBlur={() => setTyped(null)}
    />
  );
}

/** A target in words or in numbers. */
export function Typed({ aim, action = "Use as target" }: { aim: (lab: number[]) => void; action?: string }) {
  const words = useQuery(colourWordsQuery);
  const [hue, setHue] = useState("brown");
  const [chroma, setChroma] = useState("muted");
  const [value, setValue] = useState(5);
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const use = async (typed: Parameters<typeof readColour>[0]) => {
    try {
      setProblem(null);
      aim((await readColour(typed)).lab);
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  const choice = (label: string, now: string, set: (to: string) => void, options: string[] | undefined) => (
    <TextField
      select
      size="small"
      label={label}
      value={options ? now : ""}
      onChange={(event) => set(event.target.value)}
      sx={{ flex: 1 }}
    >
      {(options ?? []).map((word) => (
        <MenuItem key={word} value={word}>
          {word}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Box component="details">
      <Box component="summary" sx={{ cursor: "pointer", minHeight: 40, py: 1, fontWeight: 650 }}>
        A colour in words or numbers
      </Box>
      <Stack spacing={1.5} sx={{ pt: 1 }}>
        <Typography id="typed-value">Value {valueText(value)}</Typography>
        <Slider
          aria-labelledby="typed-value"
          min={0.5}
          max={9.5}
          step={0.25}
          value={value}
          onChange={(_, to) => setValue(to as number)}
        />
        <Stack direction="row" spacing={1}>
          {choice("Hue", hue, setHue, words.data?.hues)}
          {choice("Chroma", chroma, setChroma, words.data?.chromas)}
        </Stack>
        <Button onClick={() => void use({ value, hue, chroma, written: null })}>{action}</Button>
        <TextField
          size="small"
          label="L*, a*, b* or #rrggbb"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === "Enter") void use({ written: text, value: null, hue: null, chroma: null });
          }}
        />
        <Button
          disabled={!text.trim()}
          onClick={() => void use({ written: text, value: null, hue: null, chroma: null })}
        >
          {action}: the numbers
        </Button>
        {problem && <Alert severity="error">{problem}</Alert>}
      </Stack>
    </Box>
  );
}
