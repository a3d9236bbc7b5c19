import fc from 'fast-check';
import { writeMidi } from 'midi-file';
import { expect, test } from 'vitest';
import { CLEAN_PLAYER, inventedScore, perform, writtenMusic } from '../performer';
import { readScoreText } from '../score';
import { calendarDay } from '../time';
import type { Heard } from './answer';
import { findingsOf, paceOf, runHeard } from './findings';
import { listenToKeys, questionOf } from './listen';
import type { HeardNote } from './match';
import { readMidi } from './midi';
import { checksOfSound } from './sound';
import { bestTake, checkTake, countTake, type RecordingAsked } from './take-checks';
import { readWav, writeWav } from './wav';

const note = (step: string, more = '', length = 4) =>
  `<note><pitch><step>${step}</step><octave>5</octave></pitch><duration>${length}</duration><voice>1</voice>${more}</note>`;
const measures = (bars: readonly string[]) =>
  bars
    .map(
      (bar, at) =>
        `<measure number="${at + 1}">${at === 0 ? '<attributes><divisions>4</divisions><transpose><chromatic>-2</chromatic></transpose><time><beats>4</beats><beat-type>4</beat-type></time></attributes>' : ''}${bar}</measure>`,
    )
    .join('');
/** Four bars of crotchets for an instrument in B flat, a tie over the second bar line, a grace note, a hold. */
const SCORE = `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Cornet</part-name></score-part></part-list><part id="P1">${measures(
  [
    note('C') + note('D') + note('E') + note('F'),
    note('G') + note('A') + note('B') + note('C', '<tie type="start"/>'),
    note('C', '<tie type="stop"/>') +
      note('D') +
      `<note><grace/><pitch><step>F</step><octave>5</octave></pitch><voice>1</voice></note>${note('E')}` +
      note('F', '<notations><fermata/></notations>'),
    note('G') + note('A') + note('B') + note('G'),
  ],
)}</part></score-partwise>`;
/** What sounds, a whole tone lower than written: the tie is one note, so fifteen in all. */
const SOUNDING = [70, 72, 74, 75, 77, 79, 81, 70, 72, 74, 75, 77, 79, 81, 77];
const PLACES = [0, 1, 2, 3, 4, 5, 6, 7, 9, 10, 11, 12, 13, 14, 15];

function hear(notes: readonly HeardNote[], score = SCORE, ending: number | null = null) {
  const read = readScoreText(score);
  const question = read.ok && questionOf(read.value, { part: null, bars: null, repeats: true, ending });
  if (!question || !question.ok) throw new Error('no question');
  return listenToKeys(notes, question.value);
}
/** Played at sixty crotchets a minute; `late`: seconds from that note on. */
const played = (change: Partial<Record<number, number>> = {}, late: Partial<Record<number, number>> = {}) => {
  let more = 0;
  return SOUNDING.map((pitch, at): HeardNote => {
    more += late[at] ?? 0;
    const on = (PLACES[at] ?? 0) + more;
    return { on, off: on + 0.8, pitch: change[at] ?? pitch, velocity: 70 };
  });
};

test('transposed, tied, with a grace note and a hold: what is heard, as findings and as a run-through', () => {
  const clean = hear(played());
  expect(clean).toMatchObject({ transpose: -2, complete: true, missed: [], stops: [], jumps: [] });
  expect(clean.notes.map(({ id }) => id)).toEqual(SOUNDING.map((_, at) => at));
  expect(findingsOf(clean)).toEqual([]);
  const grace = { on: 9.85, off: 9.9, pitch: 75, velocity: 50 };
  const graced = hear([...played(), grace].sort((a, b) => a.on - b.on));
  expect(graced.notes.filter(({ kind }) => kind !== 'right')).toEqual([]);

  // The second note wrong, a second and a half too long before the fifth, and as long after the hold.
  const heard = hear(played({ 1: 73 }, { 4: 1.5, 11: 1.5 }));
  expect(heard.stops).toMatchObject([
    { number: 2, fermata: false },
    { number: 4, fermata: true },
  ]);
  expect(heard.stops[0]?.seconds).toBeCloseTo(1.5, 1);
  const findings = findingsOf(heard);
  expect(findings).toMatchObject([
    {
      kind: 'wrong',
      bars: { from: 1, to: 1 },
      pass: null,
      first: { heard: 73, written: 72 },
      fault: 'notes',
    },
    { kind: 'stop', bars: { from: 2, to: 2 }, fault: 'pulse' },
  ]);
  // Which time it was is told of a bar that comes again.
  const again = heard.bars.map((bar) => ({ ...bar, pass: 2 }));
  expect(findingsOf({ ...heard, bars: [...heard.bars, ...again] })).toMatchObject([
    { pass: 1 },
    { pass: null },
  ]);
  expect(runHeard(heard, { isWhole: true, tolerance: 5 })).toMatchObject({
    start: { kind: 'beginning' },
    slips: [{ bar: 1, at: 1 }],
    stops: [{ bar: 2, then: 'went on' }],
    // Of four bars nobody says whether the tempo was kept.
    tempo: null,
  });
  expect(runHeard(heard, { isWhole: false, tolerance: 5 }).start).toEqual({
    kind: 'up to',
    section: { from: 1, to: 4 },
  });
  expect(paceOf(clean.bars, 5)).toMatchObject({ sure: 4, within: 4 });
  expect(paceOf(clean.bars, 5)?.middle).toBeCloseTo(60, 3);
  expect(paceOf([], 5)).toBeNull();
});

