/** What the hand does to other photos on the stage: placing, outlining, marking horizon and light. */
import { Handles, TwoToneLine, type Spot } from "../../shared/ui/Handles";
import type { Size } from "../../shared/geometry/viewport";
import { placedOutline, pulled } from "./patching";
import type { Marks } from "./queries";
import type { Patching } from "./usePatching";

const spot = (pair: readonly number[]): Spot => ({ x: pair[0]!, y: pair[1]! });
const pair = ({ x, y }: Spot): [number, number] => [x, y];

export function PatchOverlay({ patching, picture }: { patching: Patching; picture: Size }) {
  const { reference, mode } = patching;
  if (mode === "base marks") {
    return (
      <MarkHandles marks={patching.baseMarks} picture={picture} mark={patching.mark} done={patching.done} />
    );
  }
  if (!reference) return null;
  if (mode === "marks") {
    return (
      <MarkHandles marks={reference.marks} picture={picture} mark={patching.mark} done={patching.done} />
    );
  }
  const photo = { width: reference.width_px, height: reference.height_px };
  const { patch } = reference;
  if (mode === "outline") {
    const spots = patch.outline.map(spot);
    return (
      <Handles
        picture={picture}
        spots={spots.map((at, i) => ({ label: `Point ${i + 1} of the outline`, at }))}
        move={(index, to) =>
          patching.move({ ...patch, outline: patch.outline.map((one, i) => (i === index ? pair(to) : one)) })
        }
        done={patching.done}
      >
        <Ring picture={picture} spots={spots} />
      </Handles>
    );
  }
  const outline = placedOutline(patch, photo, picture);
  return (
    <Handles
      picture={picture}
      spots={[
        { label: "Middle of the patch", at: spot(patch.at) },
        { label: "Corner of the patch: wider and turned", at: outline[0]! },
      ]}
      move={(index, to) =>
        patching.move(index === 0 ? { ...patch, at: pair(to) } : pulled(patch, photo, picture, to))
      }
      done={patching.done}
    >
      <Ring picture={picture} spots={outline} />
    </Handles>
  );
}

function Ring({ picture, spots }: { picture: Size; spots: Spot[] }) {
  return (
    <>
      {spots.map((from, i) => (
        <TwoToneLine key={i} picture={picture} from={from} to={spots[(i + 1) % spots.length]!} />
      ))}
    </>
  );
}

const USUAL_HORIZON: [Spot, Spot] = [
  { x: 0.2, y: 0.5 },
  { x: 0.8, y: 0.5 },
];
const USUAL_LIGHT: [Spot, Spot] = [
  { x: 0.15, y: 0.15 },
  { x: 0.4, y: 0.4 },
];

function MarkHandles({
  marks,
  picture,
  mark,
  done,
}: {
  marks: Marks;
  picture: Size;
  mark: (marks: Marks) => void;
  done: () => void;
}) {
  const horizon = marks.horizon?.map(spot) ?? USUAL_HORIZON;
  const light = marks.light?.map(spot) ?? USUAL_LIGHT;
  const spots = [...horizon, ...light];
  return (
    <Handles
      picture={picture}
      spots={[
        { label: "Left end of the horizon", at: spots[0]! },
        { label: "Right end of the horizon", at: spots[1]! },
        { label: "Where the light comes from", at: spots[2]! },
        { label: "Where the light falls", at: spots[3]! },
      ]}
      move={(index, to) => {
        const next = spots.map((at, i) => pair(i === index ? to : at));
        mark({ horizon: next.slice(0, 2), light: next.slice(2) });
      }}
      done={done}
    >
      <TwoToneLine picture={picture} from={spots[0]!} to={spots[1]!} />
      <TwoToneLine picture={picture} from={spots[2]!} to={spots[3]!} />
    </Handles>
  );
}
