/** The map in the strokes of its brushes, over the map itself until it is there. */
import { useState } from "react";

import { Alert, LinearProgress } from "@mui/material";

import { Layer } from "../../shared/ui/Viewer";

export function Strokes({ src, alt }: { src: string; alt: string }) {
  const [state, setState] = useState<"laying" | "laid" | "failed">("laying");
  return (
    <>
      {state === "failed" ? (
        <Alert severity="info" sx={{ position: "absolute", top: 0 }}>
          The strokes could not be laid. Choose another look, then this one again.
        </Alert>
      ) : (
        <Layer src={src} alt={alt} loaded={() => setState("laid")} failed={() => setState("failed")} />
      )}
      {state === "laying" && (
        <LinearProgress
          aria-label="Laying the strokes"
          sx={{ position: "absolute", top: 0, left: 0, right: 0 }}
        />
      )}
    </>
  );
}
