/** A pass's steps as a painter works them off: one pile after the other, in the order in which each is first used. */
import type { PaintPass } from "./queries";

export interface PileWork {
  mix: string;
  areas: string[];
  coats: number;
  areaCm2: number;
  volumeMl: number;
}

export function byMix(steps: PaintPass["steps"]): PileWork[] {
  const piles = new Map<string, PileWork>();
  for (const step of steps) {
    const pile = piles.get(step.mix) ?? { mix: step.mix, areas: [], coats: 0, areaCm2: 0, volumeMl: 0 };
    if (!pile.areas.includes(step.area)) pile.areas.push(step.area);
    pile.coats = Math.max(pile.coats, step.coats);
    pile.areaCm2 += step.area_cm2;
    pile.volumeMl += step.volume_ml;
    piles.set(step.mix, pile);
  }
  return [...piles.values()];
}
