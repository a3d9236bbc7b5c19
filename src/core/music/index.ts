/**
 * Bars, metres and tempos as musicians write them.
 *
 * Bars are numbered as printed (first full bar 1). Tempo is beats a minute in the note value
 * printed (`q.` is a dotted crotchet). Read `tempoAt` first: it answers how the working tempo
 * rises to the performance tempo.
 */
export {
  coversBars,
  formatBars,
  parseBars,
  stretchesOf,
  withOrWithoutBars,
  type BarRange,
} from './bar-range';
export { countedOddly, groupingsOf } from './groupings';
export { handRate, rollStrokes } from './strokes';
export { groupsKind, metreKind, parseMetre, type Metre, type MetreKind } from './metre';
export { formatMinutes, formatTime, parseTime } from './clock-time';
export { NOTE_VALUES, noteLength, noteValueOf, tempoAt, type NoteValue, type Tempo } from './tempo';
