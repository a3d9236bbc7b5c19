import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { mergeEdit, settleClashes } from './merge-edit';

const opened = {
  id: 'x',
  name: 'Fen',
  slot: { kind: 'weekly', day: 2, start: '16:00' },
  minutes: [20, 20],
  edition: { name: '2026', to: '2029' },
  levels: [
    { id: 'one', name: 'One', rules: [{ id: 'r', kind: 'count', min: 1 }] },
    { id: 'two', name: 'Two', rules: [] },
  ],
};
type Form = typeof opened & { likes?: string[] };
const merge = (current: Partial<Form>, typed: Partial<Form>) =>
  mergeEdit<Form>(opened, { ...opened, ...current }, { ...opened, ...typed });

test.each<[string, Partial<Form>, Partial<Form>, Partial<Form>, (readonly string[])[]]>([
  ['other fields', { name: 'Ida' }, { likes: ['slow'] }, { name: 'Ida', likes: ['slow'] }, []],
  ['the same change', { name: 'Ida' }, { name: 'Ida' }, { name: 'Ida' }, []],
  ['one field twice', { name: 'Ida' }, { name: 'Ann' }, { name: 'Ida' }, [['name']]],
  [
    'fields of an object',
    { edition: { name: '2027', to: '2029' } },
    { edition: { name: '2026', to: '2030' } },
    { edition: { name: '2027', to: '2030' } },
    [],
  ],
  [
    'a value of several kinds is taken whole',
    { slot: { ...opened.slot, day: 3 } },
    { slot: { ...opened.slot, start: '17:00' } },
    { slot: { ...opened.slot, day: 3 } },
    [['slot']],
  ],
  [
    'a plain list is taken whole',
    { minutes: [30, 20] },
    { minutes: [20, 30] },
    { minutes: [30, 20] },
    [['minutes']],
  ],
  [
    'entries of a list, one added on each side',
    { levels: [...opened.levels, { id: 'three', name: 'Three', rules: [] }] },
    { levels: [{ id: 'zero', name: 'Zero', rules: [] }, ...opened.levels] },
    {
      levels: [
        { id: 'zero', name: 'Zero', rules: [] },
        ...opened.levels,
        { id: 'three', name: 'Three', rules: [] },
      ],
    },
    [],
  ],
  [
    'an entry taken out here and changed there',
    { levels: [opened.levels[0]!, { ...opened.levels[1]!, name: 'Second' }] },
    { levels: [opened.levels[0]!] },
    { levels: [opened.levels[0]!, { ...opened.levels[1]!, name: 'Second' }] },
    [['levels', 'two']],
  ],
  [
    'two fields of one entry',
    { levels: [{ ...opened.levels[0]!, name: 'First' }, opened.levels[1]!] },
    { levels: [{ ...opened.levels[0]!, rules: [] }, opened.levels[1]!] },
    { levels: [{ ...opened.levels[0]!, name: 'First', rules: [] }, opened.levels[1]!] },
    [],
  ],
])('%s', (_, current, typed, merged, clashes) => {
  const found = merge(current, typed);
  expect(found.merged).toEqual({ ...opened, ...merged });
  expect(found.clashes.map(({ path }) => path)).toEqual(clashes);
});

describe('laws', () => {
  const values = fc.record(
    {
      a: fc.nat(2),
      b: fc.constantFrom('x', 'y'),
      list: fc
        .uniqueArray(
          fc.record({ id: fc.constantFrom('p', 'q', 'r'), n: fc.nat(2) }, { noNullPrototype: true }),
          {
            selector: ({ id }) => id,
            maxLength: 3,
          },
        )
        .map((list) => [...list].sort((x, y) => (x.id < y.id ? -1 : 1))),
    },
    { noNullPrototype: true },
  );
  test('a form nobody else touched is kept as typed; one with no change changes nothing', () => {
    fc.assert(
      fc.property(values, values, (before, after) => {
        expect(mergeEdit(before, before, after)).toEqual({ merged: after, clashes: [] });
        expect(mergeEdit(before, after, before)).toEqual({ merged: after, clashes: [] });
      }),
    );
  });
  test('clashes chosen all mine or all theirs leave none, and each stands as chosen', () => {
    fc.assert(
      fc.property(
        values,
        values,
        values,
        fc.constantFrom('mine' as const, 'theirs' as const),
        (before, now, mine, take) => {
          const { clashes } = mergeEdit(before, now, mine);
          const settled = settleClashes(
            before,
            mine,
            clashes.map((clash) => ({ clash, take })),
          );
          const again = mergeEdit(settled.opened, now, settled.typed);
          expect(again.clashes).toEqual([]);
          if (take === 'mine' && before.a !== mine.a) expect(again.merged.a).toBe(mine.a);
          if (take === 'theirs' && before.a !== now.a) expect(again.merged.a).toBe(now.a);
        },
      ),
    );
  });
});
