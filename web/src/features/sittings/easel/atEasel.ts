/**
 * A painting at the easel on this device: what the studio said last, what was done since, and what waits for the network. An act
 * counts at once, is written down here, and is sent when there is somebody to send it to; each is sent until it was taken, and
 * counts once.
 */
import { inWords, ProblemError } from "../../../shared/api/client";
import { apply } from "./apply";
import { baseOf, clockWords, timeNow, type Base } from "./deviceClock";
import {
  openSitting,
  readEasel,
  readList,
  sendActs,
  sendPhoto,
  takePlan,
  type ActIn,
  type ActKind,
  type Course,
  type EaselState,
  type TakenList,
} from "./queries";
import * as store from "./store";
import type { Waiting } from "./store";

export interface Snapshot {
  /** Nothing is known yet, something is, or nothing can be known. */
  phase: "loading" | "ready" | "failed";
  easel: EaselState | null;
  list: TakenList | null;
  course: Course | null;
  /** How many acts wait to be sent. */
  waiting: number;
  isOnline: boolean;
  /** What the painter has to know of this device: one sentence each. */
  notices: string[];
  /** Acts that the studio did not take, or will never get. */
  isToSave: boolean;
  error: unknown;
}

const EVERY_MS = 3_000;
const MOST_AT_ONCE = 200;
const UNREACHED = 0;

export class AtEasel {
  private easel: EaselState | null = null;
  private list: TakenList | null = null;
  private base: Base | null = null;
  private queue: Waiting[] = [];
  private refused: ActIn[] = [];
  private isOnline = true;
  private error: unknown = null;
  private isFull = false;
  private told: string[] = [];
  private sending: Promise<void> | null = null;
  private timer: ReturnType<typeof setInterval> | null = null;
  private readonly listeners = new Set<() => void>();
  private readonly others =
    typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("at the easel");
  private shown: Snapshot = this.toldNow();

