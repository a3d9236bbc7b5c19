import { measuresAt } from './bars';
import type { JumpEnd, Mark, Score } from './model';

/** What the parts together order at each measure. */
export interface RoadSign {
  readonly repeatStart: boolean;
  /** How often a repeat that ends here is played; 0 for none. */
  readonly repeatEnd: number;
  /** It is played on a return too, whatever the rule. */
  readonly repeatAfterJump: boolean;
  /** The ending this measure belongs to; null outside endings. */
  readonly ending: Ending | null;
  readonly segno: string | null;
  readonly coda: string | null;
  readonly toCoda: string | null;
  readonly fine: boolean;
  readonly jump:
    | { readonly kind: 'da capo'; readonly until: JumpEnd }
    | { readonly kind: 'dal segno'; readonly label: string; readonly until: JumpEnd }
    | null;
}

/** Measures `from` to `to`, both included, played on the passes named; `last`: what the last time through takes. */
export interface Ending {
  readonly from: number;
  readonly to: number;
  readonly passes: readonly number[];
  readonly last: boolean;
}

export interface RoadmapOptions {
  /** Whether repeats are played again on a da capo or dal segno. */
  readonly repeatsOnReturn: boolean;
  /** Whether repeats are played at all: a requirement may leave them out. */
  readonly repeats: boolean;
  /** The pass whose ending is played last, as an event may order; null for the one printed last. */
  readonly ending: number | null;
}
export const PLAIN_ROADMAP: RoadmapOptions = { repeatsOnReturn: false, repeats: true, ending: null };

/** Why the playing order leaves the printed one between two places of it. */
export interface Jump {
  /** Place in the order before which it is made. */
  readonly at: number;
  readonly from: number;
  readonly to: number;
  readonly why: 'repeat' | 'ending' | 'da capo' | 'dal segno' | 'coda';
}

export interface Roadmap {
  /** Indexes of measures as performed. */
  readonly order: readonly number[];
  readonly jumps: readonly Jump[];
  /** Signs that lead nowhere, a road without end, measures that are never played, in sentences' halves. */
  readonly problems: readonly string[];
  /** Indexes of measures that are never played though repeats are; empty where repeats or endings are left out. */
  readonly neverPlayed: readonly number[];
}

/** A road that comes past more measures than this goes round in a circle. */
const MOST = 100_000;

/** Passes that have an ending of their own, in order. */
export const passesOf = (signs: readonly RoadSign[]): number[] =>
  [...new Set(signs.flatMap(({ ending }) => ending?.passes ?? []))].sort((a, b) => a - b);
export const hasEnding = (signs: readonly RoadSign[], pass: number): boolean =>
  passesOf(signs).includes(pass);

/**
 * The measures as performed. The k-th pass of a repeat takes the ending that names k, and where none does the next one
 * printed; a repeat without a start goes back to after the one before it, else to the beginning; one within another is
 * played each time the outer one is. After a da capo or dal segno the last ending is taken and repeats
 * are not, unless asked; "to coda" and "fine" act only then, each jump is made once.
 */
