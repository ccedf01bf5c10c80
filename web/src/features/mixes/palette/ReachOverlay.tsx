/** What a palette cannot reach, hatched over the picture. */
import { Box } from "@mui/material";

export function ReachOverlay({ maskUrl, shareOut }: { maskUrl: string; shareOut: number }) {
  const mask = `url(${maskUrl})`;
  return (
    <Box
      role="img"
      aria-label={`${Math.round(shareOut * 100)} percent of the picture is out of these tubes’ reach`}
      sx={{
        position: "absolute",
        inset: 0,
        background: (theme) =>
          `repeating-linear-gradient(45deg, ${theme.palette.background.paper} 0 3px, ${theme.palette.text.primary} 3px 6px, transparent 6px 16px)`,
        maskImage: mask,
        maskMode: "luminance",
        maskSize: "100% 100%",
      }}
    />
  );
}