test('an ending the score has not is told, and the printed order is meant', () => {
  const heard = hear(played(), SCORE, 2);
  expect(heard.road).toBe('as written');
  expect(heard.refused).toContainEqual({
    what: 'ending 2',
    why: 'the score has none: the printed order is meant',
  });
  expect(hear(played()).refused.map(({ what }) => what)).not.toContain('ending 2');
});

test('broken off and begun again, from the middle, left out: jumps, and where a run began', () => {
  const first = played().slice(0, 9);
  const again = played()
    .slice(4)
    .map((each) => ({ ...each, on: each.on + 8, off: each.off + 8 }));
  const heard = hear([...first, ...again]);
  expect(heard.jumps).toMatchObject([{ kind: 'back', from: 3, to: 2 }]);
  expect(runHeard(heard, { isWhole: true, tolerance: 5 }).stops).toMatchObject([{ then: 'started over' }]);
  const later = hear(played().slice(8));
  expect(later).toMatchObject({ from: 3, to: 4, complete: false });
  expect(runHeard(later, { isWhole: true, tolerance: 5 }).start).toEqual({
    kind: 'cold',
    section: { from: 3, to: 4 },
  });
});

/** Four bars of notes in octaves, two octaves apart. */
const inOctaves = (bars: readonly string[]) =>
  `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Keys</part-name></score-part></part-list><part id="P1">${measures(
    bars.map((bar) =>
      Array.from(bar)
        .map((step) => {
          const lower = `<note><chord/><pitch><step>${step}</step><octave>3</octave></pitch><duration>4</duration><voice>1</voice></note>`;
          return note(step) + lower;
        })
        .join(''),
    ),
  ).replace(/<transpose>.*?<\/transpose>/, '')}</part></score-partwise>`;
const CHORDS = inOctaves(['CDEF', 'GABA', 'GFED', 'EFGA']);
const chordsFrom = (
  from: number,
  to: number,
  start: number,
  { steps, apart } = { steps: 'CDEFGABAGFEDEFGA', apart: 1 },
): HeardNote[] =>
  Array.from(steps)
    .slice(from, to)
    .flatMap((step, at) => {
      const upper = 72 + ('CDEFGAB'.indexOf(step) * 2 - ('CDE'.includes(step) ? 0 : 1));
      const [on, off] = [start + at * apart, start + (at + 0.8) * apart];
      return [
        { on, off, pitch: upper - 24, velocity: 70 },
        { on: on + 0.01, off, pitch: upper, velocity: 70 },
      ];
    });

const slips = ({ notes, missed }: Heard) => [
  ...notes.flatMap(({ kind, pitch, written, number }) =>
    kind === 'right' ? [] : [[kind, pitch, written, number]],
  ),
  ...missed.map(({ pitch, number }) => ['missed', pitch, null, number]),
];

test('slips beside a stop and at the start of a restart are told at their own notes', () => {
  // The sixth note repeats the fifth, and then the music stops: the fifth is still the one that came in time.
  expect(slips(hear(played({ 5: 77 }, { 6: 2.5 })))).toEqual([['wrong', 77, 79, 2]]);
  // The lower note of the chord gone back to is wrong, and comes first.
  const again = chordsFrom(4, 16, 12);
  const wrong = again.map((each, at) => (at === 0 ? { ...each, pitch: each.pitch + 1 } : each));
  expect(slips(hear([...chordsFrom(0, 10, 0), ...again], CHORDS))).toEqual([]);
  expect(slips(hear([...chordsFrom(0, 10, 0), ...wrong], CHORDS))).toEqual([['wrong', 56, 55, 2]]);
  // A chord that comes after a stop, its lower note touched once before: the chord is right, the touch is one too many.
  const touch = { on: 7.6, off: 7.7, pitch: 57, velocity: 50 };
  const stopped = [...chordsFrom(0, 7, 0), touch, ...chordsFrom(7, 16, 9.5)];
  expect(slips(hear(stopped, CHORDS))).toEqual([['added', 57, null, 2]]);
  // So it is where the touch comes when the chord was due.
  const inTime = stopped.map((each) => (each === touch ? { ...touch, on: 7, off: 7.1 } : each));
  expect(slips(hear(inTime, CHORDS))).toEqual([['added', 57, null, 2]]);
});

