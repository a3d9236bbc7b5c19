import type { RequirementFile } from '@/core/files';
import type { Criterion, MarkScheme } from '@/core/marks';
import type { Piece } from '@/core/repertoire';
import type { Level, RequirementSet, Rule } from '@/core/requirements';
import { calendarDay } from '@/core/time';
import { tarrinPieces } from './pieces';

const criterion = (id: string, name: string, words: readonly string[]): Criterion => ({
  id,
  name,
  maxMark: 6,
  bands: words.map((descriptor, at) => ({
    from: at === 4 ? 1 : 6 - at,
    to: at === 4 ? 2 : 6 - at,
    descriptor,
  })),
});

const PLAYING: readonly Criterion[] = [
  criterion('notes', 'Notes and rhythm', [
    'Every note and value as printed, ornaments included.',
    'One or two slips, put right at once.',
    'Mostly correct; slips leave the rhythm whole.',
    'Repeated slips, or one passage not yet known.',
    'Several passages not known; rhythm unclear.',
  ]),
  criterion('tone', 'Tone and intonation', [
    'Full, even tone in every register; in tune throughout.',
    'Even tone; pitch drifts only at ends of phrases.',
    'Generally clear; high or low notes weaken.',
    'Thin or breathy in places; pitch drifts often.',
    'Unsupported; pitch unsafe in most of the piece.',
  ]),
  criterion('phrasing', 'Phrasing and character', [
    'Every phrase shaped; printed dynamics plain to hear.',
    'Most phrases shaped; dynamics clear.',
    'Some shaping; contrasts smaller than printed.',
    'Breaths break phrases; little contrast.',
    'No shaping, or printed dynamics ignored.',
  ]),
  criterion('pulse', 'Pulse and continuity', [
    'Steady at the printed tempo; no stop.',
    'Steady within 5 in 100; recovers without losing a beat.',
    'Near the printed tempo; at most two beats lost.',
    'Below tempo, or one stop; finds the place again.',
    'Several stops, or starts again.',
  ]),
];
const TECHNICAL: readonly Criterion[] = [
  criterion('accuracy', 'Accuracy of notes', [
    'Every note of every scale asked.',
    'One slip, put right.',
    'A slip in some of them.',
    'Slips in most.',
    'Several not known.',
  ]),
  criterion('evenness', 'Evenness', [
    'Even in time and tone throughout.',
    'Even but for one turn.',
    'Bumps at the turns.',
    'Uneven in most.',
    'No steady beat.',
  ]),
  criterion('promptness', 'Promptness', [
    'Begun at once, every time.',
    'One short pause before a start.',
    'Some pauses before starts.',
    'Long pauses, or begun twice.',
    'Help needed to begin.',
  ]),
  criterion('sound', 'Sound', [
    'Clear at the top and the bottom.',
    'Clear but for the last notes.',
    'Weak at one end.',
    'Weak at both ends.',
    'Hardly speaks.',
  ]),
];
const TESTS: readonly Criterion[] = [
  criterion('sight', 'At sight', [
    'Fluent, shaped, as printed.',
    'Fluent; a slip in detail.',
    'Goes on; some values wrong.',
    'Stops once or twice.',
    'Hardly begun.',
  ]),
  criterion('echo', 'Echo', [
    'Both echoes exact.',
    'One note off.',
    'Outline right.',
    'Rhythm or outline right.',
    'Neither.',
  ]),
  criterion('rhythm', 'Rhythm clapped back', [
    'Exact, with the accents.',
    'Exact, accents missed.',
    'One figure changed.',
    'Beat kept, figures lost.',
    'Beat lost.',
  ]),
  criterion('talk', 'Questions on the score', [
    'Every answer right and explained.',
    'Every answer right.',
    'Most right.',
    'Some right.',
    'Few or none.',
  ]),
];

const tarrinScheme = (id: string): MarkScheme => ({
  id,
  version: 1,
  components: [
    ...['a', 'b', 'c'].map((componentId) => ({ componentId, criteria: PLAYING })),
    { componentId: 't', criteria: TECHNICAL },
    { componentId: 'm', criteria: TESTS },
  ],
  awards: [
    { id: 'pass', name: 'pass', total: 78, eachAtLeast: null },
    { id: 'merit', name: 'merit', total: 93, eachAtLeast: 14 },
    { id: 'distinction', name: 'distinction', total: 106, eachAtLeast: null },
  ],
});

const SCALES = [
  'C major',
  'G major',
  'F major',
  'D major',
  'A minor',
  'B flat major',
  'E minor',
  'A major',
  'E flat major',
  'F minor',
  'A flat major',
  'G minor',
  'C minor',
  'E major',
  'B minor',
  'chromatic on D',
  'whole-tone on C',
  'dominant seventh in G',
];

