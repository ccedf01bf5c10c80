/** A place of the plan shown in the painting by the hand: where it was found, dragged to where it really lies. */
import { useState } from "react";

import type { Size } from "../../shared/geometry/viewport";
import { Handles, TwoToneLine, type Spot } from "../../shared/ui/Handles";
import { Layer, Viewer } from "../../shared/ui/Viewer";
import type { Check, Landmark } from "./queries";

interface Props {
  check: Check;
  picture: Size;
  size_mm: Size;
  landmark: Landmark;
  moved: (at_mm: number[]) => void;
}

export function PlacePicture({ check, picture, size_mm, landmark, moved }: Props) {
  const share = (at: number[]): Spot => ({ x: at[0]! / size_mm.width, y: at[1]! / size_mm.height });
  const [dragged, setDragged] = useState<Spot | null>(null);
  const at = dragged ?? share(landmark.painted_mm);
  return (
    <Viewer picture={picture} label="The painting">
      <Layer src={check.flat_url} alt="The painting as photographed" />
      <Handles
        picture={picture}
        spots={[{ label: landmark.name, at }]}
        move={(_, to) => setDragged(to)}
        done={() => dragged && moved([dragged.x * size_mm.width, dragged.y * size_mm.height])}
      >
        <TwoToneLine picture={picture} from={share(landmark.at_mm)} to={at} />
      </Handles>
    </Viewer>
  );
}
