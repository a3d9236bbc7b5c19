import { groupingsOf, groupsKind } from '../music';

/** What a click marks: the downbeat, a group of pulses or a beat, a pulse inside it, a part of a pulse. */
export type Accent = 'bar' | 'group' | 'pulse' | 'between';

export interface Click {
  /** Seconds from the beginning. */
  readonly at: number;
  readonly accent: Accent;
}

/** One bar as it is counted: pulses in groups. 4/4 is four groups of one crotchet, 6/8 two of three quavers. */
export interface Pattern {
  readonly groups: readonly number[];
  /** Crotchets of one pulse. */
  readonly pulse: number;
}

/** Crotchets of a bar. */
export const barLength = ({ groups, pulse }: Pattern): number =>
  pulse * groups.reduce((sum, group) => sum + group, 0);

/** How a bar is counted. A metre that can be grouped in several ways comes in its first unless one is asked for. */
export function patternOf(
  groups: readonly number[],
  beatType: number,
  grouping: readonly number[] | null = null,
): Pattern {
  const pulse = 4 / beatType;
  const count = groups.reduce((sum, each) => sum + each, 0);
  const kind = groupsKind(groups, beatType);
  if (kind === 'irregular' && grouping && sumOf(grouping) === count) return { groups: grouping, pulse };
  if (groups.length > 1) return { groups, pulse };
  // Three quavers are one beat, three crotchets three.
  if (kind === 'compound' && beatType >= 8) return { groups: Array<number>(count / 3).fill(3), pulse };
  if (kind === 'irregular') return { groups: groupingsOf(count)[0] ?? [count], pulse };
  return { groups: Array<number>(count).fill(1), pulse };
}

const sumOf = (groups: readonly number[]) => groups.reduce((sum, each) => sum + each, 0);

/** What is heard of a bar: its groups or beats, every pulse, or every pulse parted. */
export interface Audible {
  /** Crotchets of the smallest thing heard; null for groups and beats alone. */
  readonly smallest: number | null;
}

/**
 * Clicks of one bar, in crotchets from its downbeat.
 * @example clicksOfBar({ groups: [2, 2, 3], pulse: 0.5 }, { smallest: 0.5 }) // seven, the 1st, 3rd and 5th accented
 */
export function clicksOfBar({ groups, pulse }: Pattern, { smallest }: Audible): Click[] {
  const clicks: Click[] = [];
  let at = 0;
  for (const [index, group] of groups.entries())
    for (let each = 0; each < group; each += 1) {
      const accent = each > 0 ? 'pulse' : index > 0 ? 'group' : 'bar';
      if (each === 0 || smallest !== null) clicks.push({ at, accent });
      const parts = smallest === null ? 1 : Math.round(pulse / smallest);
      for (let part = 1; part < parts; part += 1)
        clicks.push({ at: at + (part * pulse) / parts, accent: 'between' });
      at += pulse;
    }
  return clicks;
}

/** Clicks of so many bars, and where each bar begins. */
export interface ClickTrack {
  readonly clicks: readonly Click[];
  /** Seconds of each downbeat. */
  readonly bars: readonly number[];
  readonly seconds: number;
}

/**
 * Bars one after the other; the pulse stays as long as it was when the metre changes.
 * @param perMinute - crotchets a minute
 */
export function clicksOfBars(patterns: readonly Pattern[], perMinute: number, audible: Audible): ClickTrack {
  const crotchet = 60 / perMinute;
  const clicks: Click[] = [];
  const bars: number[] = [];
  let at = 0;
  for (const pattern of patterns) {
    bars.push(at * crotchet);
    for (const click of clicksOfBar(pattern, audible))
      clicks.push({ at: (at + click.at) * crotchet, accent: click.accent });
    at += barLength(pattern);
  }
  return { clicks, bars, seconds: at * crotchet };
}

/**
 * Rungs of a ladder, so many bars each.
 * @param rungs - crotchets a minute
 */
export function clicksOfRungs(
  patterns: readonly Pattern[],
  rungs: readonly number[],
  barsEach: number,
  audible: Audible,
): ClickTrack & {
  /** Seconds where each rung begins. */
  readonly rungs: readonly number[];
} {
  const clicks: Click[] = [];
  const bars: number[] = [];
  const begins: number[] = [];
  let seconds = 0;
  for (const rung of rungs) {
    begins.push(seconds);
    const row = Array.from({ length: barsEach }, (_, bar) => patterns[bar % patterns.length] as Pattern);
    const track = clicksOfBars(row, rung, audible);
    const from = seconds;
    for (const click of track.clicks) clicks.push({ at: click.at + from, accent: click.accent });
    for (const bar of track.bars) bars.push(bar + from);
    seconds += track.seconds;
  }
  return { clicks, bars, seconds, rungs: begins };
}

/** The same groups begun at each of them. @example rotationsOf([2, 2, 3]) // => [[2, 2, 3], [2, 3, 2], [3, 2, 2]] */
export function rotationsOf(groups: readonly number[]): number[][] {
  const seen = new Map(
    groups.map((_, first) => {
      const turned = [...groups.slice(first), ...groups.slice(0, first)];
      return [turned.join('+'), turned] as const;
    }),
  );
  return [...seen.values()];
}

/** The value of one beat: what a tempo is told in. Crotchets. */
export const beatOfPattern = ({ groups, pulse }: Pattern): number =>
  groups.every((group) => group === groups[0]) ? pulse * (groups[0] ?? 1) : pulse;

/**
 * Metres as a teacher writes them.
 * @param text - "4/4", "2+2+3/8", or several bars after one another: "4/4, 7/8"
 * @returns null where something is no metre
 */
export function readPatterns(text: string): Pattern[] | null {
  const patterns: Pattern[] = [];
  for (const each of text.split(/[,;]/)) {
    const match = /^\s*(\d{1,2}(?:\s*\+\s*\d{1,2})*)\s*\/\s*(1|2|4|8|16|32)\s*$/.exec(each);
    const groups = (match?.[1] ?? '').split('+').map(Number);
    const count = sumOf(groups);
    if (!match || groups.some((group) => group < 1) || count > 24) return null;
    patterns.push(patternOf(groups, Number(match[2])));
  }
  return patterns.length > 0 && patterns.length <= 16 ? patterns : null;
}

/** The same metre in words: groups where they differ, else as printed. */
export const patternWords = ({ groups, pulse }: Pattern): string =>
  `${groups.every((group) => group === groups[0]) ? sumOf(groups) : groups.join('+')}/${4 / pulse}`;

/** Seconds without a tap after which tapping begins anew. */
const BEGINS_ANEW = 2.5;
const TAPS_TOLD = 8;

/**
 * Beats a minute of taps so far: the middle of the last intervals.
 * @param taps - seconds
 * @returns null from under three taps
 */
export function tempoOfTaps(taps: readonly number[]): number | null {
  const gaps: number[] = [];
  for (let at = taps.length - 1; at > 0 && gaps.length < TAPS_TOLD; at -= 1) {
    const gap = (taps[at] ?? 0) - (taps[at - 1] ?? 0);
    if (gap > BEGINS_ANEW) break;
    gaps.push(gap);
  }
  if (gaps.length < 2) return null;
  gaps.sort((a, b) => a - b);
  const half = gaps.length >> 1;
  const middle = gaps.length % 2 === 1 ? (gaps[half] ?? 1) : ((gaps[half - 1] ?? 1) + (gaps[half] ?? 1)) / 2;
  return middle > 0 ? 60 / middle : null;
}