export function roadmapOf(printed: readonly RoadSign[], options: RoadmapOptions = PLAIN_ROADMAP): Roadmap {
  const counted = withEveryPass(printed);
  const signs = options.ending === null ? counted.signs : endingOn(counted.signs, options.ending);
  const order: number[] = [];
  const jumps: Jump[] = [];
  const problems = [...counted.problems, ...leadingNowhere(signs)];
  if (options.ending !== null && !hasEnding(printed, options.ending))
    problems.push(`the score has no ending ${options.ending}: it is read as printed`);
  const jumped = new Set<number>();
  let start = 0;
  let pass = 1;
  /** Repeats that are still open around the one being played, innermost last. */
  let around: { readonly start: number; readonly pass: number }[] = [];
  const begin = (at: number) => {
    start = at;
    pass = 1;
  };
  /** Where a repeat is over: back into the one around it, else what comes next has no start of its own. */
  const over = (next: number) => {
    const outer = around.at(-1);
    around = around.slice(0, -1);
    if (outer) ({ start, pass } = outer);
    else begin(next);
  };
  let returning: JumpEnd | null = null;
  let inCoda = false;
  let at = 0;
  const leap = (from: number, to: number, why: Jump['why']) => {
    if (to !== from + 1) jumps.push({ at: order.length, from, to, why });
    at = to;
  };
  const repeating = () => options.repeats && (returning === null || inCoda || options.repeatsOnReturn);
  while (at < signs.length) {
    if (order.length >= MOST) {
      problems.push('the signs lead round in a circle');
      break;
    }
    const sign = signs[at];
    if (!sign) break;
    if (sign.repeatStart && start !== at) {
      if (signs[start]?.repeatStart && isWithin(signs, start, at)) around.push({ start, pass });
      begin(at);
    }
    const { ending } = sign;
    if (ending?.from === at) {
      const taken = repeating() ? ending.passes.includes(pass) : ending.last;
      // An ending no pass names is played where nothing else would be.
      if (!taken && !(ending.last && repeating() && pass > lastPass(signs, ending))) {
        leap(order.at(-1) ?? at - 1, ending.to + 1, 'ending');
        if (!signs[at]?.ending) over(at);
        continue;
      }
    }
    order.push(at);
    const here = at;
    const again = repeating() || (options.repeats && sign.repeatAfterJump && !ending);
    if (sign.repeatEnd > 0 && again && goesBack(signs, sign, pass)) {
      pass += 1;
      leap(here, start, 'repeat');
      continue;
    }
    if (sign.repeatEnd > 0 || ending?.to === here) {
      if (ending ? ending.last || !repeating() : true) over(here + 1);
    }
    if (returning !== null && !inCoda) {
      if (sign.fine && returning !== 'coda') break;
      if (sign.toCoda !== null && returning !== 'fine') {
        const to = findLabel(signs, 'coda', sign.toCoda, here);
        if (to >= 0) {
          inCoda = true;
          around = [];
          begin(to);
          leap(here, to, 'coda');
          continue;
        }
        problems.push('a coda to go to is missing');
      }
    }
    if (sign.jump && !jumped.has(here)) {
      jumped.add(here);
      const to = sign.jump.kind === 'da capo' ? 0 : findLabel(signs, 'segno', sign.jump.label, here);
      if (to < 0) problems.push('a segno to go back to is missing');
      else {
        returning = sign.jump.until;
        inCoda = false;
        around = [];
        begin(to);
        leap(here, to, sign.jump.kind);
        continue;
      }
    }
    at = here + 1;
  }
  const played = new Set(order);
  const whole = options.repeats && options.ending === null && order.length < MOST;
  return {
    order,
    // What is passed over at the very end is no leap.
    jumps: jumps.filter((jump) => jump.at < order.length),
    problems: [...new Set(problems)],
    neverPlayed: whole ? signs.flatMap((_, at) => (played.has(at) ? [] : [at])) : [],
  };
}

/** Whether a repeat that starts at `inner` lies in one that starts before it: two ends come before the next start. */
function isWithin(signs: readonly RoadSign[], outer: number, inner: number): boolean {
  let ends = 0;
  for (let at = outer; at < signs.length; at += 1) {
    const sign = signs[at];
    if (!sign) return false;
    if (at > inner && sign.repeatStart) return false;
    if (at < inner && sign.repeatEnd > 0) return false;
    // Endings beside one another end one repeat.
    if (sign.repeatEnd > 0 && !signs[(sign.ending?.from ?? 0) - 1]?.ending) ends += 1;
    if (ends === 2) return true;
  }
  return false;
}

