import { readFileSync } from 'node:fs';
import { zipSync } from 'fflate';
import { describe, expect, inject, test } from 'vitest';
import { post } from './post';

const baseUrl = inject('baseUrl');

test('taps: the tempo, a drift that is told, and a second passage beside it', async () => {
  const taps = (perMinute: number, faster = 0) => {
    const all = [0];
    for (let at = 0; at < 95; at += 1) all.push((all.at(-1) ?? 0) + 60 / (perMinute * (1 + faster * at)));
    return all;
  };
  const { body } = await post('/api/marks/taps', { taps: [...taps(90), 10.03], beside: taps(90, 0.002) });
  expect(body).toMatchObject({
    beats: 96,
    bounces: 1,
    about: false,
    drift: { told: false },
    beside: { drift: { told: true } },
    difference: { isWithin: false },
  });
  expect((body as { perMinute: number }).perMinute).toBeCloseTo(90, 1);
  expect((await post('/api/marks/taps', { taps: ['a'] })).status).toBe(422);
});

describe('a score', () => {
  const send = async (body: Uint8Array | string, query = '') => {
    const response = await fetch(`${baseUrl}/api/score${query}`, {
      method: 'POST',
      body: typeof body === 'string' ? body : Buffer.from(body),
    });
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };
  const gigue = readFileSync(new URL('../src/demo/scores/ropewalk-gigue.musicxml', import.meta.url));
  test('sent plain and compressed: bars as performed, seconds, what is new', async () => {
    const plain = await send(gigue);
    expect(plain).toMatchObject({
      status: 200,
      body: { measures: 19, printed: 18, performed: 32, toLearn: 15, problems: [], notices: [] },
    });
    expect(plain.body['order']).toHaveLength(33);
    expect(plain.body['seconds']).toBeCloseTo(43.86, 2);
    expect(await send(zipSync({ 'a.musicxml': gigue }))).toEqual(plain);
  });
  test.each([
    ['?from=10&to=18', { printed: 9, performed: 16, toLearn: 9 }],
    ['?from=10&to=18&repeats=false', { printed: 9, performed: 8, toLearn: 8 }],
    ['?from=3&to=3&fromBeat=4', { printed: 1, performed: 1, toLearn: 1 }],
  ])('asked for in part, %s: the bars named, played alone', async (query, asked) => {
    const { status, body } = await send(gigue, query);
    expect([status, body['asked']]).toEqual([200, expect.objectContaining(asked)]);
  });

  test('without its repeats, at another tempo, by a part of its own', async () => {
    const { body } = await send(gigue, '?repeats=false&tempo=120');
    expect(body).toMatchObject({ performed: 16 });
    expect(body['seconds']).toBeCloseTo((16 * 3 + 0.5) / 2, 6);
    expect(await send(gigue, '?part=Oboe')).toMatchObject({
      status: 422,
      body: {
        errors: [{ pointer: '#/part', detail: 'No such part has notes; the score has Flute.' }],
      },
    });
    expect(await send(gigue, '?tempo=fast&repeats=no')).toMatchObject({
      status: 422,
      body: { errors: [{ pointer: '#/repeats' }, { pointer: '#/tempo' }] },
    });
  });
  test('what cannot be read is answered with its line and column', async () => {
    const text = gigue.toString('utf8');
    expect(await send(text.slice(0, text.indexOf('</part>')))).toMatchObject({
      status: 422,
      body: { title: 'The score cannot be read', line: 25, column: 1 },
    });
    expect(await send('')).toMatchObject({ status: 422, body: { detail: 'The file is empty.' } });
  });
});

