import { describe, expect, test } from 'vitest';
import { RULES, ruleShape, type RuleKind, type RuleOf } from '@/core/requirements';
import { calendarDay } from '@/core/time';
import { blankRule, blanksOf, draftOfRule, ruleOf, withBlank } from './rule-form';

describe('a rule as a sentence with blanks', () => {
  test.each(Object.keys(RULES) as RuleKind[])(
    'a new "%s" has its picks made, and says what it lacks',
    (kind) => {
      const blank = blankRule(kind);
      for (const { name, options } of blanksOf(blank))
        if (options) expect(options).toContain(blank.blanks[name]);
      const made = ruleOf(blank, 'r', () => undefined);
      if (typeof made !== 'string') expect(draftOfRule(made, (id) => id).kind).toBe(kind);
    },
  );
  /** What each kind may hold besides its kind and id. */
  const held: { readonly [K in RuleKind]: readonly Omit<RuleOf<K>, 'id' | 'kind'>[] } = {
    'one from each': [{ componentIds: ['a', 'b'] }],
    choose: [{ componentId: 'a', min: 0, max: 20 }],
    count: [{ min: 3, max: 3 }],
    time: [
      { min: 90, max: 36_000, gapSeconds: 600 },
      { min: null, max: 61, gapSeconds: 0 },
    ],
    'different composers': [{}],
    contrast: [{ in: 'key', between: 'all' }],
    'count where': [
      { bound: 'at most', count: 0, where: { on: 'period', is: 'harbour' } },
      { bound: 'at least', count: 2, where: { on: 'grade', from: 4, to: 6 } },
      { bound: 'at least', count: 1, where: { on: 'component', is: 'b' } },
      { bound: 'at least', count: 1, where: { on: 'memory', is: 'with the music' } },
    ],
    'graded pieces': [
      {
        by: 'entry fact',
        fact: 'Division',
        classes: [
          { value: 'Skiff', atLeast: 2, from: 3, to: 4, free: 1 },
          { value: 'Schooner', atLeast: 3, from: 5, to: null, free: 0 },
        ],
      },
      { by: 'year group', fact: '', classes: [{ value: '7', atLeast: 1, from: 2, to: 2, free: 0 }] },
    ],
    'not used before': [{ years: null }, { years: 50 }],
    'named edition': [{ componentId: 'a', edition: 'Quay' }],
    condition: [
      { topic: 'memory', allows: null },
      { topic: 'ending', allows: ['cut', 'as printed'] },
    ],
    'edition valid': [{}],
    'level held': [{ family: 'Tarrin flute', rank: 50 }],
    age: [{ min: 8, max: null, on: calendarDay('2027-09-01') }],
    'year group': [{ min: null, max: 20 }],
    'entry closes': [{}],
    'entry fact': [{ fact: 'Pianist' }],
    takes: [{ max: 99, continuous: false }],
    'recording due': [{}],
    'excerpt bars': [{ componentId: 'b' }],
    'scales known': [
      { componentId: 'a', count: 400 },
      { componentId: 'a', count: null },
    ],
    combined: [
      {
        need: 2,
        rules: [
          { id: 'r-1', kind: 'edition valid' },
          { id: 'r-2', kind: 'count', min: 1, max: 2 },
        ],
      },
    ],
  };
  test.each(Object.entries(held).flatMap(([kind, all]) => all.map((data) => ({ id: 'r', kind, ...data }))))(
    '$kind reads back from its blanks as it was, and holds its form',
    (each) => {
      const typed = draftOfRule(each as RuleOf<RuleKind>, (id) => id.toUpperCase());
      const made = ruleOf(typed, 'r', (letter) => letter.toLowerCase());
      expect(made).toEqual(each);
      expect(ruleShape.fits(made)).toBe(true);
    },
  );
  test.each([
    ['year group', { min: '1', max: '21' }],
    ['age', { min: '1', max: '121' }],
    ['choose', { componentId: 'A', min: '3', max: '2' }],
    ['time', { min: '1', max: '99999', gapSeconds: '' }],
    ['time', { min: '', max: '', gapSeconds: '' }],
    ['not used before', { years: '0' }],
    ['level held', { family: ' ', rank: '1' }],
    ['takes', { max: '0', continuous: 'yes' }],
    ['scales known', { componentId: 'Z', count: '' }],
    ['combined', { need: '2' }],
    ['condition', { topic: 'memory', allows: 'a,'.repeat(21) }],
    ['entry fact', { fact: 'x'.repeat(121) }],
    ['graded pieces', { by: 'year group', classes: '7: 1 of 2;'.repeat(41) }],
  ] as const)('%s: %j is not taken, as no file takes it', (kind, blanks) =>
    expect(
      ruleOf({ id: '', kind, blanks, inner: [blankRule('edition valid')] }, 'r', (letter) =>
        letter === 'A' ? 'a' : undefined,
      ),
    ).toEqual(expect.any(String)),
  );
  test('another property starts with its own first value', () => {
    const picked = withBlank(blankRule('count where'), 'on', 'memory');
    expect(picked.blanks['is']).toBe('from memory');
    expect(withBlank(picked, 'on', 'period').blanks['is']).toBe('');
  });
  test.each(['Skiff 2 of 3', 'Skiff: two of 3', 'Skiff: 2 of 4–3', ': 2 of 3'])(
    'the class “%s” is not read',
    (classes) =>
      expect(
        ruleOf(
          { id: '', kind: 'graded pieces', blanks: { by: 'year group', classes }, inner: [] },
          'r',
          () => 'a',
        ),
      ).toContain('is not read'),
  );
});
