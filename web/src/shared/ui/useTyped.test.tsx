// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";

import { useTyped } from "./useTyped";

afterEach(cleanup);

const field = () => screen.getByRole<HTMLInputElement>("textbox");

function Name({ kept, keep }: { kept: string; keep: (text: string) => Promise<unknown> }) {
  return <input {...useTyped(kept, keep).field} />;
}

it("keeps what was typed once, whether Enter is pressed, the field left, or both", async () => {
  const keep = vi.fn(() => new Promise(() => {}));
  render(<Name kept="pot" keep={keep} />);
  await userEvent.type(field(), "s {Enter}");
  await userEvent.tab();
  expect(keep.mock.calls).toEqual([["pots"]]);
});

it("asks for nothing where nothing was changed", async () => {
  const keep = vi.fn(() => Promise.resolve(true));
  render(<Name kept="pot" keep={keep} />);
  await userEvent.type(field(), " {Enter}");
  expect(keep).not.toHaveBeenCalled();
  expect(field().value).toBe("pot");
});

it("goes on being typed while an answer to something else comes in beneath it", async () => {
  const keep = vi.fn(() => Promise.resolve(true));
  const { rerender } = render(<Name kept="" keep={keep} />);
  await userEvent.type(field(), "kett");
  rerender(<Name kept="bowl" keep={keep} />);
  await userEvent.type(field(), "le{Enter}");
  expect(keep.mock.calls).toEqual([["kettle"]]);
});

it("shows what is kept after that, also when it is taken back", async () => {
  const keep = vi.fn(() => Promise.resolve(true));
  const { rerender } = render(<Name kept="pot" keep={keep} />);
  await userEvent.type(field(), "s{Enter}");
  rerender(<Name kept="pots" keep={keep} />);
  rerender(<Name kept="pot" keep={keep} />);
  expect(field().value).toBe("pot");
});

it("leaves what was refused in the field, to be mended", async () => {
  render(<Name kept="pot" keep={() => Promise.resolve(false)} />);
  await userEvent.type(field(), "s{Enter}");
  expect(field().value).toBe("pots");
});
