import type { DifficultyFigures } from './difficulty-figures';
import type { Passage } from './passage';
import { PLAIN_ROADMAP, type RoadmapOptions } from './roadmap';
import { PLAIN_TIMES, type TimeOptions } from './times';

export interface XRayOptions extends RoadmapOptions, TimeOptions {
  /** Id or name of the part looked at; null for the first. */
  readonly part: string | null;
  /** The bars an event asks for; null for the whole piece. */
  readonly passage: Passage | null;
  /** What makes a bar hard, where it is not as assumed. */
  readonly difficulty?: Partial<DifficultyFigures> | undefined;
}
export const PLAIN_X_RAY: XRayOptions = { ...PLAIN_ROADMAP, ...PLAIN_TIMES, part: null, passage: null };
