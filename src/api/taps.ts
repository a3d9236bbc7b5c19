import { tapsRequestShape } from '@/core/files';
import { measureTaps, tempoDifference } from '@/core/taps';
import { answer, type Answer } from './answer';

interface Body {
  readonly taps: readonly number[];
  readonly beside?: readonly number[];
  readonly tolerance?: number;
}

/** Tempo, drift and spread of taps, and how a second passage differs from them. */
export const tapsAnswer: Answer = answer<Body>(tapsRequestShape, ({ taps, beside, tolerance }) => {
  const [found, other] = [measureTaps(taps), beside ? measureTaps(beside) : null];
  return {
    ok: true,
    value: {
      ...found,
      beside: other,
      difference: other && tempoDifference(found, other, tolerance),
    },
  };
});
