import { describe, expect, test } from 'vitest';
import { noteOf, scoreOf, utf8, wholeBar } from './arbitrary';
import { readScore } from './read-score';
import { withValues } from './values';
import { xRay, type XRay } from './x-ray';
import { PLAIN_X_RAY, type XRayOptions } from './x-ray-options';

const seen = (text: string, options: Partial<XRayOptions> = {}): XRay => {
  const read = readScore(utf8(text));
  if (!read.ok) throw new Error(JSON.stringify(read.why));
  const found = xRay(read.value.score, { ...PLAIN_X_RAY, ...options });
  if (!found.ok) throw new Error(JSON.stringify(found.why));
  return found.value;
};
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

test('of several parts, loudness, signature and questions are those of the part read', () => {
  const horn = scoreOf([`${key(2)}${level('p')}${wholeBar()}`, `${wedge('crescendo')}${wholeBar()}`]);
  const [head = '', body = ''] = horn.split('</part-list>');
  const drum = body
    .replace('id="P1"', 'id="P2"')
    .replace(level('p'), level('ff'))
    .replace(wedge('crescendo'), '')
    .replace(
      /<pitch>.*?<\/pitch>/g,
      '<unpitched><display-step>C</display-step><display-octave>5</display-octave></unpitched>',
    );
  const both = `${head}<score-part id="P2"><part-name>Drum</part-name></score-part></part-list>${body.replace('</score-partwise>', '')}${drum}`;
  const of = (part: string) => {
    const { demands, loudness, pageQuestions } = seen(both, { part });
    return [
      demands.map(({ name }) => name).filter((name) => /sharp|flat|loud|swell/.test(name)),
      loudness.steps.map((step) => step.level),
      pageQuestions.filter(({ question }) => question.includes('dynamics')).map(({ answer }) => answer),
    ];
  };
  expect(of('P1')).toEqual([['two sharps', 'loud and soft', 'swells'], ['p'], ['p']]);
  expect(of('P2')).toEqual([['very soft or very loud'], ['ff'], ['ff']]);
});

test('landmarks: the rehearsal mark before a bar, its line and page; none where the file breaks nothing', () => {
  const letter = (text: string) => says(`<rehearsal>${text}</rehearsal>`);
  const system = '<print new-system="yes"/>';
  const { landmarks } = seen(
    scoreOf([
      `${system}${wholeBar()}`,
      letter('A') + wholeBar(),
      `${system}${wholeBar()}`,
      `<print new-page="yes"/>${letter('B')}${wholeBar()}`,
      `${system}${wholeBar()}`,
    ]),
  );
  expect(
    landmarks.map(
      ({ mark, line, page }) => `${mark ? `${mark.text}+${mark.after}` : '-'} ${line ?? ''}/${page ?? ''}`,
    ),
  ).toEqual(['- 1/1', 'A+0 1/1', 'A+1 2/1', 'B+0 1/2', 'B+1 2/2']);
  expect(seen(scoreOf([wholeBar()])).landmarks).toEqual([{ mark: null, line: null, page: null }]);
});

test('reach: the widest span of each bar on one staff, chords alone', () => {
  const chord = (name: string) => noteOf(name, 8).replace('<note>', '<note><chord/>');
  const { spans } = seen(
    scoreOf([noteOf('C4', 8), `${noteOf('C4', 8)}${chord('E5')}`, `${noteOf('C4', 8)}${chord('G4')}`]),
  );
  expect(spans).toEqual([0, 16, 7]);
});

test('a value that has none twice as long is named', () => {
  const text = scoreOf([noteOf('C4', 8, '<type>maxima</type>')]);
  expect(withValues(text, 'doubled')).toMatchObject({ ok: false, why: 'maxima' });
  expect(withValues(text, 'halved').ok).toBe(true);
});