test('a wrong note just before the same chord again, fast, does not take the place of its own', () => {
  const steps = 'CDEFGAAEFEDCFEGC';
  const fast = chordsFrom(0, 16, 0, { steps, apart: 0.1 });
  const heard = fast.map((each, place) => (place === 10 ? { ...each, pitch: 55 } : each));
  expect(slips(hear(heard, inOctaves(steps.match(/.{4}/gu) ?? [])))).toEqual([['wrong', 55, 57, 2]]);
});

test('a wrong note that sounds like the next one, which is left out, is still wrong where it comes', () => {
  const fast = chordsFrom(0, 16, 0, { steps: 'CDEFGABAGFEDEFGA', apart: 0.12 });
  const heard = fast.flatMap((each, place) =>
    place === 9 ? [{ ...each, pitch: 81 }] : place === 11 ? [] : [each],
  );
  expect(slips(hear(heard, CHORDS))).toEqual([
    ['wrong', 81, 79, 2],
    ['missed', 81, null, 2],
  ]);
});

test('how evenly somebody plays is not read from a few notes: one that comes a little late is wrong all the same', () => {
  const few = played()
    .slice(0, 6)
    .map((each, place) => (place === 4 ? { ...each, on: each.on + 0.16, pitch: each.pitch + 1 } : each));
  expect(slips(hear(few)).map(([kind]) => kind)).toEqual(['wrong']);
});

test('a WAV file written is read again; what is none is refused', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 1, maxLength: 50 }),
      fc.constantFrom(8_000, 22_050, 44_100),
      (values, rate) => {
        const read = readWav(writeWav({ rate, samples: Float32Array.from(values) }));
        if (!read.ok) throw new Error(read.why.kind);
        expect(read.value.rate).toBe(rate);
        expect(read.value.samples).toHaveLength(values.length);
        expect([...read.value.samples].every((value, at) => Math.abs(value - (values[at] ?? 0)) < 1e-4)).toBe(
          true,
        );
      },
    ),
  );
  const whole = writeWav({ rate: 8_000, samples: new Float32Array(4) });
  expect(readWav(whole.slice(0, 30))).toMatchObject({ ok: false, why: { kind: 'cut short' } });
  expect(readWav(new Uint8Array(60))).toMatchObject({ ok: false, why: { kind: 'no wav' } });
  expect(readWav(whole.slice(0, 44))).toMatchObject({ ok: false, why: { kind: 'empty' } });
});

test('silence, the same all along, and a clipped recording are told', () => {
  const sound = (at: (second: number) => number) => ({
    rate: 8_000,
    samples: Float32Array.from({ length: 24_000 }, (_, sample) => at(sample / 8_000)),
  });
  const tone = (second: number) => Math.sin(2 * Math.PI * 440 * second);
  expect(checksOfSound(sound(() => 0))).toMatchObject({ heard: false, clippedRuns: 0, seconds: 3 });
  expect(checksOfSound(sound(tone))).toMatchObject({ heard: false });
  const music = checksOfSound(sound((second) => (second > 1 && second < 2.5 ? 0.5 * tone(second) : 0)));
  expect(music.heard).toBe(true);
  expect([music.lead, music.tail].map((seconds) => Math.round(10 * seconds))).toEqual([10, 5]);
  const loud = checksOfSound(
    sound((second) => (second > 1 ? Math.max(-1, Math.min(1, 3 * tone(second))) : 0)),
  );
  expect(loud.clippedRuns).toBeGreaterThan(100);
});

test('a MIDI file: notes by their tempo, over tracks, a note that is never let go', () => {
  const bytes = writeMidi({
    header: { format: 1, numTracks: 2, ticksPerBeat: 480 },
    tracks: [
      [
        { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: 1_000_000 },
        { deltaTime: 480, meta: true, type: 'setTempo', microsecondsPerBeat: 500_000 },
        { deltaTime: 0, meta: true, type: 'endOfTrack' },
      ],
      [
        { deltaTime: 0, channel: 0, type: 'noteOn', noteNumber: 60, velocity: 64 },
        { deltaTime: 480, channel: 0, type: 'noteOff', noteNumber: 60, velocity: 0 },
        { deltaTime: 480, channel: 0, type: 'noteOn', noteNumber: 62, velocity: 64 },
        { deltaTime: 0, meta: true, type: 'endOfTrack' },
      ],
    ],
  });
  expect(readMidi(Uint8Array.from(bytes))).toEqual({
    ok: true,
    value: [
      { on: 0, off: 1, pitch: 60, velocity: 64 },
      { on: 1.5, off: 1.5, pitch: 62, velocity: 64 },
    ],
  });
  expect(readMidi(new TextEncoder().encode('MThd'))).toMatchObject({ ok: false });
  expect(readMidi(new Uint8Array(3))).toMatchObject({ ok: false });
});

