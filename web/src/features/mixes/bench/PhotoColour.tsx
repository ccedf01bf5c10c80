/** A photo of the palette beside a grey card: tap the card, tap the pile, and its colour is read. */
import { useEffect, useRef, useState } from "react";

import { Alert, Box, Button, Typography } from "@mui/material";

import { inWords } from "../../../shared/api/client";
import { AdviceList } from "../../../shared/ui/AdviceList";
import { readPhotoColour, type Colour, type Spot } from "../queries";

export function PhotoColour({ found }: { found: (colour: Colour) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [photo, setPhoto] = useState<{ file: File; url: string } | null>(null);
  const [card, setCard] = useState<Spot | null>(null);
  const [pile, setPile] = useState<Spot | null>(null);
  const [colour, setColour] = useState<Colour | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => () => void (photo && URL.revokeObjectURL(photo.url)), [photo]);

  const take = (file: File | undefined) => {
    if (!file) return;
    setPhoto({ file, url: URL.createObjectURL(file) });
    setCard(null);
    setPile(null);
    setColour(null);
    setProblem(null);
  };
  const tap = async (event: React.MouseEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const spot = { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
    if (!card) return setCard(spot);
    setPile(spot);
    try {
      setProblem(null);
      const read = await readPhotoColour(photo!.file, card, spot);
      setColour(read);
      found(read);
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <Box sx={{ width: "100%" }}>
      <Button variant="outlined" onClick={() => input.current?.click()}>
        Photo beside a grey card
      </Button>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        aria-label="Photo of the pile"
        hidden
        onChange={(event) => take(event.target.files?.[0])}
      />
      {photo && (
        <>
          <Typography role="status" sx={{ mt: 1 }}>
            {!card
              ? "Tap the grey card."
              : !pile
                ? "Now tap the pile."
                : "Tap the pile again to read another spot."}
            {card && (
              <Button onClick={() => setCard(null)} sx={{ ml: 1 }}>
                Another card
              </Button>
            )}
          </Typography>
          <Box
            role="button"
            tabIndex={0}
            aria-label="The photo; tap the card, then the pile"
            onClick={(event) => void tap(event)}
            sx={{ position: "relative", cursor: "crosshair", lineHeight: 0 }}
          >
            <img src={photo.url} alt="The palette with the grey card" style={{ width: "100%" }} />
            {[card, pile].map(
              (spot, place) =>
                spot && (
                  <Box
                    key={place}
                    sx={{
                      position: "absolute",
                      left: `calc(${spot.x * 100}% - 11px)`,
                      top: `calc(${spot.y * 100}% - 11px)`,
                      width: 22,
                      height: 22,
                      border: "3px solid",
                      borderColor: "background.paper",
                      outline: "2px solid",
                      outlineColor: "text.primary",
                      borderRadius: place === 0 ? 0 : "50%",
                    }}
                  />
                ),
            )}
          </Box>
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
