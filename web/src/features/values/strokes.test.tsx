// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, it } from "vitest";

import { inStudio } from "../../shared/testing";
import { Strokes } from "./Strokes";

afterEach(cleanup);

it("says that the strokes are being laid until they are there", () => {
  inStudio(<Strokes src="/laid.jpg" alt="The map in strokes" />);
  expect(screen.getByRole("progressbar", { name: "Laying the strokes" })).toBeDefined();
  fireEvent.load(screen.getByRole("img", { name: "The map in strokes" }));
  expect(screen.queryByRole("progressbar")).toBeNull();
});

it("says so where they cannot be laid", () => {
  inStudio(<Strokes src="/laid.jpg" alt="The map in strokes" />);
  fireEvent.error(screen.getByRole("img", { name: "The map in strokes" }));
  expect(screen.getByRole("alert").textContent).toContain("could not be laid");
  expect(screen.queryByRole("progressbar")).toBeNull();
});
