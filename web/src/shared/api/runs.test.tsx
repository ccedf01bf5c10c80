// @vitest-environment jsdom
import { QueryClientProvider, queryOptions } from "@tanstack/react-query";
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";

import { RunLine } from "../ui/RunLine";
import { ProblemError } from "./client";
import { isUnderWay, useRun, type Run } from "./runs";
import { StudioClient } from "./StudioClient";

const waiting: Run = {
  id: 7,
  kind: "palette",
  state: "waiting",
  share: 0,
  doing: "waiting for its turn",
  message: "",
  hint: "",
  result: null,
};

function Search({
  ask,
  begin,
  ended,
}: {
  ask: () => Run | null;
  begin: () => Promise<Run>;
  ended: () => void;
}) {
  const query = queryOptions({
    queryKey: ["run"],
    queryFn: () => Promise.resolve(ask()),
    refetchInterval: ({ state }) => (isUnderWay(state.data) ? 5 : false),
  });
  const search = useRun(query, begin, ended);
  return (
    <>
      <button onClick={() => search.begin(undefined)}>Find them</button>
      <RunLine label="Comparing tubes" doing={search.doing} stop={search.stop} />
    </>
  );
}

afterEach(cleanup);

const show = (ui: React.ReactElement) =>
  render(<QueryClientProvider client={new StudioClient()}>{ui}</QueryClientProvider>);

it("is begun, watched while it goes on, and told of once when it ends", async () => {
  let now: Run | null = null;
  const ended = vi.fn();
  const begin = () => Promise.resolve((now = { ...waiting, state: "running", doing: "comparing tubes" }));
  show(<Search ask={() => now} begin={begin} ended={ended} />);
  await userEvent.click(await screen.findByRole("button", { name: "Find them" }));
  expect(await screen.findByText("comparing tubes …")).toBeTruthy();
  expect(ended).not.toHaveBeenCalled();
  now = { ...waiting, state: "done", result: { keys: ["PW6"] } };
  await vi.waitFor(() => expect(ended).toHaveBeenCalledExactlyOnceWith(now));
  expect(screen.queryByRole("status")).toBeNull();
});

it("tells of an end that came before the page asked again, but not of one that was there already", async () => {
  let now: Run = { ...waiting, id: 6, state: "done" };
  const ended = vi.fn();
  const begin = () => Promise.resolve((now = { ...waiting, state: "done" }));
  show(<Search ask={() => now} begin={begin} ended={ended} />);
  await new Promise((resolve) => setTimeout(resolve, 20));
  expect(ended).not.toHaveBeenCalled();
  await userEvent.click(screen.getByRole("button", { name: "Find them" }));
  await vi.waitFor(() => expect(ended).toHaveBeenCalledExactlyOnceWith(now));
});

it("says why it could not be begun", async () => {
  const problem = { code: "x", message: "This is being searched already.", hint: "Wait for it to end." };
  const begin = () => Promise.reject(new ProblemError(problem, 409));
  show(<Search ask={() => null} begin={begin} ended={() => {}} />);
  await userEvent.click(screen.getByRole("button", { name: "Find them" }));
  expect((await screen.findByRole("alert")).textContent).toContain("searched already. Wait for it");
});
