/** The plan on paper and as files. */
import { useState } from "react";

import { Button, LinearProgress, Stack, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import PdfIcon from "@mui/icons-material/Print";

import { inWords } from "../../shared/api/client";
import { Section } from "../../shared/ui/Facts";
import { useUndo } from "../../shared/undo/UndoProvider";
import { saveFile, type FileName } from "./queries";

const FILES: { name: FileName; label: string }[] = [
  { name: "plan.pdf", label: "Plan as PDF" },
  { name: "mixing-cards.pdf", label: "Mixing cards (PDF)" },
  { name: "passes.csv", label: "Steps (CSV)" },
  { name: "shopping.csv", label: "Shopping (CSV)" },
  { name: "recipes.csv", label: "Recipes (CSV)" },
  { name: "piles.cxf", label: "Spectra of the piles (CxF3)" },
  { name: "plan.json", label: "Plan (JSON)" },
  { name: "areas.svg", label: "Outlines (SVG)" },
  { name: "picture.png", label: "Finished picture (PNG)" },
  { name: "picture.jpg", label: "Finished picture (JPEG)" },
  { name: "picture.tif", label: "Finished picture (TIFF)" },
];

interface Props {
  paintingId: number;
  title: string;
  ready: boolean;
}

export function PlanFiles({ paintingId, title, ready }: Props) {
  const { tell } = useUndo();
  const [paper, setPaper] = useState<"A4" | "Letter">("A4");
  const [writing, setWriting] = useState(false);
  const save = async (name: FileName) => {
    setWriting(true);
    try {
      await saveFile(paintingId, name, paper, `${title} ${name}`);
    } catch (error) {
      tell(inWords(error));
    }
    setWriting(false);
  };
  return (
    <Section title="Take it to the easel">
      <Stack direction="row" spacing={1.5}>
        <Button
          variant="contained"
          startIcon={<PdfIcon />}
          disabled={!ready || writing}
          onClick={() => void save("studio-sheet.pdf")}
        >
          Studio sheet
        </Button>
        <ToggleButtonGroup
          exclusive
          value={paper}
          onChange={(_, to: "A4" | "Letter" | null) => to && setPaper(to)}
          aria-label="Paper"
        >
          <ToggleButton value="A4">A4</ToggleButton>
          <ToggleButton value="Letter">Letter</ToggleButton>
        </ToggleButtonGroup>
      </Stack>
      {writing && <LinearProgress aria-label="Writing the file" sx={{ mt: 1 }} />}
      <Stack direction="row" sx={{ flexWrap: "wrap", mt: 1 }}>
        {FILES.map((file) => (
          <Button key={file.name} disabled={!ready || writing} onClick={() => void save(file.name)}>
            {file.label}
          </Button>
        ))}
      </Stack>
      {!ready && (
        <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
          Files can be saved when the plan is up to date.
        </Typography>
      )}
    </Section>
  );
}
