/** The value map drawn in the browser: the kept map, or while a threshold moves, the table for it at once. */
import { useEffect, useRef } from "react";

import type { Greys } from "../../shared/ui/pixels";

interface Props {
  greys: Greys;
  /** Which step every byte of `greys` belongs to. */
  steps: Uint8Array;
  /** Screen grey of every step. */
  tones: readonly number[];
  isolated: number | null;
  /** Draw only the contours between steps, over whatever lies beneath. */
  contours?: boolean;
  label: string;
}

const DIMMED = 0.16;

export function ValueCanvas({ greys, steps, tones, isolated, contours = false, label }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current!.getContext("2d")!;
    const image = context.createImageData(greys.width, greys.height);
    const pixels = new Uint32Array(image.data.buffer);
    if (contours) drawContours(pixels, greys, steps);
    else drawTones(pixels, greys, steps, tones, isolated);
    context.putImageData(image, 0, 0);
  }, [greys, steps, tones, isolated, contours]);
  return (
    <canvas
      ref={canvas}
      width={greys.width}
      height={greys.height}
      role="img"
      aria-label={label}
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }}
    />
  );
}

const opaque = (grey: number) => (0xff000000 | (grey << 16) | (grey << 8) | grey) >>> 0;

function drawTones(
  pixels: Uint32Array,
  greys: Greys,
  steps: Uint8Array,
  tones: readonly number[],
  isolated: number | null,
) {
  const table = new Uint32Array(256);
  for (let byte = 0; byte < 256; byte += 1) {
    const step = steps[byte]!;
    const tone = tones[step] ?? 0;
    table[byte] = opaque(
      isolated === null || isolated === step ? tone : Math.round(128 + (tone - 128) * DIMMED),
    );
  }
  for (let i = 0; i < pixels.length; i += 1) pixels[i] = table[greys.data[i]!]!;
}

function drawContours(pixels: Uint32Array, { width, height, data }: Greys, steps: Uint8Array) {
  const dark = opaque(20);
  const light = opaque(235);
  for (let y = 1; y < height; y += 1) {
    for (let x = 1; x < width; x += 1) {
      const i = y * width + x;
      const here = steps[data[i]!]!;
      if (steps[data[i - 1]!] !== here || steps[data[i - width]!] !== here) {
        pixels[i] = light;
        pixels[i - 1] = dark;
      }
    }
  }
}
