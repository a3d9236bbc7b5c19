import type { Layout } from './bars';
import type { ScorePart } from './model';

/** Softest first. A sudden accent is no level. */
const LEVELS = ['pppp', 'ppp', 'pp', 'p', 'mp', 'mf', 'f', 'ff', 'fff', 'ffff'] as const;
/** Levels that a sign goes over to. */
const GOES_TO: Readonly<Record<string, string>> = { fp: 'p', sfp: 'p', pf: 'f', ffp: 'p' };

/** A level of loudness where it begins, in the order of the page. */
export interface LoudnessStep {
  /** Index into the bars of the layout. */
  readonly bar: number;
  /** "p", "mf". */
  readonly level: string;
  /** Steps louder than the level before, negative for softer; 0 for the first and where it stays. */
  readonly by: number;
  /** A swell leads to it; else it comes at once. */
  readonly gradual: boolean;
}
export interface Loudness {
  readonly steps: readonly LoudnessStep[];
  /** Bars of the loudest level; empty where no level is written. */
  readonly climax: readonly number[];
  /** Bars where a swell begins that no written level ends. */
  readonly open: readonly number[];
}

/** The levels of loudness in printed order, from the signs of one part: what is sudden, what is led to, where it is loudest. */
export function loudnessOf(part: Pick<ScorePart, 'measures'>, { bars }: Pick<Layout, 'bars'>): Loudness {
  const steps: LoudnessStep[] = [];
  const open: number[] = [];
  let swell: number | null = null;
  let before: number | null = null;
  for (const [bar, { measures }] of bars.entries()) {
    const marks = measures
      .flatMap((index) => [...(part.measures[index]?.marks ?? [])].sort((a, b) => a.at - b.at))
      .filter((mark, at, all) => {
        // Staves that agree say it once.
        const words = JSON.stringify(mark);
        return all.findIndex((other) => JSON.stringify(other) === words) === at;
      });
    for (const mark of marks) {
      if (mark.kind === 'wedge' && mark.way !== 'stop') {
        if (swell !== null) open.push(swell);
        swell = bar;
      }
      if (mark.kind !== 'dynamic') continue;
      const name = GOES_TO[mark.name] ?? mark.name;
      const level = LEVELS.findIndex((each) => each === name);
      if (level < 0) continue;
      steps.push({
        bar,
        level: name,
        by: before === null ? 0 : level - before,
        gradual: swell !== null && before !== null && level !== before,
      });
      before = level;
      swell = null;
    }
  }
  if (swell !== null) open.push(swell);
  const rank = ({ level }: LoudnessStep) => LEVELS.findIndex((each) => each === level);
  const most = Math.max(-1, ...steps.map(rank));
  return {
    steps,
    climax: [...new Set(steps.filter((step) => rank(step) === most).map(({ bar }) => bar))],
    open,
  };
}
