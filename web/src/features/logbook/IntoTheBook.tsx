/** At the mixing bench: what was mixed near the target before, and the pile on the tray put into the swatch book. */
import { Button } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import MixedBefore from "./MixedBefore";
import { keepSwatch, SWATCHES, takeSwatchOut } from "./queries";

interface Props {
  lab: number[] | null;
  /** What is in the pile, by tube; nothing where none lies on the tray. */
  parts: Record<string, number>;
  painting: number | null;
}

export default function IntoTheBook({ lab, parts, painting }: Props) {
  const queries = useQueryClient();
  const { tell } = useUndo();
  const anew = () => queries.invalidateQueries({ queryKey: SWATCHES });
  const keep = () =>
    keepSwatch(parts, painting).then(
      (kept) =>
        anew().then(() =>
          tell(`“${kept.name}” is in the swatch book`, () => takeSwatchOut(kept.id).then(anew)),
        ),
      (error: unknown) => tell(inWords(error)),
    );
  return (
    <>
      {Object.keys(parts).length > 0 && (
        <Button variant="outlined" onClick={() => void keep()} sx={{ mt: 2 }}>
          Into the swatch book
        </Button>
      )}
      {lab && <MixedBefore lab={lab} painting={painting} />}
    </>
  );
}
