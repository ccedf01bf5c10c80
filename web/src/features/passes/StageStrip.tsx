/** The painting after every pass, as a strip of small pictures. */
import { ButtonBase, Skeleton, Stack, Typography } from "@mui/material";

import type { PaintPass } from "./queries";

interface Props {
  passes: PaintPass[];
  chosen: number | null;
  choose: (number: number) => void;
  /** Width over height of the support. */
  proportion: number;
}

const HEIGHT_PX = 76;

/** The height of the strip, kept free until it comes, so that the picture above does not jump under the hand. */
export const STRIP_PX = 113;

export function StageStrip({ passes, chosen, choose, proportion }: Props) {
  return (
    <Stack
      direction="row"
      component="nav"
      aria-label="The painting after every pass"
      sx={{ gap: 1.5, px: 2, py: 1, height: STRIP_PX, overflowX: "auto", bgcolor: "background.default" }}
    >
      {passes.map((pass) => (
        <ButtonBase
          key={pass.number}
          onClick={() => choose(pass.number)}
          aria-current={chosen === pass.number}
          aria-label={`After pass ${pass.number}, ${pass.title}`}
          sx={{
            flexDirection: "column",
            flex: "none",
            borderBottom: 3,
            borderColor: chosen === pass.number ? "text.primary" : "transparent",
          }}
        >
          <Picture url={pass.stage_url} width={Math.round(HEIGHT_PX * Math.min(2.2, proportion))} />
          <Typography
            variant="caption"
            noWrap
            title={pass.title}
            sx={{ maxWidth: Math.round(1.3 * HEIGHT_PX * Math.min(2.2, proportion)) }}
          >
            {pass.number} {pass.title}
          </Typography>
        </ButtonBase>
      ))}
    </Stack>
  );
}

/** A stage, or its place while it is being painted. */
function Picture({ url, width }: { url: string; width: number }) {
  if (!url) return <Skeleton variant="rectangular" animation={false} width={width} height={HEIGHT_PX} />;
  return <img src={url} alt="" height={HEIGHT_PX} width={width} />;
}
