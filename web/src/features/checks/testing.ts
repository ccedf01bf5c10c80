/** A measured photo for the tests of checks. */
import type { AreaFinding, Check, Checks, Landmark, Mend, Report } from "./queries";

export const area = (id: string, facts: Partial<AreaFinding> = {}): AreaFinding => ({
  area: id,
  name: `area ${id}`,
  value_error: 0,
  value_uncertainty: 0.1,
  value_within: 0.2,
  chroma_error: 0,
  hue_error_deg: 0,
  de00: 4,
  painted: "#808080",
  planned: "#909090",
  words: "as planned",
  covered: 0.934,
  looks_like: null,
  streaks: 0,
  seen: 1,
  wet: false,
  ...facts,
});

export const mend = (action: string, facts: Partial<Mend> = {}): Mend => ({
  kind: "value",
  action,
  why: `because of ${action}`,
  cure: "",
  areas: ["a01"],
  at: [0.5, 0.5],
  seen: true,
  ...facts,
});

export const landmark = (name: string, facts: Partial<Landmark> = {}): Landmark => ({
  name,
  kind: "corner",
  at_mm: [40, 50],
  painted_mm: [40, 50],
  dx_mm: 0,
  dy_mm: 0,
  off_mm: 0.2,
  off_words: "",
  sigma_mm: 0.3,
  is_off: false,
  ...facts,
});

export const report = (facts: Partial<Report> = {}): Report => ({
  trust: { by: "areas", value_sigma: 0.2, de00_sigma: 2, words: "Values to a quarter of a step." },
  corners: [],
  corners_by_hand: false,
  rim: 0,
  pose: { turn_deg: 0, shift_mm: [0, 0] },
  areas: [],
  turned: [],
  edges: [],
  landmarks: [],
  leaning: [],
  distances: [],
  mend: [],
  offers: [],
  accents: [],
  done: false,
  words: "Stop here: nothing is left that the eye would see.",
  advice: [],
  ...facts,
});

export const check = (facts: Partial<Check> = {}): Check => ({
  id: 8,
  number: 2,
  stage: "pass 2, block-in",
  taken: "2026-06-01T09:00:00Z",
  state: "measured",
  things: 2,
  done: false,
  photo_url: "/photo.jpg",
  second_url: "",
  photo_width: 400,
  photo_height: 300,
  flat_url: "/flat.jpg",
  planned_url: "/planned.png",
  reference_url: "/reference.png",
  picture_url: "/small.jpg",
  asked: { number: 2, corners: null, grey: null, piles: [], wet: [], moved: [] },
  message: "",
  hint: "",
  plan_changed: false,
  report: report(),
  ...facts,
});

export const checks = (facts: Partial<Checks> = {}): Checks => ({
  checks: [],
  stages: [
    { number: 0, title: "the drawing" },
    { number: 2, title: "pass 2, block-in" },
  ],
  areas: [
    { id: "a01", name: "the jug", centre: [0.3, 0.5] },
    { id: "a02", name: "the wall", centre: [0.7, 0.2] },
  ],
  piles: [{ id: "m01", name: "dark blue", colour: "#101030" }],
  wet: [],
  suggested: 2,
  focal: null,
  width_mm: 300,
  height_mm: 200,
  run: null,
  ...facts,
});
