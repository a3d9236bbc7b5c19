import { pieceWith } from '../requirements/arbitrary';
import { BARE_LEVEL, BARE_SET, type Level, type RequirementSet, type Rule } from '../requirements';
import { calendarDay } from '../time';
import type { BestQuestion } from './best-question';
import { compileLevel, NO_FACTS, type CompiledLevel, type SearchFacts } from '../requirements';

/**
 * A level of so many lists with so many pieces each, a time window, composers, characters; with what pieces are worth.
 * A mixed one has besides: graded pieces, contrast, combined rules, pieces used before, a list of up to two, and too
 * little time.
 */
export function largeQuestion(
  random: () => number,
  {
    slots,
    candidates,
    mixed = false,
  }: { readonly slots: number; readonly candidates: number; readonly mixed?: boolean },
): { readonly compiled: CompiledLevel; readonly question: BestQuestion; readonly facts: SearchFacts } {
  const pick = (most: number) => Math.floor(random() * most);
  const characters = ['dance', 'song', 'study', 'march'];
  const pieces = new Map(
    Array.from({ length: slots * candidates }, (_, at) => {
      const id = `p${at}`;
      return [
        id,
        pieceWith(id, {
          composer: `C. ${pick(40)}`,
          seconds: 60 + pick(180),
          character: characters[pick(4)] ?? 'song',
          key: ['G major', 'D minor', 'F major'][pick(3)] ?? 'G major',
          accompaniment: pick(2) === 0 ? 'accompanied' : 'unaccompanied',
        }),
      ] as const;
    }),
  );
  const ids = [...pieces.keys()];
  const rules: Rule[] = [
    { id: 'time', kind: 'time', min: slots * 100, max: slots * 140, gapSeconds: 10 },
    { id: 'composers', kind: 'different composers' },
    {
      id: 'alone',
      kind: 'count where',
      bound: 'at least',
      count: 1 + pick(2),
      where: { on: 'accompaniment', is: 'unaccompanied' },
    },
  ];
  if (mixed)
    rules.push(
      { id: 'keys', kind: 'contrast', in: 'key', between: 'any' },
      {
        id: 'either',
        kind: 'combined',
        need: 'any',
        rules: [
          {
            id: 'with',
            kind: 'count where',
            bound: 'at least',
            count: 2,
            where: { on: 'accompaniment', is: 'accompanied' },
          },
          { id: 'characters', kind: 'contrast', in: 'character', between: 'all' },
        ],
      },
      {
        id: 'two of three',
        kind: 'combined',
        need: 2,
        rules: [
          {
            id: 'dance',
            kind: 'count where',
            bound: 'at least',
            count: 1,
            where: { on: 'character', is: 'dance' },
          },
          {
            id: 'song',
            kind: 'count where',
            bound: 'at most',
            count: 1,
            where: { on: 'character', is: 'song' },
          },
          { id: 'one', kind: 'choose', componentId: 'c0', min: 1, max: 1 },
        ],
      },
      {
        id: 'graded',
        kind: 'graded pieces',
        by: 'entry fact',
        fact: 'class',
        classes: [{ value: 'A', atLeast: 2, from: 4, to: null, free: slots - 2 }],
      },
      { id: 'used', kind: 'not used before', years: null },
    );
  const level: Level = {
    id: 'l',
    name: 'Level',
    rank: 1,
    schemeId: 's',
    ...BARE_LEVEL,
    components: Array.from({ length: slots }, (_, at) => ({
      id: `c${at}`,
      letter: String(at),
      name: `List ${at}`,
      // One piece in ten stands in the next list too.
      source: {
        kind: 'list' as const,
        pieceIds: [
          ...ids.slice(at * candidates, (at + 1) * candidates - Math.floor(candidates / 10)),
          ...ids.slice(
            ((at + 1) % slots) * candidates,
            ((at + 1) % slots) * candidates + Math.floor(candidates / 10),
          ),
        ],
        min: 1,
        max: mixed && at === 0 ? 2 : 1,
      },
    })),
    rules,
  };
  const set: RequirementSet = {
    id: 's',
    kind: 'graded exam',
    name: 'Large',
    family: 'Large',
    instrument: 'flute',
    edition: { name: '1', from: calendarDay('2026-01-01'), to: calendarDay('2029-12-31'), overlapTo: null },
    ...BARE_SET,
    catalogue: mixed ? ids.map((pieceId) => ({ pieceId, rank: 1 + pick(6) })) : [],
    schemes: [],
    levels: [level],
    sessions: [],
  };
  const skillCosts = Array.from({ length: 20 }, () => 10 + pick(80));
  const worths = new Map(
    ids.map((id) => [
      id,
      {
        points: -50 - pick(300),
        skills: [...new Set([pick(20), pick(20)].slice(0, pick(3)))],
        ...(mixed && { minutes: 30 + pick(200) }),
      },
    ]),
  );
  const used = new Set(mixed ? Array.from({ length: candidates }, () => ids[pick(ids.length)] ?? '') : []);
  return {
    facts: {
      ...NO_FACTS,
      known: (rule) => (rule.kind === 'not used before' ? used : NO_FACTS.known(rule)),
    },
    compiled: compileLevel(set, level, pieces, []),
    question: {
      worth: ({ piece }) => worths.get(piece.id) ?? null,
      skillCosts,
      contrasts: [
        { in: 'character', points: 25 },
        { in: 'key', points: 10 },
      ],
      ...(mixed && { time: { minutes: slots * 80, points: 3 } }),
      count: 10,
      locked: [],
    },
  };
}
