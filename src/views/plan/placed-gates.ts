import type { Plan, PlanItem } from '@/core/plan';
import { weekOf, type Geometry } from './stave-model';

export type Gate = PlanItem['gates'][number];

export interface PlacedGate {
  readonly item: PlanItem;
  readonly gate: Gate;
  readonly x: number;
  readonly y: number;
  /** Its stage is done, or its own day has come, and nobody has said that it is passed. */
  readonly waiting: boolean;
}

/** Gates of one lesson stand so far apart that a finger hits each. */
const APART = 23;

/** The gates of a line in the drawing, each where its stage ends; those of one lesson beside each other. */
export function gatesOfItem(plan: Plan, item: PlanItem, geometry: Geometry): PlacedGate[] {
  let before = -Infinity;
  return item.gates.flatMap((gate): PlacedGate[] => {
    const own = geometry.x(gate.passedOn === null ? gate.lastWeek + 1 : weekOf(plan, gate.passedOn));
    if (own <= geometry.past + (gate.passedOn === null ? 0 : 8)) return [];
    const x = gate.passedOn === null ? Math.max(own, before + APART) : own;
    before = gate.passedOn === null ? x : before;
    const waiting = gate.passedOn === null && gate.lastWeek + 1 <= plan.now;
    return [{ item, gate, x, y: geometry.lineY(item.id), waiting }];
  });
}

/** Half of what a gate takes over its line. */
const GATE = 9;

/**
 * The middle of the room beside the gates, as near to a place as can be.
 * @param gates - where they stand
 * @param width - room needed
 * @returns null where there is none
 */
export function besideGates(
  gates: readonly number[],
  { from, to }: { readonly from: number; readonly to: number },
  width: number,
): number | null {
  const wanted = (from + to) / 2;
  let best: number | null = null;
  let left = from;
  for (const gate of [...gates.filter((x) => x > from - GATE && x < to + GATE), Infinity].sort(
    (a, b) => a - b,
  )) {
    const right = Math.min(to, gate - GATE);
    if (right - left >= width) {
      const middle = Math.min(right - width / 2, Math.max(left + width / 2, wanted));
      if (best === null || Math.abs(middle - wanted) < Math.abs(best - wanted)) best = middle;
    }
    left = Math.max(left, gate + GATE);
  }
  return best;
}
