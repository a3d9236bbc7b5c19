import { expect, test } from 'vitest';
import { adviseProgrammes, whyNot, type ProgrammeQuestion } from '@/core/programme';
import { programmeQuestion, reasonsOf, WEIGHTS } from '@/core/register';
import { checkProgramme, listedPieces } from '@/core/requirements';
import { contextOf, studio } from '../test-studio';
import {
  obstacleWords,
  plainWords,
  programmeOf,
  reasonWords,
  signed,
  titlesOf,
  whyWords,
} from './advice-model';

const context = contextOf('jonah-4');
const sums = programmeQuestion(studio, context);

test.each([
  ['all that is chosen stays', sums.question],
  ['nothing stays', { ...sums.question, locked: [] }],
])('the demo, %s: the rules are kept, best first, and each sum adds up to its points', (_, question) => {
  const { programmes, whole } = adviseProgrammes(question);
  expect([programmes.length, whole]).toEqual([3, true]);
  const broken = (programme: typeof context.entry.programme) =>
    checkProgramme({ ...context.entry, programme })
      .filter(({ status }) => status === 'unmet')
      .map(({ ruleId }) => ruleId);
  const before = new Set(broken({}));
  for (const [at, ranked] of programmes.entries()) {
    expect(broken(programmeOf(ranked, context)).filter((id) => !before.has(id))).toEqual([]);
    expect(reasonsOf(ranked, sums, studio).reduce((sum, { points }) => sum + points, 0)).toBe(ranked.points);
    expect(ranked.points).toBeLessThanOrEqual(programmes[at - 1]?.points ?? Infinity);
    for (const id of question.locked) expect(ranked.places.map(({ piece }) => piece.id)).toContain(id);
  }
});

test('the weights the teacher sets change the sum, and only what she set', () => {
  const settings = { ...studio.settings, weights: { minute: 0, learned: 500, metre: 7 } };
  const own = programmeQuestion({ ...studio, settings }, contextOf('orla-5'));
  expect(own.question.contrasts).toEqual([
    { in: 'character', points: WEIGHTS.character.points },
    { in: 'metre', points: 7 },
    { in: 'key', points: WEIGHTS.key.points },
  ]);
  const [best] = adviseProgrammes({ ...own.question, locked: [] }).programmes;
  if (!best) throw new Error('the demo has a programme');
  const reasons = reasonsOf(best, own, { settings });
  expect(reasonWords(reasons)).toMatch(
    /^\d+ minutes of work, \d+ to the session \(0\); .*learned already: .*\(\+1000\)/,
  );
  expect(reasons.reduce((sum, { points }) => sum + points, 0)).toBe(best.points);
});

test('taste, hand and time: each is said, each is in the sum, and the search turns by them', () => {
  const one = contextOf('orla-5');
  const listed = one.level.components.flatMap(({ source }) =>
    source.kind === 'list' ? source.pieceIds : [],
  );
  const pieces = new Map(
    [...studio.pieces].map(
      ([id, piece]) => [id, listed.includes(id) ? { ...piece, span: 14 } : piece] as const,
    ),
  );
  const small = {
    ...one,
    student: {
      ...one.student,
      reachSemitones: 12,
      likes: ['WALTZ', 'nothing like it'],
      minutesByWeekday: [5, 0, 0, 0, 0, 0, 0],
    },
  };
  const own = programmeQuestion({ ...studio, pieces }, small);
  expect(own.available).toBeLessThan(60);
  expect(new Set(own.tooWide.values())).toEqual(new Set([2]));
  for (const [id, words] of own.liked) {
    expect(words).toEqual(['WALTZ']);
    expect(JSON.stringify(pieces.get(id)).toLowerCase()).toContain('waltz');
  }
  const [best] = adviseProgrammes({ ...own.question, locked: [] }).programmes;
  if (!best) throw new Error('the demo has a programme');
  const reasons = reasonsOf(best, own, studio);
  const words = reasonWords(reasons);
  expect(words).toMatch(/\d+ minutes more than there are \(−\d+\)/);
  expect(words).toMatch(/wider than the hand: .* \(−180\)/);
  expect(reasons.reduce((sum, { points }) => sum + points, 0)).toBe(best.points);
});

test('a suggestion is said as a teacher would, without its points', () => {
  const [best] = adviseProgrammes(sums.question).programmes;
  if (!best) throw new Error('the demo has a programme');
  const plain = plainWords(reasonsOf(best, sums, studio));
  expect(plain).toMatch(/^[\d,]+ of [\d,]+ minutes · .*Tally Bells already learned · .*(two|three) keys/);
  expect(plain).not.toMatch(/[−+]/);
});

