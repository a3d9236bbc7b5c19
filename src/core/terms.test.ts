import { afterEach, describe, expect, test, vi } from 'vitest';
import { countingOf, noteWords } from './note-words';
import { inTerms, inTermsOf, TERM_CHOICES, TERMS, termsOf, type Terms } from './terms';

const OTHER: Terms = {
  noteValues: 'quarter notes',
  bars: 'measures',
  spelling: 'program',
  counting: 'syllables',
  notes: 'sol-fa',
};

test.each([
  ['Bars 5, 14', 'Measures 5, 14'],
  ['the bar line; two mallets on bars; barlines', 'the bar line; two mallets on bars; barlines'],
  ['crotchets and quavers', 'quarter notes and eighth notes'],
  ['Demisemiquavers, a dotted semiquaver', 'Thirty-second notes, a dotted sixteenth note'],
  ['minims, minimum, minimal', 'half notes, minimum, minimal'],
  ['Programmes: irregular metres, 7 metres', 'Programs: irregular meters, 7 meters'],
  ['barre, barcarolle, kilometre', 'barre, barcarolle, kilometre'],
])('%s', (british, other) => {
  expect(inTermsOf(OTHER, british)).toBe(other);
  expect(inTermsOf(TERMS, british)).toBe(british);
  // Said twice it is the same.
  expect(inTermsOf(OTHER, other)).toBe(other);
});

test('each choice alone changes its own words', () => {
  const said = 'bar, crotchet, metre';
  expect(inTermsOf({ ...TERMS, bars: 'measures' }, said)).toBe('measure, crotchet, metre');
  expect(inTermsOf({ ...TERMS, noteValues: 'quarter notes' }, said)).toBe('bar, quarter note, metre');
  expect(inTermsOf({ ...TERMS, spelling: 'program' }, said)).toBe('bar, crotchet, meter');
});

test.each([undefined, null, 7, 'bars', [], { bars: 'takts' }])(
  'what is no choice is the first one: %s',
  (given) => {
    expect(termsOf(given)).toEqual(TERMS);
    for (const [name, choices] of Object.entries(TERM_CHOICES))
      expect(TERMS[name as keyof Terms]).toBe(choices[0]);
  },
);

describe('a page and a worker that were started in other terms', () => {
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.resetModules();
  });
  test.each([
    ['formalStaveTerms', OTHER],
    ['name', `terms ${JSON.stringify(OTHER)}`],
  ])('%s', async (name, value) => {
    vi.resetModules();
    vi.stubGlobal(name, value);
    const started = await import('./terms');
    expect(started.TERMS).toEqual(OTHER);
    expect(started.inTerms('Bars')).toBe('Measures');
    // A piece of that name stays what it is.
    const title = 'Bar Song of the Programme';
    expect(started.inTerms`${title}: ${3} bars`).toBe('Bar Song of the Programme: 3 measures');
    const { SKILL_MAP, demandWords, meaningOf } = await import('./skills');
    expect(SKILL_MAP.get('general.crotchets-and-quavers')?.name).toBe('quarter notes and eighth notes');
    expect(demandWords('semiquavers')).toBe('sixteenth notes');
    expect(demandWords('bars of my own')).toBe('bars of my own');
    // Pieces are kept with the first words, and typed with either.
    for (const word of ['semiquavers', 'sixteenth notes'])
      expect(meaningOf(SKILL_MAP, 'flute', word)).toEqual({ kind: 'skill', id: 'general.semiquavers' });
  });
  test('the first terms change nothing', () => {
    const bars = 12;
    expect(inTerms`Bars ${bars}`).toBe('Bars 12');
  });
});

test('beats in groups, counted', () => {
  expect(countingOf([2, 3])).toBe('1 2, 1 2 3');
  expect(countingOf([2, 3], OTHER)).toBe('ta ti, ta ti ti');
});

describe('sol-fa with movable do', () => {
  const SCALE = ['do', 're', 'mi', 'fa', 'so', 'la', 'ti'];
  /** Letters of the major scale from each tonic, by the sharps of its signature, written out. */
  test.each([
    [0, 'C D E F G A B'],
    [2, 'D E F# G A B C#'],
    [7, 'C# D# E# F# G# A# B#'],
    [-1, 'F G A Bb C D E'],
    [-3, 'Eb F G Ab Bb C D'],
    [-7, 'Cb Db Eb Fb Gb Ab Bb'],
  ])('%i sharps: the scale is do to ti', (fifths, scale) => {
    const said = scale.split(' ').map((note) => {
      const alter = note.endsWith('#') ? 1 : note.endsWith('b') ? -1 : 0;
      return noteWords('CDEFGAB'.indexOf(note[0] ?? ''), alter, fifths, OTHER);
    });
    expect(said).toEqual(SCALE);
  });
  test.each([
    ['F sharp in C', 3, 1, 0, 'fi'],
    ['B flat in C', 6, -1, 0, 'te'],
    ['C natural in D', 0, 0, 2, 'te'],
    ['E natural in E flat', 2, 0, -3, 'di'],
    ['F double sharp in G', 3, 2, 1, 'ti sharp'],
  ])('%s', (_name, letter, alter, fifths, said) => {
    expect(noteWords(letter, alter, fifths, OTHER)).toBe(said);
  });
  test('without a key signature, and where letters are chosen, a note goes by its letter', () => {
    expect(noteWords(3, 1, null, OTHER)).toBe('F sharp');
    expect(noteWords(6, -1, -2)).toBe('B flat');
  });
});
