import { expect, test } from 'vitest';
import type { ComponentSource } from '../requirements';
import { practiceCard } from './card';
import { drawOrder } from './scale-rows';
import { inDays, planOf } from './test-plan';

test('scales are drawn from the table: weak ones first, then those never heard, then the longest unheard', () => {
  const row = (id: string) => ({
    id,
    key: id,
    form: 'scale',
    octaves: 2,
    tempo: null,
    articulation: '',
    hands: '',
  });
  const result = (rowId: string, days: number, how: 'clean' | 'with slips' | 'not yet') => ({
    rowId,
    day: inDays(-days),
    how,
  });
  const order = drawOrder(
    ['a', 'b', 'c', 'd', 'e', 'f'].map(row),
    ['f'],
    [
      result('a', 3, 'clean'),
      result('b', 9, 'not yet'),
      result('b', 2, 'with slips'),
      result('c', 30, 'clean'),
      result('d', 5, 'not yet'),
    ],
    0,
  );
  expect(order.map(({ id }) => id)).toEqual(['d', 'b', 'e', 'f', 'c', 'a']);
  const table: ComponentSource = {
    kind: 'scales',
    rows: ['a', 'b', 'c', 'd', 'e', 'f', 'g'].map(row),
    drawn: 3,
  };
  const plan = planOf([['t', table]], [], {});
  const drawn = [0, 1, 2].flatMap((week) =>
    practiceCard(plan, week).rows.flatMap(({ blocks }) => blocks.map(({ what }) => what)),
  );
  for (const id of ['a', 'b', 'c', 'd', 'e', 'f', 'g']) expect(drawn.join(' ')).toContain(`${id} scale`);
  const weak = planOf([['t', table]], [], { rowResults: [result('e', 4, 'not yet')] });
  expect(practiceCard(weak, 0).rows[0]?.blocks[0]).toMatchObject({ why: 'the weakest' });
  expect(practiceCard(weak, 0).rows[0]?.blocks[0]?.what).toContain('e scale');
});
