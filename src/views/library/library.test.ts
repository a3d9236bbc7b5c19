import { describe, expect, test } from 'vitest';
import { validateData } from '@/core/files';
import { problemsOfSet, type RequirementSet, type RuleKind } from '@/core/requirements';
import { demoFiles } from '@/demo';
import {
  blankAward,
  blankComponent,
  blankDraft,
  blankLevel,
  blankSession,
  draftOf,
  type Draft,
} from './draft';
import { setOfDraft } from './draft-set';
import type { DraftRule } from './rule-form';
import { scaleRowsOf, scaleRowText } from './scale-rows';

const rule = (
  kind: RuleKind,
  blanks: Record<string, string>,
  inner: readonly DraftRule[] = [],
): DraftRule => ({
  id: '',
  kind,
  blanks,
  inner,
});
const award = (name: string, total: string, each = '', passes = '') => ({
  ...blankAward,
  name,
  total,
  each,
  passes,
});
const base = blankDraft('2027-01-20');
const level = {
  ...blankLevel('l1', 3),
  components: [
    blankComponent('A'),
    {
      ...blankComponent('T'),
      name: 'Scales',
      source: 'scales' as const,
      maxMark: '10',
      rows: 'D major, scale, 2, q=96, slurred\n\nF minor, arpeggio',
    },
  ],
  rules: [
    rule('one from each', { componentIds: 'a' }),
    rule('time', { min: '1:30', max: '4:00', gapSeconds: '10' }),
    rule('count where', { bound: 'at most', count: '1', on: 'grade', is: '2–4' }),
    rule('age', { min: '8', max: '', on: '2027-09-01' }),
    rule('graded pieces', {
      by: 'entry fact',
      fact: 'Division',
      classes: 'Skiff: 2 of 3–4, 1 free; Schooner: 3 of 5+',
    }),
    rule('combined', { need: '2' }, [
      rule('scales known', { componentId: 'T', count: '' }),
      rule('condition', { topic: 'memory', allows: '' }),
      rule('combined', { need: 'any' }, [rule('recording due', {})]),
    ]),
  ],
};
const draft: Draft = {
  ...base,
  name: 'Harbour Recital',
  instrument: 'flute',
  levels: [level],
  marks: { ...base.marks, awards: [award('pass', '20'), award('strong', '30', '10', 'T 20')] },
  sessions: [{ ...blankSession('s1'), name: 'spring', day: '2027-03-31', closes: '2027-01-26' }],
};
const read = (given: Draft) => setOfDraft(given, () => 'set-1', new Set());
const problemsIn = (given: Draft) => {
  const result = read(given);
  return result.ok ? {} : result.problems;
};

