/** The photo wiped over the map: what lies left of the line is the photo; the line is dragged, or moved by the arrow keys. */
import { Handles, TwoToneLine, type Spot } from "../../shared/ui/Handles";
import type { Size } from "../../shared/geometry/viewport";

interface Props {
  photo: string;
  picture: Size;
  at: Spot;
  move: (at: Spot) => void;
}

export const MIDDLE: Spot = { x: 0.5, y: 0.5 };

export function Wipe({ photo, picture, at, move }: Props) {
  return (
    <>
      <img
        src={photo}
        alt={`The photo, over the left ${Math.round(at.x * 100)} %`}
        draggable={false}
        style={{
          position: "absolute",
          inset: 0,
          width: "100%",
          height: "100%",
          clipPath: `inset(0 ${(1 - at.x) * 100}% 0 0)`,
        }}
      />
      <Handles picture={picture} spots={[{ label: "Where the photo ends", at }]} move={(_, to) => move(to)}>
        <TwoToneLine picture={picture} from={{ x: at.x, y: 0 }} to={{ x: at.x, y: 1 }} />
      </Handles>
    </>
  );
}
