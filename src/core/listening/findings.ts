import type { BarRange } from '../music';
import type { RunThrough } from '../runs';
import type { Heard, HeardAs, HeardBar } from './answer';
import { median } from './factors';

export type FindingKind =
  'wrong' | 'missed' | 'added' | 'stop' | 'restart' | 'left out' | 'dotted' | 'drift' | 'figure';

/** Something heard that a teacher may want to keep. */
export interface Finding {
  /** The same for the same finding of the same take. */
  readonly key: string;
  readonly kind: FindingKind;
  readonly bars: BarRange;
  /** Which time the bar comes in the printed order; null where it came once, and where that does not matter. */
  readonly pass: number | null;
  /** Seconds from the beginning of the take; null for what is true of the whole. */
  readonly at: number | null;
  readonly count: number;
  /** Their notes by order in the file: of added ones those they came after. Empty where it is not about notes. */
  readonly orders: readonly number[];
  /** The first of them: MIDI numbers as they sound; null where none was heard, or none is written. */
  readonly first: { readonly heard: number | null; readonly written: number | null } | null;
  /** Of a stop, and of the silence before a restart. */
  readonly seconds: number | null;
  /** Of a figure of one beat: what is written and what was tapped. */
  readonly figure?: { readonly beat: number; readonly written: string; readonly tapped: string };
  /** What it would be as a fault. */
  readonly fault: 'notes' | 'rhythm' | 'pulse';
}

/** A dotted figure is lazy from this share of the short note on: a quarter is written. */
const LAZY_SHARE = 0.29;

/** Everything worth keeping of what was heard, in the order of the take; slips of one bar and one kind together. */
export function findingsOf(heard: Heard): Finding[] {
  const found: Finding[] = [];
  const comesAgain = new Set(heard.bars.flatMap(({ number, pass }) => (pass > 1 ? [number] : [])));
  const passOf = (number: number, pass: number) => (pass > 1 || comesAgain.has(number) ? pass : null);
  const slips = new Map<
    string,
    {
      of: HeardAs | null;
      count: number;
      at: number | null;
      kind: FindingKind;
      number: number;
      pass: number;
      pitch: number;
      orders: number[];
    }
  >();
  const slip = (
    kind: FindingKind,
    number: number,
    pass: number,
    at: number | null,
    of: HeardAs | null,
    pitch: number,
    order: number | null,
  ) => {
    const key = `${kind} ${number} ${pass}`;
    const known = slips.get(key) ?? { of, count: 0, at, kind, number, pass, pitch, orders: [] };
    known.count += 1;
    if (order !== null) known.orders.push(order);
    slips.set(key, known);
  };
  for (const note of heard.notes)
    if (note.kind !== 'right') slip(note.kind, note.number, note.pass, note.on, note, note.pitch, note.order);
  const timeOf = (number: number, pass: number) =>
    heard.bars.find((bar) => bar.number === number && bar.pass === pass)?.at ?? null;
  for (const { number, pass, pitch, order } of heard.missed)
    slip('missed', number, pass, timeOf(number, pass), null, pitch, order);
  for (const [key, { of, count, at, kind, number, pass, pitch, orders }] of slips)
    found.push({
      key,
      kind,
      bars: { from: number, to: number },
      pass: passOf(number, pass),
      at,
      count,
      orders,
      first: { heard: of ? of.pitch : null, written: of ? of.written : pitch },
      seconds: null,
      fault: 'notes',
    });
  const none = { pass: null, count: 1, orders: [], first: null } as const;
  for (const { at, number, seconds, fermata } of heard.stops)
    if (!fermata)
      found.push({
        ...none,
        key: `stop ${at}`,
        kind: 'stop',
        bars: { from: number, to: number },
        at,
        seconds,
        fault: 'pulse',
      });
  for (const { at, kind, from, to, pause } of heard.jumps)
    found.push({
      ...none,
      key: `jump ${at}`,
      kind: kind === 'back' ? 'restart' : 'left out',
      bars: { from: Math.min(from, to), to: Math.max(from, to) },
      at,
      seconds: pause,
      fault: 'pulse',
    });
  for (const { number, pass, at, ...figure } of heard.rhythm?.told ?? [])
    found.push({
      ...none,
      key: `figure ${number} ${pass} ${figure.beat}`,
      kind: 'figure',
      bars: { from: number, to: number },
      pass: passOf(number, pass),
      at,
      seconds: null,
      figure,
      fault: 'rhythm',
    });
  found.sort((a, b) => (a.at ?? 0) - (b.at ?? 0));
  const whole = {
    ...none,
    bars: { from: Math.max(1, heard.from), to: Math.max(1, heard.to) },
    at: null,
    seconds: null,
  };
  if (heard.dotted && 1 / (1 + heard.dotted.ratio) >= LAZY_SHARE)
    found.push({ ...whole, key: 'dotted', kind: 'dotted', count: heard.dotted.count, fault: 'rhythm' });
  if (heard.drift?.claim) found.push({ ...whole, key: 'drift', kind: 'drift', fault: 'pulse' });
  return found;
}

