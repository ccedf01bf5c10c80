/** Paintings, swatches and diaries for the tests of the logbook. */
import type {
  Diary,
  DiaryEntry,
  DiarySitting,
  Learned,
  LearnedAll,
  MixedSwatch,
  Page,
  Pages,
} from "./queries";

export const tube = (key: string, name: string, colour = "#666666"): Page["palette"][number] => ({
  key,
  name,
  colour,
});

/** A painting from before, of 300 x 200 mm in six hours. */
export const page = (ref: string, title: string, facts: Partial<Page> = {}): Page => ({
  ref,
  title,
  painting: null,
  at: "2026-05-02T12:00:00Z",
  finished: "2026-05-02",
  width_mm: 300,
  height_mm: 200,
  area_cm2: 600,
  minutes: 360,
  units_min: null,
  planned_min: null,
  ml: 24,
  cost: 9,
  done: 1,
  sittings: 0,
  method: "glazes",
  mark: 4,
  tags: ["still life"],
  palette: [tube("PW6", "titanium white")],
  notes: "",
  handed: { painter: "", support: "", ground: "", varnish: "", varnished: null, words: "" },
  may_be_varnished: null,
  photo_url: "",
  price: null,
  ...facts,
});

export const pages = (own: Page[], facts: Partial<Pages> = {}): Pages => ({
  pages: own,
  wanted: own.length,
  total: own.length,
  rates: [],
  methods: ["glazes", "direct"],
  tags: ["still life", "animal"],
  tubes: [tube("PW6", "titanium white"), tube("PB29", "ultramarine blue")],
  rate: null,
  share: 0,
  ...facts,
});

export const swatch = (id: number, facts: Partial<MixedSwatch> = {}): MixedSwatch => ({
  id,
  name: `pile ${id}`,
  painting: 3,
  title: "Jug",
  at: "2026-06-01T09:00:00Z",
  ml: 3,
  parts: [
    { key: "PW6", name: "titanium white", colour: "#fefefe", ml: 2 },
    { key: "PBk9", name: "ivory black", colour: "#202020", ml: 1 },
  ],
  planned: "#808080",
  planned_lab: [54, 0, 0],
  wet: null,
  came_out: null,
  came_out_lab: null,
  value: 5.4,
  off_de00: null,
  off_words: "",
  how: "",
  note: "",
  away: null,
  ...facts,
});

/** A pile that was read when dry. */
export const readSwatch = (id: number, facts: Partial<MixedSwatch> = {}): MixedSwatch =>
  swatch(id, {
    came_out: "#858585",
    came_out_lab: [56, 0, 0],
    off_de00: 1.9,
    off_words: "close",
    how: "typed",
    ...facts,
  });

export const learned = (facts: Partial<Learned> = {}): Learned => ({
  what: "minutes",
  of: "",
  by: "",
  title: "Minutes at a unit",
  mean: 1.5,
  low: 1.4,
  high: 1.6,
  usual: 1,
  in_use: 1,
  count: 12,
  differs: true,
  since: null,
  ...facts,
});

export const learnedAll = (overall: Learned[], facts: Partial<LearnedAll> = {}): LearnedAll => ({
  overall,
  groups: [],
  observations: 40,
  left_out: 0,
  offered: false,
  own: false,
  fewest: 3,
  anew: [],
  ...facts,
});

export const entry = (
  kind: DiaryEntry["kind"],
  title: string,
  facts: Partial<DiaryEntry> = {},
): DiaryEntry => ({
  at: "2026-06-02T10:05:00Z",
  kind,
  title,
  words: "",
  minutes: null,
  planned_min: null,
  colours: [],
  pass_number: 0,
  photo_url: "",
  check: null,
  planned_url: "",
  line: null,
  mark: null,
  ...facts,
});

export const sitting = (
  number: number,
  entries: DiaryEntry[],
  facts: Partial<DiarySitting> = {},
): DiarySitting => ({
  number,
  opened: "2026-06-02T10:00:00Z",
  ended: "2026-06-02T12:00:00Z",
  worked_min: 95,
  waited_min: 0,
  temperature_c: 20,
  humidity_pct: 50,
  entries,
  ...facts,
});

export const diary = (facts: Partial<Diary> = {}): Diary => ({
  title: "Jug",
  worked_min: 95,
  sittings: [],
  loose: [],
  earlier: 0,
  hours: [],
  ...facts,
});