  constructor(private readonly painting: number) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): Snapshot => this.shown;

  /** The studio's time now, in milliseconds. */
  readonly now = (): number => timeNow(this.base, Date.now(), performance.now());

  /** Begin with what this device keeps, then ask the studio, and go on asking until `leave`. */
  async begin(): Promise<void> {
    this.timer = setInterval(() => void this.look(), EVERY_MS);
    globalThis.addEventListener("online", this.lookNow);
    this.others?.addEventListener("message", this.heardFromTab);
    await this.fromDevice();
    await this.look();
  }

  leave(): void {
    if (this.timer) clearInterval(this.timer);
    globalThis.removeEventListener("online", this.lookNow);
    this.others?.removeEventListener("message", this.heardFromTab);
  }

  /** Do something: it counts at once. */
  async act(kind: ActKind, more: Partial<ActIn> & { file?: Blob } = {}): Promise<void> {
    const { file, ...said } = more;
    const sitting = said.sitting ?? this.course()?.sittings.at(-1)?.id;
    if (!sitting) return;
    const one: Waiting = {
      painting: this.painting,
      act: {
        id: store.randomId(),
        at: new Date(this.now()).toISOString(),
        kind,
        sitting,
        ...said,
        seq: 0,
        text: said.text ?? "",
        photo: said.photo ?? "",
      },
      ...(file ? { photo: file } : {}),
    };
    this.queue = [...this.queue, one];
    this.changed();
    try {
      one.act.seq = await store.nextCount();
      await store.queue(one);
      this.isFull = false;
    } catch {
      this.isFull = true; // it still counts, and is sent as long as this page is open
    }
    this.changed();
    await this.look();
  }

  /** Open a sitting. The first needs the studio, which lays out the work; later ones can be opened without it. */
  async open(): Promise<void> {
    const sitting = `sitting-${store.randomId()}`;
    if (this.isOnline) {
      try {
        await this.take(await openSitting(this.painting, sitting, await this.device()));
        return;
      } catch (error) {
        if (!(error instanceof ProblemError && error.status === UNREACHED) || !this.list) throw error;
      }
    }
    await this.act("open", { sitting });
  }

  async takeNewPlan(): Promise<void> {
    await this.take(await takePlan(this.painting));
  }

  /** Ask the studio how it stands, after sending what waits. */
  async look(): Promise<void> {
    this.sending ??= this.sendAndAsk().finally(() => (this.sending = null));
    await this.sending;
  }

  /** What the studio has not got, and will not get: as lines for a file. What waits goes on waiting. */
  saved(): string {
    const lines = [...this.refused, ...this.queue.map((one) => one.act)].map((act) => JSON.stringify(act));
    this.refused = [];
    this.changed();
    return lines.join("\n");
  }

  private readonly lookNow = () => void this.look();

  private readonly heardFromTab = (event: MessageEvent<number>) => {
    if (event.data === this.painting) void this.fromDevice().then(() => this.look());
  };

  private async device(): Promise<string> {
    try {
      return await store.deviceName();
    } catch {
      return "a device that keeps nothing";
    }
  }

  private async fromDevice(): Promise<void> {
    try {
      const kept = await store.kept(this.painting);
      const waiting = await store.waiting(this.painting);
      const unwritten = this.queue.filter((one) => !waiting.some((other) => other.act.id === one.act.id));
      this.queue = [...waiting, ...(this.isFull ? unwritten : [])];
      if (kept && !this.easel) {
        this.easel = kept.easel;
        this.list = kept.list;
        this.base ??= { ...kept.base, page: null };
      }
    } catch {
      this.isFull = true;
    }
    this.changed();
  }

  private async sendAndAsk(): Promise<void> {
    try {
      if (this.queue.length > 0) await this.oneAtATime(() => this.send());
      else await this.take(await readEasel(this.painting));
      this.error = null;
    } catch (error) {
      this.heardTrouble(error);
    }
    this.changed();
  }

  /** Two tabs of one device share what waits: only one of them sends it. */
  private async oneAtATime(what: () => Promise<void>): Promise<void> {
    if ("locks" in navigator) await navigator.locks.request(`easel-${this.painting}`, what);
    else await what();
  }

  private async send(): Promise<void> {
    while (this.queue.length > 0) {
      const some = this.queue.slice(0, MOST_AT_ONCE);
      const acts: ActIn[] = [];
      for (const one of some)
        acts.push(one.photo ? { ...one.act, photo: await sendPhoto(this.painting, one.photo) } : one.act);
      try {
        await this.sendSome(acts);
      } catch (error) {
        if (!isRefusal(error)) throw error;
        for (const act of acts) await this.sendAlone(act);
      }
    }
  }

  private async sendSome(acts: ActIn[]): Promise<void> {
    const answer = await sendActs(
      this.painting,
      await this.device(),
      new Date(this.now()).toISOString(),
      acts,
    );
    await this.isTaken(acts);
    if (answer.told.length > 0) this.told = answer.told;
    await this.take(answer);
    this.others?.postMessage(this.painting);
  }

  private async sendAlone(act: ActIn): Promise<void> {
    try {
      await this.sendSome([act]);
    } catch (error) {
      if (!isRefusal(error)) throw error;
      this.refused = [...this.refused, act];
      await this.isTaken([act]);
    }
  }

  private async isTaken(acts: ActIn[]): Promise<void> {
    const ids = new Set(acts.map((act) => act.id));
    this.queue = this.queue.filter((one) => !ids.has(one.act.id));
    await store.sent([...ids]).catch(() => (this.isFull = true));
  }

  private async take(easel: EaselState): Promise<void> {
    this.base = baseOf(easel.now, Date.now(), performance.now());
    if (easel.taken !== null && easel.taken !== this.list?.id)
      this.list = await readList(this.painting, easel.taken);
    this.easel = easel;
    this.isOnline = true;
    this.error = null;
    try {
      await store.keep(this.painting, { easel, list: this.list, base: this.base });
      this.isFull = false;
    } catch {
      this.isFull = true;
    }
    this.changed();
  }

  private heardTrouble(error: unknown): void {
    const status = error instanceof ProblemError ? error.status : UNREACHED;
    this.isOnline = status > UNREACHED && status < 500;
    this.error = error;
  }

  private course(): Course | null {
    const { easel, list } = this;
    if (!easel?.course || !list) return null;
    return this.queue.reduce((course, one) => apply(course, one.act, list), easel.course);
  }

  private changed(): void {
    this.shown = this.toldNow();
    for (const listener of this.listeners) listener();
  }

  private toldNow(): Snapshot {
    return {
      phase: this.easel ? "ready" : this.error ? "failed" : "loading",
      easel: this.easel,
      list: this.list,
      course: this.course(),
      waiting: this.queue.length,
      isOnline: this.isOnline,
      notices: [...this.notices()],
      isToSave: this.refused.length > 0 || (this.isGone() && this.queue.length > 0),
      error: this.error,
    };
  }

  private isGone(): boolean {
    return this.error instanceof ProblemError && this.error.status === 404;
  }

  private *notices(): Generator<string> {
    if (this.easel?.in_bin)
      yield "This painting lies in the bin at the desk. What you do here is kept; take it out of the bin to go on planning.";
    if (this.isGone())
      yield "This painting was removed for good at the desk. What waits stays on this device; save it as a file.";
    else if (this.error instanceof ProblemError && this.error.status === 401)
      yield "You are logged out. What you do stays on this device until you log in at the desk.";
    else if (this.easel && this.error && this.isOnline) yield inWords(this.error);
    if (this.isFull)
      yield "The storage of this device is full: keep this page open until everything is sent, or make room.";
    if (this.refused.length > 0)
      yield `${this.refused.length} of your acts could not be kept by the studio. Save them as a file.`;
    const words = clockWords(this.base);
    if (words) yield words;
    else yield* this.told;
  }
}

/** The studio understood and does not take it; sending it again would change nothing. */
const isRefusal = (error: unknown): boolean =>
  error instanceof ProblemError && (error.status === 422 || error.status === 413 || error.status === 400);
