import { refuse, type Result } from '../result';
import {
  roadsOf,
  type Layout,
  type NamedRoad,
  type PassageRefusal,
  type RoadsAsked,
  type Score,
  type ScorePart,
} from '../score';
import type { Heard, HeardAs, ListeningInput, Refused, TakeChecks } from './answer';
import { KEYS_COSTS, matchNotes, type HeardNote, type Match, type MatchCosts, type Read } from './match';
import { measure } from './measures';
import { placeNotes } from './place';
import { soundingRoad, type SoundingRoad } from './road';

export interface ListeningAsked extends RoadsAsked {
  /** Name or id of the part; null for the first with notes. */
  readonly part: string | null;
}

export type ListeningRefusal =
  PassageRefusal | { readonly kind: 'no such part'; readonly parts: readonly string[] };

/** Another road than the one asked for must be this much cheaper. */
const OTHER_ROAD = 2.7;
/** A road whose end was not come to: who ends where another ends has taken that. */
const UNFINISHED = 4;
/** Another road that costs this much more than the cheapest without time is not looked at again. */
const HOPELESS = 1.5;
/** What a note costs at most where the part is the right one. */
const RIGHT_PART = 1.1;

/** A part and a road of it as they were asked for, and every other that could be meant. */
export interface Question {
  readonly score: Score;
  readonly layout: Layout;
  readonly part: ScorePart;
  readonly roads: readonly NamedRoad[];
  /** What was asked for and cannot be listened for. */
  readonly refused: readonly Refused[];
}

export function questionOf(score: Score, asked: ListeningAsked): Result<Question, ListeningRefusal> {
  const withNotes = score.parts.filter(({ measures }) =>
    measures.some(({ notes }) => notes.some(({ pitch }) => pitch !== null)),
  );
  const part =
    asked.part === null
      ? withNotes[0]
      : score.parts.find(({ id, name }) => id === asked.part || name === asked.part);
  if (!part) return refuse({ kind: 'no such part', parts: score.parts.map(({ name, id }) => name || id) });
  const roads = roadsOf(score, asked);
  if (!roads.ok) return roads;
  const { hasEnding, ...found } = roads.value;
  const refused = hasEnding
    ? []
    : [{ what: `ending ${asked.ending ?? ''}`, why: 'the score has none: the printed order is meant' }];
  return { ok: true, value: { score, part, ...found, refused } };
}

/** A part along the road that fits what was heard best. */
export interface Fitted {
  readonly part: ScorePart;
  readonly road: SoundingRoad;
  readonly match: Match;
  /** The road that is printed, by whose notes places are told. */
  readonly isWritten: boolean;
}

/** The part asked for if it fits, else the one that does; each along its cheapest road. */
export function fitted(
  notes: readonly HeardNote[],
  question: Question,
  costs: MatchCosts,
): { readonly fit: Fitted; readonly rightPart: boolean | null; readonly fits: boolean } {
  const own = along(notes, question, question.part, costs);
  const perNote = (fit: Fitted) => fit.match.cost / Math.max(1, notes.length);
  if (notes.length === 0) return { fit: own, rightPart: null, fits: false };
  if (perNote(own) <= RIGHT_PART) return { fit: own, rightPart: true, fits: true };
  let best = own;
  for (const part of question.score.parts) {
    if (part === question.part || part.measures.length === 0) continue;
    const other = along(notes, question, part, costs);
    if (perNote(other) < perNote(best)) best = other;
  }
  if (best !== own && perNote(best) <= RIGHT_PART) return { fit: best, rightPart: false, fits: true };
  return { fit: own, rightPart: false, fits: false };
}

function along(
  notes: readonly HeardNote[],
  { score, layout, roads }: Question,
  part: ScorePart,
  costs: MatchCosts,
): Fitted {
  const sounding = roads.map((road) => soundingRoad(score, layout, part, road));
  const [asked] = sounding as [SoundingRoad, ...SoundingRoad[]];
  const costOf = (road: SoundingRoad, { cost, steps }: Read) =>
    cost +
    (road === asked ? 0 : OTHER_ROAD) +
    ((steps.at(-1)?.event ?? -1) < road.events.length - 1 ? UNFINISHED : 0);
  const fit = (road: SoundingRoad, match: Match) => ({
    part,
    road,
    match,
    isWritten: road.name === 'as written',
  });
  const roughly = sounding.map((road) => ({ road, matching: matchNotes(notes, road, costs) }));
  const least = Math.min(...roughly.map(({ road, matching }) => costOf(road, matching.roughly)));
  const [first, ...others] = roughly as [(typeof roughly)[number], ...typeof roughly];
  let best = fit(asked, first.matching.closely());
  for (const { road, matching } of others) {
    if (costOf(road, matching.roughly) > least + HOPELESS) continue;
    const match = matching.closely();
    if (costOf(road, match) < costOf(best.road, best.match)) best = fit(road, match);
  }
  return best;
}

/** What is heard of a keyboard. */
export const listenToKeys = (notes: readonly HeardNote[], question: Question, costs = KEYS_COSTS): Heard =>
  listenToNotes(notes, question, costs, { input: 'midi', checks: checksOfNotes(notes) });

