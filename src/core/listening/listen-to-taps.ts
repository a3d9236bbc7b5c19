import { measureTaps } from '../taps';
import type { Heard } from './answer';
import { checksOfNotes, nothing, type Question } from './listen';
import { figuresTold, isSteady, isThisRhythm, tapRhythm, TAKES_TOGETHER } from './rhythm';
import { soundingRoad } from './road';

const checksOfTaps = (taps: readonly number[]) =>
  checksOfNotes(taps.toSorted((a, b) => a - b).map((on) => ({ on, off: on, pitch: 0, velocity: 0 })));

/**
 * Taps of a rhythm: which figure of one beat was taken for which, in the order asked for.
 * @param earlier - takes of the same passage, oldest first
 */
export function listenToRhythm(
  taps: readonly number[],
  { score, layout, part, roads: [road], refused }: Question,
  earlier: NonNullable<Heard['rhythm']>['takes'] = [],
): Heard {
  const checks = checksOfTaps(taps);
  const tapped = road && tapRhythm(taps, soundingRoad(score, layout, part, road));
  const no = (why: string) => nothing('taps', checks, [...refused, { what: 'the rhythm', why }]);
  if (!road || !tapped || tapped.beats === tapped.unread) return no('too few beats were tapped to read it');
  if (!isThisRhythm(tapped)) return no('what was tapped is another rhythm, or only its beat');
  const takes = [...earlier, tapped].slice(-TAKES_TOGETHER);
  const doubt = {
    what: 'figures that came once',
    why: `the taps scatter${tapped.spread === null ? '' : ` by ${Math.round(tapped.spread)} thousandths of a second`}: the same figure must come in two of ${TAKES_TOGETHER} takes`,
  };
  return {
    ...nothing('taps', checks, [
      ...refused,
      ...(isSteady(tapped) ? [] : [doubt]),
      { what: 'how long notes were held', why: 'a tap has no end' },
    ]),
    road: road.name,
    part: part.name || part.id,
    rhythm: { takes, told: figuresTold(takes) },
  };
}

/** Taps of a beat: tempo, drift and spread; nothing of bars. */
export function listenToTaps(taps: readonly number[]): Heard {
  const found = measureTaps(taps);
  const checks = checksOfTaps(taps);
  const { drift } = found;
  return {
    ...nothing('taps', checks, [{ what: 'anything at bars', why: 'taps alone do not say where they are' }]),
    taps: found,
    drift: drift && { perMinute: drift.percent, low: drift.from, high: drift.to, claim: drift.told },
  };
}
