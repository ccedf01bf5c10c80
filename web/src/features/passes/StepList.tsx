/** The parts of a unit in their order: what goes where, why there; to be moved by hand, with what that would break. */
import { useState } from "react";

import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragOverEvent,
} from "@dnd-kit/core";
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { Box, Button, IconButton, Stack, Typography } from "@mui/material";
import HandleIcon from "@mui/icons-material/DragIndicator";

import { cm2, ml, share } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import type { Area } from "../areas";
import type { Mix } from "../mixes";
import { Choice } from "../../shared/ui/Choice";
import { breaksAt, moveTo, reordered } from "./order";
import type { Move, PaintPass, PassStep } from "./queries";

const WAITS = { none: "", "touch-dry": "dry to the touch before it", dry: "dry through before it" } as const;

interface Props {
  pass: PaintPass;
  /** The step (id) with which a pass in pieces goes on. */
  next: string | null;
  /** The steps (ids) that are listed. */
  only: readonly string[];
  /** Let a step begin a unit of its own. */
  part: (step: string) => void;
  mixes: ReadonlyMap<string, Mix>;
  areas: ReadonlyMap<string, Area>;
  /** The area that is looked at: its steps are marked. */
  area: string | null;
  lookAt: (area: string | null) => void;
  chooseMix: (id: string) => void;
  move: (move: Move) => void;
  setAside: (rule: string, title: string) => void;
  /** The techniques with their words, and how to lay a step by one. */
  techniques: readonly (readonly [name: string, words: string])[];
  /** What the reasons of steps are called, by their rule. */
  titles: Readonly<Record<string, string>>;
  lay: (step: PassStep, technique: string) => void;
}

export function StepList({
  pass,
  next,
  only,
  part,
  mixes,
  areas,
  area,
  lookAt,
  chooseMix,
  move,
  setAside,
  techniques,
  titles,
  lay,
}: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const [moved, setMoved] = useState<{ key: string; order: string[] } | null>(null);
  const [over, setOver] = useState<{ step: PassStep; to: number } | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const key = pass.steps.map((one) => one.id).join();
  const byId = new Map(pass.steps.map((one) => [one.id, one]));
  const whole = moved?.key === key ? moved.order : pass.steps.map((one) => one.id);
  const order = whole.filter((id) => only.includes(id));
  const placeOf = (id: unknown) => pass.steps.findIndex((one) => one.id === id);

  const dragOver = (event: DragOverEvent) => {
    const step = byId.get(String(event.active.id));
    const to = event.over ? placeOf(event.over.id) : -1;
    setOver(step && to >= 0 ? { step, to } : null);
  };
  const dragEnd = (event: DragEndEvent) => {
    setOver(null);
    const from = placeOf(event.active.id);
    const to = event.over ? placeOf(event.over.id) : -1;
    if (from < 0 || to < 0 || from === to) return;
    setMoved({ key, order: reordered(whole, from, to) });
    move(moveTo(pass.steps, from, to, pass.role, next));
  };
  const breaks = over && breaksAt(over.step, over.to, titles);
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragOver={dragOver}
      onDragEnd={dragEnd}
      onDragCancel={() => setOver(null)}
    >
      <SortableContext items={order} strategy={verticalListSortingStrategy}>
        <Box component="ol" aria-label="Parts in order" sx={{ listStyle: "none", p: 0, m: 0 }}>
          {order.map((id, place) => {
            const one = byId.get(id);
            const mix = one && mixes.get(one.mix);
            if (!one || !mix) return null;
            return (
              <StepRow
                key={id}
                step={one}
                mix={mix}
                area={areas.get(one.area)}
                marked={one.area === area}
                part={place > 0 ? () => part(id) : null}
                open={open === id}
                toggle={() => {
                  setOpen(open === id ? null : id);
                  lookAt(open === id ? null : one.area);
                }}
                chooseMix={chooseMix}
                setAside={setAside}
                techniques={techniques}
                titles={titles}
                lay={lay}
              />
            );
          })}
        </Box>
      </SortableContext>
      <Typography
        role="status"
        aria-label="What the move breaks"
        sx={{ position: "sticky", bottom: 0, bgcolor: "background.paper", py: over ? 1 : 0, fontWeight: 600 }}
      >
        {over ? (breaks ? `▲ ${breaks}` : "No rule is broken here.") : ""}
      </Typography>
    </DndContext>
  );
}

