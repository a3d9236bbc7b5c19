import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { addDays } from '../time';
import { today } from './arbitrary';
import {
  barsInQuestion,
  faultHeat,
  faultState,
  faultWords,
  heardFault,
  isSameFault,
  mendedFault,
  type Fault,
} from './fault';

const fault: Fault = {
  id: 'f',
  studentId: 'w',
  pieceId: 'p',
  bars: { from: 17, to: 18 },
  kind: 'rhythm',
  text: 'long dots',
  events: [{ day: today, what: 'heard' }],
};

describe('a fault', () => {
  test('the same at equal bars is one, with what was said of it last; any other place or kind is another', () => {
    const again = heardFault([fault], { ...fault, id: 'g', kind: ' Rhythm', text: '' }, addDays(today, 7));
    expect(again).toMatchObject({
      id: 'f',
      text: 'long dots',
      events: [{ what: 'heard' }, { what: 'heard' }],
    });
    expect(heardFault([fault], { ...fault, id: 'g', text: 'rushes' }, today)).toMatchObject({
      id: 'f',
      text: 'rushes',
      events: [{ day: today }],
    });
    for (const change of [
      { bars: { from: 17, to: 19 } },
      { beat: 3 },
      { hand: 'left hand' },
      { kind: 'pulse' },
      { pieceId: 'q' },
    ])
      expect(isSameFault(fault, { ...fault, ...change })).toBe(false);
  });

  test('is open, mended and back again, as it was said last, whatever was said before', () => {
    const anySaid = fc.array(fc.record({ days: fc.nat(3), mended: fc.boolean() }), { maxLength: 12 });
    fc.assert(
      fc.property(anySaid, (said) => {
        let now = fault;
        let day = today;
        let wasMended = false;
        for (const { days, mended } of said) {
          day = addDays(day, days);
          now = mended ? mendedFault(now, day) : heardFault([now], now, day);
          wasMended ||= mended && now.events.some(({ what }) => what === 'mended');
          expect(now.events[0]?.what).toBe('heard');
          expect(
            now.events.every((event, at) => at === 0 || (now.events[at - 1]?.day ?? '') <= event.day),
          ).toBe(true);
          expect(faultState(now) === 'mended').toBe(mended);
        }
        if (!wasMended) expect(faultState(now)).toBe('open');
      }),
      { numRuns: 300, seed: 5 },
    );
    const mended = mendedFault(fault, addDays(today, 7));
    expect(faultState(heardFault([mended], mended, addDays(today, 14)))).toBe('back again');
  });

  test('a bar the piece does not have is questioned; heat counts what is not mended, what is back twice', () => {
    const piece = { title: 'Air', bars: 18 };
    expect(barsInQuestion(piece, fault.bars)).toBeNull();
    expect(barsInQuestion(piece, { from: 17, to: 19 })).toBe('Air has 18 bars: is bar 19 meant?');
    expect(barsInQuestion({ ...piece, bars: null }, { from: 90, to: 91 })).toBeNull();
    const mended = mendedFault({ ...fault, bars: { from: 1, to: 2 } }, today);
    const back = heardFault([mended], mended, addDays(today, 1));
    expect(faultHeat([fault, { ...mended, bars: { from: 3, to: 3 } }, back], 18)).toEqual([
      2,
      2,
      ...Array.from({ length: 14 }, () => 0),
      1,
      1,
    ]);
    expect(faultWords({ ...fault, hand: 'left hand', beat: 3 })).toBe('rhythm, left hand, beat 3: long dots');
    expect(faultWords({ ...fault, kind: '', text: '' })).toBe('to mend');
  });
});
