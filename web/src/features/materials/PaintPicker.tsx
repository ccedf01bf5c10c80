/** Choose several paints by their swatches; a chosen one carries a tick, not only a frame. */
import { Box, ButtonBase, Typography } from "@mui/material";

import { Swatch } from "../../shared/ui/Swatch";

export interface Pickable {
  key: string;
  name: string;
  masstone: string;
}

interface Props {
  paints: Pickable[];
  chosen: ReadonlySet<string>;
  toggle: (key: string) => void;
  label: string;
}

export function PaintPicker({ paints, chosen, toggle, label }: Props) {
  return (
    <Box
      role="group"
      aria-label={label}
      sx={{ display: "grid", gap: 0.5, gridTemplateColumns: "repeat(auto-fill, minmax(190px, 1fr))" }}
    >
      {paints.map((paint) => {
        const on = chosen.has(paint.key);
        return (
          <ButtonBase
            key={paint.key}
            aria-pressed={on}
            onClick={() => toggle(paint.key)}
            sx={{
              justifyContent: "start",
              gap: 1,
              p: 0.75,
              minHeight: 44,
              textAlign: "left",
              borderRadius: "3px",
              bgcolor: on ? "divider" : "transparent",
            }}
          >
            <Box aria-hidden sx={{ width: 16, textAlign: "center" }}>
              {on ? "✓" : ""}
            </Box>
            <Swatch colour={paint.masstone} label={paint.name} size={28} />
            <Typography variant="body2">{paint.name}</Typography>
          </ButtonBase>
        );
      })}
    </Box>
  );
}
