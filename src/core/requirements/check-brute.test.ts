import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { proofRuns } from '@/proof-runs';
import { metreKind, parseMetre } from '../music';
import type { Piece } from '../repertoire';
import { anyEntry } from './arbitrary';
import { checkRule } from './check';
import { areTangled } from './completions';
import { openSlots, piecesOf } from './entry';
import { componentOf } from './requirement-set';
import type { Entry } from './with-rules';
import type { ChoicePredicate } from './answers-to';
import { withInner, type Rule } from './rules';

const set = (...ids: string[]) => ids.map((pieceId) => ({ kind: 'piece' as const, pieceId }));

type Answer = 'met' | 'unmet' | 'undecided';
/** True, false, or undefined where a fact is unknown. */
type Kept = boolean | undefined;
const said = (kept: Kept): Answer => (kept === undefined ? 'undecided' : kept ? 'met' : 'unmet');

/** Slow and obvious: fill the open slots in every way and look. */
function bruteForce(rule: Rule, entry: Entry): Answer {
  if (rule.kind === 'combined') {
    const parts = rule.rules.map((each) => bruteForce(each, entry));
    // Every way the undecided parts may turn out.
    const worlds = parts.reduce<boolean[][]>(
      (all, part) =>
        all.flatMap((world) =>
          (part === 'undecided' ? [true, false] : [part === 'met']).map((each) => [...world, each]),
        ),
      [[]],
    );
    const wanted = rule.need === 'all' ? parts.length : rule.need === 'any' ? 1 : rule.need;
    if (completions(entry).every((each) => keptOn(rule, each) === false)) return 'unmet';
    const answers = new Set(worlds.map((world) => world.filter(Boolean).length >= wanted));
    return answers.size > 1 ? 'undecided' : said([...answers][0]);
  }
  const fact = factKept(rule, entry);
  if (fact !== 'on pieces') return said(fact);
  const open = entry.level.components.some(
    (component) =>
      !(rule.kind === 'choose' && component.id !== rule.componentId) &&
      component.source.kind === 'list' &&
      piecesOf(entry, component.id).length < component.source.min,
  );
  const answers = completions(entry).map((each) => keeps(rule, each));
  if (!answers.some((answer) => answer !== false)) return 'unmet';
  if (open) return 'undecided';
  return keeps(rule, entry) === true ? 'met' : 'undecided';
}

/** A rule on a programme with nothing more to choose; undefined where a fact is unknown. */
function keptOn(rule: Rule, entry: Entry): Kept {
  if (rule.kind === 'combined') {
    const parts = rule.rules.map((each) => keptOn(each, entry));
    const wanted = rule.need === 'all' ? parts.length : rule.need === 'any' ? 1 : rule.need;
    if (parts.filter((part) => part === true).length >= wanted) return true;
    return parts.filter((part) => part !== false).length >= wanted ? undefined : false;
  }
  const fact = factKept(rule, entry);
  return fact === 'on pieces' ? keeps(rule, entry) : fact;
}

/** Rules that no piece can change. */
function factKept(rule: Rule, entry: Entry): Kept | 'on pieces' {
  const { session, student, today } = entry;
  const inTime = (done: string | null, last: string | null | undefined): Kept =>
    last ? (done ? done <= last : today > last ? false : undefined) : undefined;
  const inside = (value: number | undefined, min: number | null, max: number | null): Kept =>
    value === undefined ? undefined : value >= (min ?? 0) && value <= (max ?? 999);
  switch (rule.kind) {
    case 'edition valid':
      return session ? session.day >= '2026-01-01' && session.day <= '2027-04-30' : undefined;
    case 'level held':
      return student.levelsHeld.some((held) => held.rank >= rule.rank);
    case 'age':
      // Born 30 September 2012: fourteen on the session's day.
      return inside(session ? 14 : undefined, rule.min, rule.max);
    case 'year group':
      // The session is in the school year the year group was noted in.
      return inside(session && student.schoolYear ? student.schoolYear.year : undefined, rule.min, rule.max);
    case 'entry closes':
      return inTime(entry.enteredOn, session?.entryCloses);
    case 'recording due':
      return inTime(entry.recordingSentOn, session?.recordingDue);
    case 'entry fact':
      return entry.facts['Division'] ? true : undefined;
    case 'named edition':
      return entry.editions['a'] ? entry.editions['a'] === 'quay ' : undefined;
    case 'condition':
      return rule.allows && entry.conditions['memory']
        ? entry.conditions['memory'] === 'from memory'
        : undefined;
    case 'takes':
      if (!entry.takes) return undefined;
      if (entry.takes.count > 2 || !entry.takes.continuous) return false;
      return entry.takes.count > 0 ? true : undefined;
    default:
      return 'on pieces';
  }
}

