import { RATE } from './sound';

/** Samples of one look at a voice, and from one look to the next. */
export const WINDOW = 1_024;
export const HOP = 220;
/** Hops to the middle of a frame. */
export const MIDDLE = Math.round(WINDOW / 2 / HOP);

/** Seconds of the middle of a frame. */
export const timeOf = (frame: number): number => (frame * HOP + WINDOW / 2) / RATE;
/** The frame whose middle is nearest to a time. */
export const toFrame = (time: number): number => Math.round((time * RATE - WINDOW / 2) / HOP);
