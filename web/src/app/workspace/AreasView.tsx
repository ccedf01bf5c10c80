/** The areas: each a patch to be painted as one, tapped on the picture or in the list. */
import { Button } from "@mui/material";

import { AreaFacts, AreaList, AreaOverlay } from "../../features/areas";
import { byteAt } from "../../shared/ui/pixels";
import { Layer, Stage } from "../../shared/ui/Stage";
import { Failed, Loading } from "../../shared/ui/States";
import type { Easel } from "./easel";
import { FactsFrame, ladderShows, MapLayer, NotPlanned, PassesStrip, StageFrame } from "./frames";

export function AreasView({ easel }: { easel: Easel }) {
  const painting = easel.painting.data!;
  const { areas, area, labels, choose } = easel;
  return (
    <>
      <StageFrame>
        <Stage
          picture={{ width: painting.width_px, height: painting.height_px }}
          label={`${painting.title}, areas`}
          onTap={(at) => {
            const hit = labels.data && areas.data?.areas.find((a) => a.index === byteAt(labels.data, at));
            if (hit) choose({ area: hit.id === area?.id ? null : hit.id });
          }}
        >
          <Layer src={painting.picture_url} alt="The reference, cropped to the support" />
          <MapLayer easel={easel} />
          {areas.data && !ladderShows(easel) && (
            <AreaOverlay
              areas={areas.data.areas}
              widthMm={painting.width_mm}
              heightMm={painting.height_mm}
              chosen={new Set(area ? [area.id] : [])}
              numbers
            />
          )}
        </Stage>
      </StageFrame>
      <PassesStrip easel={easel} />
      <FactsFrame>
        <Facts easel={easel} />
      </FactsFrame>
    </>
  );
}

/** The chosen area in full, or all of them as a list. */
function Facts({ easel }: { easel: Easel }) {
  const { areas, area, choose } = easel;
  if (areas.isPending) return <Loading what="areas" />;
  if (areas.isError) return <Failed error={areas.error} again={() => void areas.refetch()} />;
  if (areas.data.areas.length === 0) return <NotPlanned what="areas" />;
  if (!area) return <AreaList areas={areas.data.areas} choose={(chosen) => choose({ area: chosen })} />;
  return (
    <>
      <Button onClick={() => choose({ area: null })}>All areas</Button>
      <AreaFacts key={`${area.id}${area.name}`} area={area} paintingId={easel.id} />
    </>
  );
}
