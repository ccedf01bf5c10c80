/** One of a few named ways, with its label always in sight. */
import { useId } from "react";

import { FormControl, InputLabel, MenuItem, Select } from "@mui/material";

interface Props {
  label: string;
  value: string;
  options: (readonly [key: string, title: string])[];
  choose: (key: string) => void;
}

export function Choice({ label, value, options, choose }: Props) {
  const id = useId();
  return (
    <FormControl fullWidth size="small" sx={{ mt: 1.5 }}>
      <InputLabel id={id} shrink>
        {label}
      </InputLabel>
      <Select
        labelId={id}
        label={label}
        notched
        displayEmpty
        value={value}
        onChange={(event) => choose(event.target.value)}
      >
        {options.map(([key, title]) => (
          <MenuItem key={key} value={key}>
            {title}
          </MenuItem>
        ))}
      </Select>
    </FormControl>
  );
}