/** Every programme of different pieces that adds some to each list, up to its most, with as many needed places filled as can be. */
function completions(entry: Entry): Entry[] {
  const all = additions(entry);
  const filled = (each: Entry) =>
    each.level.components.reduce(
      (sum, { id, source }) =>
        sum + (source.kind === 'list' ? Math.min(source.min, piecesOf(each, id).length) : 0),
      0,
    );
  const most = Math.max(...all.map(filled));
  return all.filter((each) => filled(each) === most);
}
function additions(entry: Entry): Entry[] {
  return entry.level.components.reduce<Entry[]>(
    (entries, { id, source }) =>
      entries.flatMap((each) => {
        if (source.kind !== 'list') return [each];
        const chosen = each.programme[id] ?? [];
        const taken = Object.values(each.programme).flat();
        const free = source.pieceIds.filter(
          (pieceId) => !taken.some((choice) => choice.kind === 'piece' && choice.pieceId === pieceId),
        );
        const wanted = (count: number) => chosen.length + count <= source.max;
        return subsets(free)
          .filter((more) => wanted(more.length))
          .map((more) => ({ ...each, programme: { ...each.programme, [id]: [...chosen, ...set(...more)] } }));
      }),
    [entry],
  );
}
const subsets = (ids: readonly string[]): string[][] =>
  ids.reduce<string[][]>((all, id) => [...all, ...all.map((some) => [...some, id])], [[]]);

/** Whether a filled programme keeps the rule; undefined when a fact is unknown. */
function keeps(rule: Rule, entry: Entry): Kept {
  const placed = entry.level.components.flatMap(({ id }) =>
    piecesOf(entry, id).map((piece) => ({ piece, list: id })),
  );
  const pieces = placed.map(({ piece }) => piece);
  const rankOf = (piece: Piece) => entry.set.catalogue.find((each) => each.pieceId === piece.id)?.rank ?? -1;
  switch (rule.kind) {
    case 'one from each':
      return rule.componentIds.every((id) => {
        const source = componentOf(entry.level, id)?.source;
        const own = piecesOf(entry, id);
        return (
          own.length === 1 &&
          source?.kind === 'list' &&
          own.every((piece) => source.pieceIds.includes(piece.id))
        );
      });
    case 'count':
      return pieces.length >= rule.min && pieces.length <= rule.max;
    case 'choose': {
      const own = piecesOf(entry, rule.componentId).length;
      return own >= rule.min && own <= rule.max;
    }
    case 'time': {
      const known =
        pieces.reduce((sum, piece) => sum + (piece.seconds ?? 0), 0) +
        rule.gapSeconds * Math.max(0, pieces.length - 1);
      if (known > (rule.max ?? Infinity)) return false;
      if (known >= (rule.min ?? 0) && rule.max === null) return true;
      if (pieces.some((piece) => piece.seconds === null)) return undefined;
      return known >= (rule.min ?? 0);
    }
    case 'different composers':
      return new Set(pieces.map((piece) => piece.composer)).size === pieces.length;
    case 'contrast': {
      const values = pieces.map((piece) => (rule.in === 'key' ? piece.key : piece.metre));
      const pairs = values.flatMap((one, at) => values.slice(at + 1).map((other) => [one, other] as const));
      const differ = pairs.map(([one, other]): Kept =>
        one === null || other === null ? undefined : one !== other,
      );
      if (rule.between === 'any')
        return differ.includes(true) ? true : differ.includes(undefined) ? undefined : false;
      if (differ.includes(false)) return false;
      return values.includes(null) ? undefined : true;
    }
    case 'count where': {
      const answers = placed.map(({ piece, list }) => isSuch(rule.where, piece, list, entry, rankOf(piece)));
      const sure = answers.filter((answer) => answer === true).length;
      const maybe = answers.filter((answer) => answer === undefined).length;
      if (rule.bound === 'at least')
        return sure >= rule.count ? true : sure + maybe >= rule.count ? undefined : false;
      return sure > rule.count ? false : sure + maybe <= rule.count ? true : undefined;
    }
    case 'graded pieces': {
      const year = entry.session ? entry.student.schoolYear?.year : undefined;
      const value = rule.by === 'year group' ? String(year ?? '') : entry.facts['Division'];
      const kept = (each: (typeof rule.classes)[number]) => {
        const graded = pieces.filter(
          (piece) => rankOf(piece) >= each.from && rankOf(piece) <= (each.to ?? 99),
        );
        return graded.length >= each.atLeast && pieces.length - graded.length <= each.free;
      };
      if (!value) return rule.classes.some(kept) ? undefined : false;
      return rule.classes.some((each) => each.value === value && kept(each));
    }
    case 'not used before': {
      const day = entry.session?.day ?? entry.today;
      const since = rule.years === null ? '' : `${Number(day.slice(0, 4)) - rule.years}${day.slice(4)}`;
      return !pieces.some((piece) =>
        entry.used.some((used) => used.pieceId === piece.id && used.day >= since),
      );
    }
    default:
      throw new Error('not a rule on the pieces');
  }
}

