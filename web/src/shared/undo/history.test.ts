import { expect, it } from "vitest";

import { scopeAt } from "./history";

it.each([
  ["/paintings/12/values", "", 12],
  ["/paintings/12/passes", "?pass=3", 12],
  ["/mixes", "?painting=7&mix=m01", 7],
  ["/mixes", "", null],
  ["/materials", "", "shelf"],
  ["/materials/palettes", "", "shelf"],
  ["/", "", null],
])("undoes at %s%s what belongs there", (path, search, scope) => {
  expect(scopeAt(path, search)).toBe(scope);
});
