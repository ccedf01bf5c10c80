import { renderToStaticMarkup } from "react-dom/server";
import { expect, it } from "vitest";

import { ValueLadder } from "./ValueLadder";

const steps = [3, 5, 8].map((value, index) => ({
  index,
  value,
  share: 1 / 3,
  area_cm2: 400,
  grey: "#777777",
}));

const markup = (isolated: number | null) =>
  renderToStaticMarkup(
    <ValueLadder
      steps={steps}
      thresholds={[4, 6.5]}
      bytes={Uint8Array.from([76, 127, 204])}
      isolated={isolated}
      isolate={() => {}}
      move={() => {}}
    />,
  );

it("offers a slider for every border, with its value in words", () => {
  const sliders = [...markup(null).matchAll(/role="slider"[^>]*>/g)].map((m) => m[0]);
  expect(sliders).toHaveLength(2);
  expect(sliders[0]).toContain('aria-valuenow="4"');
  expect(sliders[1]).toContain('aria-valuetext="value 6.5"');
  expect(sliders.every((slider) => slider.includes('tabindex="0"'))).toBe(true);
});

it("offers a button for every step that says its value and share and whether it stands alone", () => {
  const buttons = [...markup(1).matchAll(/<button[^>]*>/g)].map((m) => m[0]);
  expect(buttons).toHaveLength(3);
  expect(buttons[1]).toContain("Step 2: value 5.0, 33 % of the surface");
  expect(buttons.map((button) => button.includes('aria-pressed="true"'))).toEqual([false, true, false]);
});
