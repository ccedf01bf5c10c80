/** Time in which nothing is painted: hatched, with what it is as its title. */
import { Box } from "@mui/material";

interface Props {
  left: string;
  width: string;
  title: string;
  quiet?: boolean;
}

export function Hatching({ left, width, title, quiet = false }: Props) {
  return (
    <Box
      title={title}
      sx={(theme) => ({
        position: "absolute",
        left,
        width,
        top: 0,
        bottom: 14,
        opacity: quiet ? 0.5 : 1,
        backgroundImage: `repeating-linear-gradient(135deg, ${theme.palette.text.secondary} 0 1px, transparent 1px ${quiet ? 9 : 6}px)`,
      })}
    />
  );
}
