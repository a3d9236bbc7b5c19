import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyRoad, signsOf, writtenOut } from './arbitrary';
import { PLAIN_ROADMAP, roadmapOf } from './roadmap';
import { endingNumbers, wordsOrder } from './words';

describe('the road through the signs', () => {
  test('is the plan written out, on 1,000 plans of repeats, endings, returns, fine and coda', () => {
    const seen = { returns: 0, endings: 0 };
    fc.assert(
      fc.property(anyRoad, (road) => {
        const { order, problems } = roadmapOf(signsOf(road));
        expect(order).toEqual(writtenOut(road));
        expect(problems).toEqual([]);
        if (road.back) seen.returns += 1;
        if (road.sections.some(({ kind }) => kind === 'endings')) seen.endings += 1;
      }),
      { numRuns: 1_000, seed: 7 },
    );
    expect(seen.returns).toBeGreaterThan(200);
    expect(seen.endings).toBeGreaterThan(300);
  });

  test('without repeats every section is played once, with its last ending', () => {
    fc.assert(
      fc.property(anyRoad, (road) => {
        const { order } = roadmapOf(signsOf({ ...road, back: null }), { ...PLAIN_ROADMAP, repeats: false });
        expect(new Set(order).size).toBe(order.length);
      }),
    );
  });

  test('an ending that is not printed is told, and the order is the printed one', () => {
    fc.assert(
      fc.property(anyRoad, (road) => {
        const signs = signsOf(road);
        const asked = roadmapOf(signs, { ...PLAIN_ROADMAP, ending: 99 });
        expect(asked.order).toEqual(roadmapOf(signs).order);
        expect(asked.problems).toEqual(['the score has no ending 99: it is read as printed']);
        for (const { ending } of signs)
          for (const pass of ending?.passes ?? [])
            expect(roadmapOf(signs, { ...PLAIN_ROADMAP, ending: pass }).problems).toEqual([]);
      }),
    );
  });

  test('every leap is named: the order is printed order but for the jumps', () => {
    fc.assert(
      fc.property(anyRoad, (road) => {
        const { order, jumps } = roadmapOf(signsOf(road));
        const leaps = order.flatMap((measure, at) =>
          at > 0 && measure !== (order[at - 1] ?? 0) + 1 ? [at] : [],
        );
        expect([...new Set(jumps.map(({ at }) => at))]).toEqual(expect.arrayContaining(leaps));
      }),
    );
  });
});

test.each([
  ['D.C. al Fine', { kind: 'da capo', until: 'fine' }],
  ['Da Capo', { kind: 'da capo', until: 'either' }],
  ['D. C.', { kind: 'da capo', until: 'either' }],
  ['D.S. al Coda', { kind: 'dal segno', until: 'coda' }],
  ['Dal Segno al Fine', { kind: 'dal segno', until: 'fine' }],
  ['To Coda', { kind: 'to coda' }],
  ['al Coda', { kind: 'to coda' }],
  ['Fine', { kind: 'fine' }],
  ['Coda', { kind: 'coda' }],
  ['dolce', null],
  ['finely', null],
  ['dcresc.', null],
])('the words %s order %j', (words, order) => expect(wordsOrder(words)).toEqual(order));

test.each([
  ['1', [1]],
  ['1, 2', [1, 2]],
  ['1.2.', [1, 2]],
  ['1-3', [1, 2, 3]],
  ['', []],
  ['last', []],
])('the ending %s is played on the passes %j', (text, passes) => expect(endingNumbers(text)).toEqual(passes));
