/** How thick all films are laid, against the usual. */
import { useId } from "react";

import { Slider, Typography } from "@mui/material";

interface Props {
  films: number;
  set: (films: number) => void;
  /** When the hand lets go. */
  done?: (films: number) => void;
}

export function Films({ films, set, done }: Props) {
  const id = useId();
  return (
    <>
      <Typography id={id} sx={{ mt: 1.5 }}>
        Films {films.toFixed(1)} times the usual
      </Typography>
      <Slider
        aria-labelledby={id}
        min={0.5}
        max={2}
        step={0.1}
        value={films}
        onChange={(_, to) => set(to as number)}
        onChangeCommitted={(_, to) => done?.(to as number)}
      />
    </>
  );
}
