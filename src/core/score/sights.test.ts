import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { noteOf, scoreOf, utf8, wholeBar } from './arbitrary';
import { readScore } from './read-score';
import { VALUE_CHANGES, withValues } from './values';
import { xRay, type XRay } from './x-ray';

const seen = (text: string): XRay => {
  const read = readScore(utf8(text));
  if (!read.ok) throw new Error(JSON.stringify(read.why));
  const found = xRay(read.value.score);
  if (!found.ok) throw new Error(JSON.stringify(found.why));
  return found.value;
};
const shipped = (name: string) =>
  readFileSync(new URL(`../../demo/scores/${name}.musicxml`, import.meta.url), 'utf8');
const key = (fifths: number) => `<attributes><key><fifths>${fifths}</fifths></key></attributes>`;
const flatB = noteOf('B4', 8).replace('<octave>', '<alter>-1</alter><octave>');
const says = (sign: string) => `<direction><direction-type>${sign}</direction-type></direction>`;
const level = (name: string) => says(`<dynamics><${name}/></dynamics>`);
const wedge = (type: string) => says(`<wedge type="${type}"/>`);

test('where the key changes: what one signature alters and the other does not, and where it is played', () => {
  const text = scoreOf([
    `${key(1)}${noteOf('F#4', 8)}`,
    noteOf('G4', 8),
    `${key(-1)}${noteOf('F4', 8)}`,
    flatB,
    noteOf('F#4', 8),
    `${key(-1)}${flatB}`,
  ]);
  expect(seen(text).keyChanges).toEqual([
    {
      bar: 2,
      from: 1,
      to: -1,
      traps: [
        { letter: 'F', before: 1, after: 0, bars: [2] },
        { letter: 'B', before: 0, after: -1, bars: [3, 5] },
      ],
    },
  ]);
  expect(seen(scoreOf([`${key(2)}${wholeBar()}`, wholeBar()])).keyChanges).toEqual([]);
});

describe('loudness', () => {
  test.each<[string, readonly string[], readonly string[], readonly number[], readonly number[]]>([
    ['at once', [level('p'), '', level('f')], ['0 p 0', '2 f 3 at once'], [2], []],
    [
      'led to by a swell',
      [level('p'), wedge('crescendo'), `${wedge('stop')}${level('f')}`],
      ['0 p 0', '2 f 3 led to'],
      [2],
      [],
    ],
    ['a swell that no level ends', [level('mf'), wedge('diminuendo'), wedge('stop')], ['0 mf 0'], [0], [1]],
    [
      'two summits',
      [level('f'), level('p'), level('f')],
      ['0 f 0', '1 p -3 at once', '2 f 3 at once'],
      [0, 2],
      [],
    ],
    ['an accent is no level; what it goes over to is', [level('sfz'), level('fp')], ['1 p 0'], [1], []],
    ['no sign', ['', ''], [], [], []],
  ])('%s', (_, bars, steps, climax, open) => {
    const { loudness } = seen(scoreOf(bars.map((signs) => `${signs}${wholeBar()}`)));
    expect(
      loudness.steps.map(
        ({ bar, level: name, by, gradual }) =>
          `${bar} ${name} ${by}${by === 0 ? '' : gradual ? ' led to' : ' at once'}`,
      ),
    ).toEqual(steps);
    expect([loudness.climax, loudness.open]).toEqual([climax, open]);
  });
});

test('reach: the widest span of each bar on one staff, chords alone', () => {
  const chord = (name: string) => noteOf(name, 8).replace('<note>', '<note><chord/>');
  const { spans } = seen(
    scoreOf([noteOf('C4', 8), `${noteOf('C4', 8)}${chord('E5')}`, `${noteOf('C4', 8)}${chord('G4')}`]),
  );
  expect(spans).toEqual([0, 16, 7]);
});

describe('values', () => {
  test.each([
    'ropewalk-gigue',
    'seven-steps',
    'lantern-waltz',
    'kittiwake-duo',
    'bosuns-cadence',
    'netmenders-study',
  ])(
    '%s doubled and halved: every bar lasts as long, is read in the same order, and asks to learn as much',
    (name) => {
      const text = shipped(name);
      const before = seen(text);
      for (const change of VALUE_CHANGES) {
        const made = withValues(text, change);
        if (!made.ok) throw new Error(made.why);
        const after = seen(made.value);
        const factor = change === 'doubled' ? 2 : 0.5;
        expect(after.roadmap.order).toEqual(before.roadmap.order);
        expect(after.toLearn).toBe(before.toLearn);
        if (before.tempos.length > 0) expect(after.seconds).toBeCloseTo(before.seconds, 6);
        else expect(after.seconds).toBeCloseTo(before.seconds * factor, 6);
        const back = withValues(made.value, change === 'doubled' ? 'halved' : 'doubled');
        if (!back.ok) throw new Error(back.why);
        expect(seen(back.value).seconds).toBeCloseTo(before.seconds, 6);
        expect(seen(back.value).demands).toEqual(before.demands);
      }
      const doubled = withValues(text, 'doubled');
      if (doubled.ok) expect(doubled.value).not.toMatch(/<beam/);
    },
  );

  test('a value that has none twice as long is named', () => {
    const text = scoreOf([noteOf('C4', 8, '<type>maxima</type>')]);
    expect(withValues(text, 'doubled')).toMatchObject({ ok: false, why: 'maxima' });
    expect(withValues(text, 'halved').ok).toBe(true);
  });
});
