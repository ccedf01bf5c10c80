import { expect, test } from "vitest";

import { withFacts } from "./address";

test("a fact is set, another taken out, the rest stay", () => {
  const next = withFacts("?mix=m08&ml=5&mode=hand", { ml: 7, mode: null, aim: undefined });
  expect(next.toString()).toBe("mix=m08&ml=7");
});

test("a fact with spaces and colons comes back as it was", () => {
  expect(withFacts("", { parts: "PW6:2 PBr7bs:1" }).get("parts")).toBe("PW6:2 PBr7bs:1");
});
