/**
 * Scores read: MusicXML to bars as performed, seconds, what is new in them, what they ask for, how hard each bar is.
 *
 * Lengths and places are whole ticks; measures are those of the file, bars are what musicians count. Nothing is
 * computed from the picture of a page. Read `readScore` first, then `xRay`: it says everything of one part.
 */
export { readScore, readScoreText } from './read-score';
export { explainScoreRefusal, type ScoreRefusal } from './score-refusal';
export { explainXRayRefusal, xRay, type XRay, type XRayRefusal } from './x-ray';
export {
  ASSUMED_DIFFICULTY,
  DIFFICULTIES,
  type Difficulty,
  type DifficultyFigures,
} from './difficulty-figures';
export { PLAIN_X_RAY, type XRayOptions } from './x-ray-options';
export type { KeptScore, NamedPlace, ScoreNote } from './kept-score';
export type { Measure, Note, Notice, Score, ScorePart } from './model';
export { barOfMeasure, type Bar, type Layout } from './bars';
export type { Chunk } from './chunks';
export { readScoreWork, scoreWork } from './score-work';
export { easierScore, waysToEase, type PlayedAs, type WaysToEase } from './easier';
export { THINNINGS, type LighterBar, type Thinning } from './thin';
export type { Cut, Joint } from './cuts';
export { barsToLearnIn, type ScoreWork, type WorkDrill } from './work';
export type { Demand } from './demands';
export type { PageQuestion } from './page-questions';
export type { JumpDrill } from './drills';
export type { Passage, PassageSize, PassageSizes } from './passage';
export type { Moves, StringInstrument } from './moves';
export { sidesOf } from './sides';
export type { LearnedBar, Likeness, NearCopy } from './learn-once';
export type { Jump, Roadmap } from './roadmap';
export type { PassageRefusal } from './passage';
export { noteName, withNamedNotes } from './named-notes';
export { roadsOf, type NamedRoad, type RoadsAsked } from './roads';
export { tempoChanges } from './times';
export type { KeyChange } from './key-traps';
export { withPlaces, type Landmark } from './landmarks';
export type { Loudness, LoudnessStep } from './loudness';
export { onOpenStrings, stringsOf } from './open-strings';
export { VALUE_CHANGES, withValues, type ValueChange } from './values';
