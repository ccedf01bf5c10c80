/** Factors, diaries and paintings in a painter's words. */
import { cm2, ml } from "../../shared/ui/numbers";
import type {
  DiaryEntry,
  DiarySitting,
  Entry,
  Estimate,
  Learned,
  MixedSwatch,
  Page,
  PlanChange,
  What,
} from "./queries";

const SHARES: What[] = ["loss", "dosing hand"];

/** A factor as it is said: times the usual, a share, or value steps. */
export function said(what: What, number: number): string {
  if (what === "value") {
    const steps = Math.abs(number).toFixed(1);
    return `${steps === "0.0" ? "" : number < 0 ? "−" : "+"}${steps} steps`;
  }
  if (what === "dosing hand") return `± ${Math.round(number * 100)} %`;
  if (SHARES.includes(what)) return `${Math.round(number * 100)} %`;
  return `${number.toFixed(2)} ×`;
}

/** The interval that holds it eight times in ten. */
export const between = ({ what, low, high }: Learned): string =>
  what === "value"
    ? `${said(what, low)} to ${said(what, high)}`
    : `${said(what, low).replace(/[ %×]+$/, "")} to ${said(what, high)}`;

export const counted = (count: number, fewest: number): string =>
  count < fewest ? `${count} seen: too few to say` : `from ${count}`;

const UNITS: Partial<Record<What, string>> = {
  ml: "ml",
  loss: "ml",
  minutes: "min",
  mixing: "min",
  drying: "min",
  dose: "ml",
};

/** What was found where something was expected. */
export function seen(what: What, { expected, found }: Entry): string {
  const unit = UNITS[what] ? ` ${UNITS[what]}` : "";
  const digits = UNITS[what] === "min" ? 0 : what.startsWith("dos") ? 2 : 1;
  const [one, other] = [found.toFixed(digits), expected.toFixed(digits)];
  if (what === "loss") return `${one} of ${other}${unit}`;
  return `${one}${unit}, ${other} expected`;
}

/** What lies outside the usual, with a sentence each; the painter's habits. */
export const claims = (learned: Learned[]): { factor: Learned; words: string }[] =>
  learned
    .filter((one) => one.differs)
    .map((one) => ({
      factor: one,
      words: `${TOLD[one.what](one)}${one.of ? ` (${groupWords(one)})` : ""}.`,
    }));

const PLANES: Record<string, string> = { front: "foreground", middle: "middle ground", back: "background" };

/** A group in words: "glaze", "background", "flat, 25 mm". */
export const groupWords = ({ of, by }: Pick<Learned, "of" | "by">): string =>
  by === "depth" ? (PLANES[of] ?? of) : of;

const times = ({ mean }: Learned) => `${mean.toFixed(1)} times`;

const TOLD: Record<What, (one: Learned) => string> = {
  ml: (one) => `You take ${times(one)} the paint of a usual plan`,
  loss: ({ mean }) => `${Math.round(mean * 100)} % of your paint stays in brush and palette`,
  minutes: (one) => `Your units take ${times(one)} the usual minutes`,
  mixing: (one) => `Mixing a pile takes you ${times(one)} the usual minutes`,
  drying: (one) => `Your coats dry in ${times(one)} the usual time`,
  shift: (one) => `Your paint goes ${times(one)} as far from wet to dry`,
  value: ({ mean }) =>
    `You come out ${Math.abs(mean).toFixed(1)} steps ${mean > 0 ? "lighter" : "darker"} than you mean`,
  dose: (one) => `Your doses are ${times(one)} what they should be`,
  "dosing hand": ({ mean }) => `Your doses vary by ${Math.round(mean * 100)} %`,
};

/** What happened, in a word. */
export const KINDS: Record<DiaryEntry["kind"], string> = {
  painted: "Painted",
  mixed: "Mixed",
  job: "Done",
  "left out": "Left out",
  note: "Note",
  astray: "Pile",
  dry: "Dry",
  left: "Left over",
  weighed: "Weighed",
  wiped: "Wiped off",
  "put back": "Again",
  air: "Air",
  photo: "Photo",
  line: "Written",
};

const timeOf = new Intl.DateTimeFormat("en-GB", { timeStyle: "short" });
const dayOf = new Intl.DateTimeFormat("en-GB", {
  weekday: "short",
  day: "numeric",
  month: "short",
  year: "numeric",
});

export const atTime = (at: string): string => timeOf.format(new Date(at));
export const onDay = (at: string): string => dayOf.format(new Date(at));

const shortDayOf = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium" });
export const shortDay = (at: string): string => shortDayOf.format(new Date(at));

const calendarDayOf = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeZone: "UTC" });
/** A day of the calendar ("2026-06-14"), the same in every zone. */
export const calendarDay = (day: string): string => calendarDayOf.format(new Date(day));

export const sittingWords = ({ number, opened, ended }: DiarySitting): string =>
  `Sitting ${number}, ${onDay(opened)}, ${atTime(opened)}${ended === null ? "" : ` to ${atTime(ended)}`}`;

