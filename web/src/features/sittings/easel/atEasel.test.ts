// @vitest-environment jsdom
import "fake-indexeddb/auto";

import { IDBFactory } from "fake-indexeddb";
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { ProblemError } from "../../../shared/api/client";
import { AtEasel } from "./atEasel";
import told from "./course.json";
import type { ActIn, Course, EaselState, TakenList } from "./queries";
import * as queries from "./queries";
import * as store from "./store";

vi.mock("./queries");

const list = { ...(told.list as unknown as TakenList), id: 1 };
const course = { ...told.courses[1]!, minutes: told.minutes } as unknown as Course;
const NOW = "2026-06-01T09:00:00Z";
const easel = {
  now: NOW,
  painting: 7,
  title: "Cup",
  taken: 1,
  course,
  plan: "same",
  stages: {},
  told: [],
  in_bin: false,
} as unknown as EaselState;

const offline = () => Promise.reject(new ProblemError({ code: "web.unreachable", message: "", hint: "" }, 0));
const refused = () =>
  Promise.reject(new ProblemError({ code: "site.malformed", message: "", hint: "" }, 422));

let kept: ActIn[] = [];
let at: AtEasel;

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  kept = [];
  vi.mocked(queries.readEasel).mockResolvedValue(easel);
  vi.mocked(queries.readList).mockResolvedValue(list);
  vi.mocked(queries.sendActs).mockImplementation((_painting, _device, _now, acts) => {
    kept.push(...acts);
    return Promise.resolve(easel);
  });
  at = new AtEasel(7);
});

afterEach(async () => {
  at.leave();
  await store.closed();
});

it("an act counts at once and is sent", async () => {
  await at.begin();
  await at.act("start", { task: "u1" });
  expect(kept.map((act) => [act.kind, act.task, act.seq])).toEqual([["start", "u1", 1]]);
  expect(at.snapshot().waiting).toBe(0);
});

it("without the network acts wait in their order, are kept through a reload, and are sent once it is back", async () => {
  await at.begin();
  vi.mocked(queries.sendActs).mockImplementation(offline);
  vi.mocked(queries.readEasel).mockImplementation(offline);
  await at.act("start", { task: "u1" });
  await at.act("done", { task: "u1" });
  expect(at.snapshot()).toMatchObject({ waiting: 2, isOnline: false });
  expect(at.snapshot().course?.tasks.u1?.state).toBe("done");
  at.leave();

  const again = new AtEasel(7);
  await again.begin();
  expect(again.snapshot().phase).toBe("ready");
  expect(again.snapshot().course?.tasks.u1?.state).toBe("done");
  vi.mocked(queries.sendActs).mockImplementation((_painting, _device, _now, acts) => {
    kept.push(...acts);
    return Promise.resolve(easel);
  });
  await again.look();
  expect(kept.map((act) => act.kind)).toEqual(["start", "done"]);
  expect(again.snapshot().waiting).toBe(0);
  again.leave();
});

it("a photo is sent before the act that names it", async () => {
  await at.begin();
  vi.mocked(queries.sendPhoto).mockResolvedValue("photo.jpg");
  await at.act("note", { text: "look", file: new Blob(["x"]) });
  expect(kept[0]).toMatchObject({ kind: "note", photo: "photo.jpg" });
});

it("what the studio refuses is set aside and told, and does not hold up the rest", async () => {
  await at.begin();
  vi.mocked(queries.sendActs).mockImplementation((_painting, _device, _now, acts) => {
    if (acts.some((act) => act.kind === "air")) return refused();
    kept.push(...acts);
    return Promise.resolve(easel);
  });
  await Promise.all([at.act("air", {}), at.act("pause")]);
  await at.look();
  expect(kept.map((act) => act.kind)).toEqual(["pause"]);
  expect(at.snapshot().notices.join()).toContain("could not be kept");
  expect(at.snapshot().isToSave).toBe(true);
  expect(JSON.parse(at.saved())).toMatchObject({ kind: "air" });
  expect(at.snapshot().isToSave).toBe(false);
});

it("a full storage is said, and what is done is sent all the same", async () => {
  await at.begin();
  vi.spyOn(store, "queue").mockRejectedValueOnce(new DOMException("full", "QuotaExceededError"));
  vi.mocked(queries.sendActs).mockImplementationOnce(offline);
  await at.act("start", { task: "u1" });
  expect(at.snapshot().notices.join()).toContain("storage of this device is full");
  expect(at.snapshot().waiting).toBe(1);
  await at.look();
  expect(kept.map((act) => act.kind)).toEqual(["start"]);
});

it("a painting that is gone for good is said, and nothing that waits is thrown away", async () => {
  await at.begin();
  const gone = () => Promise.reject(new ProblemError({ code: "site.not_found", message: "", hint: "" }, 404));
  vi.mocked(queries.sendActs).mockImplementation(gone);
  await at.act("start", { task: "u1" });
  expect(at.snapshot().waiting).toBe(1);
  expect(at.snapshot().notices.join()).toContain("removed for good");
  expect(JSON.parse(at.saved())).toMatchObject({ kind: "start", task: "u1" });
  expect(at.snapshot().waiting).toBe(1);
});