function tarrinLevel(rank: number, listed: ReturnType<typeof tarrinPieces>): Level {
  const from = (list: string) =>
    listed.filter((each) => each.level === rank && each.list === list).map(({ piece }) => piece.id);
  const least = 3 * (40 + rank * 20) - 30;
  const rules: Rule[] = [
    { id: 'lists', kind: 'one from each', componentIds: ['a', 'b', 'c'] },
    { id: 'composers', kind: 'different composers' },
    { id: 'time', kind: 'time', min: least, max: least + 150, gapSeconds: 0 },
    ...(rank >= 3
      ? [
          {
            id: 'compound',
            kind: 'count where',
            bound: 'at least',
            count: 1,
            where: { on: 'metre', is: 'compound' },
          } as const,
        ]
      : []),
    ...(rank >= 4
      ? [
          {
            id: 'alone',
            kind: 'count where',
            bound: 'at least',
            count: 1,
            where: { on: 'accompaniment', is: 'unaccompanied' },
          } as const,
        ]
      : []),
    { id: 'edition', kind: 'edition valid' },
    ...(rank >= 6
      ? [{ id: 'before', kind: 'level held', family: 'Tarrin Board flute', rank: rank - 2 } as const]
      : []),
    ...(rank >= 7
      ? [{ id: 'theory', kind: 'level held', family: 'Tarrin Board theory', rank: 4 } as const]
      : []),
    { id: 'pianist', kind: 'entry fact', fact: 'Pianist' },
    { id: 'closes', kind: 'entry closes' },
  ];
  return {
    id: `level-${rank}`,
    name: `Level ${rank}`,
    rank,
    schemeId: 'board',
    components: [
      ...['A', 'B', 'C'].map((letter) => ({
        id: letter.toLowerCase(),
        letter,
        name: `List ${letter}`,
        source: { kind: 'list' as const, pieceIds: from(letter), min: 1, max: 1 },
      })),
      {
        id: 't',
        letter: 'T',
        name: 'Technical work',
        source: { kind: 'prepared', items: SCALES.slice(Math.max(0, rank * 2 - 3), rank * 2 + 1) },
      },
      {
        id: 'm',
        letter: 'M',
        name: 'Musicianship tests',
        source: {
          kind: 'prepared',
          items: ['at sight', 'echo', 'rhythm clapped back', 'questions on the score'],
        },
      },
    ],
    rules,
  };
}

/** Tarrin Board, flute: levels 1 to 9 of the edition 2026 to 2029. */
function tarrinFlute(): RequirementFile {
  const listed = tarrinPieces();
  const set: RequirementSet = {
    id: 'tarrin-flute-2026',
    kind: 'graded exam',
    name: 'Tarrin Board',
    family: 'Tarrin Board flute',
    instrument: 'flute',
    edition: {
      name: '2026–2029',
      from: calendarDay('2026-01-01'),
      to: calendarDay('2029-12-31'),
      overlapTo: null,
    },
    schemes: [tarrinScheme('board')],
    levels: Array.from({ length: 9 }, (_, at) => tarrinLevel(at + 1, listed)),
    sessions: [
      {
        id: 'spring-2027',
        name: 'spring visit',
        day: calendarDay('2027-03-31'),
        entryCloses: calendarDay('2027-01-26'),
        venue: 'Customs House',
      },
      {
        id: 'summer-2027',
        name: 'summer visit',
        day: calendarDay('2027-06-23'),
        entryCloses: calendarDay('2027-04-20'),
        venue: 'Customs House',
      },
      {
        id: 'autumn-2027',
        name: 'autumn visit',
        day: calendarDay('2027-11-17'),
        entryCloses: calendarDay('2027-09-14'),
        venue: 'Customs House',
      },
    ],
  };
  return { format: 'formal-stave-requirement', version: 1, set, pieces: listed.map(({ piece }) => piece) };
}

/** The edition before: levels 5 and 6, running out with the overlap on 28 February 2027. */
function tarrinFluteBefore(): RequirementFile {
  const { set, pieces } = tarrinFlute();
  const old: Piece = {
    ...(pieces.find((piece) => piece.title === 'Chandler’s Lament') as Piece),
    id: 'tarrin-quay-evensong-old',
    title: 'Quay Evensong',
    composer: 'J. Sundry',
    seconds: 245,
  };
  const levels = set.levels
    .filter((level) => level.rank === 5 || level.rank === 6)
    .map((level) => ({
      ...level,
      components: level.components.map((component) =>
        component.id === 'b' && component.source.kind === 'list'
          ? {
              ...component,
              source: { ...component.source, pieceIds: [...component.source.pieceIds, old.id] },
            }
          : component,
      ),
    }));
  const named = new Set(
    levels.flatMap((level) =>
      level.components.flatMap(({ source }) => (source.kind === 'list' ? source.pieceIds : [])),
    ),
  );
  return {
    format: 'formal-stave-requirement',
    version: 1,
    set: {
      ...set,
      id: 'tarrin-flute-2022',
      edition: {
        name: '2022–2025',
        from: calendarDay('2022-01-01'),
        to: calendarDay('2025-12-31'),
        overlapTo: calendarDay('2027-02-28'),
      },
      levels,
      sessions: set.sessions.slice(0, 1),
    },
    pieces: [...pieces.filter((piece) => named.has(piece.id)), old],
  };
}

