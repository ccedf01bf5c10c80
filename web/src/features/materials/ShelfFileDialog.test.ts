import { expect, it } from "vitest";

import { summary } from "./ShelfFileDialog";

const good = (line: number) => ({
  line,
  key: "PB29",
  name: "ultramarine blue",
  left_ml: 12,
  problem: null,
  hint: null,
});
const bad = (line: number) => ({ line, key: null, name: null, left_ml: null, problem: "No.", hint: "Do." });

it("says how many tubes can go on the shelf and how many rows are left out", () => {
  expect(summary([])).toBe("The file holds no tubes.");
  expect(summary([good(2)])).toBe("1 tube can go on the shelf.");
  expect(summary([good(2), good(3), bad(4)])).toBe(
    "2 tubes can go on the shelf. 1 row is left out for the reason given.",
  );
  expect(summary([bad(2), bad(3)])).toBe(
    "0 tubes can go on the shelf. 2 rows are left out for the reason given.",
  );
});
