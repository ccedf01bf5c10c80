/** Tells that a change is on its way to the studio, and asks before the page is left with it. */
import { useEffect, useSyncExternalStore } from "react";

import { Typography } from "@mui/material";

import { revisions } from "../shared/api/revisions";

const SEEN_AFTER_MS = 300;

export function Saving() {
  const changing = useSyncExternalStore(revisions.watch, () => revisions.changing);
  useEffect(() => {
    const leaving = (event: BeforeUnloadEvent) => revisions.changing && event.preventDefault();
    window.addEventListener("beforeunload", leaving);
    return () => window.removeEventListener("beforeunload", leaving);
  }, []);
  if (!changing) return null;
  return (
    <Typography
      role="status"
      aria-label="Saving"
      sx={{
        animation: `shown 0s ${SEEN_AFTER_MS}ms both`,
        "@keyframes shown": { from: { opacity: 0 }, to: { opacity: 1 } },
      }}
    >
      Saving …
    </Typography>
  );
}
