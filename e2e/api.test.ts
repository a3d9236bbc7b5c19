import { expect, test } from 'vitest';
import { post } from './post';
import tarrin from '../src/demo/tarrin-flute-2026.json';

test('a requirement file is validated, with the place of what is wrong', async () => {
  expect((await post('/api/requirements/validate', tarrin)).body).toMatchObject({
    valid: true,
    levels: 9,
    pieces: 162,
  });
  const broken = structuredClone(tarrin);
  (broken.set.levels[4] as { schemeId: string }).schemeId = 'gone';
  const { status, body } = await post('/api/requirements/validate', broken);
  expect(status).toBe(422);
  expect(body['errors']).toContainEqual({ pointer: '#/set/levels/4/schemeId', detail: 'no scheme "gone"' });
});

test('a programme is checked rule by rule', async () => {
  const level = tarrin.set.levels[3]!;
  const listOf = (at: number) => (level.components[at]!.source as { pieceIds: string[] }).pieceIds;
  const { body } = await post('/api/programme/check', {
    ...tarrin,
    format: undefined,
    version: undefined,
    levelId: level.id,
    sessionId: 'spring-2027',
    today: '2027-01-20',
    student: { birthDate: '2014-06-11', levelsHeld: [], schoolYear: null },
    programme: { s: [{ kind: 'piece', pieceId: listOf(0)[0] }] },
    facts: {},
    enteredOn: null,
    takes: null,
    recordingSentOn: null,
    conditions: {},
    editions: {},
    memorised: [],
    scalesHeard: [],
    used: [],
    waivers: [],
  });
  const rules = body['rules'] as { ruleId: string; status: string; sentence: string }[];
  expect(rules.find((rule) => rule.ruleId === 'lists')).toMatchObject({
    status: 'undecided',
    sentence: 'D and Y still open.',
  });
  expect(rules.find((rule) => rule.ruleId === 'edition')).toMatchObject({ status: 'met' });
});

test('programmes: the best three of a level, one piece locked, one banned; rules that conflict are named', async () => {
  const level = tarrin.set.levels[3]!;
  const listOf = (at: number) => (level.components[at]!.source as { pieceIds: string[] }).pieceIds;
  const [locked, banned] = [listOf(0)[1]!, listOf(1)[0]!];
  const asked = {
    set: tarrin.set,
    pieces: tarrin.pieces,
    levelId: level.id,
    count: 3,
    locked: [locked],
    banned: [banned],
    ownChoice: [],
    used: [],
    worth: { [listOf(1)[0]!]: { points: 90, skills: [] }, [listOf(1)[1]!]: { points: 40, skills: ['leap'] } },
    skillCosts: { leap: 15 },
    contrasts: [{ in: 'key', points: 5 }],
  };
  const { status, body } = await post('/api/programmes', asked);
  expect(status).toBe(200);
  const programmes = body['programmes'] as {
    points: number;
    pieces: { pieceId: string }[];
    skills: string[];
  }[];
  expect(programmes).toHaveLength(3);
  expect(programmes[0]?.skills).toEqual(['leap']);
  expect(programmes.map(({ points }) => points)).toEqual(
    [...programmes].map(({ points }) => points).sort((a, b) => b - a),
  );
  for (const { pieces } of programmes) {
    expect(pieces.map(({ pieceId }) => pieceId)).toContain(locked);
    expect(pieces.map(({ pieceId }) => pieceId)).not.toContain(banned);
  }
  const rules = [
    { id: 'few', kind: 'count', min: 0, max: 1 },
    { id: 'many', kind: 'one from each', componentIds: ['s', 'd'] },
  ];
  const levels = tarrin.set.levels.map((each) => (each.id === level.id ? { ...each, rules } : each));
  const { body: none } = await post('/api/programmes', { ...asked, set: { ...tarrin.set, levels } });
  expect(none).toMatchObject({ programmes: [], whole: true });
  expect((none['conflict'] as string[]).length).toBeGreaterThan(0);
  const { body: both } = await post('/api/programmes', { ...asked, locked: [locked, listOf(0)[2]] });
  expect(both).toMatchObject({
    programmes: [],
    conflict: [],
    conflictLocked: [locked, listOf(0)[2]],
    conflictBanned: [],
  });
  expect((await post('/api/programmes', { ...asked, locked: ['nobody'] })).body).toMatchObject({
    errors: [{ pointer: '#/locked/0' }],
  });
});
