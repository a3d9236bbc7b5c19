/**
 * Tempo tapped by hand, in a run-through or alone.
 *
 * Taps are seconds, in any order; a tap is one beat. Nothing here becomes a mark. Read `measureTaps` first.
 */
export { MATCHING, tempoDifference } from './compare';
export { measureTaps, type TapMeasure } from './measure';
