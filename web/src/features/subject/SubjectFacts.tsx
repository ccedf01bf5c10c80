/** Facts of the subject: name, support, and which part of the photo is used. All of it can be changed later. */
import { useState } from "react";

import { Alert, Button, Slider, Stack, TextField, Typography } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Section } from "../../shared/ui/Facts";
import { useUndo } from "../../shared/undo/UndoProvider";
import { changePainting, type Painting, type PaintingChange } from "./queries";
import { SizeFields, type Size } from "./SizeFields";
import { written } from "./sizes";

export function SubjectFacts({ painting }: { painting: Painting }) {
  const queries = useQueryClient();
  const { edit } = useUndo();
  const [title, setTitle] = useState(painting.title);
  const [size, setSize] = useState<Size>({
    width: String(painting.width_mm),
    height: String(painting.height_mm),
    unit: "mm",
  });
  const [crop, setCrop] = useState({ x: painting.crop_x, y: painting.crop_y });
  const [problem, setProblem] = useState<string | null>(null);

  const keep = async (label: string, change: PaintingChange, back: PaintingChange) => {
    const apply = async (body: PaintingChange) => {
      const kept = await changePainting(painting.id, body);
      queries.setQueryData(["painting", painting.id], kept);
      setTitle(kept.title);
      setSize({ width: String(kept.width_mm), height: String(kept.height_mm), unit: "mm" });
      setCrop({ x: kept.crop_x, y: kept.crop_y });
      for (const key of ["paintings", "values", "areas", "mixes", "passes", "bench"]) {
        void queries.invalidateQueries({ queryKey: [key] });
      }
    };
    try {
      setProblem(null);
      await edit({ label, act: () => apply(change), undo: () => apply(back) });
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  const typedSize = written(size.width, size.height, size.unit);
  const keptSize = written(String(painting.width_mm), String(painting.height_mm), "mm");
  const slider = (axis: "x" | "y", label: string) => (
    <Stack>
      <Typography id={`crop-${axis}`} color="text.secondary">
        {label}
      </Typography>
      <Slider
        aria-labelledby={`crop-${axis}`}
        min={0}
        max={1}
        step={0.01}
        value={crop[axis]}
        onChange={(_, to) => setCrop({ ...crop, [axis]: to })}
        onChangeCommitted={(_, to) =>
          void keep("Moved the crop", axis === "x" ? { crop_x: to as number } : { crop_y: to as number }, {
            crop_x: painting.crop_x,
            crop_y: painting.crop_y,
          })
        }
      />
    </Stack>
  );
  return (
    <>
      {problem && <Alert severity="error">{problem}</Alert>}
      <Section title="Name">
        <TextField
          fullWidth
          slotProps={{ htmlInput: { "aria-label": "Name of the painting" } }}
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          onBlur={() =>
            title !== painting.title && void keep("Renamed", { title }, { title: painting.title })
          }
        />
      </Section>
      <Section title="Support">
        <SizeFields size={size} change={setSize} />
        <Button
          sx={{ mt: 1 }}
          variant="contained"
          disabled={typedSize === keptSize}
          onClick={() => void keep("Changed the support", { size: typedSize }, { size: keptSize })}
        >
          Use this support
        </Button>
      </Section>
      <Section title="Part of the photo">
        {painting.crop_moves === "across" && slider("x", "Left to right")}
        {painting.crop_moves === "down" && slider("y", "Top to bottom")}
        <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
          {painting.crop_moves === "nowhere"
            ? "The whole photo is used: it has the support’s proportions."
            : "The crop keeps the support’s proportions."}
        </Typography>
      </Section>
      <AdviceList advice={painting.advice} />
    </>
  );
}
