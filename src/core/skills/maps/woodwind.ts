import type { SkillRow } from '../skill';

/** What reed instruments and recorders share. */
export const WOODWIND: readonly SkillRow[] = [
  ['woodwind.posture', 'instrument held in balance', [], 1],
  ['woodwind.breath', 'full breath, steady air', [], 1],
  ['woodwind.first-notes', 'first five notes', ['woodwind.posture', 'woodwind.breath'], 1],
  ['woodwind.tonguing', 'tonguing', ['woodwind.first-notes'], 1],
  ['woodwind.slurs-by-step', 'slurs by step', ['woodwind.first-notes'], 1],
  ['woodwind.covered-holes', 'keys and holes closed together', ['woodwind.first-notes'], 2],
  ['woodwind.long-tones', 'long tones, even', ['woodwind.breath', 'woodwind.first-notes'], 2],
  ['woodwind.low-register', 'low register', ['woodwind.long-tones', 'woodwind.covered-holes'], 2],
  ['woodwind.second-register', 'second register', ['woodwind.low-register'], 3],
  ['woodwind.register-crossed', 'from one register to the next', ['woodwind.second-register'], 4],
  ['woodwind.staccato', 'staccato', ['woodwind.tonguing'], 3],
  ['woodwind.breath-four-bars', 'breath over four bars', ['woodwind.long-tones'], 3],
  ['woodwind.alternate-fingerings', 'other fingerings chosen', ['woodwind.covered-holes'], 4],
  ['woodwind.slurred-leaps', 'slurs over leaps', ['woodwind.slurs-by-step', 'woodwind.register-crossed'], 4],
  ['woodwind.trills', 'trills', ['woodwind.alternate-fingerings', 'woodwind.slurs-by-step'], 5],
  ['woodwind.grace-notes', 'grace notes', ['woodwind.slurs-by-step'], 3],
  ['woodwind.vibrato', 'vibrato', ['woodwind.long-tones', 'woodwind.second-register'], 5],
  ['woodwind.high-register', 'high register', ['woodwind.register-crossed'], 6],
  ['woodwind.breath-eight-bars', 'breath over eight bars', ['woodwind.breath-four-bars'], 5],
  ['woodwind.swell-tuned', 'swell in tune', ['woodwind.breath-eight-bars', 'general.swell'], 6],
  [
    'woodwind.chromatic-fluent',
    'chromatic runs, fluent',
    ['woodwind.alternate-fingerings', 'general.accidentals'],
    6,
  ],
  ['woodwind.double-tonguing', 'double tonguing', ['woodwind.staccato', 'general.semiquavers'], 7],
  ['woodwind.triple-tonguing', 'triple tonguing', ['woodwind.double-tonguing', 'general.triplets'], 8],
  ['woodwind.solo-alone', 'a solo work unaccompanied', ['woodwind.high-register', 'general.tempo-bent'], 8],
];