test('listening: notes and taps are heard, what cannot be listened to is refused with its place', async () => {
  const score = readFileSync('src/demo/scores/ropewalk-gigue.musicxml');
  const ask = async (query: string, parts: Readonly<Record<string, string | Blob>>) => {
    const form = new FormData();
    for (const [name, part] of Object.entries(parts)) form.append(name, part);
    const response = await fetch(`${baseUrl}/api/listen?${query}`, { method: 'POST', body: form });
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };
  const written = new Blob([score]);
  // D, G D B D, then an F for a G: a dotted crotchet lasts 0.69 seconds.
  const pitches = [74, 79, 74, 71, 74, 65];
  const onsets = [0, 0.23, 0.69, 0.92, 1.38, 1.61];
  // Not by onset: each answer stands at the place of its question.
  const notes = JSON.stringify(
    pitches.map((pitch, at) => ({ on: onsets[at], off: onsets[at], pitch })).reverse(),
  );
  const { status, body } = await ask('input=midi', { score: written, notes });
  expect(status).toBe(200);
  expect(body).toMatchObject({
    input: 'midi',
    road: 'as written',
    part: 'Flute',
    from: 0,
    to: 2,
    complete: false,
  });
  expect(body['notes']).toMatchObject([
    { kind: 'wrong', pitch: 65, written: 67, number: 2, id: 5 },
    { kind: 'right', id: 4 },
    { kind: 'right', id: 3 },
    { kind: 'right', id: 2 },
    { kind: 'right', number: 1, id: 1 },
    { kind: 'right', number: 0, pass: 1, id: 0 },
  ]);
  const taps = JSON.stringify(Array.from({ length: 90 }, (_, at) => at / 2));
  expect((await ask('input=taps', { taps })).body).toMatchObject({ taps: { perMinute: 120 }, notes: [] });
  // Crotchets, from the pickup into bar 4: the second beat of bar 1 is even, where a crotchet and a quaver stand.
  const crotchets = [0, 0.5, 1.5, 2, 2.75, 3.5, 4, 4.5, 5, 6, 6.5, 7.5, 8, 9, 9.5, 11];
  const tapped = JSON.stringify(crotchets.map((at) => (at * 60) / 132));
  expect((await ask('input=rhythm', { score: written, taps: tapped })).body).toMatchObject({
    input: 'taps',
    part: 'Flute',
    notes: [],
    rhythm: {
      told: [{ number: 1, beat: 2, written: 'a crotchet and a quaver', tapped: 'two dotted quavers' }],
    },
  });
  expect((await ask('input=rhythm', { score: written, taps: '[1]' })).body).toMatchObject({
    refused: [{ what: 'the rhythm' }],
  });
  const silence = new Blob([silentWav(2)]);
  expect((await ask('input=one', { score: written, audio: silence })).body).toMatchObject({
    checks: { heard: false, clippedRuns: 0 },
    bars: [],
    refused: [{ what: 'everything' }],
  });
  const pointerOf = async (query: string, parts: Readonly<Record<string, string | Blob>>) => {
    const answer = await ask(query, parts);
    expect(answer.status).toBe(422);
    return (answer.body['errors'] as { readonly pointer: string }[])[0]?.pointer;
  };
  expect(await pointerOf('input=ear', { score: written, notes })).toBe('#/input');
  expect(await pointerOf('', { notes })).toBe('#/score');
  expect(await pointerOf('', { score: written })).toBe('#/notes');
  expect(await pointerOf('', { score: written, notes: '[{"on":0,"off":1,"pitch":200}]' })).toBe(
    '#/notes/0/pitch',
  );
  expect(await pointerOf('part=Tuba', { score: written, notes })).toBe('#/part');
  expect(await pointerOf('from=40&to=50', { score: written, notes })).toBe('#/from');
  expect(await pointerOf('input=many', { score: written, audio: new Blob(['RIFF']) })).toBe('#/audio');
  expect(await pointerOf('input=midi', { score: written, midi: new Blob(['MThd']) })).toBe('#/midi');
  expect((await post('/api/listen', {})).status).toBe(415);
});

/** So many seconds of nothing, as a WAV file. */
function silentWav(seconds: number): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(44 + seconds * 16_000);
  const view = new DataView(bytes.buffer);
  bytes.set(new TextEncoder().encode('RIFF    WAVEfmt '));
  for (const [at, value] of [
    [16, 16],
    [24, 8_000],
    [28, 16_000],
    [40, seconds * 16_000],
  ] as const)
    view.setUint32(at, value, true);
  for (const [at, value] of [
    [20, 1],
    [22, 1],
    [32, 2],
    [34, 16],
  ] as const)
    view.setUint16(at, value, true);
  bytes.set(new TextEncoder().encode('data'), 36);
  return bytes;
}
