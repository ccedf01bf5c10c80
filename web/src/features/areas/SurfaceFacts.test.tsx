// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it } from "vitest";

import type { Area } from "./queries";
import { SurfaceFacts } from "./SurfaceFacts";

afterEach(cleanup);

const area = (id: string, centre: number[]) =>
  ({ id, name: id, centre, gradation: null, growth: null, mirrors: null }) as unknown as Area;

it("lets an area become fur, or the reflection of what stands above them", async () => {
  const water = { ...area("a01", [0.5, 0.9]), may_mirror: "a03" };
  const said: unknown[] = [];
  const say = (words: unknown) => said.push(words);
  const all = [water, area("a02", [0.1, 0.5]), area("a03", [0.5, 0.4])];
  render(<SurfaceFacts area={water} areas={all} words={{}} say={say} />);
  await userEvent.click(screen.getByRole("combobox", { name: "Surface" }));
  await userEvent.click(screen.getByRole("option", { name: "Fur" }));
  await userEvent.click(screen.getByRole("combobox", { name: "Surface" }));
  await userEvent.click(screen.getByRole("option", { name: "Reflection" }));
  await userEvent.click(screen.getByRole("button", { name: "Draw a gradation" }));
  expect(said).toEqual([
    { growth: "fur", mirrors: "" },
    { growth: "none", mirrors: "a03" },
    {
      gradation: [
        [0.38, 0.9],
        [0.62, 0.9],
      ],
    },
  ]);
});
