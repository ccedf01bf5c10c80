// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, it } from "vitest";

import { inStudio } from "../../shared/testing";
import { PassageFacts, withOutlined } from "./Passages";
import type { Values, ValuesIn } from "./queries";

afterEach(cleanup);

const RING = [
  [0.1, 0.1],
  [0.4, 0.1],
  [0.4, 0.5],
] as unknown as NonNullable<Values["passages"][number]["rings"]>[number];

const values = (passages: Values["passages"]) =>
  ({
    method: "equal",
    count: 5,
    brush_mm: 10,
    finer_brush_mm: 6,
    passages,
    own_values: [],
    moved: [],
  }) as unknown as Values;

function shown(passages: Values["passages"]): ValuesIn[] {
  const asked: ValuesIn[] = [];
  inStudio(
    <PassageFacts
      values={values(passages)}
      change={(one) => asked.push(one)}
      outlining={false}
      outline={() => {}}
    />,
  );
  return asked;
}

it("a passage that was drawn round is laid one size finer", () => {
  const added = withOutlined(values([]), [
    { x: 0.1, y: 0.2 },
    { x: 0.3, y: 0.2 },
    { x: 0.3, y: 0.6 },
  ]);
  expect(added.passages).toEqual([
    {
      area: "",
      brush_mm: 6,
      rings: [
        [
          [0.1, 0.2],
          [0.3, 0.2],
          [0.3, 0.6],
        ],
      ],
    },
  ]);
});

it("each outlined passage has its brush and goes back to the rest alone, areas all at once", () => {
  const mine = { area: "", brush_mm: 6, rings: [RING] };
  const other = { area: "", brush_mm: 4, rings: [RING] };
  const area = { area: "a04", brush_mm: 6, rings: [RING] };
  const asked = shown([mine, area, other]);
  fireEvent.click(screen.getByRole("button", { name: "Passage 2 as the rest" }));
  expect(asked.at(-1)!.passages).toEqual([mine, area]);
  fireEvent.mouseDown(screen.getByRole("combobox", { name: "Passage 1" }));
  fireEvent.click(screen.getByRole("option", { name: "3 mm" }));
  expect(asked.at(-1)!.passages).toEqual([{ ...mine, brush_mm: 3 }, area, other]);
  fireEvent.click(screen.getByRole("button", { name: "The area with its own brush as the rest" }));
  expect(asked.at(-1)!.passages).toEqual([mine, other]);
});
