import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { WorkDrill } from '../score';
import { addDays, calendarDay } from '../time';
import { practiceCard } from './card';
import { ladder } from './ladder';
import { linesOf } from './lines';
import {
  barsText,
  blocksOf,
  entry,
  inDays,
  listOf,
  pieceOf,
  planOf,
  student,
  today,
  workOf,
} from './test-plan';

const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);
const anyChunks = fc
  .array(fc.tuple(fc.integer({ min: 2, max: 8 }), fc.integer({ min: 1, max: 1000 })), {
    minLength: 2,
    maxLength: 7,
  })
  .map((chunks) => chunks.map(([bars, hard]) => [bars, hard / 1000] as const));

test('the blocks of a card add up to its days and its rows, and are numbered day by day', () => {
  fc.assert(
    fc.property(
      anyChunks,
      anyChunks,
      fc.array(fc.constantFrom(0, 7, 20, 45, 90), { minLength: 7, maxLength: 7 }),
      fc.nat(11),
      (p, q, minutesByWeekday, pick) => {
        fc.pre(minutesByWeekday.some((minutes) => minutes > 0));
        const plan = planOf(
          [
            ['p', listOf('p')],
            ['q', listOf('q')],
            ['t', { kind: 'prepared', items: ['sight reading', 'echo'] }],
          ],
          [pieceOf('p', workOf(p)), pieceOf('q', workOf(q))],
          { student: { ...student, minutesByWeekday } },
        );
        const at = pick % plan.weeks.length;
        const card = practiceCard(plan, at);
        const asked = Math.round(total(plan.items.map((item) => item.weeks[at] ?? 0)));
        expect(card.minutes).toBe(Math.min(asked, card.available));
        expect(total(card.leftOut.map(({ minutes }) => minutes))).toBe(asked - card.minutes);
        for (const { day, asked: onDay, available } of card.days) {
          const own = card.rows.flatMap(({ blocks }) => blocks.filter((block) => block.day === day));
          expect(onDay).toBe(total(own.map(({ minutes }) => minutes)));
          expect(onDay).toBeLessThanOrEqual(available);
        }
        const lines = linesOf(card);
        expect(lines.map(({ line }) => line)).toEqual(lines.map((_, place) => place + 1));
        expect(lines.map(({ day }) => day)).toEqual(lines.map(({ day }) => day).sort());
        expect(lines.every(({ minutes }) => Number.isInteger(minutes) && minutes > 0)).toBe(true);
        for (const { item, blocks, minutes } of card.rows) {
          expect(total(blocks.map((block) => block.minutes))).toBe(minutes);
          for (const { bars } of blocks)
            if (bars) expect(bars.from >= 1 && bars.to <= (item.bars?.to ?? 0)).toBe(true);
        }
      },
    ),
    { numRuns: 150, seed: 23 },
  );
});

