/**
 * What is to sound: the parts of a passage and the clicks of its bars, in seconds; a metronome by itself.
 *
 * Nothing here makes a sound. Read `playbackOf` for a score, `clicksOfBars` for a metronome alone.
 */
export {
  beatOfPattern,
  clicksOfBars,
  clicksOfRungs,
  patternWords,
  readPatterns,
  rotationsOf,
  tempoOfTaps,
  type Accent,
  type Audible,
  type Click,
  type ClickTrack,
  type Pattern,
} from './clicks';
export { playbackOf, type Playback, type PlaybackAsked, type PlayedBar, type PlayedPitch } from './playback';
