import { expect, test } from 'vitest';
import tarrin from '../../demo/tarrin-flute-2026.json';
import { readRequirementFile } from './requirement-file';
import {
  checkRule,
  copySet,
  levelNamed,
  levelsToHold,
  problemsOfSet,
  type RequirementSet,
} from '../requirements';
import { calendarDay } from '../time';
import { entryWith } from '../requirements/arbitrary';

const read = readRequirementFile(tarrin);
if (!read.ok) throw new Error('the demo set was not read');
const { set } = read.value;
const piano = copySet(set, 'piano', { instrument: 'piano', lists: false, sessions: true });

test('a copy for another instrument is a family of its own, and so are the levels its rules ask for', () => {
  const asking: RequirementSet = {
    ...set,
    levels: set.levels.map((level) => ({
      ...level,
      rules: [
        {
          id: 'all',
          kind: 'combined',
          need: 'all',
          rules: [{ id: 'held', kind: 'level held', family: set.family, rank: 2 }],
        },
        { id: 'other', kind: 'level held', family: 'Ostrand College flute', rank: 1 },
      ],
    })),
  };
  const copy = copySet(asking, 'p', { instrument: 'piano', lists: true, sessions: false });
  expect([copy.family, copy.instrument, copy.edition]).toEqual(['Tarrin Board piano', 'piano', set.edition]);
  expect(copy.levels[0]?.rules).toMatchObject([
    { rules: [{ family: 'Tarrin Board piano' }] },
    { family: 'Ostrand College flute' },
  ]);
  const [rule] = copy.levels[0]?.rules ?? [];
  const held = (family: string) => {
    const day = calendarDay('2026-01-01');
    const levelsHeld = [{ family, levelName: 'Level 2', rank: 2, day, award: 'pass' }];
    const student = { birthDate: day, levelsHeld, schoolYear: null };
    return rule && checkRule(rule, entryWith([rule], [], {}, { student })).status;
  };
  expect(held('Tarrin Board flute')).toBe('unmet');
  expect(held('Tarrin Board piano')).toBe('met');
});

test.each([
  [{ instrument: null, lists: true, sessions: false }, '2030-01-01', true, 0],
  [{ instrument: null, lists: false, sessions: true }, '2030-01-01', false, set.sessions.length],
  [{ instrument: 'piano', lists: true, sessions: true }, '2026-01-01', true, set.sessions.length],
])('a copy with %j', (wish, from, lists, sessions) => {
  const copy = copySet(set, 'copy', wish);
  expect(problemsOfSet(copy, null)).toEqual([]);
  expect([copy.edition.from, copy.sessions.length]).toEqual([from, sessions]);
  const pieces = copy.levels.flatMap((level) =>
    level.components.flatMap(({ source }) => (source.kind === 'list' ? source.pieceIds : [])),
  );
  expect(pieces.length > 0).toBe(lists);
  expect(copy.levels.map(({ components }) => components.length)).toEqual(
    set.levels.map(({ components }) => components.length),
  );
});

test.each<[string, string, string | string[]]>([
  ['whole', 'Tarrin Board flute, Level 3', 'Tarrin Board flute, Level 3'],
  ['in other letters', 'tarrin board FLUTE level 3', 'Tarrin Board flute, Level 3'],
  ['with words left out', 'flute 3', 'Tarrin Board flute, Level 3'],
  ['on the student’s own instrument', 'Level 3', 'Tarrin Board piano, Level 3'],
  [
    'of no syllabus there is',
    'Tarrin Board oboe, Level 3',
    ['Tarrin Board piano, Level 3', 'Tarrin Board flute, Level 3', 'Tarrin Board flute, Level 1'],
  ],
  ['of no level there is', 'piano level 12', ['Tarrin Board piano, Level 1']],
  ['nothing', '', []],
])('a level named %s', (_, name, wanted) => {
  const found = levelNamed(name, levelsToHold([set, piano], 'piano'));
  if (typeof wanted === 'string') expect(found.ok && found.level.label).toBe(wanted);
  else {
    expect(found.ok).toBe(false);
    if (!found.ok && wanted.length > 0) expect(wanted).toContain(found.nearest[0]);
  }
});
