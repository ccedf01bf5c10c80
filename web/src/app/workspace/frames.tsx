/** The places of the workspace that a view fills: the stage, the strip below it, the facts beside it. */
import { useMemo, type ReactNode } from "react";

import { Alert, Box } from "@mui/material";
import { useNavigate } from "react-router";

import { StageStrip, STRIP_PX } from "../../features/passes";
import { middles, stepTable, ValueCanvas } from "../../features/values";
import { greyOf } from "../../shared/ui/greys";
import { Empty } from "../../shared/ui/States";
import type { Desk } from "./desk";

export function ViewerFrame({ children }: { children: ReactNode }) {
  return <Box sx={{ gridArea: "viewer", minHeight: 0, position: "relative" }}>{children}</Box>;
}

export function FactsFrame({ children }: { children: ReactNode }) {
  return (
    <Box
      component="section"
      aria-label="Facts"
      sx={{ gridArea: "facts", overflow: "auto", bgcolor: "background.paper", px: 2.5, py: 1 }}
    >
      {children}
    </Box>
  );
}

export function StripFrame({ children, onDesk = false }: { children: ReactNode; onDesk?: boolean }) {
  return (
    <Box sx={{ gridArea: "strip", minWidth: 0, display: { xs: onDesk ? "none" : "block", md: "block" } }}>
      {children}
    </Box>
  );
}

interface StripProps {
  desk: Desk;
  chosen?: number | null;
  /** Only where there is room for it: not upright on a tablet, where the hand is at work on something else. */
  onDesk?: boolean;
}

/** The painting after every pass, below every view; one is chosen on the passes view only. */
export function PassesStrip({ desk, chosen = null, onDesk = false }: StripProps) {
  const navigate = useNavigate();
  const painting = desk.painting.data!;
  const passes = desk.passes.data?.passes ?? [];
  if (desk.passes.isPending && desk.standing.data?.passes !== "missing")
    return (
      <StripFrame onDesk={onDesk}>
        <Box sx={{ height: STRIP_PX }} />
      </StripFrame>
    );
  if (passes.length === 0) return null;
  return (
    <StripFrame onDesk={onDesk}>
      <StageStrip
        passes={passes}
        chosen={chosen}
        choose={(number) => void navigate(`/paintings/${desk.id}/passes?pass=${number}`)}
        proportion={painting.width_px / painting.height_px}
      />
    </StripFrame>
  );
}

/** The value map over the picture while a border moves or a step stands alone, whatever the view; or where it is asked for. */
export function MapLayer({
  desk,
  always = false,
  contours = false,
}: {
  desk: Desk;
  always?: boolean;
  contours?: boolean;
}) {
  const { live, isolated } = desk;
  const dragged = useMemo(() => live && { steps: stepTable(live), tones: middles(live).map(greyOf) }, [live]);
  const source = live ? desk.valueGreys.data : desk.mapGreys.data;
  if (!source || !(always || live !== null || isolated !== null)) return null;
  return (
    <ValueCanvas
      greys={source}
      steps={dragged?.steps ?? desk.keptSteps}
      tones={dragged?.tones ?? desk.keptTones}
      isolated={isolated}
      contours={contours && live === null && isolated === null}
      label={isolated === null ? "Value map" : `Value map, step ${isolated + 1} alone`}
    />
  );
}

/** Whether the ladder has the stage: a border moves, or a step stands alone. */
export const ladderShows = ({ live, isolated }: Desk): boolean => live !== null || isolated !== null;

/** Said where mixes or passes still speak of areas as they were. */
export function AreasMoved({ upToDate }: { upToDate: boolean }) {
  if (upToDate) return null;
  return (
    <Alert severity="info" sx={{ my: 1 }}>
      Something before this has changed since it was planned; places named here may be those of before. Bring
      the plan up to date.
    </Alert>
  );
}

export function NotPlanned({ what }: { what: string }) {
  return (
    <Empty title={`No ${what} yet`}>
      Press <strong>Plan the painting</strong> on the left. It takes a few seconds and can be repeated
      whenever something changes.
    </Empty>
  );
}
