import { expect, test } from "vitest";

import { revisions } from "../api/revisions";
import { Turns } from "./turns";

const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

test("what is overtaken while it waits is left out, and an answer that is overtaken does not show", async () => {
  const turns = new Turns();
  const sent: string[] = [];
  const send = (what: string) => async () => {
    sent.push(what);
    await later(10);
    return what;
  };
  const first = turns.newest(send("first"));
  await later(1);
  const second = turns.newest(send("second"));
  const third = turns.newest(send("third"));
  expect(await Promise.all([first, second, third])).toEqual([null, null, "third"]);
  expect(sent).toEqual(["first", "third"]);
});

test("one that fails tells its caller and holds up nobody", async () => {
  const turns = new Turns();
  const failing = turns.newest(() => Promise.reject(new Error("refused")));
  await expect(failing).rejects.toThrow("refused");
  await expect(turns.newest(() => Promise.resolve("kept"))).resolves.toBe("kept");
});

test("each in turn is on its way from the moment it is asked for until the last is done", async () => {
  const turns = new Turns();
  const sent: string[] = [];
  const send = (what: string) => () => later(5).then(() => sent.push(what));
  const both = [turns.inTurn(send("first")), turns.inTurn(send("second"))];
  expect(revisions.changing).toBe(true);
  await both[0];
  expect([sent, revisions.changing]).toEqual([["first"], true]);
  await both[1];
  expect([sent, revisions.changing]).toEqual([["first", "second"], false]);
});
