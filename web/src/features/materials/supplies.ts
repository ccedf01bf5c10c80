/** What a form of supplies holds, and what of it is typed wrongly before it is even sent. */
import { typedNumber } from "../../shared/ui/numbers";
import type { SupplyItem } from "./queries";

export type What = SupplyItem["what"];

export const TITLES: Record<What, string> = {
  medium: "Mediums and gesso",
  support: "Supports",
  brush: "Brushes and knives",
};

export const NEW: { [W in What]: Extract<SupplyItem, { what: W }> } = {
  medium: { what: "medium", kind: "matt medium", volume_ml: 250, left_ml: 250, price: null, notes: "" },
  support: {
    what: "support",
    width_mm: 400,
    height_mm: 300,
    texture: "fine",
    absorbency: "medium",
    side_mm: 4,
    count: 1,
    price: null,
    notes: "",
  },
  brush: { what: "brush", kind: "flat", width_mm: 12, count: 1, notes: "" },
};

export const NUMBERS: Record<What, [string, string][]> = {
  medium: [
    ["volume_ml", "Bottle holds, ml"],
    ["left_ml", "Left in it, ml"],
    ["price", "Price"],
  ],
  support: [
    ["width_mm", "Width, mm"],
    ["height_mm", "Height, mm"],
    ["side_mm", "Depth of the sides, mm"],
    ["count", "Pieces"],
    ["price", "Price"],
  ],
  brush: [
    ["width_mm", "Width, mm"],
    ["count", "Pieces"],
  ],
};

/** A name for one thing, as it stands in the list. */
export function nameOf(item: SupplyItem): string {
  switch (item.what) {
    case "medium":
      return item.kind;
    case "support":
      return `${item.width_mm} × ${item.height_mm} mm, ${item.texture}`;
    case "brush":
      return `${item.kind}, ${item.width_mm} mm`;
  }
}

/** How much of it there is. */
export function amountOf(item: SupplyItem): string {
  if (item.what === "medium") return `${item.left_ml} of ${item.volume_ml} ml`;
  return item.count === 1 ? "1 piece" : `${item.count} pieces`;
}

/** The typed fields as a supply; null with the label of the field that is not a number. */
export function asItem(
  item: SupplyItem,
  typed: Record<string, string>,
): { item: SupplyItem } | { wrong: string } {
  const made: Record<string, unknown> = { ...item };
  for (const [name, label] of NUMBERS[item.what]) {
    const text = typed[name] ?? "";
    const number = typedNumber(text);
    if (text.trim() === "" && name === "price") made[name] = null;
    else if (Number.isNaN(number)) return { wrong: label };
    else made[name] = number;
  }
  return { item: made as SupplyItem };
}