test('a demand that comes next takes less than one beyond it; a learned piece in reserve brings its points', () => {
  const jonah = programmeQuestion(studio, contextOf('jonah-4'));
  expect([...jonah.next]).toEqual(['swell']);
  expect(jonah.demands.map((name, at) => [name, jonah.question.skillCosts[at]])).toEqual([
    ['double tonguing', WEIGHTS['new demand'].points],
    ['tongued triplets', WEIGHTS['new demand'].points],
    ['swell', WEIGHTS['next demand'].points],
  ]);
  const { level, set } = contextOf('orla-5');
  const orla = programmeQuestion(studio, contextOf('orla-5'));
  const [best] = adviseProgrammes({ ...orla.question, locked: [] }).programmes;
  if (!best) throw new Error('the demo has a programme');
  const reasons = reasonsOf(best, orla, studio);
  expect(reasonWords(reasons)).toMatch(/a learned piece of the list in reserve: .*\(\+\d+\)/);
  expect(reasons.reduce((sum, { points }) => sum + points, 0)).toBe(best.points);
  // Whatever is chosen, a piece of the list that is learned is left for each piece said to have one.
  for (const component of level.components) {
    const listed = listedPieces(component, set) ?? [];
    const known = listed.filter((id) => orla.learned.has(id));
    for (const id of listed) expect(orla.backed.has(id)).toBe(known.some((other) => other !== id));
  }
  expect(programmeQuestion(studio, contextOf('petra-2')).backed.size).toBe(0);
});

test('why a piece is not in: the rule or the wish against it, or both sums', () => {
  const question: ProgrammeQuestion = sums.question;
  const say = (id: string) => whyWords(whyNot(question, id), sums, context, studio, id);
  expect(say('tarrin-tally-bells')).toMatchObject({ say: ['It is in the best programme.'], sums: [] });
  expect(say('tarrin-fog-minuet')).toMatchObject({
    say: [
      'No programme can have it while Tally Bells, which you chose, is kept.',
      expect.stringMatching(
        /^Were the chosen pieces free to change: the best programme with it is .*Fog Minuet/,
      ),
    ],
  });
  const [best] = adviseProgrammes({ ...question, locked: [] }).programmes;
  const free = { ...question, locked: [] };
  const other = [...free.worths.keys()].flatMap((id) => {
    const why = whyNot(free, id);
    return why.kind === 'sum' ? [why] : [];
  })[0];
  expect(other?.best.points).toBe(best?.points);
  if (!other) throw new Error('the demo has a piece that is not in the best');
  const words = whyWords(other, sums, context, studio, '');
  expect(words.sums[0]).toBe(
    `With it ${signed(other.withIt.points)}: ${reasonWords(reasonsOf(other.withIt, sums, studio))}.`,
  );
  // The sentences are a teacher's: no points, no signs.
  expect(words.say.join(' ')).not.toMatch(/[−+]\d|points?\b/);
});

test('no programme: what conflicts is named in words, and the nearest gives up one part of it', () => {
  const rule = { id: 'short', kind: 'time' as const, min: null, max: 30, gapSeconds: 0 };
  const level = { ...context.level, rules: [...context.level.rules, rule] };
  const { conflict, nearest } = adviseProgrammes({ ...sums.question, entry: { ...context.entry, level } });
  const words =
    conflict?.kind === 'conflict'
      ? conflict.obstacles.map((each) => obstacleWords(each, { ...context, level }, studio.pieces))
      : [];
  expect(words).toEqual([expect.stringMatching(/^the rule “.*time.*”$/i)]);
  expect(nearest).toHaveLength(1);
  expect(titlesOf((nearest[0] as (typeof nearest)[number]).programme).split(', ')).toHaveLength(3);
});

test.each([
  [{ kind: 'unknown' }, 'The search reached its limit before it was certain.'],
  [{ kind: 'crashed', message: 'no answer' }, 'The search failed. no answer'],
  [{ kind: 'no worth' }, 'Its bars are not counted, so that its work is not known.', ''],
  [
    { kind: 'no worth' },
    'It stands at Level 5 of Tarrin Board; programmes are searched among pieces near this level.',
    'tarrin-low-water-air',
  ],
] as const)('how the search for a piece ended: %j', (why, words, id = '') =>
  expect(whyWords(why, sums, context, studio, id)).toEqual({ say: [words], sums: [] }),
);