/** What is heard of notes whose onsets and pitches are known. */
export function listenToNotes(
  notes: readonly HeardNote[],
  question: Question,
  costs: MatchCosts,
  { input, checks }: { readonly input: ListeningInput; readonly checks: TakeChecks },
): Heard {
  const { fit, rightPart, fits } = fitted(notes, question, costs);
  const { road, match } = fit;
  const refused: Refused[] = [...question.refused];
  if (!fits) {
    refused.push({
      what: 'everything at bars',
      why: notes.length === 0 ? 'nothing was heard' : 'what was heard fits none of the parts',
    });
    return { ...nothing(input, checks, refused), rightPart: notes.length === 0 ? null : false };
  }
  const placing = placeNotes(notes, road, match);
  const measured = measure(road, placing);
  const { stretches } = placing;
  const sorted = stretches.map(({ times }) => [...times].sort((a, b) => a[1] - b[1]));
  const barAt = (event: number) => road.bars[road.events[Math.max(0, event)]?.bar ?? 0];
  const idOf = (id: number) => (fit.isWritten ? id : null);
  const placed = placing.notes.map(({ note, kind, written, event, stretch }): HeardAs => {
    const { on = 0, pitch = 0 } = notes[note] ?? {};
    const bar = kind === 'added' || !written ? barSounding(on, event, stretch) : barAt(event);
    const octaveOnly = kind === 'wrong' && written !== null && (pitch - written.midi) % 12 === 0;
    return {
      on,
      pitch,
      number: bar?.number ?? 0,
      pass: bar?.pass ?? 1,
      kind,
      written: written?.midi ?? null,
      ...(octaveOnly ? { octaveOnly } : {}),
      id: written ? idOf(written.id) : null,
      order: (written ?? road.events[event]?.pitches.at(-1))?.order ?? null,
    };
  });
  const last = stretches.at(-1);
  const events = stretches.flatMap(({ from, to }) => [from, to]);
  const complete =
    last !== undefined &&
    last.times.has(road.events.length - 1) &&
    stretches.some(({ from }) => from <= 1 || road.events[from]?.bar === road.events[0]?.bar);
  if (measured.drift === null)
    refused.push({ what: 'whether the tempo drifts', why: 'fewer than eight bars are sure' });
  else if (!measured.drift.claim)
    refused.push({ what: 'whether the tempo drifts', why: 'what moves is within the doubt, or too little' });
  if (measured.dotted === null)
    refused.push({
      what: 'whether dotted figures are lazy',
      why: 'fewer than four were heard inside one beat of a simple metre',
    });
  if (input === 'midi') refused.push({ what: 'tone, dynamics and expression', why: 'judged by ear' });
  return {
    input,
    road: road.name,
    part: fit.part.name || fit.part.id,
    from: barAt(Math.min(...events))?.number ?? 0,
    to: barAt(Math.max(...events))?.number ?? 0,
    complete,
    rightPart,
    transpose: fit.part.measures[0]?.transpose ?? 0,
    notes: placed,
    missed: stretches.flatMap(({ missed }) =>
      missed.map(({ event, pitch }) => ({
        number: barAt(event)?.number ?? 0,
        pass: barAt(event)?.pass ?? 1,
        pitch: pitch.midi,
        id: idOf(pitch.id),
        order: pitch.order,
      })),
    ),
    ...measured,
    loudness: null,
    checks,
    refused,
  };

  /** The bar in which a note sounds that is not written: between the events heard around it. */
  function barSounding(on: number, event: number, stretch: number) {
    const heard = sorted[stretch];
    if (!heard || heard.length === 0) return barAt(event);
    let [low, high] = [0, heard.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((heard[middle]?.[1] ?? 0) <= on) low = middle;
      else high = middle - 1;
    }
    const [before, after] = [heard[low], heard[low + 1]];
    const [a, b] = [road.events[before?.[0] ?? 0], road.events[after?.[0] ?? -1]];
    if (!before || !a || on < before[1]) return barAt(heard[0]?.[0] ?? event);
    if (!after || !b) return barAt(before[0]);
    const place = a.at + ((b.at - a.at) * (on - before[1])) / (after[1] - before[1]);
    return road.bars.findLast(({ at }) => at <= place + 1e-9) ?? barAt(event);
  }
}

export const nothing = (input: ListeningInput, checks: TakeChecks, refused: readonly Refused[]): Heard => ({
  input,
  road: 'as written',
  part: null,
  from: 0,
  to: 0,
  complete: null,
  rightPart: null,
  transpose: 0,
  notes: [],
  missed: [],
  stops: [],
  jumps: [],
  bars: [],
  drift: null,
  dotted: null,
  loudness: null,
  checks,
  refused,
});

/** What can be said of a take whose notes are known, without listening to its sound. */
export function checksOfNotes(notes: readonly HeardNote[]): TakeChecks {
  const first = notes[0]?.on ?? 0;
  const end = notes.reduce((latest, { off }) => Math.max(latest, off), first);
  return {
    seconds: end,
    peak: null,
    clippedRuns: null,
    rangeDb: null,
    heard: notes.length > 0,
    lead: first,
    tail: 0,
  };
}
