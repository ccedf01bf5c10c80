/** Pixels of a picture from the server: fetched once, read many times. */

export interface Greys {
  width: number;
  height: number;
  /** One byte a pixel, row by row. */
  data: Uint8Array;
}

/**
 * The first channel of a picture, at most `longest` pixels on its longer side. `exact` keeps every byte one that the
 * picture has, as labels and steps must; else neighbours are averaged.
 */
export async function fetchGreys(url: string, longest: number, exact: boolean): Promise<Greys> {
  const { width, height, data: rgba } = await fetchPixels(url, longest, exact);
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i += 1) data[i] = rgba[4 * i]!;
  return { width, height, data };
}

/** All channels of a picture, likewise. */
export async function fetchPixels(url: string, longest: number, exact: boolean): Promise<ImageData> {
  const image = new Image();
  image.src = url;
  await image.decode();
  const scale = Math.min(1, longest / Math.max(image.naturalWidth, image.naturalHeight));
  const width = Math.max(1, Math.round(image.naturalWidth * scale));
  const height = Math.max(1, Math.round(image.naturalHeight * scale));
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d", { willReadFrequently: true })!;
  context.imageSmoothingEnabled = !exact;
  context.drawImage(image, 0, 0, width, height);
  return context.getImageData(0, 0, width, height);
}

/** The byte at a point given as shares of width and height. */
export function byteAt(greys: Greys, at: { x: number; y: number }): number {
  const column = Math.min(greys.width - 1, Math.floor(at.x * greys.width));
  const row = Math.min(greys.height - 1, Math.floor(at.y * greys.height));
  return greys.data[row * greys.width + column]!;
}