/** Minutes as they are said of work. */
export const hours = (minutes: number): string =>
  minutes < 60 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`;

/** Hours as a painter types them, in minutes: "3.5", "3,5", "3:30", "40 min"; null where nothing or no time was typed. */
export function asMinutes(typed: string): number | null {
  const text = typed.trim().toLowerCase();
  const clock = /^(\d+):(\d{2})$/.exec(text);
  if (clock) return Number(clock[1]) * 60 + Number(clock[2]);
  const told = /^(\d+(?:[.,]\d+)?)\s*(h|hours?|min|minutes?)?$/.exec(text);
  if (!told) return null;
  const [, typedNumber = "", unit] = told;
  const number = Number(typedNumber.replace(",", "."));
  return unit?.startsWith("m") ? number : number * 60;
}

/** Sizes to look for, in cm2. */
export const SIZES: readonly (readonly [key: string, title: string])[] = [
  ["", "any"],
  ["0-300", "under 300 cm²"],
  ["300-800", "300 to 800 cm²"],
  ["800-2000", "800 to 2,000 cm²"],
  ["2000-250000", "over 2,000 cm²"],
];

/** What a painting is, in a line: size, hours, paint. */
export const pageFacts = ({ width_mm, height_mm, minutes, ml: volume, done }: Page): string =>
  [
    `${Math.round(width_mm)} × ${Math.round(height_mm)} mm`,
    minutes == null ? "" : `${hours(minutes)}${done < 1 ? " so far" : ""}`,
    volume == null ? "" : ml(volume),
  ]
    .filter(Boolean)
    .join(" · ");

/** Where a painting of the logbook is shown in full. */
export const pageAddress = ({ ref, painting }: Pick<Page, "ref" | "painting">): string =>
  painting == null ? `/logbook/earlier/${ref}` : `/logbook/${painting}`;

/** Minutes at units against those planned for them. */
export const rateWords = (over: number | null | undefined): string =>
  over == null ? "" : `${over.toFixed(2)} ×`;

const becomes = (what: string, now: string, then: string): string =>
  now === then ? `${now} of ${what}, as now` : `${now} → about ${then} of ${what}`;
const fromTo = (least: string, most: string): string => (least === most ? most : `${least} to ${most}`);

/** What a plan takes now and would take, a figure each. */
export const effectWords = (change: PlanChange): string[] => [
  becomes("work", hours(60 * change.hours), hours(60 * change.hours_after)),
  becomes("waiting", hours(change.wait_min), hours(change.wait_min_after)),
  becomes("paint", ml(change.ml), fromTo(ml(change.ml_least), ml(change.ml_most))),
];

/** A number with what it lies between eight times in ten. */
export const spanWords = (
  { likely, low, high }: Estimate["minutes"],
  say: (number: number) => string,
): string => `about ${say(likely)}; ${say(low)} to ${say(high)} eight times in ten`;

const LINES: Record<string, [title: string, say: (number: number) => string]> = {
  surface: ["Surface", cm2],
  minutes: ["At work", hours],
  "minutes a dm2": ["At work, for a square decimetre", hours],
  "minutes at units": ["At its units", hours],
  "minutes planned": ["Planned for them", hours],
  ml: ["Paint mixed", ml],
  "ml a dm2": ["Paint, for a square decimetre", ml],
  cost: ["Cost of paint", (number) => money(number)],
  "cost a dm2": ["Cost, for a square decimetre", (number) => money(number)],
  mark: ["Your mark", (number) => `${number} of 5`],
};

/** A line of a comparison: its title and both numbers; what nobody knows stays empty. */
export function comparedLine(what: string, first: number | null, second: number | null): string[] {
  const [title, say] = LINES[what] ?? [what, String];
  return [title, ...[first, second].map((one) => (one === null ? "" : say(one)))];
}

/** Whether a text is a colour as the server reads it, or still being typed. */
export const isColour = (typed: string): boolean =>
  /^#?[0-9a-f]{6}$/i.test(typed.trim()) || /^\s*\d+(\.\d+)?(\s*[,;]\s*-?\d+(\.\d+)?){2}\s*$/.test(typed);

/** A colour as the server reads it. */
export const writtenColour = (lab: number[]): string => lab.map((one) => one.toFixed(1)).join(", ");

/** A pile that was mixed before, in a line. */
export const beforeWords = ({ name, title, away, off_de00 }: MixedSwatch): string =>
  `${name}${title ? `, for “${title}”` : ""}: ${
    off_de00 === null ? "planned" : "it came out"
  } ΔE ${(away ?? 0).toFixed(1)} from this target${
    off_de00 === null ? "; nobody read how it came out" : ""
  }.`;

/** What something costs: to the unit where that is near enough. */
export const money = (amount: number): string =>
  amount < MONEY_IN_FULL ? amount.toFixed(2) : String(Math.round(amount));
const MONEY_IN_FULL = 20;
