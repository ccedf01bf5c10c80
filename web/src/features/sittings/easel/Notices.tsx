/** What the painter has to know of the plan and of this device, each in a sentence, with what to do. */
import { Alert, Button } from "@mui/material";

import { saveText } from "../../../shared/api/download";
import type { Easel } from "./useAtEasel";

export function Notices({ easel, device }: { easel: Easel; device: string[] }) {
  return (
    <>
      {easel.easel?.plan === "changed" && (
        <Alert
          severity="info"
          sx={{ mb: 1.5 }}
          action={
            <Button color="inherit" onClick={() => void easel.at.takeNewPlan()}>
              Take it
            </Button>
          }
        >
          The plan at the desk has changed. You go on with the one you have until you take it.
        </Alert>
      )}
      {[...easel.notices, ...device.filter(Boolean)].map((notice) => (
        <Alert key={notice} severity="info" sx={{ mb: 1.5 }}>
          {notice}
        </Alert>
      ))}
      {easel.isToSave && (
        <Button variant="outlined" sx={{ mb: 1.5 }} onClick={() => saveText(easel.at.saved(), "acts.jsonl")}>
          Save them as a file
        </Button>
      )}
    </>
  );
}
