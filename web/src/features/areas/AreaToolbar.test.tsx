// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";

import { AreaToolbar } from "./AreaToolbar";
import type { Area, Areas } from "./queries";
import type { AreaTool } from "./tools";
import type { AreaEdits } from "./useAreaEdits";

afterEach(cleanup);

const area = { id: "a01", name: "the cloth", centre: [0.5, 0.5], locked: false } as Area;
const other = { ...area, id: "a02", name: "a lemon" };
const areas = { areas: [area, other], edits: [] } as unknown as Areas;

function toolbar(tool: AreaTool | null = null, facts: Partial<Area> = {}) {
  const add = vi.fn(() => Promise.resolve(true));
  const edits = { add, setEdits: vi.fn(() => Promise.resolve(true)) } as unknown as AreaEdits;
  const setTool = vi.fn();
  const changed = vi.fn();
  render(
    <AreaToolbar
      area={{ ...area, ...facts }}
      areas={areas}
      edits={edits}
      tool={tool}
      setTool={setTool}
      changed={changed}
    />,
  );
  return { add, setTool, changed };
}

it("splits the chosen area by value from its menu", async () => {
  const { add, changed } = toolbar();
  await userEvent.click(screen.getByRole("button", { name: "Split" }));
  await userEvent.click(screen.getByRole("menuitem", { name: "Split by value" }));
  expect(add).toHaveBeenCalledWith(expect.objectContaining({ kind: "split", by: "value", spot: [0.5, 0.5] }));
  expect(changed).toHaveBeenCalled();
});

it("merges what was tapped, and says what to do meanwhile", async () => {
  const { add } = toolbar({ kind: "merge", with: ["a01", "a02"] });
  expect(screen.getByRole("status").textContent).toBe("Tap every area that belongs with it.");
  await userEvent.click(screen.getByRole("button", { name: "Merge 2 areas" }));
  expect(add).toHaveBeenCalledWith(expect.objectContaining({ kind: "merge" }));
});

it("lets a tool be put down again", async () => {
  const { setTool, add } = toolbar({ kind: "stroke" });
  await userEvent.click(screen.getByRole("button", { name: "Cancel" }));
  expect(setTool).toHaveBeenCalledWith(null);
  expect(add).not.toHaveBeenCalled();
});

it("leaves a locked area alone until it is unlocked", () => {
  toolbar(null, { locked: true });
  for (const name of ["Merge with…", "Split", "Add a piece"]) {
    expect(screen.getByRole<HTMLButtonElement>("button", { name }).disabled).toBe(true);
  }
  expect(screen.getByRole("button", { name: "Unlock" })).toBeTruthy();
});
