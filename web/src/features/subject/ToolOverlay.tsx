/** What a tool draws on the photo: its handles and the lines between them. */
import { Handles, TwoToneLine, type Spot } from "../../shared/ui/Handles";
import type { Size } from "../../shared/geometry/viewport";
import { HANDLE_LABELS, type Tool } from "./tools";

interface Props {
  tool: Tool;
  picture: Size;
  handles: Spot[];
  /** Radius of the focal passage as a share of the width. */
  radius: number;
  move: (handles: Spot[]) => void;
}

export function ToolOverlay({ tool, picture, handles, radius, move }: Props) {
  const closed = tool === "corners" ? [...handles, handles[0]!] : handles;
  return (
    <Handles
      picture={picture}
      spots={handles.map((at, index) => ({ label: HANDLE_LABELS[tool][index]!, at }))}
      move={(index, to) => move(handles.map((at, i) => (i === index ? to : at)))}
    >
      {(tool === "horizon" || tool === "corners") &&
        closed
          .slice(1)
          .map((to, index) => <TwoToneLine key={index} picture={picture} from={closed[index]!} to={to} />)}
      {tool === "focal" && <FocalRing picture={picture} at={handles[0]!} radius={radius} />}
    </Handles>
  );
}

export function FocalRing({ picture, at, radius }: { picture: Size; at: Spot; radius: number }) {
  const width = picture.width / 300;
  const ring = {
    cx: at.x * picture.width,
    cy: at.y * picture.height,
    r: radius * picture.width,
    fill: "none",
  };
  return (
    <>
      <circle {...ring} stroke="#f1f1f1" strokeWidth={width * 2} />
      <circle {...ring} stroke="#1c1c1c" strokeWidth={width} strokeDasharray={`${width * 5} ${width * 3}`} />
    </>
  );
}