/** Signs in which every pass has an ending: a pass that none names takes the next printed one, and so do those after it. */
function withEveryPass(signs: readonly RoadSign[]): { signs: RoadSign[]; problems: string[] } {
  const problems: string[] = [];
  const named = new Map<Ending, Ending>();
  let beside: Ending[] = [];
  const settle = () => {
    const passes = [...new Set(beside.flatMap((ending) => ending.passes))].sort((a, b) => a - b);
    const missing = passes.flatMap((_, at) => (passes.includes(at + 1) ? [] : [at + 1]));
    if (beside.length > 1 && missing.length > 0) {
      problems.push(`no ending is printed for pass ${missing.join(' and ')}`);
      for (const ending of beside)
        named.set(ending, { ...ending, passes: ending.passes.map((pass) => passes.indexOf(pass) + 1) });
    }
    beside = [];
  };
  for (const { ending } of signs)
    if (!ending) settle();
    else if (beside.at(-1) !== ending) beside.push(ending);
  settle();
  return {
    signs: signs.map((sign) => ({ ...sign, ending: sign.ending && (named.get(sign.ending) ?? sign.ending) })),
    problems,
  };
}

/** Orders whose place to go to or to end at is not printed anywhere. */
function leadingNowhere(signs: readonly RoadSign[]): string[] {
  const any = (is: (sign: RoadSign) => boolean) => signs.some(is);
  return signs.flatMap(({ jump }) => {
    if (jump === null) return [];
    const back = jump.kind === 'da capo' ? 'D.C.' : 'D.S.';
    if (jump.until === 'fine' && !any(({ fine }) => fine)) return [`${back} al Fine, and no Fine is printed`];
    if (jump.until !== 'coda') return [];
    return [
      ...(any(({ toCoda }) => toCoda !== null) ? [] : [`${back} al Coda, and no “To Coda” is printed`]),
      ...(any(({ coda }) => coda !== null) ? [] : [`${back} al Coda, and no coda is printed`]),
    ];
  });
}

/** The signs with the ending of one pass played last wherever endings stand side by side and one of them names it. */
function endingOn(signs: readonly RoadSign[], pass: number): RoadSign[] {
  const swapped = new Map<Ending, Ending>();
  let beside: Ending[] = [];
  const settle = () => {
    const chosen = beside.find(({ passes }) => passes.includes(pass));
    const last = beside.find((ending) => ending.last);
    if (chosen && last && chosen !== last) {
      swapped.set(chosen, { ...chosen, last: true, passes: [...chosen.passes, ...last.passes] });
      swapped.set(last, { ...last, last: false, passes: [] });
    }
    beside = [];
  };
  for (const { ending } of signs)
    if (!ending) settle();
    else if (beside.at(-1) !== ending) beside.push(ending);
  settle();
  return signs.map((sign) => ({ ...sign, ending: sign.ending && (swapped.get(sign.ending) ?? sign.ending) }));
}

/** The highest pass the endings beside this one name. */
function lastPass(signs: readonly RoadSign[], ending: Ending): number {
  let most = 0;
  let first = ending.from;
  while (signs[first - 1]?.ending) first = signs[first - 1]?.ending?.from ?? 0;
  for (let at = first; at <= ending.to; at += 1) most = Math.max(most, ...(signs[at]?.ending?.passes ?? []));
  return most;
}

/** Whether a repeat that ends here is played once more after this pass. */
function goesBack(signs: readonly RoadSign[], { repeatEnd, ending }: RoadSign, pass: number): boolean {
  if (!ending) return pass < repeatEnd;
  if (pass < repeatEnd) return true;
  // Endings of later passes stand beside this one, after it or before: they are still to come.
  let most = lastPass(signs, ending);
  for (let next = signs[ending.to + 1]?.ending; next; next = signs[next.to + 1]?.ending)
    most = Math.max(most, ...next.passes);
  return pass < most;
}

/** The measure of a sign with that label, else with none, else the only one; the nearest before, or after for a coda. */
function findLabel(signs: readonly RoadSign[], kind: 'segno' | 'coda', label: string, from: number): number {
  const places = signs.flatMap((sign, at) => (sign[kind] === null ? [] : [at]));
  const named = places.filter((at) => label !== '' && signs[at]?.[kind] === label);
  const found = named.length > 0 ? named : places;
  return kind === 'segno'
    ? (found.findLast((at) => at <= from) ?? found[0] ?? -1)
    : (found.find((at) => at > from) ?? -1);
}

