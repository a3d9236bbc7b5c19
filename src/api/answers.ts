import type { Answer } from './answer';
import { checkAnswer } from './check';
import { forecastAnswer } from './forecast';
import { gapAnswer } from './gap';
import { levelAnswer } from './level';
import { listenAnswer } from './listen';
import { panelAnswer } from './panel';
import { planAnswer } from './plan';
import { programmesAnswer } from './programmes';
import { runsAnswer } from './runs';
import { scoreAnswer } from './score';
import { tapsAnswer } from './taps';
import { totalsAnswer } from './totals';
import { validateAnswer } from './validate-file';

/** What can be asked, by name. */
export const ANSWERS = {
  check: checkAnswer,
  forecast: forecastAnswer,
  gap: gapAnswer,
  level: levelAnswer,
  listen: listenAnswer,
  panel: panelAnswer,
  plan: planAnswer,
  programmes: programmesAnswer,
  runs: runsAnswer,
  score: scoreAnswer,
  taps: tapsAnswer,
  totals: totalsAnswer,
  validate: validateAnswer,
} satisfies Readonly<Record<string, Answer>>;

/** A request as it goes to a worker. */
export interface Question {
  readonly name: keyof typeof ANSWERS;
  readonly body: Uint8Array;
  /** Of the address: "part=P1&from=3". */
  readonly query: string;
  /** As the request names it; only a form is read by it. */
  readonly type?: string;
}

/** An answer as it comes back. */
export interface Answered {
  readonly status: number;
  readonly headers: readonly (readonly [string, string])[];
  readonly text: string;
}

/** Works a question out where it is called. */
export async function work({ name, body, query, type = '' }: Question): Promise<Answered> {
  const response = await ANSWERS[name](body, new URLSearchParams(query), type);
  return { status: response.status, headers: [...response.headers], text: await response.text() };
}
