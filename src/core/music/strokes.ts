/**
 * Strokes of a measured double-stroke roll: two for each motion of a hand, and the tap that ends it.
 * @param motions - hand motions in the whole roll
 * @example rollStrokes(4) // => 9
 */
export const rollStrokes = (motions: number): number => 2 * motions + 1;

/** Motions a second of the hands together. @param beats - a minute */
export const handRate = (beats: number, motionsABeat: number): number => (beats * motionsABeat) / 60;
