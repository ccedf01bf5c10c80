/** A layer over the picture, and a canvas that is drawn anew when what it shows changes. */
import { useEffect, useRef, type CSSProperties } from "react";

export const FILL: CSSProperties = { position: "absolute", inset: 0, width: "100%", height: "100%" };

export function useDrawn(draw: (context: CanvasRenderingContext2D) => void, width: number, height: number) {
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = ref.current;
    if (!canvas) return;
    canvas.width = width;
    canvas.height = height;
    const context = canvas.getContext("2d");
    if (context) draw(context);
  }, [draw, width, height]);
  return ref;
}
