/** From page to page of the list. */
import { Pagination } from "@mui/material";

interface Props {
  count: number;
  page: number;
  turn: (to: number) => void;
}

export default function PaintingPages({ count, page, turn }: Props) {
  return (
    <Pagination
      sx={{ mt: 4, display: "grid", justifyContent: "center" }}
      count={count}
      page={page}
      onChange={(_, to) => turn(to)}
    />
  );
}
