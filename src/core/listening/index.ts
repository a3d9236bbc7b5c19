/**
 * What can be told of a performance, and how surely: notes of a keyboard, one voice, many voices, taps of a beat.
 *
 * Seconds count from the beginning of the take, bars as musicians count them, 0 is the pickup. Nothing here becomes a
 * mark. Read `questionOf` first: it names the part and the roads; then one of the functions that listen.
 */
export type {
  Certain,
  DottedFigure,
  FigureTapped,
  Heard,
  HeardAs,
  HeardBar,
  HeardDrift,
  HeardJump,
  ListeningInput,
  MissedNote,
  Refused,
  RhythmTapped,
  Stop,
  TakeChecks,
  TakeSound,
} from './answer';
export { comparePassages, levelsHeard, type LevelHeard, type PassagesCompared } from './comparisons';
export { findingsOf, paceOf, runHeard, type Finding, type FindingKind, type Pace } from './findings';
export type { HeardNote } from './match';
export {
  listenToKeys,
  questionOf,
  type ListeningAsked,
  type ListeningRefusal,
  type Question,
} from './listen';
export { listenToSound } from './listen-to-sound';
export { listenToRhythm, listenToTaps } from './listen-to-taps';
export { soundingRoad, type RoadBar } from './road';
export { roadClock } from './road-clock';
export { readMidi, type MidiRefusal } from './midi';
export {
  bestTake,
  checkTake,
  countTake,
  type RecordingAsked,
  type TakeCheck,
  type TakeCount,
} from './take-checks';
export { explainWavRefusal, readWav, writeWav, type Sound, type WavRefusal } from './wav';
