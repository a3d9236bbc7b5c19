import { heardNotesShape, heardTapsShape, parseJson, validate, type Problem } from '@/core/files';
import {
  explainWavRefusal,
  listenToKeys,
  listenToRhythm,
  listenToSound,
  listenToTaps,
  questionOf,
  readMidi,
  readWav,
  type Heard,
  type HeardNote,
  type ListeningAsked,
  type Question,
} from '@/core/listening';
import type { Result } from '@/core/result';
import { explainScoreRefusal, explainXRayRefusal, readScore } from '@/core/score';
import type { Answer } from './answer';
import { json, problem } from './problem';
import { flagIn } from './query';

const INPUTS = ['midi', 'one', 'many', 'taps', 'rhythm'] as const;
type Input = (typeof INPUTS)[number];

/** Bytes of a recording, at most. */
const MOST_AUDIO = 20_000_000;

interface Asked extends ListeningAsked {
  readonly input: Input;
}

/** What the address asks for, each problem with the name of its field. */
function askedIn(query: URLSearchParams): Result<Asked, readonly Problem[]> {
  const problems: Problem[] = [];
  const named = query.get('input') ?? 'midi';
  const input = INPUTS.find((each) => each === named);
  if (!input) problems.push({ pointer: '/input', message: `is none of ${INPUTS.join(', ')}` });
  const whole = (name: string): number | null => {
    const text = query.get(name);
    if (text === null || text === '') return null;
    if (/^\d{1,5}$/.test(text)) return Number(text);
    problems.push({ pointer: `/${name}`, message: 'is no whole number' });
    return null;
  };
  const [from, to, ending] = [whole('from'), whole('to'), whole('ending')];
  const repeats = flagIn(query, 'repeats', problems) ?? true;
  if (from !== null && to !== null && to < from)
    problems.push({ pointer: '/to', message: 'does not make a range of bars' });
  if (!input || problems.length > 0) return { ok: false, why: problems };
  const bars = from === null && to === null ? null : { from: from ?? 1, to: to ?? Infinity };
  return { ok: true, value: { input, part: query.get('part'), bars, repeats, ending } };
}

/**
 * What is heard of a performance. The form holds `score` (MusicXML or compressed) and one of `notes`, `midi`, `taps`,
 * `audio`; taps need no score.
 */
export const listenAnswer: Answer = async (body, query, contentType) => {
  const asked = askedIn(query);
  if (!asked.ok) return problem(422, 'The address asks for something that cannot be', asked.why);
  const form = await new Response(body as BodyInit, { headers: { 'content-type': contentType } })
    .formData()
    .catch(() => null);
  if (!form) return problem(400, 'Body is no form data');
  const heard = await heardOf(form, asked.value);
  return heard.ok ? json(heard.value) : problem(422, 'This cannot be listened to', [heard.why]);
};

async function bytesOf(form: FormData, name: string): Promise<Uint8Array | null> {
  const value = form.get(name);
  if (value === null) return null;
  return typeof value === 'string'
    ? new TextEncoder().encode(value)
    : new Uint8Array(await value.arrayBuffer());
}

const no = (pointer: string, message: string) => ({ ok: false, why: { pointer, message } }) as const;

async function heardOf(form: FormData, asked: Asked): Promise<Result<Heard, Problem>> {
  if (asked.input === 'taps') {
    const taps = await jsonIn<readonly number[]>(form, 'taps', heardTapsShape);
    return taps.ok ? { ok: true, value: listenToTaps(taps.value) } : taps;
  }
  const question = await questionIn(form, asked);
  if (!question.ok) return question;
  if (asked.input === 'midi') return heardOfNotes(form, question.value);
  if (asked.input === 'rhythm') {
    const taps = await jsonIn<readonly number[]>(form, 'taps', heardTapsShape);
    return taps.ok ? { ok: true, value: listenToRhythm(taps.value, question.value) } : taps;
  }
  const bytes = await bytesOf(form, 'audio');
  if (!bytes) return no('/audio', 'is missing');
  if (bytes.length > MOST_AUDIO) return no('/audio', `is larger than ${MOST_AUDIO} bytes`);
  const sound = readWav(bytes);
  if (!sound.ok) return no('/audio', explainWavRefusal(sound.why));
  return { ok: true, value: listenToSound(asked.input, sound.value, question.value) };
}

async function questionIn(form: FormData, asked: Asked): Promise<Result<Question, Problem>> {
  const bytes = await bytesOf(form, 'score');
  if (!bytes) return no('/score', 'is missing');
  const read = readScore(bytes);
  if (!read.ok) return no('/score', explainScoreRefusal(read.why));
  const question = questionOf(read.value.score, asked);
  if (question.ok) return question;
  return no(question.why.kind === 'no such part' ? '/part' : '/from', explainXRayRefusal(question.why));
}

async function heardOfNotes(form: FormData, question: Question): Promise<Result<Heard, Problem>> {
  const midi = await bytesOf(form, 'midi');
  let notes: readonly HeardNote[];
  if (midi) {
    const read = readMidi(midi);
    if (!read.ok) return no('/midi', `is no MIDI file: ${read.why.why}`);
    notes = read.value;
  } else {
    const sent = await jsonIn<readonly { on: number; off: number; pitch: number; vel?: number }[]>(
      form,
      'notes',
      heardNotesShape,
    );
    if (!sent.ok) return sent;
    notes = sent.value.map(({ on, off, pitch, vel }) => ({ on, off, pitch, velocity: vel ?? 0 }));
  }
  const order = notes.map((_, at) => at).sort((a, b) => (notes[a]?.on ?? 0) - (notes[b]?.on ?? 0));
  const inTurn = order.map((at) => notes[at] as HeardNote);
  const heard = listenToKeys(inTurn, question);
  // Each note of the answer is the one of the question at its place.
  const sorted: Heard['notes'][number][] = [];
  heard.notes.forEach((note, at) => {
    sorted[order[at] ?? at] = note;
  });
  return { ok: true, value: { ...heard, notes: sorted } };
}

async function jsonIn<T>(
  form: FormData,
  name: string,
  shape: Parameters<typeof validate>[0],
): Promise<Result<T, Problem>> {
  const bytes = await bytesOf(form, name);
  if (!bytes) return no(`/${name}`, 'is missing');
  const parsed = parseJson(new TextDecoder().decode(bytes));
  if (!parsed.ok) return no(`/${name}`, parsed.why[0]?.message ?? 'is not JSON');
  const checked = validate<T>(shape, parsed.value);
  if (checked.ok) return checked;
  const [first] = checked.why;
  return no(`/${name}${first?.pointer ?? ''}`, first?.message ?? 'is not what it should be');
}
