import { QueryObserver } from "@tanstack/react-query";
import { expect, it } from "vitest";

import { StudioClient } from "./StudioClient";

it("does not show an answer that was given before a change, not even the very first", async () => {
  const client = new StudioClient();
  let state = "as it was";
  const waiting: (() => void)[] = [];
  const observer = new QueryObserver(client, {
    queryKey: ["report", 1],
    queryFn: () => {
      const seen = state;
      return new Promise<string>((answer) => waiting.push(() => answer(seen)));
    },
  });
  const shown: (string | undefined)[] = [];
  const stop = observer.subscribe((result) => shown.push(result.data));
  state = "changed";
  const asked = client.invalidateQueries({ queryKey: ["report"] });
  while (waiting.length < 2) await new Promise((again) => setTimeout(again, 1));
  waiting.forEach((answer) => answer());
  await asked;
  expect(shown.filter(Boolean)).toEqual(["changed"]);
  stop();
});

it("an answer that was on its way does not overwrite what a change was answered", async () => {
  const client = new StudioClient();
  let arrive = (_: string) => {};
  const asking = client
    .fetchQuery({ queryKey: ["who"], queryFn: () => new Promise<string>((done) => (arrive = done)) })
    .catch(() => "unread");
  client.setQueryData(["who"], "after the change");
  arrive("before the change");
  await asking;
  expect(client.getQueryData(["who"])).toBe("after the change");
  expect(client.isFetching()).toBe(0);
});
