/** The values: the map as masses and contours, looked at from all sides, parted, moved and simplified. */
import { useMemo, useState } from "react";

import { useQuery } from "@tanstack/react-query";

import { DrawOverlay } from "../../features/areas";
import {
  CharacterFacts,
  ContourLabels,
  EVERY_BYTE,
  EVERY_TONE,
  LookFacts,
  LostFacts,
  LostMarks,
  laidUrl,
  NOTAN_TONES,
  otherBrushQuery,
  PassageMarks,
  ProfileLine,
  ProfilePanel,
  RangeCurve,
  squintPx,
  Strokes,
  stepsOfGreys,
  stepTable,
  ValueCanvas,
  ValueFacts,
  useLooks,
  withOutlined,
  type Tapped,
} from "../../features/values";
import type { Spot } from "../../shared/ui/Handles";
import { byteAt } from "../../shared/ui/pixels";
import { Wipe } from "../../shared/ui/Wipe";
import { Layer, Viewer } from "../../shared/ui/Viewer";
import { displayGreys, type Desk } from "./desk";
import { FactsFrame, ladderShows, MapLayer, PassesStrip, ViewerFrame, StripFrame } from "./frames";

export default function ValuesView({ desk }: { desk: Desk }) {
  const { looking, set: look, ends, setEnds } = useLooks();
  const painting = desk.painting.data!;
  const values = desk.values.data!;
  const relief = desk.relief.data;
  const greys = desk.valueGreys.data;
  const [tapped, setTapped] = useState<(Tapped & { map: string }) | null>(null);
  const [marked, setMarked] = useState(false);
  const [outlining, setOutlining] = useState(false);
  const other = useQuery({
    ...otherBrushQuery(desk.id, looking.otherBrush ?? 0),
    enabled: looking.otherBrush !== null,
  });
  const otherGreys = useQuery(displayGreys(other.data?.map_url));
  const plain =
    looking.look === "notan2" ? relief?.notan[0] : looking.look === "notan3" ? relief?.notan[1] : undefined;
  const otherSteps = useMemo(() => stepsOfGreys(other.data?.steps ?? []), [other.data]);
  const plainSteps = useMemo(() => (plain ? stepTable(plain) : EVERY_BYTE), [plain]);
  const picture = { width: painting.width_px, height: painting.height_px };
  const calm = !ladderShows(desk);

  const tap = (at: Spot) => {
    if (!desk.mapGreys.data) return;
    const step = desk.keptSteps[byteAt(desk.mapGreys.data, at)]!;
    const again = desk.isolated === step;
    desk.setIsolated(again ? null : step);
    setTapped(again ? null : { ...at, step, map: values.map_url });
  };
  const outlined = (ring: Spot[]) => {
    setOutlining(false);
    if (ring.length > 2) void desk.keepValues(withOutlined(values, ring));
  };
  return (
    <>
      <ViewerFrame>
        <Viewer
          picture={picture}
          label={`${painting.title}, values`}
          onTap={tap}
          flip={looking.flip}
          blurPx={squintPx(looking.squintDeg, looking.distanceMm, painting.width_mm, painting.width_px)}
        >
          <Layer src={painting.picture_url} alt="The reference, cropped to the support" />
          <MapLayer
            desk={desk}
            always={looking.look === "map" || looking.look === "laid" || looking.look === "contours"}
            contours={looking.look === "contours"}
          />
          {calm && looking.look === "laid" && (
            <Strokes
              key={values.map_url}
              src={laidUrl(desk.id, values.map_url)}
              alt={`The map in the strokes of a ${values.brush_mm} mm brush`}
            />
          )}
          {calm && looking.look === "map" && looking.otherBrush !== null && otherGreys.data && other.data && (
            <div style={{ position: "absolute", inset: 0, clipPath: "inset(0 0 0 50%)" }}>
              <ValueCanvas
                greys={otherGreys.data}
                steps={otherSteps}
                tones={desk.keptTones}
                isolated={null}
                label={`Right half: a brush of ${looking.otherBrush} mm`}
              />
            </div>
          )}
          {calm && greys && (looking.look === "grey" || plain) && (
            <ValueCanvas
              greys={greys}
              steps={plainSteps}
              tones={plain ? NOTAN_TONES[plain.length]! : EVERY_TONE}
              isolated={null}
              label={plain ? `The picture in ${plain.length + 1} values` : "The picture in black and white"}
            />
          )}
          {calm && looking.look === "contours" && relief && (
            <ContourLabels relief={relief} picture={picture} />
          )}
          {outlining && (
            <>
              <PassageMarks passages={values.passages} picture={picture} />
              <DrawOverlay picture={picture} width={null} drawn={outlined} />
            </>
          )}
          {calm && marked && looking.look === "map" && <LostMarks paintingId={desk.id} picture={picture} />}
          {looking.wipe && (
            <Wipe
              over={painting.picture_url}
              name="photo"
              picture={picture}
              at={looking.wipe}
              move={(wipe) => look({ wipe })}
            />
          )}
          {ends && <ProfileLine picture={picture} ends={ends} move={setEnds} />}
        </Viewer>
      </ViewerFrame>
      {ends && greys ? (
        <StripFrame>
          <ProfilePanel
            greys={greys}
            ends={ends}
            thresholds={values.thresholds}
            tones={values.steps.map((step) => step.grey)}
            widthMm={painting.width_mm}
            heightMm={painting.height_mm}
          />
        </StripFrame>
      ) : (
        <PassesStrip desk={desk} />
      )}
      <FactsFrame>
        <LookFacts looking={looking} profile={ends !== null} set={look} showProfile={setEnds} />
        <ValueFacts
          values={values}
          change={(wanted) => void desk.keepValues(wanted)}
          tapped={tapped?.map === values.map_url && desk.isolated !== null ? tapped : null}
          outlining={outlining}
          outline={setOutlining}
          otherBrush={looking.otherBrush}
          passBrushes={(desk.passes.data?.passes ?? []).map((p) => ({ title: p.title, brushMm: p.brush_mm }))}
          compare={(otherBrush) => look({ otherBrush, look: "map" })}
        />
        <LostFacts
          paintingId={desk.id}
          marked={marked}
          mark={setMarked}
          compare={(otherBrush) => look({ otherBrush, look: "map" })}
        />
        {relief && <CharacterFacts relief={relief} />}
        <RangeCurve key={painting.value_url} painting={painting} />
      </FactsFrame>
    </>
  );
}