const panel = (id: string, name: string, words: readonly string[]): Criterion => ({
  id,
  name,
  maxMark: 10,
  bands: words.map((descriptor, at) => ({
    from: [9, 7, 5, 3, 1][at] ?? 1,
    to: [10, 8, 6, 4, 2][at] ?? 2,
    descriptor,
  })),
});
const PANEL: readonly Criterion[] = [
  panel('control', 'Control', [
    'Nothing in the way of the music.',
    'Safe; a slip that does not matter.',
    'Mostly safe; one passage pressed.',
    'Several passages out of reach.',
    'Not prepared.',
  ]),
  panel('music', 'Music', [
    'Speaks; the panel listens.',
    'Clear lines and a good ear.',
    'Correct, with some shape.',
    'Notes rather than lines.',
    'No shape yet.',
  ]),
];

/** Fairlead Youth Winds: two excerpts, scales, one continuous recording. */
function fairleadAudition(): RequirementFile {
  const piece = (
    id: string,
    title: string,
    composer: string,
    bars: number,
    key: string,
    metre: string,
  ): Piece => ({
    id,
    title,
    composer,
    kind: 'piece',
    seconds: null,
    bars,
    barsToLearn: null,
    key,
    metre,
    tempo: null,
    period: null,
    character: null,
    accompaniment: 'unaccompanied',
    demands: [],
  });
  const pieces = [
    piece('fairlead-beacon-overture', 'Beacon Overture', 'V. Tolland', 212, 'D major', '4/4'),
    piece('fairlead-estuary-suite', 'Estuary Suite, second dance', 'N. Sedgely', 148, 'G minor', '6/8'),
  ];
  const set: RequirementSet = {
    id: 'fairlead-winds-2027',
    kind: 'audition',
    name: 'Fairlead Youth Winds',
    family: 'Fairlead Youth Winds',
    instrument: 'flute, oboe',
    edition: {
      name: 'season 2027',
      from: calendarDay('2026-09-01'),
      to: calendarDay('2027-08-31'),
      overlapTo: null,
    },
    schemes: [
      {
        id: 'panel',
        version: 1,
        components: ['1', '2', 's'].map((componentId) => ({ componentId, criteria: PANEL })),
        awards: [
          { id: 'reserve', name: 'reserve', total: 36, eachAtLeast: null },
          { id: 'second', name: 'second chair', total: 45, eachAtLeast: 12 },
          { id: 'first', name: 'first chair', total: 52, eachAtLeast: 15 },
        ],
      },
    ],
    levels: [
      {
        id: 'chair',
        name: 'Second oboe, second flute',
        rank: 6,
        schemeId: 'panel',
        components: [
          {
            id: '1',
            letter: '1',
            name: 'Excerpt 1',
            source: {
              kind: 'excerpt',
              pieceId: 'fairlead-beacon-overture',
              bars: { from: 12, to: 40 },
              tempo: { unit: 'q', perMinute: 112 },
            },
          },
          {
            id: '2',
            letter: '2',
            name: 'Excerpt 2',
            source: {
              kind: 'excerpt',
              pieceId: 'fairlead-estuary-suite',
              bars: { from: 85, to: 110 },
              tempo: { unit: 'q.', perMinute: 72 },
            },
          },
          {
            id: 's',
            letter: 'S',
            name: 'Scales',
            source: { kind: 'prepared', items: ['D major', 'E flat major', 'F minor', 'G minor'] },
          },
        ],
        rules: [
          { id: 'bars-1', kind: 'excerpt bars', componentId: '1' },
          { id: 'bars-2', kind: 'excerpt bars', componentId: '2' },
          { id: 'takes', kind: 'takes', max: 3, continuous: true },
          { id: 'age', kind: 'age', on: calendarDay('2027-09-01'), min: 13, max: 19 },
          { id: 'chair', kind: 'entry fact', fact: 'Chair' },
          { id: 'closes', kind: 'entry closes' },
        ],
      },
    ],
    sessions: [
      {
        id: 'february-2027',
        name: 'audition',
        day: calendarDay('2027-02-27'),
        entryCloses: calendarDay('2027-02-01'),
        venue: 'Fairlead Hall',
      },
    ],
  };
  return { format: 'formal-stave-requirement', version: 1, set, pieces };
}

export const demoFiles = (): RequirementFile[] => [tarrinFlute(), tarrinFluteBefore(), fairleadAudition()];
