/** Zoom and pan of the stage as plain numbers: screen = picture x scale + offset, in pixels. */

export interface Viewport {
  scale: number;
  x: number;
  y: number;
}

export interface Size {
  width: number;
  height: number;
}

export const MOST_ZOOM = 12;

/** The whole picture centred in the frame, as large as it goes. */
export function fitted(picture: Size, frame: Size): Viewport {
  if (picture.width <= 0 || picture.height <= 0 || frame.width <= 0 || frame.height <= 0) {
    return { scale: 1, x: 0, y: 0 };
  }
  const scale = Math.min(frame.width / picture.width, frame.height / picture.height);
  return {
    scale,
    x: (frame.width - picture.width * scale) / 2,
    y: (frame.height - picture.height * scale) / 2,
  };
}

/** Zoomed by a factor about a point of the frame, never smaller than the whole picture. */
export function zoomedAt(
  view: Viewport,
  factor: number,
  point: { x: number; y: number },
  picture: Size,
  frame: Size,
): Viewport {
  const least = fitted(picture, frame).scale;
  const scale = Math.min(least * MOST_ZOOM, Math.max(least, view.scale * factor));
  const ratio = scale / view.scale;
  return kept(
    { scale, x: point.x - (point.x - view.x) * ratio, y: point.y - (point.y - view.y) * ratio },
    picture,
    frame,
  );
}

/** Moved by some pixels of the frame. */
export function panned(view: Viewport, dx: number, dy: number, picture: Size, frame: Size): Viewport {
  return kept({ ...view, x: view.x + dx, y: view.y + dy }, picture, frame);
}

/** Held so that the picture covers the frame where it is larger, and stays in the middle where it is smaller. */
export function kept(view: Viewport, picture: Size, frame: Size): Viewport {
  const along = (offset: number, length: number, room: number) =>
    length <= room ? (room - length) / 2 : Math.min(0, Math.max(room - length, offset));
  return {
    scale: view.scale,
    x: along(view.x, picture.width * view.scale, frame.width),
    y: along(view.y, picture.height * view.scale, frame.height),
  };
}

/** Where a point of the frame lies in the picture, as shares 0-1; null outside. */
export function toPicture(
  view: Viewport,
  point: { x: number; y: number },
  picture: Size,
): { x: number; y: number } | null {
  const x = (point.x - view.x) / (picture.width * view.scale);
  const y = (point.y - view.y) / (picture.height * view.scale);
  return x >= 0 && x < 1 && y >= 0 && y < 1 ? { x, y } : null;
}
