/** The value ladder beside the picture: the steps of this painting, light above dark. */
import { Box, Typography } from "@mui/material";

import { greyOf } from "../../../shared/ui/greys";
import type { TakenList } from "./queries";

export function Ladder({ list }: { list: TakenList }) {
  const steps = list.steps.map((step, place) => ({ ...step, number: place + 1 })).reverse();
  return (
    <Box
      component="ol"
      aria-label="Value ladder"
      sx={{ m: 0, p: 0.5, listStyle: "none", display: "flex", flexDirection: "column", bgcolor: "mat" }}
    >
      {steps.map(({ number, value }) => {
        const grey = greyOf(value);
        return (
          <Box
            component="li"
            key={number}
            aria-label={`Step ${number}, value ${value.toFixed(1)}`}
            sx={{
              flex: 1,
              width: 56,
              display: "grid",
              placeItems: "center",
              bgcolor: `rgb(${grey} ${grey} ${grey})`,
            }}
          >
            <Typography component="span" sx={{ color: value > 5 ? "#000" : "#fff" }}>
              {value.toFixed(1)}
            </Typography>
          </Box>
        );
      })}
    </Box>
  );
}
