/** The tray as it lies: heaps along the far rim from warm to cool, and on the field the doses and the pile that they make. */
import { useState } from "react";

import { Box, ButtonBase, Slider, ToggleButton, ToggleButtonGroup, Tooltip, Typography } from "@mui/material";

import { ml } from "../../../shared/ui/numbers";
import type { Heap, TrayPile, TrayState } from "../queries";
import { add, DROPS_TO_A_PEA, pullBack, type ChangeTray, type Tray as Pile } from "../tray";
import { laidOut } from "./laying";

interface Props {
  tray: Pile;
  state: TrayState;
  change: ChangeTray;
}

type Scoop = "drop" | "pea" | "bead";
const SCOOPS: [Scoop, string][] = [
  ["drop", "a drop"],
  ["pea", "a pea"],
  ["bead", "1 cm of bead"],
];

export function Tray({ tray, state, change }: Props) {
  const [scoop, setScoop] = useState<Scoop>("pea");
  const take = (heap: Heap) => {
    const drops = dropsIn(scoop, heap);
    change(`Added ${heap.name}`, (now) => add(now, { key: heap.key, drops }));
  };
  const takeOf = (pile: TrayPile) =>
    change(`Added ${pile.name}`, (now) => add(now, { key: pile.key, drops: SCOOP_OF_A_PILE[scoop] }));
  return (
    <Box sx={{ bgcolor: "mat", borderRadius: "14px", p: { xs: 1, sm: 2 } }}>
      <Heaps heaps={state.heaps} scoop={scoop} take={take} />
      {state.piles.length > 0 && <Piles piles={state.piles} take={takeOf} />}
      <Box sx={{ display: "flex", alignItems: "center", flexWrap: "wrap", gap: 1.5, mt: 1 }}>
        <Typography id="scoop">A tap takes</Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={scoop}
          onChange={(_, to: Scoop | null) => to && setScoop(to)}
          aria-labelledby="scoop"
        >
          {SCOOPS.map(([name, title]) => (
            <ToggleButton key={name} value={name}>
              {title}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Box>
      {state.laid.length === 0 && tray.back.length === 0 ? (
        <Typography color="text.secondary" sx={{ py: 3 }}>
          Nothing is mixed yet. Tap a heap to lay some of it on the tray.
        </Typography>
      ) : (
        <Box
          sx={{
            display: "grid",
            gridTemplateColumns: `minmax(0,${FIELD_MM}fr) minmax(0,${PILE_MM}fr)`,
            gap: 1,
            mt: 1.5,
            alignItems: "center",
          }}
        >
          <Box sx={{ minWidth: 0 }}>
            <Laid state={state} />
            <Growth tray={tray} state={state} change={change} />
          </Box>
          <Mixed state={state} />
        </Box>
      )}
    </Box>
  );
}

/** A knife's tip of a mixed pile where a tube gives a centimetre. */
const SCOOP_OF_A_PILE: Record<Scoop, number> = { drop: 1, pea: DROPS_TO_A_PEA, bead: 2 * DROPS_TO_A_PEA };

/** How many drops a tap takes; a centimetre of bead depends on the tube's nozzle. */
function dropsIn(scoop: Scoop, heap: Heap): number {
  if (scoop === "drop") return 1;
  if (scoop === "pea") return DROPS_TO_A_PEA;
  return heap.drops_in_a_cm;
}

/** A tube with less than this left is told so. */
const SOON_EMPTY_ML = 5;

/** The heaps along the rim; a tap takes some of one. */
export function Heaps({ heaps, scoop, take }: { heaps: Heap[]; scoop: Scoop; take: (heap: Heap) => void }) {
  return (
    <Box
      component="ul"
      aria-label="Heaps on the tray, warm to cool"
      sx={{
        listStyle: "none",
        p: 0,
        m: 0,
        display: "grid",
        gap: 1,
        gridTemplateColumns: "repeat(auto-fit, minmax(84px, 1fr))",
      }}
    >
      {heaps.map((heap) => (
        <Box component="li" key={heap.key}>
          <ButtonBase
            onClick={() => take(heap)}
            aria-label={`Take ${SCOOPS.find(([name]) => name === scoop)![1]} of ${heap.name}`}
            sx={{ width: "100%", display: "block", borderRadius: "10px", p: 0.5 }}
          >
            <Box
              sx={{
                height: 52,
                mx: "auto",
                maxWidth: 92,
                bgcolor: heap.colour,
                borderRadius: "46% 54% 58% 42% / 62% 55% 45% 38%",
              }}
            />
            <Typography
              variant="caption"
              component="div"
              sx={{ textAlign: "center", mt: 0.5, lineHeight: 1.15 }}
            >
              {heap.name}
            </Typography>
          </ButtonBase>
          {heap.left_ml < SOON_EMPTY_ML && (
            <Typography variant="caption" component="div" sx={{ textAlign: "center", lineHeight: 1.15 }}>
              {ml(heap.left_ml)} left
            </Typography>
          )}
        </Box>
      ))}
    </Box>
  );
}

/** The painting's own piles, dark to light as they are mixed; a tap takes some of one. */
function Piles({ piles, take }: { piles: TrayPile[]; take: (pile: TrayPile) => void }) {
  return (
    <Box
      component="ul"
      aria-label="Piles of the painting"
      sx={{ listStyle: "none", p: 0, m: 0, mt: 1, display: "flex", flexWrap: "wrap" }}
    >
      {piles.map((pile) => (
        <li key={pile.key}>
          <Tooltip title={pile.name}>
            <ButtonBase
              onClick={() => take(pile)}
              aria-label={`Take some of ${pile.name}`}
              sx={{ width: 38, height: 44 }}
            >
              <Box sx={{ width: 30, height: 30, borderRadius: "50%", bgcolor: pile.colour }} />
            </ButtonBase>
          </Tooltip>
        </li>
      ))}
    </Box>
  );
}

/** As wide as the left part of the tray, so that it is about as large on most screens as in the hand. */
const FIELD_MM = 172;
const PILE_MM = 68;

/** The doses as they were laid, in true proportion. */
function Laid({ state }: { state: TrayState }) {
  const { places, height_mm } = laidOut(
    state.laid.map((dose) => dose.shapes),
    FIELD_MM,
  );
  return (
    <Box
      component="svg"
      viewBox={`-0.5 -0.5 ${FIELD_MM + 1} ${height_mm + 1}`}
      role="img"
      aria-label={`Laid in this order: ${state.laid.map((dose) => `${dose.words} of ${dose.name}`).join(", ")}`}
      sx={{ display: "block", width: "100%", mb: 1 }}
    >
      {places.map((spots, place) =>
        spots.map((spot, at) => (
          <rect
            key={`${place} ${at}`}
            x={spot.x}
            y={spot.y}
            width={spot.length_mm}
            height={spot.width_mm}
            rx={spot.width_mm / 2}
            fill={state.laid[place]!.colour}
            stroke="#939393"
            strokeWidth={0.25}
          />
        )),
      )}
    </Box>
  );
}

/** What the doses make when they are mixed, wet as it lies there. */
function Mixed({ state }: { state: TrayState }) {
  const last = state.laid.at(-1);
  if (!last) return null;
  return (
    <Box>
      <svg
        viewBox={`0 0 ${PILE_MM} ${last.pile_width_mm + 2}`}
        role="img"
        aria-label={`The pile, wet, ${last.wet}`}
      >
        <circle cx={PILE_MM / 2} cy={last.pile_width_mm / 2 + 1} r={last.pile_width_mm / 2} fill={last.wet} />
      </svg>
      <Typography sx={{ textAlign: "center" }}>{ml(last.pile_ml)}, wet</Typography>
    </Box>
  );
}

const CELL_PX = 112;

/** The pile after every dose, dry; it can be pulled back to any of them, and what was pulled back put in again. */
function Growth({ tray, state, change }: Props) {
  const doses = [...tray.doses, ...tray.back];
  const nameOf = new Map([
    ...[...state.heaps, ...state.piles].map((heap) => [heap.key, heap.name] as const),
    ...state.laid.map((dose) => [dose.key, dose.name] as const),
  ]);
  const pull = (count: number) =>
    change(count < tray.doses.length ? "Pulled the pile back" : "Put back into the pile", (now) =>
      pullBack(now, count),
    );
  return (
    <Box sx={{ overflowX: "auto" }}>
      <Box sx={{ width: CELL_PX * doses.length }}>
        <Box
          component="ol"
          aria-label="How the pile grew"
          sx={{ listStyle: "none", p: 0, m: 0, display: "flex" }}
        >
          {doses.map((dose, place) => {
            const laid = state.laid[place];
            const name = nameOf.get(dose.key) ?? dose.key;
            return (
              <Box component="li" key={place} sx={{ width: CELL_PX, flex: "none" }}>
                <ButtonBase
                  onClick={() => pull(place + 1)}
                  title={laid ? "Pull the pile back to here" : "Put back in up to here"}
                  sx={{ display: "block", width: "100%", textAlign: "left" }}
                >
                  <Box
                    sx={{
                      height: 44,
                      bgcolor: laid?.dry ?? "transparent",
                      border: laid ? 0 : "2px dashed",
                      borderColor: "text.secondary",
                    }}
                  />
                  <Typography variant="caption" component="div" sx={{ pt: 0.5, pr: 0.5, lineHeight: 1.2 }}>
                    <strong>{laid?.words ?? `${dose.drops} drops`}</strong> {name}
                    {laid?.de00 != null && <div>then ΔE {laid.de00.toFixed(1)}</div>}
                    {!laid && <div>pulled back</div>}
                  </Typography>
                </ButtonBase>
              </Box>
            );
          })}
        </Box>
        {doses.length > 1 && (
          <Box sx={{ width: CELL_PX * (doses.length - 1), ml: `${CELL_PX / 2}px` }}>
            <Slider
              aria-label="Pull the pile back"
              min={1}
              max={doses.length}
              step={1}
              marks
              track="normal"
              value={Math.max(1, tray.doses.length)}
              getAriaValueText={(count) => `after ${count} of ${doses.length} doses`}
              onChange={(_, to) => to !== tray.doses.length && pull(to as number)}
            />
          </Box>
        )}
      </Box>
    </Box>
  );
}
