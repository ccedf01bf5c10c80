/** A large swatch on the mat with its words beneath, to be held against what lies on the palette. */
import { Box, Typography } from "@mui/material";

export function Patch({ colour, label }: { colour: string; label: string }) {
  return (
    <Box sx={{ flex: 1 }}>
      <Box role="img" aria-label={`${label}, ${colour}`} sx={{ height: 76, bgcolor: colour }} />
      <Typography component="div" sx={{ textAlign: "center", color: "onMat", pt: 0.5 }}>
        {label}
      </Typography>
    </Box>
  );
}
