/** The photo itself: corners dragged with a loupe, a grey card or a pile tapped. */
import { useState } from "react";

import { Box } from "@mui/material";

import { Handles, type Spot } from "../../shared/ui/Handles";
import { Layer, Viewer } from "../../shared/ui/Viewer";
import type { Pointing } from "./PhotoSettings";
import type { Check } from "./queries";

const CORNERS = ["Upper left corner", "Upper right corner", "Lower right corner", "Lower left corner"];
const LOUPE_PX = 190;
const LOUPE_ZOOM = 3;
const INSET = 0.12;
const UNKNOWN: number[][] = [
  [INSET, INSET],
  [1 - INSET, INSET],
  [1 - INSET, 1 - INSET],
  [INSET, 1 - INSET],
];

interface Props {
  check: Check;
  pointing: Pointing;
  setCorners: (corners: number[][]) => void;
  tap: (at: Spot) => void;
}

export function PhotoPicture({ check, pointing, setCorners, tap }: Props) {
  const picture = { width: check.photo_width, height: check.photo_height };
  const known = check.asked.corners ?? check.report?.corners ?? UNKNOWN;
  const [dragged, setDragged] = useState<number[][] | null>(null);
  const [held, setHeld] = useState<number | null>(null);
  const corners = dragged ?? known;
  const spots = corners.map(([x, y], place) => ({ label: CORNERS[place]!, at: { x: x!, y: y! } }));
  const outline = corners.map(([x, y]) => `${x! * picture.width},${y! * picture.height}`).join(" ");
  const line = Math.max(picture.width, picture.height) / 450;
  const known_at =
    pointing === "grey" && check.asked.grey ? [{ label: "Grey card", at: check.asked.grey }] : [];
  const piles = pointing === "pile" ? check.asked.piles!.map((one) => ({ label: one.pile, at: one.at })) : [];
  return (
    <Box sx={{ position: "relative", height: "100%" }}>
      <Viewer picture={picture} label="The photo" {...(pointing === "corners" ? {} : { onTap: tap })}>
        <Layer src={check.photo_url} alt="The photo as it was taken" />
        {pointing === "corners" ? (
          <Handles
            picture={picture}
            spots={spots}
            move={(place, to) => {
              setHeld(place);
              setDragged(corners.map((corner, at) => (at === place ? [to.x, to.y] : corner)));
            }}
            done={() => {
              setHeld(null);
              if (dragged) setCorners(dragged);
            }}
          >
            <polygon points={outline} fill="none" stroke="#f1f1f1" strokeWidth={line * 2.4} />
            <polygon points={outline} fill="none" stroke="#1c1c1c" strokeWidth={line} />
          </Handles>
        ) : (
          <svg
            viewBox={`0 0 ${picture.width} ${picture.height}`}
            style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }}
            aria-hidden
          >
            {[...known_at, ...piles].map(({ label, at }) => (
              <circle
                key={label}
                cx={at[0]! * picture.width}
                cy={at[1]! * picture.height}
                r={line * 9}
                fill="none"
                stroke="#1c1c1c"
                strokeWidth={line * 2}
              />
            ))}
          </svg>
        )}
      </Viewer>
      {pointing === "corners" && held !== null && (
        <Loupe url={check.photo_url} at={corners[held]!} picture={picture} />
      )}
    </Box>
  );
}

/** What lies under the hand, enlarged, with a cross at the very place. */
function Loupe({
  url,
  at,
  picture,
}: {
  url: string;
  at: number[];
  picture: { width: number; height: number };
}) {
  const width = picture.width * LOUPE_ZOOM;
  const height = picture.height * LOUPE_ZOOM;
  const half = LOUPE_PX / 2;
  return (
    <Box
      aria-hidden
      sx={{
        position: "absolute",
        top: 12,
        [at[0]! < 0.5 ? "right" : "left"]: 12,
        width: LOUPE_PX,
        height: LOUPE_PX,
        border: 3,
        borderColor: "background.paper",
        overflow: "hidden",
        backgroundImage: `url(${url})`,
        backgroundRepeat: "no-repeat",
        backgroundSize: `${width}px ${height}px`,
        backgroundPosition: `${half - at[0]! * width}px ${half - at[1]! * height}px`,
        "&::before, &::after": {
          content: '""',
          position: "absolute",
          bgcolor: "text.primary",
          outline: "1px solid",
          outlineColor: (theme) => theme.palette.background.paper,
        },
        "&::before": { left: half - 1, top: 0, bottom: 0, width: "1px" },
        "&::after": { top: half - 1, left: 0, right: 0, height: "1px" },
      }}
    />
  );
}