describe('the order of the work', () => {
  test('the week begins with the hottest open chunk, and no chunk waits beyond its interval while an easier one is played', () => {
    let returns = 0;
    fc.assert(
      fc.property(
        anyChunks,
        fc.integer({ min: 15, max: 60 }),
        fc.array(fc.record({ at: fc.nat(6), days: fc.integer({ min: 1, max: 12 }), slips: fc.nat(1) }), {
          maxLength: 5,
        }),
        (chunks, minutes, before) => {
          const work = workOf(chunks);
          const practice = before.map(({ at, days, slips }) =>
            entry({ bars: work.chunks[at % chunks.length]!.bars, day: inDays(-days), slips, minutes: 1 }),
          );
          const plan = planOf([['p', listOf('p')]], [pieceOf('p', work)], {
            student: { ...student, minutesByWeekday: [minutes, minutes, minutes, minutes, minutes, 0, 0] },
            evidence: { practice, cards: [] },
          });
          const blocks = blocksOf(plan).filter(({ stage }) => stage !== 'perform');
          fc.pre(blocks.length > 1);
          const hottest = [...work.chunks].sort((a, b) => b.difficulty - a.difficulty)[0]!;
          expect(barsText(blocks[0]!)).toBe(`${hottest.bars.from}-${hottest.bars.to}`);
          // An independent account of the visits: when each chunk was played last, and how often since a slip.
          const seen = new Map<number, { last: string; visits: number }>();
          for (const { bars, day, slips } of [...practice].sort((a, b) => (a.day < b.day ? -1 : 1))) {
            const known = seen.get(bars!.from);
            const visits = slips! > 0 ? 1 : (known?.visits ?? 0) + (known?.last === day ? 0 : 1);
            seen.set(bars!.from, { last: day, visits });
          }
          const due = (from: number) => {
            const known = seen.get(from);
            return known && addDays(calendarDay(known.last), [1, 2, 4, 7][Math.min(known.visits, 4) - 1]!);
          };
          blocks.forEach((block, place) => {
            const chunk = work.chunks.find(
              ({ bars }) => bars.from === block.bars?.from && bars.to === block.bars.to,
            );
            if (!chunk) return;
            const late = work.chunks.filter(({ bars, difficulty }) => {
              const day = due(bars.from);
              return day !== undefined && day < block.day && difficulty > chunk.difficulty;
            });
            if (place > 0) expect(late).toEqual([]);
            const known = seen.get(chunk.bars.from);
            if (known) returns += 1;
            seen.set(chunk.bars.from, {
              last: block.day,
              visits: (known?.visits ?? 0) + (known?.last === block.day ? 0 : 1),
            });
          });
        },
      ),
      { numRuns: 200, seed: 31 },
    );
    expect(returns).toBeGreaterThan(200);
  });

  const FOUR = workOf([
    [4, 0.2],
    [4, 0.9],
    [4, 0.5],
    [4, 0.1],
  ]);
  const first = (rest: Parameters<typeof planOf>[2], count = 3, work = FOUR) =>
    blocksOf(planOf([['p', listOf('p')]], [pieceOf('p', work)], rest))
      .slice(0, count)
      .map(barsText);
  const busy = { ...student, minutesByWeekday: [60, 60, 60, 60, 60, 0, 0] };
  test.each<[string, Parameters<typeof planOf>[2], readonly string[]]>([
    ['hottest first, then the others by heat', { student: busy }, ['5-8', '9-12']],
    [
      'what is noted comes after the hottest',
      {
        student: busy,
        noted: [{ goalId: 'g', componentId: 'p', pieceId: 'p', bars: { from: 14, to: 14 }, text: 'F sharp' }],
      },
      ['5-8', '13-16'],
    ],
    [
      'what the teacher puts first comes first',
      { student: busy, plan: { first: { p: [{ from: 13, to: 16 }] } } },
      ['13-16', '5-8'],
    ],
    [
      'clean three times at the tempo asked for is done with',
      {
        student: busy,
        evidence: { practice: [entry({ bars: { from: 5, to: 8 }, clean: 3, tempo: 120 })], cards: [] },
      },
      ['9-12', '8-9'],
    ],
    [
      'clean below it is not',
      {
        student: busy,
        evidence: { practice: [entry({ bars: { from: 5, to: 8 }, clean: 3, tempo: 50 })], cards: [] },
      },
      ['5-8', '9-12'],
    ],
  ])('%s', (_, rest, bars) => {
    expect(first(rest, 2)).toEqual(bars);
  });
  test('joins and drills come once their bars were begun; bars the fingers have already are not learned again', () => {
    const leap: WorkDrill = { kind: 'leap', bar: 6, semitones: 14 };
    const copy = {
      ...workOf(
        [
          [4, 0.2],
          [4, 0.9],
          [4, 0.5],
          [4, 0.8],
        ],
        [leap],
      ),
      same: [...Array(12).keys()].map((n) => n + 1).concat([1, 2, 3, 4]),
    };
    const blocks = blocksOf(planOf([['p', listOf('p')]], [pieceOf('p', copy)], { student: busy }));
    const bars = blocks.filter(({ stage }) => stage === 'prepare' || stage === 'learn').map(barsText);
    expect(bars).not.toContain('13-16');
    expect(bars.indexOf('5-6')).toBeGreaterThan(bars.indexOf('5-8'));
    expect(bars.indexOf('8-9')).toBeGreaterThan(Math.max(bars.indexOf('5-8'), bars.indexOf('9-12')));
    expect(bars).toContain('8-9');
  });
  test('without a score a few bars at a time, in their order; an excerpt keeps to its bars', () => {
    const plain = blocksOf(planOf([['p', listOf('p')]], [pieceOf('p', null, 10)], { student: busy }));
    expect(plain.slice(0, 3).map(barsText)).toEqual(['1-3', '4-7', '3-4']);
    const cut = planOf(
      [
        [
          'e',
          {
            kind: 'excerpt',
            pieceId: 'p',
            bars: { from: 6, to: 10 },
            tempo: null,
            fromBeat: null,
            toBeat: null,
          },
        ],
      ],
      [pieceOf('p', FOUR)],
      { student: busy },
    );
    expect(new Set(blocksOf(cut).map(barsText))).toEqual(new Set(['6-8', '9-10', '8-9']));
  });
});

