/** The passes: the painting as it should look after each, what is done in it, and how much paint it takes. */
import { useNavigate } from "react-router";

import { PaintNeeds, PassFacts, PlanFiles } from "../../features/passes";
import { Layer, Stage } from "../../shared/ui/Stage";
import { Failed, Loading } from "../../shared/ui/States";
import type { Easel } from "./easel";
import { AreasMoved, FactsFrame, MapLayer, NotPlanned, PassesStrip, StageFrame } from "./frames";

export function PassesView({ easel }: { easel: Easel }) {
  const navigate = useNavigate();
  const painting = easel.painting.data!;
  const { id, shownPass } = easel;
  return (
    <>
      <StageFrame>
        <Stage
          picture={{ width: painting.width_px, height: painting.height_px }}
          label={`${painting.title}, passes`}
          onTap={(at) => {
            void easel.areaAt(at).then((hit) => hit && navigate(`/paintings/${id}/mixes?area=${hit.id}`));
          }}
        >
          {shownPass ? (
            <Layer
              src={shownPass.stage_url}
              alt={`The painting after pass ${shownPass.number}, ${shownPass.role}`}
            />
          ) : (
            <Layer src={painting.picture_url} alt="The reference, cropped to the support" />
          )}
          <MapLayer easel={easel} />
        </Stage>
      </StageFrame>
      <PassesStrip easel={easel} chosen={shownPass?.number ?? null} />
      <FactsFrame>
        <AreasMoved upToDate={easel.passes.data?.up_to_date ?? true} />
        <Facts easel={easel} />
      </FactsFrame>
    </>
  );
}

/** What is done in the chosen pass, and how much paint the whole takes. */
function Facts({ easel }: { easel: Easel }) {
  const navigate = useNavigate();
  const painting = easel.painting.data!;
  const { id, passes, shownPass } = easel;
  if (passes.isPending) return <Loading what="passes" />;
  if (passes.isError) return <Failed error={passes.error} again={() => void passes.refetch()} />;
  if (!shownPass) return <NotPlanned what="passes" />;
  const { data: bench } = easel.bench;
  return (
    <>
      <PassFacts
        pass={shownPass}
        mixes={easel.allMixes}
        areas={easel.areaOf}
        chooseMix={(chosen) => void navigate(`/paintings/${id}/mixes?mix=${chosen}`)}
      />
      <PaintNeeds passes={passes.data} />
      <PlanFiles
        paintingId={id}
        title={painting.title}
        ready={bench?.passes === "current" && bench.areas === "current"}
      />
    </>
  );
}
