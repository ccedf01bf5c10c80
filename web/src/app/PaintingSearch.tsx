/** Finding a painting among many: by its title. */
import { TextField } from "@mui/material";

interface Props {
  wanted: string;
  search: (title: string) => void;
}

export default function PaintingSearch({ wanted, search }: Props) {
  return (
    <TextField
      label="Search by title"
      size="small"
      defaultValue={wanted}
      onChange={(event) => search(event.target.value)}
      sx={{ mb: 3, width: 320, maxWidth: "100%" }}
    />
  );
}
