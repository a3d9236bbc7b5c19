import { pieceWith } from '../requirements/arbitrary';
import { BARE_LEVEL, BARE_SET, type Level, type RequirementSet, type Rule } from '../requirements';
import { calendarDay } from '../time';
import type { BestQuestion } from './best';
import { compileLevel, type CompiledLevel } from './compile';

/** A level of so many lists with so many pieces each, a time window, composers, characters; with what pieces are worth. */
export function largeQuestion(
  random: () => number,
  { slots, candidates }: { readonly slots: number; readonly candidates: number },
): { readonly compiled: CompiledLevel; readonly question: BestQuestion } {
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
        max: 1,
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
    schemes: [],
    levels: [level],
    sessions: [],
  };
  const skillCosts = Array.from({ length: 20 }, () => 10 + pick(80));
  const worths = new Map(
    ids.map((id) => [
      id,
      { points: -50 - pick(300), skills: [...new Set([pick(20), pick(20)].slice(0, pick(3)))] },
    ]),
  );
  return {
    compiled: compileLevel(set, level, pieces, []),
    question: {
      worth: ({ piece }) => worths.get(piece.id) ?? null,
      skillCosts,
      contrasts: [
        { in: 'character', points: 25 },
        { in: 'key', points: 10 },
      ],
      count: 10,
      locked: [],
    },
  };
}
