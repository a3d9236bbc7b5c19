import type { Problem } from '@/core/files';
import {
  explainScoreRefusal,
  explainXRayRefusal,
  PLAIN_X_RAY,
  readScore,
  xRay,
  type Passage,
  type XRayOptions,
} from '@/core/score';
import type { Answer } from './answer';
import { json, problem } from './problem';
import { flagIn } from './query';

const FLAGS = ['repeats', 'repeatsOnReturn'] as const;
const FIGURES = [
  ['ending', 1, 99],
  ['tempo', 1, 1_000],
  ['quartersPerMinute', 1, 1_000],
  ['fermataSeconds', 0, 60],
] as const;

/** What the address asks for, each problem with the name of its field. */
function optionsOf(query: URLSearchParams): { options: XRayOptions; problems: Problem[] } {
  const problems: Problem[] = [];
  const options: Record<string, unknown> = { ...PLAIN_X_RAY, part: query.get('part') };
  for (const name of FLAGS) options[name] = flagIn(query, name, problems) ?? PLAIN_X_RAY[name];
  for (const [name, least, most] of FIGURES) {
    const text = query.get(name);
    if (text === null) continue;
    const figure = Number(text);
    if (text.trim() !== '' && figure >= least && figure <= most) options[name] = figure;
    else problems.push({ pointer: `/${name}`, message: `is no figure from ${least} to ${most}` });
  }
  const passage = passageIn(query, problems);
  return { options: { ...options, passage } as unknown as XRayOptions, problems };
}

/** The bars asked for, "from" and "to" by their counted numbers, or "from" and onward; null where none is named. */
function passageIn(query: URLSearchParams, problems: Problem[]): Passage | null {
  const whole = (name: string): number | null => {
    const text = query.get(name);
    if (text === null) return null;
    if (/^[1-9]\d{0,4}$/.test(text)) return Number(text);
    problems.push({ pointer: `/${name}`, message: 'is no number of a bar or beat' });
    return null;
  };
  const [from, to, fromBeat, toBeat] = ['from', 'to', 'fromBeat', 'toBeat'].map(whole);
  const onward = flagIn(query, 'onward', problems) ?? false;
  if (from == null && to == null) return null;
  if (onward && from != null)
    return { bars: { from, to: to ?? from }, fromBeat: fromBeat ?? null, toBeat: toBeat ?? null, onward };
  if (from == null || to == null || from > to) {
    problems.push({ pointer: from == null ? '/from' : '/to', message: 'does not make a range of bars' });
    return null;
  }
  return { bars: { from, to }, fromBeat: fromBeat ?? null, toBeat: toBeat ?? null };
}

/** The x-ray of a score sent as it is, MusicXML or compressed. Bars in the answer are counted as musicians count them. */
export const scoreAnswer: Answer = (bytes, query) => {
  const { options, problems } = optionsOf(query);
  if (problems.length > 0) return problem(422, 'The address asks for something that cannot be', problems);
  const read = readScore(bytes);
  if (!read.ok) {
    const { why } = read;
    const message = explainScoreRefusal(why);
    const place = 'line' in why ? { line: why.line, column: why.column } : {};
    return problem(
      why.kind === 'too large' ? 413 : 422,
      'The score cannot be read',
      [{ pointer: '', message }],
      {},
      place,
    );
  }
  const { score } = read.value;
  const seen = xRay(score, options);
  if (!seen.ok)
    return problem(422, 'The score has no such part or bars', [
      {
        pointer: { 'no such part': '/part', 'no such bars': '/from', 'no such beat': '/fromBeat' }[
          seen.why.kind
        ],
        message: explainXRayRefusal(seen.why),
      },
    ]);
  const { layout, roadmap, learned, part, ...found } = seen.value;
  return json({
    title: score.title,
    composer: score.composer,
    parts: score.parts.map(({ id, name }) => ({ id, name })),
    part: part.id,
    transpose: part.measures[0]?.transpose ?? 0,
    measures: layout.lengths.length,
    printed: found.printed,
    performed: found.performed,
    order: roadmap.order,
    seconds: found.seconds,
    toLearn: found.toLearn,
    measureSeconds: found.measureSeconds,
    asked: found.asked,
    askedBoth: found.askedBoth,
    drills: found.drills,
    bars: layout.bars.map(({ number, measures }, at) => ({
      number,
      measures,
      silent: learned[at]?.silent ?? false,
      like: learned[at]?.like ?? null,
      difficulty: found.difficulty[at] ?? 0,
    })),
    jumps: roadmap.jumps,
    tempos: found.tempos,
    demands: found.demands,
    chunks: found.chunks,
    traps: found.traps,
    landmarks: found.landmarks,
    keyChanges: found.keyChanges,
    loudness: found.loudness,
    spans: found.spans,
    pageQuestions: found.pageQuestions,
    notices: score.notices,
    problems: found.problems,
  });
};
