import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { metreKind, parseMetre } from '../music';
import type { Piece } from '../repertoire';
import { anyEntry } from './arbitrary';
import { checkRule } from './check';
import { piecesOf, type Entry } from './entry';
import { componentOf } from './requirement-set';
import type { Rule } from './rule';

const set = (...ids: string[]) => ids.map((pieceId) => ({ kind: 'piece' as const, pieceId }));

/** Slow and obvious: fill the open slots in every way and look. */
function bruteForce(rule: Rule, entry: Entry): 'met' | 'unmet' | 'undecided' {
  const complete = completions(entry);
  const open = entry.level.components.some(
    (component) =>
      component.source.kind === 'list' && piecesOf(entry, component.id).length < component.source.min,
  );
  const answers = complete.map((each) => keeps(rule, each));
  if (!answers.some((answer) => answer !== false)) return 'unmet';
  if (open) return 'undecided';
  return keeps(rule, entry) === true ? 'met' : 'undecided';
}

/** Every programme that adds pieces to each list up to between its least and its most. */
function completions(entry: Entry): Entry[] {
  return entry.level.components.reduce<Entry[]>(
    (entries, { id, source }) =>
      entries.flatMap((each) => {
        if (source.kind !== 'list') return [each];
        const chosen = each.programme[id] ?? [];
        const free = source.pieceIds.filter(
          (pieceId) => !chosen.some((choice) => choice.kind === 'piece' && choice.pieceId === pieceId),
        );
        const wanted = (count: number) =>
          chosen.length + count <= source.max &&
          chosen.length + count >= Math.min(source.min, chosen.length + free.length);
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
function keeps(rule: Rule, entry: Entry): boolean | undefined {
  const pieces = entry.level.components.flatMap(({ id }) => piecesOf(entry, id));
  const count = (test: (piece: Piece) => boolean | undefined) => ({
    sure: pieces.filter((piece) => test(piece) === true).length,
    open: pieces.filter((piece) => test(piece) === undefined).length,
  });
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
    case 'time': {
      const known =
        pieces.reduce((sum, piece) => sum + (piece.seconds ?? 0), 0) +
        rule.gapSeconds * Math.max(0, pieces.length - 1);
      if (known > (rule.max ?? Infinity)) return false;
      if (pieces.some((piece) => piece.seconds === null)) return undefined;
      return known >= (rule.min ?? 0);
    }
    case 'different composers':
      return new Set(pieces.map((piece) => piece.composer)).size === pieces.length;
    case 'count where': {
      const { sure, open } = count((piece) => {
        if (rule.where.on === 'metre') {
          const metre = piece.metre === null ? undefined : parseMetre(piece.metre);
          return piece.metre === null ? undefined : metre !== undefined && metreKind(metre) === rule.where.is;
        }
        return piece.accompaniment === null ? undefined : piece.accompaniment === rule.where.is;
      });
      if (rule.bound === 'at least')
        return sure >= rule.count ? true : sure + open >= rule.count ? undefined : false;
      return sure > rule.count ? false : sure + open <= rule.count ? true : undefined;
    }
    default:
      throw new Error('not a rule on the pieces');
  }
}

describe('on random programmes', () => {
  test('the checker agrees with trying every way of filling the slots', () => {
    const seen: Record<string, number> = {};
    fc.assert(
      fc.property(anyEntry, (entry) => {
        const [rule] = entry.level.rules as [Rule];
        const expected = bruteForce(rule, entry);
        seen[expected] = (seen[expected] ?? 0) + 1;
        expect(checkRule(rule, entry).status).toBe(expected);
      }),
      { numRuns: 5000, seed: 31 },
    );
    expect(Math.min(seen['met'] ?? 0, seen['unmet'] ?? 0, seen['undecided'] ?? 0)).toBeGreaterThan(300);
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
