/** Where doses lie on the field of the tray: one after another like words on a line, in millimetres. */

export interface Shape {
  length_mm: number;
  width_mm: number;
}

export interface Spot extends Shape {
  x: number;
  y: number;
}

const GAP_MM = 1.5;
const BETWEEN_DOSES_MM = 6;

/** The spots of every dose's shapes within this width, and how far down they go; a dose that does not fit begins a line. */
export function laidOut(doses: readonly (readonly Shape[])[], within_mm: number) {
  let x = 0;
  let y = 0;
  let line = 0;
  const newLine = () => {
    x = 0;
    y += line + GAP_MM;
    line = 0;
  };
  const places = doses.map((shapes) => {
    const across = shapes.reduce((sum, shape) => sum + shape.length_mm + GAP_MM, -GAP_MM);
    if (x > 0 && x + Math.min(across, within_mm) > within_mm) newLine();
    const spots = shapes.map((shape): Spot => {
      if (x > 0 && x + shape.length_mm > within_mm) newLine();
      const spot = { ...shape, x, y };
      x += shape.length_mm + GAP_MM;
      line = Math.max(line, shape.width_mm);
      return spot;
    });
    x += BETWEEN_DOSES_MM - GAP_MM;
    return spots;
  });
  return { places, height_mm: y + line };
}
