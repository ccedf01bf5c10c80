/** The subject: the photo adjusted and composed, other photos laid over it, or zones laid without a photo. */
import { useState } from "react";

import { useQuery } from "@tanstack/react-query";

import { DrawingFacts, DrawingLines } from "../../features/areas";
import { colourWordsQuery } from "../../features/mixes";
import {
  Guides,
  GuidesOverlay,
  guidesQuery,
  handlesOf,
  Lattice,
  PatchFacts,
  PatchOverlay,
  SubjectFacts,
  ToolOverlay,
  useObserving,
  usePatching,
  ZoneFacts,
  type Painting,
  type Tool,
} from "../../features/subject";
import { TransferFiles, WhereTheEyeGoes } from "../../features/values";
import type { Spot } from "../../shared/ui/Handles";
import { byteAt } from "../../shared/ui/pixels";
import { Layer, Viewer } from "../../shared/ui/Viewer";
import type { Composing } from "./composing";
import type { Desk } from "./desk";
import { FactsFrame, ladderShows, MapLayer, PassesStrip, ViewerFrame } from "./frames";

interface Props {
  desk: Desk;
  composing: Composing;
  compose: (facts: Partial<Composing>) => void;
}

const USUAL_RADIUS = 0.12;

export default function SubjectView({ desk, composing, compose }: Props) {
  const painting = desk.painting.data!;
  const [tool, setTool] = useState<Tool | null>(null);
  const [handles, setHandles] = useState<Spot[]>([]);
  const [radius, setRadius] = useState(USUAL_RADIUS);
  const offered = useQuery(guidesQuery(desk.id));
  const observing = useObserving(painting);
  const patching = usePatching(painting, true);
  const words = useQuery({ ...colourWordsQuery, enabled: observing.observation !== null });
  const { observation } = observing;
  const shown = shownPicture(painting, patching, tool);

  const chooseTool = (to: Tool | null) => {
    setTool(to);
    patching.choose(null, null);
    desk.setIsolated(null);
    if (to) setHandles(handlesOf(to, painting));
    if (to === "focal") setRadius(painting.focal?.radius ?? USUAL_RADIUS);
  };
  const tap = (at: Spot) => {
    if (tool !== null || patching.mode || observation || !desk.mapGreys.data) return;
    const step = desk.keptSteps[byteAt(desk.mapGreys.data, at)]!;
    desk.setIsolated(desk.isolated === step ? null : step);
  };
  const calm = shown.kind === "cropped" && !ladderShows(desk);
  return (
    <>
      <ViewerFrame>
        <Viewer picture={shown.size} label={`${painting.title}, subject`} onTap={tap}>
          <Layer src={shown.url} alt={shown.alt} />
          {shown.kind === "cropped" && <MapLayer desk={desk} />}
          {shown.kind === "laying" && <PatchOverlay patching={patching} picture={shown.size} />}
          {calm && observation && !tool && (
            <>
              {observing.sketchUrl && <Layer src={observing.sketchUrl} alt="Your sketch" />}
              <Lattice
                observation={observation}
                colours={observing.colours}
                lay={observing.lay}
                layInstead={observing.layInstead}
                inBlocks={observing.inBlocks}
                overSketch={observing.sketchUrl !== null}
              />
            </>
          )}
          {calm && (!observation || composing.guides.length > 0 || composing.cellMm !== null) && (
            <GuidesOverlay
              picture={shown.size}
              guides={(offered.data ?? []).filter((guide) => composing.guides.includes(guide.guide))}
              focal={tool === "focal" ? null : painting.focal}
              cellMm={composing.cellMm}
              widthMm={painting.width_mm}
              heightMm={painting.height_mm}
            />
          )}
          {calm && composing.drawing.shown && (
            <DrawingLines
              paintingId={desk.id}
              look={composing.drawing}
              widthMm={painting.width_mm}
              heightMm={painting.height_mm}
            />
          )}
          {tool && (
            <ToolOverlay
              tool={tool}
              picture={shown.size}
              handles={handles}
              radius={radius}
              move={setHandles}
            />
          )}
        </Viewer>
      </ViewerFrame>
      <PassesStrip desk={desk} onDesk={observation !== null} />
      <FactsFrame>
        {observation && (
          <ZoneFacts
            painting={painting}
            observation={observation}
            colours={observing.colours}
            observing={observing}
            words={words.data}
          />
        )}
        <SubjectFacts
          key={painting.picture_url}
          painting={painting}
          tool={tool}
          handles={handles}
          radius={radius}
          choose={chooseTool}
          setRadius={setRadius}
        />
        {!observation && <PatchFacts patching={patching} />}
        <Guides
          offered={offered.data ?? []}
          shown={composing.guides}
          show={(guides) => compose({ guides })}
          cellMm={composing.cellMm}
          setCellMm={(cellMm) => compose({ cellMm })}
          shortSideMm={Math.min(painting.width_mm, painting.height_mm)}
        />
        {desk.relief.data && <WhereTheEyeGoes relief={desk.relief.data} marked={painting.focal !== null} />}
        <DrawingFacts
          paintingId={desk.id}
          look={composing.drawing}
          set={(facts) => compose({ drawing: { ...composing.drawing, ...facts } })}
          thresholds={desk.values.data?.thresholds ?? []}
        />
        <TransferFiles paintingId={desk.id} cellMm={composing.cellMm} />
      </FactsFrame>
    </>
  );
}

/** The cropped picture; while a tool is in hand the photo as it came; while photos are laid, what is worked on. */
function shownPicture(
  painting: Painting,
  { mode, reference }: ReturnType<typeof usePatching>,
  tool: Tool | null,
) {
  if (mode && reference && (mode === "outline" || mode === "marks")) {
    const size = { width: reference.width_px, height: reference.height_px };
    return { kind: "laying", url: reference.url, size, alt: `The photo ${reference.name}` } as const;
  }
  if (mode) {
    const size = { width: painting.whole_width_px, height: painting.whole_height_px };
    const alt = "Everything laid together, before cropping";
    return { kind: "laying", url: painting.whole_url, size, alt } as const;
  }
  if (tool !== null && tool !== "focal") {
    const size = { width: painting.reference_width_px, height: painting.reference_height_px };
    return { kind: "adjusting", url: painting.reference_url, size, alt: "The photo as it came" } as const;
  }
  const size = { width: painting.width_px, height: painting.height_px };
  return {
    kind: "cropped",
    url: painting.picture_url,
    size,
    alt: "The reference, cropped to the support",
  } as const;
}
