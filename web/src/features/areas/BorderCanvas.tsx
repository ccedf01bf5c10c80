/** The borders of the areas over the picture, each drawn as soft as it is: whole, thin, broken, or hardly dotted. */
import { useEffect, useRef } from "react";

import type { Greys } from "../../shared/ui/pixels";
import type { Area, Border } from "./queries";

interface Props {
  labels: Greys;
  areas: Area[];
  borders: Border[];
  /** The border that stands out, or the borders of an area. */
  chosen: (border: Border) => boolean;
}

type Softness = Border["softness"];

/** For every softness: of how many pixels along the border how many are drawn, and how thick. */
export const CODES: Record<Softness, { period: number; on: number; thick: number; words: string }> = {
  hard: { period: 1, on: 1, thick: 3, words: "hard: a thick line" },
  firm: { period: 1, on: 1, thick: 1, words: "firm: a thin line" },
  soft: { period: 9, on: 4, thick: 1, words: "soft: dashes" },
  lost: { period: 14, on: 2, thick: 1, words: "lost: dots far apart" },
};

export function BorderCanvas({ labels, areas, borders, chosen }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current!.getContext("2d")!;
    const image = context.createImageData(labels.width, labels.height);
    drawBorders(new Uint32Array(image.data.buffer), labels, table(areas, borders, chosen));
    context.putImageData(image, 0, 0);
  }, [labels, areas, borders, chosen]);
  return (
    <canvas
      ref={canvas}
      width={labels.width}
      height={labels.height}
      role="img"
      aria-label={`${borders.length} borders by their softness`}
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }}
    />
  );
}

interface Drawn {
  softness: Softness;
  strong: boolean;
}

/** How to draw the border of two area indices, at `smaller * 256 + larger`. */
function table(areas: Area[], borders: Border[], chosen: (border: Border) => boolean): Map<number, Drawn> {
  const index = new Map(areas.map((area) => [area.id, area.index]));
  return new Map(
    borders.map((border) => {
      const [low, high] = [index.get(border.a)!, index.get(border.b)!].sort((x, y) => x - y) as [
        number,
        number,
      ];
      return [low * 256 + high, { softness: border.softness, strong: chosen(border) }];
    }),
  );
}

const DARK = 0xff1c1c1c;
const LIGHT = 0xfff1f1f1;
const FAINT = 0x66f1f1f1;

export function drawBorders(pixels: Uint32Array, { width, height, data }: Greys, how: Map<number, Drawn>) {
  const dot = (x: number, y: number, thick: number, tone: number) => {
    const reach = (thick - 1) / 2;
    for (let dy = -reach; dy <= reach; dy += 1) {
      for (let dx = -reach; dx <= reach; dx += 1) {
        if (x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height) {
          pixels[(y + dy) * width + x + dx] = tone;
        }
      }
    }
  };
  for (const core of [false, true]) {
    for (let y = 1; y < height; y += 1) {
      for (let x = 1; x < width; x += 1) {
        const here = data[y * width + x]!;
        const [left, up] = [data[y * width + x - 1]!, data[(y - 1) * width + x]!];
        const other = left !== here ? left : up;
        if (other === here) continue;
        const drawn = how.get(Math.min(here, other) * 256 + Math.max(here, other));
        if (!drawn) continue;
        const { period, on, thick } = CODES[drawn.softness];
        if ((x + y) % period >= on) continue;
        if (!drawn.strong) {
          if (!core) dot(x, y, 1, FAINT);
        } else if (core) dot(x, y, thick, DARK);
        else dot(x, y, thick + 2, LIGHT);
      }
    }
  }
}