interface RowProps {
  step: PassStep;
  mix: Mix;
  area: Area | undefined;
  marked: boolean;
  part: (() => void) | null;
  open: boolean;
  toggle: () => void;
  chooseMix: (id: string) => void;
  setAside: (rule: string, title: string) => void;
  techniques: Props["techniques"];
  titles: Props["titles"];
  lay: Props["lay"];
}

const isRule = (rule: string) => /\.R\d/.test(rule);

function StepRow({
  step,
  mix,
  area,
  marked,
  part,
  open,
  toggle,
  chooseMix,
  setAside,
  techniques,
  titles,
  lay,
}: RowProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({
      id: step.id,
    });
  const name = `${area ? `${area.index + 1} ${area.name}` : step.area}${step.family ? `, ${step.family}` : ""}`;
  const place = transform ? `translateY(${transform.y}px)` : undefined;
  return (
    <Box
      component="li"
      ref={setNodeRef}
      style={{ transform: place, transition }}
      sx={{
        position: "relative",
        zIndex: isDragging ? 2 : "auto",
        bgcolor: "background.paper",
        boxShadow: isDragging ? 3 : 0,
        borderLeft: 3,
        borderColor: marked ? "text.primary" : "transparent",
        "@media (prefers-reduced-motion: reduce)": { transition: "none !important" }, // the style's own glides
      }}
    >
      <Stack direction="row" sx={{ alignItems: "center" }}>
        <IconButton
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={`Move ${name}`}
          sx={{ touchAction: "none", cursor: "grab", width: 32, height: 44, borderRadius: 1 }}
        >
          <HandleIcon fontSize="small" />
        </IconButton>
        <Button
          fullWidth
          color="inherit"
          onClick={toggle}
          aria-expanded={open}
          sx={{ justifyContent: "start", gap: 1.25, textAlign: "left", fontWeight: 400, px: 0.5, py: 0.5 }}
        >
          <Swatch colour={mix.dry} label="dry" size={34} />
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Box sx={{ lineHeight: 1.25 }}>{name}</Box>
            <Typography variant="caption" component="div" color="text.secondary">
              {mix.name}
              {step.coats > 1 ? ` · ${step.coats} coats` : ""}
              {step.technique === "opaque" ? "" : ` · ${step.technique}`}
              {step.medium_share > 0 ? `, ${share(step.medium_share)} ${step.medium}` : ""}
            </Typography>
          </Box>
          <Box sx={{ whiteSpace: "nowrap" }}>{ml(step.volume_ml)}</Box>
        </Button>
      </Stack>
      {open && (
        <Box sx={{ pl: 4, pr: 1, pb: 1.5 }}>
          <Typography variant="caption" component="p" color="text.secondary" sx={{ mb: 1 }}>
            {cm2(step.area_cm2)} · wet film {Math.round(step.film_um)} µm
            {step.medium_ml > 0 ? ` · ${ml(step.medium_ml)} ${step.medium}` : ""}
            {WAITS[step.wait] ? ` · ${WAITS[step.wait]}` : ""}
          </Typography>
          <Typography variant="h4" sx={{ fontSize: "1rem" }}>
            Why here
          </Typography>
          <Box component="ul" sx={{ pl: 2.25, my: 0.5 }}>
            {step.reasons.map((reason) => (
              <li key={reason.rule + reason.words}>
                <strong>{titles[reason.rule] ?? reason.rule}.</strong> {reason.words}{" "}
                {isRule(reason.rule) && (
                  <Button
                    size="small"
                    onClick={() => setAside(reason.rule, titles[reason.rule] ?? reason.rule)}
                    sx={{ minHeight: 28, py: 0 }}
                  >
                    Turn off
                  </Button>
                )}
              </li>
            ))}
            {step.reasons.length === 0 && <li>No rule places it: do it at any time in this pass.</li>}
          </Box>
          {techniques.length > 0 && (
            <Choice
              label="How it is laid"
              value={step.technique}
              options={techniques.map(([technique]) => [technique, technique])}
              choose={(technique) => lay(step, technique)}
            />
          )}
          <Button size="small" onClick={() => chooseMix(step.mix)}>
            The mix
          </Button>
          {part && (
            <Button size="small" onClick={part}>
              Begin a unit here
            </Button>
          )}
        </Box>
      )}
    </Box>
  );
}