function isSuch(where: ChoicePredicate, piece: Piece, list: string, entry: Entry, rank: number): Kept {
  switch (where.on) {
    case 'metre': {
      const metre = piece.metre === null ? undefined : parseMetre(piece.metre);
      return piece.metre === null ? undefined : metre !== undefined && metreKind(metre) === where.is;
    }
    case 'component':
      return list === where.is;
    case 'memory':
      return entry.memorised.includes(list) === (where.is === 'from memory');
    case 'own choice':
      return where.is === 'listed';
    case 'grade':
      return rank >= where.from && rank <= where.to;
    default:
      return piece.accompaniment === null ? undefined : piece.accompaniment === 'unaccompanied';
  }
}

describe('on random programmes', () => {
  test('the checker agrees with trying every way of filling the slots', () => {
    const seen: Record<string, number> = {};
    const kinds: Record<string, Set<string>> = {};
    let tangled = 0;
    fc.assert(
      fc.property(anyEntry, (entry) => {
        const [rule] = entry.level.rules as [Rule];
        const expected = bruteForce(rule, entry);
        if (areTangled(entry, openSlots(entry))) tangled += 1;
        seen[expected] = (seen[expected] ?? 0) + 1;
        for (const each of withInner(rule)) (kinds[each.kind] ??= new Set()).add(bruteForce(each, entry));
        expect(checkRule(rule, entry).status).toBe(expected);
      }),
      { numRuns: proofRuns(10_000), seed: 31 },
    );
    expect(tangled).toBeGreaterThan(proofRuns(700));
    expect(Math.min(seen['met'] ?? 0, seen['unmet'] ?? 0, seen['undecided'] ?? 0)).toBeGreaterThan(
      proofRuns(300),
    );
    expect(Object.keys(kinds)).toHaveLength(20);
    const never = Object.entries(kinds).filter(([, answers]) => answers.size < 2);
    expect(never.map(([kind]) => kind)).toEqual([]);
  }, 60_000);

  test('completing a programme never turns unmet into met', () => {
    fc.assert(
      fc.property(anyEntry, (entry) => {
        const [rule] = entry.level.rules as [Rule];
        fc.pre(checkRule(rule, entry).status === 'unmet');
        for (const each of completions(entry)) expect(checkRule(rule, each).status).toBe('unmet');
      }),
      { numRuns: 1000, seed: 32 },
    );
  });
});
