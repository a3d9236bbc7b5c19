import { expect, test } from 'vitest';
import type { ScoreWork } from '@/core/score';
import type { ScoreDemand } from '@/core/skills';
import { demandsHad, playersOf, repertoireOf } from '@/core/register';
import { isLearned } from '@/core/repertoire';
import { checkProgramme, crosswalk } from '@/core/requirements';
import { ANY_PIECE, backupsFor, countsOf, inOrder, openShelf, openTextIndex } from '@/core/shelf';
import { contextOf, studio } from '../test-studio';
import { scoreFacts } from './score-facts';
import { lookedUp, newWords, placeWords } from './shelf-model';

const shelf = openShelf(studio.pieces, crosswalk(studio.sets.values(), studio.settings.commonLevels));
const order = inOrder(shelf);
const shelved = {
  shelf,
  order,
  index: openTextIndex(order.map(({ piece }) => piece)),
  instruments: new Map([...studio.sets.values()].map((set) => [set.id, set.instrument])),
  demands: [],
  keys: [],
  metres: [],
  periods: [],
  characters: [],
};
const orla = studio.students.get('orla');
if (!orla) throw new Error('the demo has no Orla');
const had = demandsHad(
  studio,
  orla,
  [...studio.pieces.values()].flatMap(({ demands }) => demands),
);

test('the demo: a piece by its words, its places in all sets, and what is new to the student', () => {
  const [gigue] = lookedUp(shelved, 'ropewalk gig', { ...ANY_PIECE, instrument: 'flute' }, had);
  expect(gigue?.piece.id).toBe('tarrin-ropewalk-gigue');
  expect(gigue?.piece.scoreId).toBe('score-ropewalk-gigue');
  expect(gigue?.places.map((place) => placeWords(place, studio.sets))).toContain(
    'Tarrin Board flute 2026–2029: Level 5 S',
  );
  expect(newWords({ ...(gigue as (typeof order)[number]).piece, demands: ['never heard of'] }, had)).toBe(
    '1 new: never heard of',
  );
});

test('the demo: every piece that asks for at most one new demand does, and all of those are found', () => {
  const found = lookedUp(shelved, '', { ...ANY_PIECE, setId: 'tarrin-flute-2026', newAtMost: 1 }, had);
  const expected = order.filter(
    ({ piece, places }) =>
      places.some(({ setId }) => setId === 'tarrin-flute-2026') &&
      piece.demands.filter((demand) => !had.has(demand.toLowerCase())).length <= 1,
  );
  expect(found).toEqual(expected);
  expect(found.length).toBeGreaterThan(10);
  const counts = countsOf(found, ({ places }) => [places[0]?.levelName ?? null]);
  expect(counts.reduce((sum, { count }) => sum + count, 0)).toBe(found.length);
});

test('the demo: the backups are just the learned pieces that break no rule more', () => {
  const { entry } = contextOf('orla-5');
  const learned = repertoireOf(studio, 'orla')
    .filter(isLearned)
    .map(({ pieceId }) => pieceId);
  const broken = (programme: typeof entry.programme) =>
    checkProgramme({ ...entry, programme }).filter(({ status }) => status === 'unmet').length;
  const now = broken(entry.programme);
  const expected = Object.entries(entry.programme).flatMap(([componentId, [choice]]) => {
    const component = entry.level.components.find(({ id }) => id === componentId);
    if (component?.source.kind !== 'list' || choice?.kind !== 'piece') return [];
    const { pieceIds } = component.source;
    return learned
      .filter((id) => pieceIds.includes(id) && !JSON.stringify(entry.programme).includes(`"${id}"`))
      .filter((pieceId) => broken({ ...entry.programme, [componentId]: [{ kind: 'piece', pieceId }] }) <= now)
      .map((pieceId) => ({ componentId, insteadOf: choice.pieceId, pieceId }));
  });
  expect(backupsFor(entry, learned)).toEqual(expected);
  expect(expected).toContainEqual({
    componentId: 'd',
    insteadOf: 'tarrin-low-water-air',
    pieceId: 'tarrin-gull-evensong',
  });
});

const WORK: ScoreWork = { textId: '', difficulty: {}, same: [], measures: [], chunks: [], drills: [] };

test.each([
  ['q.', 108, { unit: 'q.', perMinute: 72 }],
  ['e', 66, { unit: 'e', perMinute: 132 }],
  [null, 80, null],
  ['s', 200, null],
] as const)('facts by the score, its tempo in %s', (unit, quartersPerMinute, tempo) => {
  const demand = (name: ScoreDemand) => {
    const metre = name.startsWith('in ') ? name.slice(3) : null;
    return { name, bars: [0], figure: null, metre, asks: metre === null && name !== 'range', drills: [] };
  };
  const facts = scoreFacts({
    seconds: 44.4,
    printed: 18,
    toLearn: 14,
    demands: [demand('one sharp'), demand('in 6/8'), demand('range'), demand('in 3/4')],
    tempos: [{ measure: 0, at: 0, quartersPerMinute, printed: '', unit, ways: [] }],
    spans: [0, 14],
    work: WORK,
  });
  expect(facts).toEqual({
    seconds: 44,
    bars: 18,
    barsToLearn: 14,
    metre: '6/8',
    tempo,
    span: 14,
    work: WORK,
    demands: ['one sharp'],
  });
});

test('a score without a tempo says no time', () => {
  const [seconds, printed, toLearn] = [44, 18, 14];
  const facts = scoreFacts({ seconds, printed, toLearn, demands: [], tempos: [], spans: [0], work: WORK });
  expect([facts.seconds, facts.tempo, facts.bars]).toEqual([null, null, 18]);
});

test('players of a piece: students of its instrument, the furthest on first; what they met leaves the piece itself out', () => {
  const march = studio.pieces.get('mainsail-mist-march');
  if (!march) throw new Error('the demo has no march');
  const players = playersOf(studio, march);
  expect(players.map(({ id }) => id)).toEqual(['davit', 'callum', 'ivo', 'tam']);
  expect(players.map(({ entry }) => entry?.part)).toEqual(['Guitar 2', 'Guitar 3', 'Guitar 4', 'Guitar 4']);
  // Tam has played nothing else.
  expect(players.at(-1)?.exposure.size).toBe(0);
  expect([...(players[0]?.exposure.keys() ?? [])]).toContain('accidentals');
});