export interface Pace {
  /** Crotchets a minute: of the bars that are sure, the middle one and the range. */
  readonly middle: number;
  readonly low: number;
  readonly high: number;
  readonly sure: number;
  /** Of the sure bars, within the tolerance around the middle one. */
  readonly within: number;
}

/** Fewer sure bars say nothing of steadiness. */
const FEWEST_SURE = 8;

/**
 * The tempo of the bars that are sure; null without one.
 * @param tolerance - per cent
 */
export function paceOf(bars: readonly HeardBar[], tolerance: number): Pace | null {
  const sure = bars.filter(({ certain }) => certain === 'sure').map(({ qpm }) => qpm);
  if (sure.length === 0) return null;
  const middle = median(sure);
  return {
    middle,
    low: sure.reduce((a, b) => Math.min(a, b)),
    high: sure.reduce((a, b) => Math.max(a, b)),
    sure: sure.length,
    within: sure.filter((qpm) => Math.abs(qpm / middle - 1) <= tolerance / 100).length,
  };
}

/**
 * What was heard as a run-through: slips bar by bar, stops, and whether the tempo was kept where that is sure.
 * @param isWhole - whether the whole piece was asked for, and not some bars of it
 * @param tolerance - per cent
 */
export function runHeard(
  heard: Heard,
  { isWhole, tolerance }: { readonly isWhole: boolean; readonly tolerance: number },
): Pick<RunThrough, 'start' | 'seconds' | 'slips' | 'stops' | 'tempo'> {
  const begin = heard.notes[0]?.on ?? heard.bars[0]?.at ?? 0;
  const end = heard.notes.at(-1)?.on ?? heard.bars.at(-1)?.at ?? begin;
  const findings = findingsOf(heard);
  const pace = paceOf(heard.bars, tolerance);
  return {
    start:
      isWhole && heard.complete === true
        ? { kind: 'beginning' }
        : heard.from <= 1
          ? { kind: 'up to', section: { from: 1, to: Math.max(1, heard.to) } }
          : { kind: 'cold', section: { from: heard.from, to: Math.max(heard.from, heard.to) } },
    seconds: Math.round(10 * (end - begin)) / 10,
    slips: findings
      .filter(({ kind }) => kind === 'wrong' || kind === 'missed' || kind === 'added')
      .map(({ at, bars }) => ({
        at: at === null ? null : Math.max(0, at - begin),
        bar: Math.max(1, bars.from),
      })),
    stops: findings
      .filter(({ kind }) => kind === 'stop' || kind === 'restart')
      .map(({ kind, at, bars, seconds }) => ({
        at: at === null ? null : Math.max(0, at - begin),
        bar: Math.max(1, kind === 'restart' ? bars.to : bars.from),
        seconds,
        then: kind === 'restart' ? ('started over' as const) : ('went on' as const),
      })),
    tempo: pace === null || pace.sure < FEWEST_SURE ? null : pace.within === pace.sure ? 'kept' : 'not kept',
  };
}
