/** The areas: each a patch to be painted as one; cut finer or coarser, changed by hand, and judged before paint is touched. */
import { useCallback, useState } from "react";

import { useQuery } from "@tanstack/react-query";

import {
  AreaOverlay,
  AreaToolbar,
  BorderCanvas,
  DrawOverlay,
  FlowMarks,
  GradationArrow,
  give,
  LineAcross,
  STROKE_MM,
  useAreaEdits,
  type AreaTool,
  type Border,
} from "../../features/areas";
import { appearanceQuery } from "../../features/mixes";
import type { Spot } from "../../shared/ui/Handles";
import { LookButtons } from "../../shared/ui/LookButtons";
import { Layer, Viewer } from "../../shared/ui/Viewer";
import { AreasFacts } from "./AreasFacts";
import type { Desk } from "./desk";
import { FactsFrame, ladderShows, MapLayer, PassesStrip, ViewerFrame } from "./frames";

export type AreasLook = "areas" | "borders" | "planes" | "plan" | "halves" | "difference";
/** What the stage can show: the word on the button, and in full. */
const LOOKS: [AreasLook, string, string][] = [
  ["areas", "Areas", "Areas"],
  ["borders", "Borders", "Borders"],
  ["planes", "Depth", "Depth"],
  ["plan", "Plan", "The plan"],
  ["halves", "Half", "Half and half"],
  ["difference", "Difference", "Difference"],
];

const HALF = "inset(0 0 0 50%)";

export default function AreasView({ desk }: { desk: Desk }) {
  const painting = desk.painting.data!;
  const { id, areas, area, labels, choose, mixes } = desk;
  const edits = useAreaEdits(id, areas.data);
  const [look, setLook] = useState<AreasLook>("areas");
  const [tool, setTool] = useState<AreaTool | null>(null);
  const [pointed, setPointed] = useState<string[]>([]);
  const rebuilt = look === "plan" || look === "halves" || look === "difference";
  const appearance = useQuery({
    ...appearanceQuery(id),
    enabled: rebuilt && !!areas.data && mixes.data?.up_to_date === true,
  });
  const picture = { width: painting.width_px, height: painting.height_px };
  const all = areas.data?.areas ?? [];
  const out = tool?.kind === "merge" ? tool.with : pointed.length > 0 ? pointed : area ? [area.id] : [];
  const areaId = area?.id;
  const strong = useCallback(
    (border: Border) => areaId === undefined || border.a === areaId || border.b === areaId,
    [areaId],
  );

  const tap = async (at: Spot) => {
    const hit = await desk.areaAt(at);
    if (!hit) return;
    setPointed([]);
    if (tool?.kind === "merge") {
      const others = tool.with.filter((one) => one !== hit.id);
      setTool({ ...tool, with: others.length === tool.with.length ? [...others, hit.id] : others });
    } else choose({ area: hit.id === area?.id ? null : hit.id });
  };
  const drawn = async (shape: Spot[]) => {
    const width = tool?.kind === "stroke" ? STROKE_MM / painting.width_mm : null;
    const to = tool?.kind === "outline" && tool.own ? null : (area ?? null);
    if (await edits.add(give(shape, to, width))) choose({ area: null });
    setTool(null);
  };
  const shownUrl = look === "difference" ? appearance.data?.difference_url : appearance.data?.picture_url;
  const calm = !ladderShows(desk);
  const bare = calm && look === "areas" && tool === null;
  return (
    <>
      <ViewerFrame>
        <Viewer
          picture={picture}
          label={`${painting.title}, areas`}
          onTap={(at) => void tap(at)}
          tools={<LookButtons looks={LOOKS} look={look} show={setLook} />}
        >
          <Layer src={painting.picture_url} alt="The reference, cropped to the support" />
          {rebuilt && shownUrl && (
            <div style={{ position: "absolute", inset: 0, clipPath: look === "halves" ? HALF : "none" }}>
              <Layer
                src={shownUrl}
                alt={
                  look === "difference"
                    ? "Lighter where the plan is lighter than the photo, darker where it is darker"
                    : "The picture in the plan’s dry colours"
                }
              />
            </div>
          )}
          <MapLayer desk={desk} />
          {calm && look === "borders" && labels.data && areas.data && (
            <BorderCanvas labels={labels.data} areas={all} borders={areas.data.borders} chosen={strong} />
          )}
          {calm && areas.data && (look === "areas" || look === "planes" || tool !== null) && (
            <AreaOverlay
              areas={all}
              widthMm={painting.width_mm}
              heightMm={painting.height_mm}
              chosen={new Set(out)}
              numbers={look === "areas"}
              planes={look === "planes"}
            />
          )}
          {bare && area?.gradation && !area.growth && !area.mirrors && (
            <GradationArrow
              key={`${area.id} ${area.gradation.start.join()} ${area.gradation.end.join()}`}
              gradation={area.gradation}
              picture={picture}
              drawn={(gradation) => void edits.say(area, { gradation })}
            />
          )}
          {bare && area?.flow && <FlowMarks flow={area.flow} picture={picture} />}
          {tool?.kind === "line" && (
            <LineAcross picture={picture} line={tool.line} move={(line) => setTool({ kind: "line", line })} />
          )}
          {(tool?.kind === "outline" || tool?.kind === "stroke") && (
            <DrawOverlay
              picture={picture}
              width={tool.kind === "stroke" ? STROKE_MM / painting.width_mm : null}
              drawn={(shape) => void drawn(shape)}
            />
          )}
        </Viewer>
        {area && areas.data && (
          <AreaToolbar
            area={area}
            areas={areas.data}
            edits={edits}
            tool={tool}
            setTool={setTool}
            changed={() => choose({ area: null })}
          />
        )}
      </ViewerFrame>
      <PassesStrip desk={desk} />
      <FactsFrame>
        <AreasFacts
          desk={desk}
          edits={edits}
          look={look}
          appearance={rebuilt ? appearance : null}
          point={(ids) => {
            setPointed(ids);
            setLook("areas");
            choose({ area: ids.length === 1 ? ids[0]! : null });
          }}
        />
      </FactsFrame>
    </>
  );
}
