/** A step for tests, all of it as usual but what is given. */
import type { PassStep } from "./queries";

export const step = (facts: Partial<PassStep>): PassStep => ({
  id: "block-in/a01/all",
  area: "a01",
  family: null,
  mix: "m01",
  technique: "opaque",
  medium: null,
  medium_share: 0,
  coats: 1,
  film_um: 80,
  area_cm2: 10,
  volume_ml: 1,
  medium_ml: 0,
  wait: "none",
  wet_with: [],
  between: [0, 3],
  bounded_by: ["", ""],
  reasons: [],
  ...facts,
});
