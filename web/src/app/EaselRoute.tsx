/** The easel's own surround and large type, around the page that leads through a sitting. */
import { useMemo, useState } from "react";

import { Box, CssBaseline, ThemeProvider } from "@mui/material";
import { useParams } from "react-router";

import { EaselPage } from "../features/sittings/easel/EaselPage";
import { EASEL_SURROUNDS, easelTheme, type EaselSurround } from "./theme";

const KEPT = "surround at the easel";

export default function EaselRoute() {
  const painting = Number(useParams().paintingId);
  const [surround, setSurround] = useState<EaselSurround>(() => {
    const stored = localStorage.getItem(KEPT);
    return EASEL_SURROUNDS.find((one) => one === stored) ?? "Light";
  });
  const theme = useMemo(() => easelTheme(surround), [surround]);
  const next = () => {
    const after = EASEL_SURROUNDS[(EASEL_SURROUNDS.indexOf(surround) + 1) % EASEL_SURROUNDS.length]!;
    localStorage.setItem(KEPT, after);
    setSurround(after);
  };
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <Box sx={{ minHeight: "100dvh", bgcolor: "background.default", color: "text.primary" }}>
        <EaselPage key={painting} painting={painting} surround={surround} nextSurround={next} />
      </Box>
    </ThemeProvider>
  );
}