/** The signs of a score: those of all its parts together, since many files write them in one part only. */
export function roadSigns(score: Score, lengths: readonly number[]): RoadSign[] {
  const marks = lengths.map((_, index) => measuresAt(score, index).flatMap((measure) => measure.marks));
  const endings = endingsOf(score, lengths.length);
  const codas = marks.flatMap((all, index) => all.flatMap((mark) => (mark.kind === 'coda' ? [index] : [])));
  const orders = marks.some((all) => all.some(({ kind }) => kind === 'to coda'));
  /** Where no words say "to coda", the first of two coda signs is the one to leave by. */
  const leaving = !orders && new Set(codas).size > 1 ? codas[0] : undefined;
  const ofKind = <K extends Mark['kind']>(index: number, kind: K) =>
    (marks[index] ?? []).filter((mark): mark is Extract<Mark, { kind: K }> => mark.kind === kind);
  /** A sign to go to that stands at the end of a measure is one of the next. */
  const target = (index: number, kind: 'segno' | 'coda'): string | null => {
    const here = ofKind(index, kind).filter(({ at }) => at < (lengths[index] ?? 0) || lengths[index] === 0);
    const before =
      index === 0 || (kind === 'coda' && index - 1 === leaving)
        ? []
        : ofKind(index - 1, kind).filter(({ at }) => at >= (lengths[index - 1] ?? 0));
    const found = [...before, ...here];
    return found.length === 0 ? null : (found.find(({ label }) => label !== '')?.label ?? '');
  };
  return lengths.map((_, index): RoadSign => {
    const all = measuresAt(score, index);
    const [daCapo, dalSegno] = [ofKind(index, 'da capo'), ofKind(index, 'dal segno')];
    const toCoda = ofKind(index, 'to coda');
    const until = (found: readonly { readonly until: JumpEnd }[]) =>
      found.find((each) => each.until !== 'either')?.until ?? 'either';
    return {
      repeatStart: all.some(({ repeatStart }) => repeatStart),
      repeatEnd: Math.max(0, ...all.map(({ repeatEnd }) => repeatEnd)),
      repeatAfterJump: all.some(({ repeatAfterJump }) => repeatAfterJump),
      ending: endings.find(({ from, to }) => from <= index && index <= to) ?? null,
      segno: target(index, 'segno'),
      coda: index === leaving ? null : target(index, 'coda'),
      toCoda:
        toCoda.length > 0
          ? (toCoda.find(({ label }) => label !== '')?.label ?? '')
          : index === leaving
            ? ''
            : null,
      fine: ofKind(index, 'fine').length > 0,
      jump:
        daCapo.length > 0
          ? { kind: 'da capo', until: until(daCapo) }
          : dalSegno.length > 0
            ? {
                kind: 'dal segno',
                label: dalSegno.find(({ label }) => label !== '')?.label ?? '',
                until: until(dalSegno),
              }
            : null,
    };
  });
}

/** Endings of all parts; one that is never closed ends with its repeat, or where the next begins, or with its measure. */
function endingsOf(score: Score, count: number): Ending[] {
  const found: Omit<Ending, 'last'>[] = [];
  for (let from = 0; from < count; from += 1) {
    const passes = measuresAt(score, from).find(({ endingStart }) => endingStart !== null)?.endingStart;
    if (!passes) continue;
    let to = from;
    for (; to < count - 1; to += 1) {
      const here = measuresAt(score, to);
      const next = measuresAt(score, to + 1);
      if (here.some(({ endingStop, repeatEnd }) => endingStop || repeatEnd > 0)) break;
      if (next.some(({ endingStart, repeatStart }) => endingStart !== null || repeatStart)) break;
    }
    const closed = measuresAt(score, to).some(({ endingStop, repeatEnd }) => endingStop || repeatEnd > 0);
    found.push({ from, to: closed ? to : from, passes });
    from = found.at(-1)?.to ?? from;
  }
  return found.map((ending) => ({
    ...ending,
    last:
      !found.some(({ from }) => from === ending.to + 1) &&
      // A first ending alone is left out at the last time.
      (found.some(({ to }) => to === ending.from - 1) ||
        measuresAt(score, ending.to).every(({ repeatEnd }) => repeatEnd === 0)),
  }));
}
