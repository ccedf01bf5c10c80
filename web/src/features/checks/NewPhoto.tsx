/** A new photo of the painting: with the camera, from a file, pasted, or by the simulated camera. */
import { useEffect, useRef } from "react";

import { Button, Stack, Typography } from "@mui/material";

import { Choice } from "../../shared/ui/Choice";
import { FileButton } from "../../shared/ui/FileButton";
import type { Checks } from "./queries";

const MOST_SEEDS = 100_000;

interface Props {
  checks: Checks;
  /** The stage it is held against. */
  number: number;
  setNumber: (number: number) => void;
  isSending: boolean;
  photograph: (number: number, photo: Blob) => void;
  simulate: (number: number, seed: number) => void;
}

export function NewPhoto({ checks, number, setNumber, isSending, photograph, simulate }: Props) {
  const send = useRef((photo: Blob) => photograph(number, photo));
  useEffect(() => {
    send.current = (photo) => photograph(number, photo);
  });
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const photo = [...(event.clipboardData?.files ?? [])].find((file) => file.type.startsWith("image/"));
      if (photo) send.current(photo);
    };
    window.addEventListener("paste", paste);
    return () => window.removeEventListener("paste", paste);
  }, []);
  const wet = checks.areas.filter((area) => checks.wet.includes(area.id)).map((area) => area.name);
  return (
    <Stack sx={{ gap: 1.5, py: 1 }}>
      <Typography variant="h2" component="h1">
        Photograph the painting
      </Typography>
      <Typography>
        From straight ahead, all four edges in the picture, without glare. Lay a grey card beside it if you
        have one.
      </Typography>
      <Choice
        label="It is held against"
        value={String(number)}
        options={checks.stages.map((one) => [String(one.number), one.title])}
        choose={(to) => setNumber(Number(to))}
      />
      {wet.length > 0 && (
        <Typography color="text.secondary">
          Still wet by the clocks of the easel: {wet.join("; ")}.
        </Typography>
      )}
      <PhotoButton main capture send={(photo) => photograph(number, photo)} disabled={isSending}>
        Take a photo
      </PhotoButton>
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
        <PhotoButton send={(photo) => photograph(number, photo)} disabled={isSending}>
          Choose a file
        </PhotoButton>
        <Button disabled={isSending} onClick={() => simulate(number, Math.floor(Math.random() * MOST_SEEDS))}>
          Simulated camera
        </Button>
      </Stack>
      <Typography color="text.secondary">Or paste a picture here.</Typography>
    </Stack>
  );
}

interface ButtonProps {
  children: string;
  send: (photo: Blob) => void;
  main?: boolean;
  capture?: boolean;
  disabled?: boolean;
}

export function PhotoButton({ children, main = false, ...how }: ButtonProps) {
  return (
    <FileButton
      {...how}
      label={`${children}: the picture`}
      variant={main ? "contained" : "outlined"}
      sx={main ? { minHeight: 56 } : {}}
    >
      {children}
    </FileButton>
  );
}
