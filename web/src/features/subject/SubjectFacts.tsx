/** Facts of the subject: name, support, and which part of the photo is used. All of it can be changed later. */
import { useState } from "react";

import { Alert, Button, Slider, Stack, TextField, Typography } from "@mui/material";
import { inWords } from "../../shared/api/client";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Section } from "../../shared/ui/Facts";
import type { Spot } from "../../shared/ui/Handles";
import { useTyped } from "../../shared/ui/useTyped";
import { Adjust } from "./Adjust";
import type { Painting, PaintingChange } from "./queries";
import { SizeFields, type Size } from "./SizeFields";
import { written } from "./sizes";
import type { Adjustments, Tool } from "./tools";
import { useKeepPainting } from "./useKeepPainting";

interface Props {
  painting: Painting;
  /** The tool whose handles lie on the photo, and where they lie. */
  tool: Tool | null;
  handles: Spot[];
  radius: number;
  choose: (tool: Tool | null) => void;
  setRadius: (radius: number) => void;
}

export function SubjectFacts({ painting, tool, handles, radius, choose, setRadius }: Props) {
  const keepPainting = useKeepPainting(painting.id);
  const [size, setSize] = useState<Size>({
    width: String(painting.width_mm),
    height: String(painting.height_mm),
    unit: "mm",
  });
  const [crop, setCrop] = useState({ x: painting.crop_x, y: painting.crop_y, size: painting.crop_size });
  const [problem, setProblem] = useState<string | null>(null);

  const keep = async (change: PaintingChange) => {
    try {
      setProblem(null);
      await keepPainting(change);
      choose(null);
      return true;
    } catch (error) {
      setProblem(inWords(error));
      return false;
    }
  };
  const title = useTyped(painting.title, (title) => keep({ title }));
  const adjust = (adjustments: Adjustments) => keep({ adjustments });
  const typedSize = written(size.width, size.height, size.unit);
  const keptSize = written(String(painting.width_mm), String(painting.height_mm), "mm");
  const slider = (axis: "x" | "y" | "size", label: string) => (
    <Stack>
      <Typography id={`crop-${axis}`} color="text.secondary">
        {label}
      </Typography>
      <Slider
        aria-labelledby={`crop-${axis}`}
        min={axis === "size" ? 0.2 : 0}
        max={1}
        step={0.01}
        value={crop[axis]}
        onChange={(_, to) => setCrop({ ...crop, [axis]: to })}
        onChangeCommitted={(_, to) => void keep({ [`crop_${axis}`]: to as number })}
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
          {...title.field}
        />
      </Section>
      <Section title="Support">
        <SizeFields size={size} change={setSize} />
        <Button
          sx={{ mt: 1 }}
          variant="contained"
          disabled={typedSize === keptSize}
          onClick={() => void keep({ size: typedSize })}
        >
          Use this support
        </Button>
      </Section>
      <Section title="Part of the photo">
        {slider("size", "How much of it")}
        {(painting.crop_moves === "across" || painting.crop_moves === "both") && slider("x", "Left to right")}
        {(painting.crop_moves === "down" || painting.crop_moves === "both") && slider("y", "Top to bottom")}
        <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
          {painting.crop_moves === "nowhere"
            ? "The whole photo is used: it has the support’s proportions."
            : "The crop keeps the support’s proportions."}
        </Typography>
      </Section>
      <Adjust
        painting={painting}
        tool={tool}
        handles={handles}
        radius={radius}
        choose={choose}
        setRadius={setRadius}
        adjust={adjust}
        keep={keep}
      />
      <AdviceList advice={painting.advice} />
    </>
  );
}
