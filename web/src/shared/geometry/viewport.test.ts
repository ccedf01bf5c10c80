import { describe, expect, it } from "vitest";

import { fitted, kept, MOST_ZOOM, panned, toPicture, zoomedAt } from "./viewport";

const picture = { width: 1600, height: 1200 };
const frame = { width: 800, height: 800 };

describe("viewport", () => {
  it("fits the whole picture into the middle of the frame", () => {
    expect(fitted(picture, frame)).toEqual({ scale: 0.5, x: 0, y: 100 });
  });

  it("keeps the point under the finger where it is while zooming", () => {
    const point = { x: 500, y: 420 };
    const before = fitted(picture, frame);
    const after = zoomedAt(before, 3, point, picture, frame);
    const was = toPicture(before, point, picture)!;
    const is = toPicture(after, point, picture)!;
    expect(is.x).toBeCloseTo(was.x);
    expect(is.y).toBeCloseTo(was.y);
  });

  it("zooms neither out of the whole picture nor in without end", () => {
    const whole = fitted(picture, frame);
    expect(zoomedAt(whole, 0.1, { x: 0, y: 0 }, picture, frame)).toEqual(whole);
    const near = zoomedAt(whole, 1000, { x: 400, y: 400 }, picture, frame);
    expect(near.scale).toBeCloseTo(whole.scale * MOST_ZOOM);
  });

  it("never pans the picture away from the frame", () => {
    const near = zoomedAt(fitted(picture, frame), 4, { x: 400, y: 400 }, picture, frame);
    const far = panned(near, 1e6, -1e6, picture, frame);
    expect(far.x).toBe(0);
    expect(far.y).toBe(frame.height - picture.height * far.scale);
    expect(kept(far, picture, frame)).toEqual(far);
  });

  it("says where in the picture a point lies, and null beside it", () => {
    const view = fitted(picture, frame);
    expect(toPicture(view, { x: 400, y: 400 }, picture)).toEqual({ x: 0.5, y: 0.5 });
    expect(toPicture(view, { x: 400, y: 50 }, picture)).toBeNull();
  });

  it("survives a frame that has no size yet", () => {
    expect(fitted(picture, { width: 0, height: 0 }).scale).toBe(1);
  });
});
