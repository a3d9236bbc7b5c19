/** Share of what came that lies in the central 80 %: a mark that lies across an end counts with its share inside. */
export function heldIn80(chances: readonly number[], came: number): number {
  const below = chances.slice(0, came).reduce((sum, chance) => sum + chance, 0);
  const here = chances[came] ?? 0;
  if (here <= 0) return below > 0.1 && below < 0.9 ? 1 : 0;
  return Math.max(0, Math.min(1, (Math.min(below + here, 0.9) - Math.max(below, 0.1)) / here));
}
