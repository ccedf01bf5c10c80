/** With which brush the value map is laid in one area. */
import { MenuItem, TextField } from "@mui/material";

import { mm } from "../../shared/ui/numbers";
import { withBrush } from "./passages";
import { askedOf, type Values, type ValuesIn } from "./queries";
import { BRUSHES_MM } from "./brushes";

interface Props {
  values: Values;
  area: string;
  change: (values: ValuesIn) => void;
}

const AS_THE_REST = 0;

export function AreaBrush({ values, area, change }: Props) {
  const own = values.passages.find((one) => one.area === area);
  const finer = BRUSHES_MM.filter((width) => width < values.brush_mm);
  const offered = own && !finer.includes(own.brush_mm) ? [...finer, own.brush_mm] : finer;
  return (
    <TextField
      select
      fullWidth
      size="small"
      label="Brush of the value map here"
      value={own?.brush_mm ?? AS_THE_REST}
      onChange={(event) => {
        const brush = Number(event.target.value);
        const passages = withBrush(values.passages, area, brush === AS_THE_REST ? null : brush);
        change({ ...askedOf(values), passages });
      }}
      sx={{ my: 1.5 }}
    >
      <MenuItem value={AS_THE_REST}>as the rest, {mm(values.brush_mm)}</MenuItem>
      {[...offered].reverse().map((width) => (
        <MenuItem key={width} value={width}>
          {mm(width)}
        </MenuItem>
      ))}
    </TextField>
  );
}
