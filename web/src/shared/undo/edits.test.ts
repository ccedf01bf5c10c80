import { expect, it } from "vitest";

import { EditStack } from "./edits";

function stack() {
  const log: string[] = [];
  const next: (string | null)[] = [];
  const edits = new EditStack((label) => next.push(label));
  const edit = (label: string, wait: Promise<unknown> = Promise.resolve()) => ({
    label,
    act: async () => {
      await wait;
      log.push(label);
    },
    undo: async () => void log.push(`undo ${label}`),
  });
  return { edits, edit, log, next };
}

it("takes back the newest edit first", async () => {
  const { edits, edit, log } = stack();
  await edits.carryOut(edit("a"));
  await edits.carryOut(edit("b"));
  expect(await edits.undo()).toBe("b");
  expect(await edits.undo()).toBe("a");
  expect(await edits.undo()).toBeNull();
  expect(log).toEqual(["a", "b", "undo b", "undo a"]);
});

it("carries out again what was taken back, until something else is done", async () => {
  const { edits, edit, log } = stack();
  await edits.carryOut(edit("a"));
  await edits.carryOut(edit("b"));
  await edits.undo();
  await edits.undo();
  expect(await edits.redo()).toBe("a");
  await edits.carryOut(edit("c"));
  expect(await edits.redo()).toBeNull();
  expect(log).toEqual(["a", "b", "undo b", "undo a", "a", "c"]);
  expect(await edits.undo()).toBe("c");
});

it("waits for an edit that is still being kept before taking it back", async () => {
  const { edits, edit, log } = stack();
  let keep = () => {};
  const slow = edits.carryOut(edit("slow", new Promise<void>((done) => (keep = done))));
  const undone = edits.undo();
  keep();
  await Promise.all([slow, undone]);
  expect(log).toEqual(["slow", "undo slow"]);
});

it("forgets an edit that was refused", async () => {
  const { edits, edit, next } = stack();
  await expect(edits.carryOut(edit("bad", Promise.reject(new Error("no"))))).rejects.toThrow("no");
  expect(next.at(-1)).toBeNull();
  expect(await edits.undo()).toBeNull();
});
