/** The size of the support: common formats in mm or inches, turned either way, or any other. */
import { Box, Button, Stack, TextField, ToggleButton, ToggleButtonGroup } from "@mui/material";
import TurnIcon from "@mui/icons-material/ScreenRotation";

import { converted, FORMATS, type Unit } from "./sizes";

export interface Size {
  width: string;
  height: string;
  unit: Unit;
}

export function SizeFields({ size, change }: { size: Size; change: (size: Size) => void }) {
  const upright = Number(size.height) > Number(size.width);
  const unit = (to: Unit) =>
    change({
      width: converted(size.width, size.unit, to),
      height: converted(size.height, size.unit, to),
      unit: to,
    });
  return (
    <Stack spacing={2}>
      <Box role="group" aria-label="Common formats" sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
        {FORMATS[size.unit].map((format) => {
          const [width, height] = upright ? [format.height, format.width] : [format.width, format.height];
          const chosen = Number(size.width) === width && Number(size.height) === height;
          return (
            <Button
              key={width * height}
              variant={chosen ? "contained" : "outlined"}
              aria-pressed={chosen}
              onClick={() => change({ ...size, width: String(width), height: String(height) })}
            >
              {width} × {height}
            </Button>
          );
        })}
      </Box>
      <Stack direction="row" spacing={1.5} sx={{ alignItems: "center" }}>
        <TextField
          label="Width"
          value={size.width}
          inputMode="decimal"
          onChange={(event) => change({ ...size, width: event.target.value })}
        />
        <TextField
          label="Height"
          value={size.height}
          inputMode="decimal"
          onChange={(event) => change({ ...size, height: event.target.value })}
        />
        <ToggleButtonGroup
          exclusive
          value={size.unit}
          onChange={(_, to: Unit | null) => to && unit(to)}
          aria-label="Unit"
        >
          <ToggleButton value="mm">mm</ToggleButton>
          <ToggleButton value="in">in</ToggleButton>
        </ToggleButtonGroup>
      </Stack>
      <Box>
        <Button
          startIcon={<TurnIcon />}
          onClick={() => change({ ...size, width: size.height, height: size.width })}
        >
          Turn the support
        </Button>
      </Box>
    </Stack>
  );
}
