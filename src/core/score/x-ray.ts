import { inTerms } from '../terms';
import { refuse, type Result } from '../result';
import { layoutOf, type Layout } from './bars';
import { chunksOf, type Chunk } from './chunks';
import { demandsOf, spansOf, type Demand } from './demands';
import { difficultyOf } from './difficulty';
import { jumpDrills, type JumpDrill } from './drills';
import { pageQuestions, type PageQuestion } from './page-questions';
import { learnOnce, nearCopies, soundingBars, toLearn, type LearnedBar, type NearCopy } from './learn-once';
import type { Score, ScorePart } from './model';
import { passageOf, type Passage, type PassageRefusal, type PassageSize, type PassageSizes } from './passage';
import { roadmapOf, roadSigns, type Roadmap } from './roadmap';
import { keyChanges, type KeyChange } from './key-traps';
import { landmarksOf, type Landmark } from './landmarks';
import { loudnessOf, type Loudness } from './loudness';
import { movesOf, type Moves } from './moves';
import { strokeCounts, type StrokeCounts } from './sides';
import { measureSeconds, tempoChanges, type TempoChange } from './times';
import { PLAIN_X_RAY, type XRayOptions } from './x-ray-options';

/** Everything a score says of itself, of one part of it. Bars are indexes into `layout.bars`. */
export interface XRay {
  readonly part: ScorePart;
  readonly layout: Layout;
  readonly roadmap: Roadmap;
  /** Bars as printed, as performed, and those that are not learned already. */
  readonly printed: number;
  readonly performed: number;
  readonly toLearn: number;
  /** Of the whole, as performed; and by measure of the file. */
  readonly seconds: number;
  readonly measureSeconds: readonly number[];
  /** The bars asked for, played alone; null where the whole piece is asked for. */
  readonly asked: PassageSize | null;
  /** Those bars alone, and from the first of them on as the road goes; null where the whole piece is asked for. */
  readonly askedBoth: PassageSizes | null;
  readonly tempos: readonly TempoChange[];
  readonly learned: readonly LearnedBar[];
  readonly traps: readonly NearCopy[];
  readonly demands: readonly Demand[];
  /** By bar. */
  readonly landmarks: readonly Landmark[];
  readonly keyChanges: readonly KeyChange[];
  readonly loudness: Loudness;
  /** What could not be followed or is never played, one sentence each. */
  readonly problems: readonly string[];
  /** By bar: the widest span sounding at once on one staff, in semitones; 0 where notes are single. */
  readonly spans: readonly number[];
  readonly strokes: StrokeCounts;
  readonly moves: Moves;
  /** Leaps of the playing order, of the bars asked for where some are. */
  readonly drills: readonly JumpDrill[];
  /** By bar, 0 to 1. */
  readonly difficulty: readonly number[];
  readonly chunks: readonly Chunk[];
  readonly pageQuestions: readonly PageQuestion[];
}

export type XRayRefusal =
  { readonly kind: 'no such part'; readonly parts: readonly string[] } | PassageRefusal;

/** Reads a score from end to end: order, time, what is new, what it asks for, how hard each bar is, what to work on. */
export function xRay(score: Score, options: XRayOptions = PLAIN_X_RAY): Result<XRay, XRayRefusal> {
  const part =
    options.part === null
      ? score.parts.find(({ measures }) => measures.length > 0)
      : score.parts.find(({ id, name }) => id === options.part || name === options.part);
  if (!part) return refuse({ kind: 'no such part', parts: score.parts.map(({ name, id }) => name || id) });
  const layout = layoutOf(score);
  const signs = roadSigns(score, layout.lengths);
  const roadmap = roadmapOf(signs, options);
  const seconds = measureSeconds(score, layout, options);
  const learned = learnOnce(part, layout);
  const difficulty = difficultyOf(part, layout, seconds, options.difficulty);
  const { passage } = options;
  const sizeOf = (each: Passage) => passageOf(score, layout, signs, each, options, seconds, learned);
  const alone = passage && sizeOf({ bars: passage.bars, fromBeat: passage.fromBeat, toBeat: passage.toBeat });
  const onward = passage && sizeOf({ ...passage, onward: true });
  const asked = passage?.onward ? onward : alone;
  if (asked?.ok === false) return asked;
  // A passage that goes on to the end names its first bar alone.
  if (alone?.ok === false) return alone;
  if (onward?.ok === false) return onward;
  return {
    ok: true,
    value: {
      part,
      layout,
      roadmap,
      printed: layout.bars.filter(({ number }) => number > 0).length,
      performed: roadmap.order.reduce((sum, index) => sum + (layout.counts[index] ?? 0), 0),
      toLearn: toLearn(learned, layout),
      seconds: roadmap.order.reduce((sum, index) => sum + (seconds[index] ?? 0), 0),
      measureSeconds: seconds,
      asked: asked && asked.value,
      askedBoth: alone && onward && { alone: alone.value, onward: onward.value },
      tempos: tempoChanges(score, layout, options.quartersPerMinute),
      learned,
      traps: nearCopies(part, layout),
      demands: demandsOf(score, part, layout, seconds),
      landmarks: landmarksOf(score, layout),
      keyChanges: keyChanges(part, layout),
      loudness: loudnessOf(part, layout),
      spans: soundingBars(part, layout).map((notes) => Math.max(0, ...spansOf(notes).values())),
      strokes: strokeCounts(part),
      moves: movesOf(part, layout),
      problems: problemsOf(roadmap, layout),
      drills: jumpDrills(asked?.value ?? roadmap, layout),
      difficulty,
      chunks: chunksOf(score, part, layout, difficulty),
      pageQuestions: pageQuestions(part, layout, learned, roadmap),
    },
  };
}

/** What the road leaves open, as sentences; measures that are never played by the numbers of their bars. */
function problemsOf({ problems, neverPlayed }: Roadmap, layout: Layout): string[] {
  const never = new Set(neverPlayed);
  const bars = layout.bars.filter(
    ({ number, measures }) => number > 0 && measures.every((each) => never.has(each)),
  );
  const said = problems.map((words) => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`);
  if (bars.length === 0) return said;
  const numbers = bars.map(({ number }) => number).join(', ');
  return [
    ...said,
    bars.length === 1 ? inTerms`Bar ${numbers} is never played.` : inTerms`Bars ${numbers} are never played.`,
  ];
}

/** Why nothing is said of a score that was read, in words. */
export function explainXRayRefusal(why: XRayRefusal): string {
  switch (why.kind) {
    case 'no such part':
      return `No such part has notes; the score has ${why.parts.join(', ') || 'no parts'}.`;
    case 'no such bars':
      return inTerms`There are no such bars: the piece has bars ${why.first} to ${why.last}.`;
    case 'no such beat':
      return inTerms`There is no such beat: bar ${why.bar} has ${why.beats}.`;
  }
}