test('the next week goes on where this one ends; a card nobody has spoken of counts as played, how is not known', () => {
  const work = workOf([
    [4, 0.2],
    [4, 0.9],
    [4, 0.5],
    [4, 0.7],
    [4, 0.3],
    [4, 0.6],
    [4, 0.4],
    [4, 0.1],
  ]);
  const little = { ...student, minutesByWeekday: [0, 0, 10, 10, 10, 0, 0] };
  const plan = planOf([['p', listOf('p')]], [pieceOf('p', work)], {
    student: little,
    plan: { minutes: { p: 330 } },
  });
  const [now, next] = [blocksOf(plan, 0).map(barsText), blocksOf(plan, 1).map(barsText)];
  expect(now).toEqual(['5-8', '5-8', '13-16']);
  // The hottest begins the week again; then what has waited longest, then what is new.
  expect(next).toEqual(['5-8', '13-16', '21-24']);
  const lines = linesOf(practiceCard(plan, 0));
  const card = { id: 'c', studentId: 'w', from: today, to: inDays(6), handedOn: today, lines };
  const later = planOf([['p', listOf('p')]], [pieceOf('p', work)], {
    student: little,
    plan: { minutes: { p: 330 } },
    today: inDays(7),
    evidence: { practice: [], cards: [card] },
  });
  expect(blocksOf(later).map(barsText).slice(0, 2)).toEqual(next.slice(0, 2));
  expect(later.items[0]!.done.reported).toBe(0);
});

describe('tempo on the card', () => {
  test('a block stands on a rung; the hottest is the slowest; the last week is at the tempo of the piece; one school waits', () => {
    const work = workOf([
      [4, 0.2],
      [4, 0.9],
      [4, 0.5],
    ]);
    const plan = planOf([['p', listOf('p')]], [pieceOf('p', work)], {});
    const tempos = ladder(60, 120, 8);
    for (const at of plan.weeks.keys())
      for (const { tempo, rung } of blocksOf(plan, at)) {
        expect(tempos).toContainEqual(tempo);
        expect(tempos[rung!.at - 1]).toBe(tempo);
      }
    const hot = blocksOf(plan, 3)
      .filter(({ bars }) => bars?.from === 5)
      .map(({ rung }) => rung!.at);
    const cool = blocksOf(plan, 3)
      .filter(({ bars }) => bars?.from !== 5)
      .map(({ rung }) => rung!.at);
    expect(Math.max(...hot)).toBeLessThanOrEqual(Math.min(...cool, 8));
    expect(blocksOf(plan, plan.weeks.length - 1).map(({ tempo }) => tempo)).toEqual(
      blocksOf(plan, plan.weeks.length - 1).map((): unknown => expect.closeTo(120, 6)),
    );
    const silent = planOf([['p', listOf('p')]], [pieceOf('p', work)], { metronomeFrom: 'secure' });
    const heard = blocksOf(silent).filter(({ stage }) => stage === 'learn' || stage === 'prepare');
    expect(heard.length).toBeGreaterThan(0);
    expect(heard.every(({ tempo }) => tempo === null)).toBe(true);
  });
  test('what cannot be judged at a slow tempo is said', () => {
    const bounced = { ...pieceOf('p', null), demands: ['spiccato'] };
    const plan = planOf([['p', listOf('p')]], [bounced], {});
    const saidIn = (week: number) => blocksOf(plan, week).map(({ notYet }) => notYet.join());
    expect(saidIn(0)).toContain('the bounced stroke');
    expect(new Set(saidIn(plan.weeks.length - 1))).toEqual(new Set(['']));
  });
});
