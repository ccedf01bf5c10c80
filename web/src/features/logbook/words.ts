/** Factors in a painter's words. */
import type { DiaryEntry, DiarySitting, Entry, Learned, What } from "./queries";

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
};

/** What was found where something was expected. */
export function seen(what: What, { expected, found }: Entry): string {
  const unit = UNITS[what] ? ` ${UNITS[what]}` : "";
  const digits = what === "minutes" || what === "mixing" || what === "drying" ? 0 : 1;
  const [one, other] = [found.toFixed(digits), expected.toFixed(digits)];
  if (what === "loss") return `${one} of ${other}${unit}`;
  return `${one}${unit}, ${other} expected`;
}

/** What lies outside the usual, in a sentence each; the painter's habits. */
export const claims = (learned: Learned[]): string[] =>
  learned.filter((one) => one.differs).map((one) => `${TOLD[one.what](one)}${one.of ? ` (${one.of})` : ""}.`);

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
  air: "Air",
  photo: "Photo",
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

export const sittingWords = ({ number, opened, ended }: DiarySitting): string =>
  `Sitting ${number}, ${onDay(opened)}, ${atTime(opened)}${ended === null ? "" : ` to ${atTime(ended)}`}`;

/** Minutes as they are said of work. */
export const hours = (minutes: number): string =>
  minutes < 60 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`;