describe('a requirement typed in forms', () => {
  test('is a sound set that holds its form, with every rule as typed', () => {
    const result = read(draft);
    if (!result.ok) throw new Error(JSON.stringify(result.problems));
    const { set } = result;
    expect(validateData('set', set)).toMatchObject({ ok: true });
    expect(problemsOfSet(set, new Set())).toEqual([]);
    expect(set.levels[0]?.rules).toMatchObject([
      { kind: 'one from each', componentIds: ['a'] },
      { kind: 'time', min: 90, max: 240, gapSeconds: 10 },
      { kind: 'count where', bound: 'at most', count: 1, where: { on: 'grade', from: 2, to: 4 } },
      { kind: 'age', min: 8, max: null, on: '2027-09-01' },
      {
        kind: 'graded pieces',
        classes: [
          { value: 'Skiff', atLeast: 2, from: 3, to: 4, free: 1 },
          { value: 'Schooner', atLeast: 3, from: 5, to: null, free: 0 },
        ],
      },
      {
        kind: 'combined',
        need: 2,
        rules: [
          { kind: 'scales known', componentId: 't', count: null },
          { kind: 'condition', allows: null },
          { kind: 'combined', need: 'any' },
        ],
      },
    ]);
    expect(set.schemes[0]?.awards[1]).toMatchObject({ total: 30, eachAtLeast: 10, passes: { t: 20 } });
    expect(set.schemes[0]?.components[1]?.criteria[0]?.bands.map(({ from, to }) => `${from}-${to}`)).toEqual([
      '1-1',
      '2-3',
      '4-5',
      '6-6',
      '7-8',
      '9-10',
    ]);
  });

  test.each([
    ['', '', undefined],
    [' 60', '', { slowBelow: 60, fastFrom: 108 }],
    ['', '120', { slowBelow: 76, fastFrom: 120 }],
    ['', '75', 'fastFrom'],
    ['0', '90', 'slowBelow'],
    ['slow', '90', 'slowBelow'],
  ] as const)('slow below %j and fast from %j', (slowBelow, fastFrom, bands) => {
    const result = read({ ...draft, slowBelow, fastFrom });
    if (typeof bands === 'string') expect(Object.keys(result.ok ? {} : result.problems)).toContain(bands);
    else if (!result.ok) throw new Error(JSON.stringify(result.problems));
    else {
      expect(validateData('set', result.set)).toMatchObject({ ok: true });
      expect(result.set.tempoBands).toEqual(bands);
    }
  });

  test.each(demoFiles().map((file) => [`${file.set.name} ${file.set.edition.name}`, file] as const))(
    '%s, opened to be changed and saved as it is, is the same to the last mark',
    (_, { set, pieces }) => {
      const again = setOfDraft(draftOf(set), () => 'new', new Set(pieces.map((piece) => piece.id)));
      if (!again.ok) throw new Error(JSON.stringify(again.problems));
      const rising = (each: RequirementSet): RequirementSet => ({
        ...each,
        schemes: each.schemes.map((scheme) => ({
          ...scheme,
          components: scheme.components.map((component) => ({
            ...component,
            criteria: component.criteria.map((criterion) => ({
              ...criterion,
              bands: [...criterion.bands].sort((a, b) => a.from - b.from),
            })),
          })),
        })),
      });
      const unversioned = (each: RequirementSet) => ({
        ...each,
        schemes: each.schemes.map((scheme) => ({ ...scheme, version: 0 })),
      });
      expect(unversioned(again.set)).toEqual(unversioned(rising(set)));
    },
  );

  test('half steps stay, and bands end half a step before the next', () => {
    const components = level.components.map((each) => ({
      ...each,
      steps: 'half' as const,
      maxMark: '6',
      bands: '1, 3.5, 5',
    }));
    const made = read({ ...draft, levels: [{ ...level, rules: [], components }] });
    if (!made.ok) throw new Error(JSON.stringify(made.problems));
    const again = setOfDraft(draftOf(made.set), () => 'new', new Set());
    if (!again.ok) throw new Error(JSON.stringify(again.problems));
    for (const { schemes } of [made.set, again.set]) {
      expect(schemes[0]?.components[0]).toMatchObject({ halves: true });
      expect(schemes[0]?.components[0]?.criteria[0]?.bands.map(({ from, to }) => [from, to])).toEqual([
        [1, 3],
        [3.5, 4.5],
        [5, 6],
      ]);
    }
  });

  test('a change of marks raises the version of that scheme; levels marked alike share one', () => {
    const first = read({ ...draft, levels: [level, { ...level, id: 'l2', name: 'Level 4', rank: '4' }] });
    if (!first.ok) throw new Error(JSON.stringify(first.problems));
    expect(first.set.schemes.map(({ id, version }) => [id, version])).toEqual([['marks', 1]]);
    const opened = draftOf(first.set);
    const second = opened.levels[1]!;
    const changed = read({
      ...opened,
      levels: opened.levels.with(1, {
        ...second,
        components: second.components.with(0, { ...second.components[0]!, maxMark: '8' }),
      }),
    });
    if (!changed.ok) throw new Error(JSON.stringify(changed.problems));
    expect(changed.set.schemes.map(({ id, version }) => [id, version])).toEqual([
      ['marks', 1],
      ['marks-2', 1],
    ]);
    const reworded = read({
      ...opened,
      levels: opened.levels.map((each) => ({
        ...each,
        components: each.components.with(0, { ...each.components[0]!, descriptors: { Tone: ['rings'] } }),
      })),
    });
    if (!reworded.ok) throw new Error(JSON.stringify(reworded.problems));
    expect(reworded.set.schemes.map(({ id, version }) => [id, version])).toEqual([['marks', 2]]);
  });

  test.each<[string, Partial<Draft>, string]>([
    ['no name', { name: ' ' }, 'name'],
    ['dates backwards', { from: '2027-02-01', to: '2027-01-01' }, 'to'],
    [
      'a letter twice',
      { levels: [{ ...level, rules: [], components: [blankComponent('A'), blankComponent('A')] }] },
      'levels.0.components.1.letter',
    ],
    [
      'an award out of reach',
      { marks: { ...draft.marks, awards: [award('pass', '65')] } },
      'marks.awards.0.total',
    ],
    [
      'awards out of order',
      { marks: { ...draft.marks, awards: [award('a', '30'), award('b', '20')] } },
      'marks.awards.1.total',
    ],
    [
      'a pass mark above the component',
      { marks: { ...draft.marks, awards: [award('a', '30', '', 'T 41')] } },
      'marks.awards.0.passes',
    ],
    [
      'a table of ratings with a hole',
      {
        marks: {
          ...draft.marks,
          judges: '2',
          outcome: 'ratings',
          awards: [award('calm', '0'), award('breeze', '20')],
          table: 'calm, calm = calm\nbreeze, breeze = breeze',
        },
      },
      'marks.table',
    ],
    [
      'a rule about a letter there is not',
      { levels: [{ ...level, rules: [rule('one from each', { componentIds: 'A, Z' })] }] },
      'levels.0.rules.0',
    ],
    [
      'a rule within a rule that lacks its figure',
      { levels: [{ ...level, rules: [rule('combined', { need: 'any' }, [rule('count', {})])] }] },
      'levels.0.rules.0',
    ],
    [
      'a scale row that is none',
      { levels: [{ ...level, components: [{ ...level.components[1]!, rows: 'D major, scale, nine' }] }] },
      'levels.0.components.0.rows',
    ],
    [
      'bands that fall',
      { levels: [{ ...level, rules: [], components: [{ ...blankComponent('A'), bands: '3, 1' }] }] },
      'levels.0.components.0.bands',
    ],
    [
      'entry that closes late',
      { sessions: [{ ...blankSession('s'), name: 's', day: '2027-03-01', closes: '2027-03-02' }] },
      'sessions.0.closes',
    ],
    [
      'late entry before the closing date',
      {
        sessions: [
          {
            ...blankSession('s'),
            name: 's',
            day: '2027-03-01',
            closes: '2027-02-02',
            lateUntil: '2027-02-01',
          },
        ],
      },
      'sessions.0.lateUntil',
    ],
  ])('%s is named at its field', (_, change, field) =>
    expect(Object.keys(problemsIn({ ...draft, ...change }))).toContain(field),
  );
});

test('scale rows read back as they were written', () => {
  const rows = scaleRowsOf('D major, scale, 2, q=96, slurred, together\nchromatic on G, scale, 1');
  if (typeof rows === 'string') throw new Error(rows);
  expect(scaleRowsOf(rows.map(scaleRowText).join('\n'))).toEqual(rows);
  expect(scaleRowsOf('D major, scale\nD major, scale')).toBe('Line 2: this row appears twice.');
});
