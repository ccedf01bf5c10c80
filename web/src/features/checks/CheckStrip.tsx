/** All checks so far, the newest first, each with its picture and how much there is to mend. */
import { Button, ButtonBase, Stack, Typography } from "@mui/material";

import type { Summary } from "./queries";
import { summaryWords, whenWords } from "./words";

const HEIGHT_PX = 70;

interface Props {
  checks: Summary[];
  chosen: number | null;
  choose: (check: number) => void;
  fresh: () => void;
  proportion: number;
}

export function CheckStrip({ checks, chosen, choose, fresh, proportion }: Props) {
  return (
    <Stack
      direction="row"
      component="nav"
      aria-label="All checks of the painting"
      sx={{ gap: 1.5, px: 2, py: 1, overflowX: "auto", bgcolor: "background.default", alignItems: "center" }}
    >
      <Button
        variant={chosen === null ? "contained" : "outlined"}
        onClick={fresh}
        sx={{ flex: "none", minHeight: 56 }}
      >
        New photo
      </Button>
      {checks.map((one) => (
        <ButtonBase
          key={one.id}
          onClick={() => choose(one.id)}
          aria-current={chosen === one.id}
          sx={{
            flexDirection: "column",
            alignItems: "start",
            flex: "none",
            borderBottom: 3,
            borderColor: chosen === one.id ? "text.primary" : "transparent",
          }}
        >
          <img
            src={one.picture_url}
            alt=""
            height={HEIGHT_PX}
            width={Math.round(HEIGHT_PX * Math.min(2.2, proportion))}
            style={{ objectFit: "cover" }}
          />
          <Typography variant="caption" sx={{ lineHeight: 1.2 }}>
            {one.stage} · {whenWords(one.taken)}
          </Typography>
          <Typography variant="caption" color="text.secondary" sx={{ lineHeight: 1.2 }}>
            {summaryWords(one)}
          </Typography>
        </ButtonBase>
      ))}
    </Stack>
  );
}