const ASKED: RecordingAsked = {
  bars: null,
  tempo: 60,
  tolerance: 5,
  continuous: true,
  takes: { most: 2, made: 1 },
  due: calendarDay('2027-02-12'),
};
const TODAY = calendarDay('2027-02-10');
const held = (heard: Heard, asked: Partial<RecordingAsked> = {}, recordedHere = true) =>
  Object.fromEntries(
    checkTake(heard, { ...ASKED, ...asked }, { recordedHere, today: TODAY }).map(({ what, state, why }) => [
      what,
      `${state}: ${why}`,
    ]),
  );

test('a take held against what is asked of a recording', () => {
  const clean = hear(played());
  expect(held(clean)).toEqual({
    'Something is heard': 'met: 16 seconds',
    'The right part': 'met: Cornet',
    'The right bars': 'met: from bar 1 to bar 4',
    'The printed order': 'met: repeats and ending as printed',
    'One recording without a cut': 'met: recorded here in one go',
    'The tempo': 'met: as asked for',
    'Little silence around it': 'met: 0.0 seconds before, 0.0 after',
    'Takes allowed': 'met: 1 of 2 kept',
    'Sent in time': 'met: 2 days to Friday 12 February',
  });
  const cut = hear(played().slice(0, 8));
  expect(held(cut)['The right bars']).toBe('not met: heard from bar 1 to bar 2');
  expect(held(cut, { bars: { from: 1, to: 2 } })['The right bars']).toBe('met: from bar 1 to bar 2');
  expect(
    held(clean, { tempo: 80, takes: { most: 2, made: 3 }, due: calendarDay('2027-02-09') }, false),
  ).toMatchObject({
    'One recording without a cut': 'unsure: a file does not show whether it was cut',
    'The tempo': 'not met: 25 in 100 slower than asked for',
    'Takes allowed': 'not met: 3 of 2 kept',
    'Sent in time': 'not met: the last day was Tuesday 9 February',
  });
  expect(held(hear([]))).toMatchObject({
    'Something is heard': 'not met: it is silent, or too soft throughout',
    'The right bars': 'unsure: no bar was made out',
    'The tempo': 'unsure: no bar is sure',
  });
});

test('of several takes the one with the fewest checks not met, then breaks, then slips; of equal ones the first', () => {
  const take = (name: string, unmet: number, breaks: number | null, slips: number | null) => ({
    name,
    count: { unmet, breaks, slips },
  });
  const best = (...takes: ReturnType<typeof take>[]) => bestTake(takes)?.name ?? null;
  expect(best()).toBeNull();
  expect(best(take('a', 1, 0, 0), take('b', 0, 3, 9))).toBe('b');
  expect(best(take('a', 0, 1, 0), take('b', 0, 0, 4), take('c', 0, 0, 2), take('d', 0, 0, 2))).toBe('c');
  // What was not heard is not clean.
  expect(best(take('a', 0, null, null), take('b', 0, 3, 9))).toBe('b');
  expect(countTake({ ...hear(played()), input: 'many voices' }, [])).toEqual({
    unmet: 0,
    slips: null,
    breaks: null,
  });
  const slip = hear(played({ 5: 61 }));
  expect(countTake(slip, [])).toEqual({ unmet: 0, slips: 1, breaks: 0 });
});

test('a stop before the short note of a dotted figure leaves every other bar sure', () => {
  const read = readScoreText(
    inventedScore({
      seed: 5,
      bars: 16,
      metre: '4/4',
      hands: 1,
      road: 'plain',
      dotted: true,
      ornaments: false,
      tempo: 90,
      octave: 5,
    }),
  );
  if (!read.ok) throw new Error('the invented score cannot be read');
  const question = questionOf(read.value, { part: null, bars: null, repeats: true, ending: null });
  const [road] = writtenMusic(read.value);
  if (!question.ok || !road) throw new Error('no question');
  const { notes } = perform(road, { ...CLEAN_PLAYER, tempo: 90 });
  const short = road.notes.findIndex(({ at, number }) => number > 4 && Math.abs((at % 1) - 0.75) < 1e-6);
  const stopped = notes.map((note, at) =>
    at < short ? note : { ...note, on: note.on + 2.5, off: note.off + 2.5 },
  );
  const { stops, bars } = listenToKeys(stopped, question.value);
  expect(short).toBeGreaterThan(0);
  expect(stops.map(({ number }) => number)).toEqual([road.notes[short]?.number]);
  expect(bars.filter(({ certain }) => certain !== 'sure').map(({ number, why }) => [number, why])).toEqual([
    [road.notes[short]?.number, 'there is a stop in it'],
  ]);
});
