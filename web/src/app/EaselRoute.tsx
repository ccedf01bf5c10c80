/** The easel's own surround and large type, around the page that leads through a sitting. */
import { useMemo } from "react";

import { Box, CssBaseline, ThemeProvider } from "@mui/material";
import { useParams } from "react-router";

import { EaselPage } from "../features/sittings/easel/EaselPage";
import { after, useKept } from "../shared/kept";
import { EASEL_SURROUNDS, easelTheme, type EaselSurround } from "./theme";

export default function EaselRoute() {
  const painting = Number(useParams().paintingId);
  const [surround, choose] = useKept<EaselSurround>("surround at the easel", EASEL_SURROUNDS, "Light");
  const theme = useMemo(() => easelTheme(surround), [surround]);
  const next = () => choose(after(EASEL_SURROUNDS, surround));
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <Box sx={{ minHeight: "100dvh", bgcolor: "background.default", color: "text.primary" }}>
        <EaselPage key={painting} painting={painting} surround={surround} nextSurround={next} />
      </Box>
    </ThemeProvider>
  );
}
