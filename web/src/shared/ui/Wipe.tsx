/** One picture wiped over another: what lies left of the line is the first; the line is dragged, or moved by the arrow keys. */
import type { Size } from "../geometry/viewport";
import { Handles, TwoToneLine, type Spot } from "./Handles";

interface Props {
  /** The picture that is laid over, and what it is called. */
  over: string;
  name: string;
  picture: Size;
  at: Spot;
  move: (at: Spot) => void;
}

export const MIDDLE: Spot = { x: 0.5, y: 0.5 };

export function Wipe({ over, name, picture, at, move }: Props) {
  return (
    <>
      <img
        src={over}
        alt={`The ${name}, over the left ${Math.round(at.x * 100)} %`}
        draggable={false}
        style={{
          position: "absolute",
          inset: 0,
          width: "100%",
          height: "100%",
          clipPath: `inset(0 ${(1 - at.x) * 100}% 0 0)`,
        }}
      />
      <Handles picture={picture} spots={[{ label: `Where the ${name} ends`, at }]} move={(_, to) => move(to)}>
        <TwoToneLine picture={picture} from={{ x: at.x, y: 0 }} to={{ x: at.x, y: 1 }} />
      </Handles>
    </>
  );
}
