/** A photo of the palette beside a grey card: tap the card, and every pile is read; tap anywhere to read another spot. */
import { useEffect, useRef, useState } from "react";

import { Alert, Box, Button, ButtonBase, LinearProgress, Stack, Typography } from "@mui/material";

import { inWords } from "../../../shared/api/client";
import { AdviceList } from "../../../shared/ui/AdviceList";
import { Swatch } from "../../../shared/ui/Swatch";
import { findPiles, readPhotoColour, type Colour, type SeenPile, type Spot } from "../queries";

interface Props {
  painting: number | null;
  /** Whether the paint is still wet in the photo. */
  wet: boolean;
  /** A pile or a spot was chosen; a pile may be one of the painting's mixes. */
  found: (colour: Colour, mix: string | null) => void;
}

export function PilePhoto({ painting, wet, found }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [photo, setPhoto] = useState<{ file: File; url: string } | null>(null);
  const [card, setCard] = useState<Spot | null>(null);
  const [piles, setPiles] = useState<SeenPile[] | "looking">([]);
  const [spot, setSpot] = useState<Spot | null>(null);
  const [colour, setColour] = useState<Colour | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => () => void (photo && URL.revokeObjectURL(photo.url)), [photo]);

  const begin = (file: File | undefined) => {
    if (!file) return;
    setPhoto({ file, url: URL.createObjectURL(file) });
    again();
  };
  const again = () => {
    setCard(null);
    setPiles([]);
    setSpot(null);
    setColour(null);
    setProblem(null);
  };
  const look = async (at: Spot) => {
    setCard(at);
    setPiles("looking");
    setProblem(null);
    try {
      setPiles((await findPiles(photo!.file, at, painting, wet)).piles);
    } catch (error) {
      setPiles([]);
      setProblem(inWords(error));
    }
  };
  const tap = async (event: React.MouseEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const at = { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
    if (!card) return look(at);
    setSpot(at);
    try {
      setProblem(null);
      const read = await readPhotoColour(photo!.file, card, at);
      setColour(read);
      found(read, null);
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  const listed = piles === "looking" ? [] : piles;
  return (
    <Box sx={{ width: "100%" }}>
      <Button variant="outlined" onClick={() => input.current?.click()}>
        Photo of the palette with a grey card
      </Button>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        aria-label="Photo of the palette"
        hidden
        onChange={(event) => begin(event.target.files?.[0])}
      />
      {photo && (
        <>
          <Typography role="status" sx={{ mt: 1 }}>
            {card
              ? listed.length > 0
                ? "Choose a pile below, or tap another spot."
                : "Tap the pile that you want to read."
              : "Tap the grey card."}
            {card && (
              <Button onClick={again} sx={{ ml: 1 }}>
                Another card
              </Button>
            )}
          </Typography>
          <Box
            role="button"
            tabIndex={0}
            aria-label="The photo; tap the card, then a pile"
            onClick={(event) => void tap(event)}
            sx={{ position: "relative", cursor: "crosshair", lineHeight: 0 }}
          >
            <img src={photo.url} alt="The palette with the grey card" style={{ width: "100%" }} />
            {card && <Ring at={card} square />}
            {spot && <Ring at={spot} />}
            {listed.map((pile, place) => (
              <Ring key={place} at={pile} name={String(place + 1)} />
            ))}
          </Box>
          {piles === "looking" && <LinearProgress aria-label="Looking for the piles" />}
          {listed.length > 0 && (
            <Stack component="ol" aria-label="Piles in the photo" sx={{ listStyle: "none", p: 0, my: 1 }}>
              {listed.map((pile, place) => (
                <li key={place}>
                  <ButtonBase
                    onClick={() => {
                      setColour(null);
                      found(pile, pile.mix);
                    }}
                    sx={{
                      display: "flex",
                      gap: 1.5,
                      width: "100%",
                      textAlign: "left",
                      py: 0.75,
                      minHeight: 44,
                    }}
                  >
                    <Typography sx={{ width: 22, flex: "none", fontWeight: 650 }}>{place + 1}</Typography>
                    <Stack direction="row">
                      <Swatch colour={pile.colour} label="in the photo" size={34} />
                      {pile.mix_colour && (
                        <Swatch colour={pile.mix_colour} label="as planned, dry" size={34} />
                      )}
                    </Stack>
                    <Typography>
                      {pile.mix_name === null ? pile.name : `${pile.mix_name}: ${pile.difference}`}
                      {pile.de00 !== null && (
                        <Typography component="span" color="text.secondary">
                          {" "}
                          · ΔE {pile.de00.toFixed(1)}
                        </Typography>
                      )}
                    </Typography>
                  </ButtonBase>
                </li>
              ))}
            </Stack>
          )}
          {colour && (
            <>
              <Typography>
                Read as {colour.name}, value {colour.value.toFixed(1)}.
              </Typography>
              <AdviceList advice={colour.advice} />
            </>
          )}
          {problem && <Alert severity="error">{problem}</Alert>}
        </>
      )}
    </Box>
  );
}

/** A ring around a spot of the photo, seen on any colour; with its number where it has one. */
function Ring({ at, name, square = false }: { at: Spot; name?: string; square?: boolean }) {
  return (
    <Box
      sx={{
        position: "absolute",
        left: `calc(${at.x * 100}% - 12px)`,
        top: `calc(${at.y * 100}% - 12px)`,
        width: 24,
        height: 24,
        lineHeight: "18px",
        textAlign: "center",
        fontSize: 14,
        fontWeight: 700,
        border: "3px solid",
        borderColor: "background.paper",
        outline: "2px solid",
        outlineColor: "text.primary",
        bgcolor: name ? "background.paper" : "transparent",
        borderRadius: square ? 0 : "50%",
      }}
    >
      {name}
    </Box>
  );
}
