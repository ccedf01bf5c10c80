/** The stage of a check: the painting, what it should look like, both beside each other, wiped, in turn, or their difference. */
import { useEffect, useState } from "react";

import { Box } from "@mui/material";

import type { Size } from "../../shared/geometry/viewport";
import { Greys, IN_GREYS } from "../../shared/ui/Greys";
import { Layer, Viewer } from "../../shared/ui/Viewer";
import { MIDDLE, Wipe } from "../../shared/ui/Wipe";
import { turnOf, type Looks } from "./looks";
import { Arrows, MendMarks, Thirds } from "./Marks";
import type { Check, Mend } from "./queries";

const BLINK_MS = 900;
const SQUINT_SHARE = 1 / 90;
const STRONGER = 2.5;
const GAP_SHARE = 0.03;

interface Props {
  check: Check;
  picture: Size;
  size_mm: Size;
  focal: number[] | null;
  looks: Looks;
  mend: Mend[];
  chosen: number | null;
  /** The landmarks' arrows are shown. */
  hasArrows: boolean;
  tools: React.ReactNode;
}

export function CheckPicture(props: Props) {
  const { check, picture, looks, tools } = props;
  const [at, setAt] = useState(MIDDLE);
  const isPainting = useBlink(looks.show === "blink");
  const gap = Math.round(picture.width * GAP_SHARE);
  const shown =
    looks.show === "beside" ? { width: 2 * picture.width + gap, height: picture.height } : picture;
  const filter = [
    looks.isGrey && IN_GREYS,
    looks.isSquinting && `blur(${Math.round(picture.width * SQUINT_SHARE)}px)`,
  ]
    .filter(Boolean)
    .join(" ");
  const painting = <Layer src={check.flat_url} alt="The painting as photographed" />;
  const planned = <Layer src={check.planned_url} alt={`What it should look like after ${check.stage}`} />;
  const content = () => {
    switch (looks.show) {
      case "painting":
        return (
          <>
            {painting}
            <Laid {...props} />
          </>
        );
      case "planned":
        return planned;
      case "beside":
        return (
          <>
            <Half left={0} picture={picture}>
              {painting}
              <Laid {...props} />
            </Half>
            <Half left={picture.width + gap} picture={picture}>
              {planned}
            </Half>
          </>
        );
      case "wipe":
        return (
          <>
            {planned}
            <Wipe over={check.flat_url} name="painting" picture={picture} at={at} move={setAt} />
          </>
        );
      case "blink":
        return isPainting ? painting : planned;
      case "difference":
        return <Difference check={check} />;
    }
  };
  return (
    <>
      <Greys />
      <Viewer
        key={looks.show === "beside" ? "both" : "one"}
        picture={shown}
        label="The painting"
        tools={tools}
      >
        <div style={{ position: "absolute", inset: 0, transform: turnOf(looks), filter: filter || "none" }}>
          {content()}
        </div>
      </Viewer>
    </>
  );
}

/** What is drawn over the painting. */
function Laid({ check, picture, size_mm, focal, looks, mend, chosen, hasArrows }: Props) {
  return (
    <>
      {looks.hasThirds && <Thirds picture={picture} focal={focal} />}
      {looks.hasMarks && <MendMarks picture={picture} mend={mend} chosen={chosen} />}
      {hasArrows && check.report && (
        <Arrows picture={picture} size_mm={size_mm} landmarks={check.report.landmarks} />
      )}
    </>
  );
}

function Half({ left, picture, children }: { left: number; picture: Size; children: React.ReactNode }) {
  return (
    <Box sx={{ position: "absolute", left, top: 0, width: picture.width, height: picture.height }}>
      {children}
    </Box>
  );
}

/** Middle grey where the value is as planned, lighter where the painting is lighter, darker where it is darker. */
function Difference({ check }: { check: Check }) {
  return (
    <div style={{ position: "absolute", inset: 0, filter: `grayscale(1) contrast(${STRONGER})` }}>
      <Layer
        src={check.flat_url}
        alt="Where the painting is lighter or darker than planned; middle grey is right"
      />
      <div style={{ position: "absolute", inset: 0, filter: "invert(1)", opacity: 0.5 }}>
        <Layer src={check.planned_url} alt="" />
      </div>
    </div>
  );
}

/** True and false in turn while it is on. */
function useBlink(isOn: boolean): boolean {
  const [isPainting, setPainting] = useState(true);
  useEffect(() => {
    if (!isOn) return;
    const timer = setInterval(() => setPainting((now) => !now), BLINK_MS);
    return () => clearInterval(timer);
  }, [isOn]);
  return isPainting;
}
