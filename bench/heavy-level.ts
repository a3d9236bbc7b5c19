import tarrin from '../src/demo/tarrin-flute-2026.json';
import { seeded } from '../src/core/seeded';

const COMPOSERS = 'P. Ostrey,A. Hewn,R. Kestle,O. Verrane,N. Sedgely,M. Threave'.split(',');

/** A request for the ten best programmes of a level with six lists of 60 pieces: the heaviest a level asks for. */
export function heavyProgrammes(seed: number): object {
  const random = seeded(seed);
  const letters = ['A', 'B', 'C', 'D', 'E', 'F'];
  const [level] = tarrin.set.levels;
  const pieces = letters.flatMap((letter) =>
    Array.from({ length: 60 }, (_, at) => ({
      id: `${letter}${at}`,
      title: `Tune ${letter} ${at}`,
      composer: COMPOSERS[Math.floor(random() * COMPOSERS.length)],
      kind: 'piece',
      seconds: 60 + Math.floor(random() * 240),
      bars: 40,
      barsToLearn: null,
      key: null,
      metre: ['3/4', '4/4', '6/8'][Math.floor(random() * 3)],
      tempo: null,
      period: ['early', 'middle', 'late'][Math.floor(random() * 3)],
      character: null,
      accompaniment: random() < 0.5 ? 'accompanied' : 'unaccompanied',
      demands: [],
    })),
  );
  const components = letters.map((letter) => ({
    id: letter,
    letter,
    name: letter,
    source: {
      kind: 'list',
      min: 1,
      max: 1,
      pieceIds: pieces.filter(({ id }) => id.startsWith(letter)).map(({ id }) => id),
    },
  }));
  const scheme = {
    ...tarrin.set.schemes[0],
    components: letters.map((componentId) => ({
      componentId,
      criteria: [{ id: 'c', name: 'Playing', maxMark: 20, bands: [] }],
    })),
    awards: [{ id: 'pass', name: 'pass', total: 60, eachAtLeast: null, passes: {} }],
  };
  const rules = [
    { id: 'composers', kind: 'different composers' },
    { id: 'time', kind: 'time', min: 900, max: 905, gapSeconds: 0 },
    {
      id: 'alone',
      kind: 'count where',
      bound: 'at most',
      count: 2,
      where: { on: 'accompaniment', is: 'unaccompanied' },
    },
  ];
  const skills = Array.from({ length: 40 }, (_, at) => `skill-${at}`);
  return {
    set: { ...tarrin.set, schemes: [scheme], levels: [{ ...level, schemeId: scheme.id, components, rules }] },
    pieces,
    levelId: level?.id,
    count: 10,
    locked: [],
    banned: [],
    ownChoice: [],
    used: [],
    worth: Object.fromEntries(
      pieces.map(({ id }) => [
        id,
        {
          points: Math.floor(random() * 100),
          skills: Array.from({ length: 3 }, () => skills[Math.floor(random() * skills.length)]),
        },
      ]),
    ),
    skillCosts: Object.fromEntries(skills.map((id) => [id, Math.floor(random() * 30)])),
    contrasts: [{ in: 'period', points: 25 }],
  };
}
