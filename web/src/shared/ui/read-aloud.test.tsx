/** What a screen reader is given of swatches, advice and states. */
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";

import { ProblemError } from "../api/client";
import { AdviceList } from "./AdviceList";
import { Failed, Loading } from "./States";
import { Swatch, Trio } from "./Swatch";

/** Markup without Emotion's style elements. */
const markup = (node: React.ReactElement) => renderToStaticMarkup(node).replace(/<style.*?<\/style>/gs, "");

describe("swatches", () => {
  it("carry their colour as words, not as colour alone", () => {
    expect(markup(<Swatch colour="#5d84ac" label="dry" />)).toContain('aria-label="dry, #5d84ac"');
  });

  it("come as photo, dry and wet in this order", () => {
    const labels = [
      ...markup(<Trio photo="#111111" dry="#222222" wet="#333333" />).matchAll(/aria-label="(\w+),/g),
    ];
    expect(labels.map((label) => label[1])).toEqual(["photo", "dry", "wet"]);
  });
});

describe("advice", () => {
  const one = {
    id: "mixes.W002",
    severity: "warning",
    message: "Too dark.",
    hint: "Add white.",
    subject: "m01",
  };

  it("says how serious it is in a word, what is so and what to do", () => {
    const read = markup(<AdviceList advice={[one, { ...one, id: "mixes.N001", severity: "note" }]} />);
    expect(read).toContain("Watch out: ");
    expect(read).toContain("Note: ");
    expect(read).toContain("Add white.");
  });

  it("is not there at all when there is none", () => {
    expect(markup(<AdviceList advice={[]} />)).toBe("");
  });
});

describe("states", () => {
  it("announce loading politely", () => {
    expect(markup(<Loading what="your shelf" />)).toMatch(/role="status".*Fetching.*your shelf/s);
  });

  it("say what failed and what to do, and offer to try again", () => {
    const problem = { code: "x", message: "The studio does not answer.", hint: "Check that it is running." };
    const read = markup(<Failed error={new ProblemError(problem, 0)} again={() => {}} />);
    expect(read).toContain('role="alert"');
    expect(read).toContain(problem.message);
    expect(read).toContain(problem.hint);
    expect(read).toContain("Try again");
    expect(markup(<Failed error={new Error("x")} />)).not.toContain("Try again");
  });
});
