import { describe, expect, test } from 'vitest';
import { CHORD_DEMANDS, SCORE_DEMANDS } from './demand-names';
import { emptyBook } from './evidence';
import { studentSkills } from './along-pathway';
import { FAMILIES, familyOf, INSTRUMENT_FAMILIES } from './families';
import { followed, PATHWAYS, SKILL_MAP, withPathway } from './map';
import { mustComeBefore } from './pathway';
import { meaningOf } from './vocabulary';

describe('one vocabulary', () => {
  test.each(INSTRUMENT_FAMILIES)('every demand a score can give has a meaning for %s', (family) => {
    const meanings = SCORE_DEMANDS.map((demand) => [demand, meaningOf(SKILL_MAP, family, demand)] as const);
    expect(meanings.filter(([, { kind }]) => kind === 'unknown')).toEqual([]);
    for (const [demand, meaning] of meanings)
      if (meaning.kind === 'skill') {
        const skill = SKILL_MAP.get(meaning.id);
        expect([family, 'general'], `${demand}: ${meaning.id}`).toContain(skill?.family);
      } else if (meaning.kind === 'no skill') expect(meaning.why).not.toBe('');
  });
  test.each<[string, string | null, string, string]>([
    ['brass', 'brass', 'Double tonguing', 'brass.double-tonguing'],
    ['a name of the map', 'flute', 'dotted figures', 'general.dotted-figures'],
    ['another word for it', 'flute', 'ties', 'general.ties'],
    ['trills, on each in its own way', 'flute', 'trills', 'flute.two-finger-trill'],
    ['grace notes where the family has its own', 'oboe', 'grace notes', 'oboe.grace-notes'],
    ['and where it has none', 'brass', 'grace notes', 'general.grace-notes'],
    ['and where the family has the word itself', 'oboe', 'trills', 'oboe.trills'],
    ['a chord under a hand', 'keyboard', 'triads in first inversion', 'keyboard.triads-in-first-inversion'],
    ['a metre asks nothing by its name', 'voice', 'in 2+3/8', 'no skill'],
    ['a chord is not asked of a flute', 'flute', 'dominant sevenths', 'no skill'],
    ['a skill of another family', 'flute', 'levers or pedals set', 'no skill'],
    ['a signature past seven', 'harp', '9 flats', 'general.seven-flats'],
    ['nobody’s word', 'flute', 'wobbles', 'unknown'],
    ['nor that of a prototype', 'flute', 'constructor', 'unknown'],
    ['a family nobody has named is not certain', null, 'lip slurs of two partials', 'unknown'],
    ['but what is general is', null, 'syncopation', 'general.syncopation'],
  ])('%s', (_, family, demand, expected) => {
    const meaning = meaningOf(SKILL_MAP, family, demand);
    expect(meaning.kind === 'skill' ? meaning.id : meaning.kind).toBe(expected);
  });
  test.each(INSTRUMENT_FAMILIES)('no name appears twice on the page of %s', (family) => {
    const names = [...SKILL_MAP.values()]
      .filter((each) => each.family === family || each.family === 'general')
      .map(({ name }) => name.toLowerCase());
    expect(names.filter((name, at) => names.indexOf(name) !== at)).toEqual([]);
  });
  test('each kind of chord has its place on the map of those who play them', () => {
    for (const family of ['keyboard', 'guitar', 'harp'])
      for (const chord of CHORD_DEMANDS) {
        const skill = [...SKILL_MAP.values()].find((each) => each.family === family && each.name === chord);
        expect(skill?.needs.length, `${family} ${chord}`).toBe(1);
      }
  });
});

test.each<[string, string | null]>([
  ['classical guitar', 'guitar'],
  ['bass guitar', 'guitar'],
  ['Violin', 'strings'],
  ['double bass', 'strings'],
  ['violas', 'strings'],
  ['piano', 'keyboard'],
  ['piano accordion', 'keyboard'],
  ['harpsichord', 'keyboard'],
  ['organ', 'keyboard'],
  ['horn', 'brass'],
  ['French horn in F', 'brass'],
  ['tenor horn', 'brass'],
  ['English horn', 'oboe'],
  ['basset horn', 'woodwind'],
  ['clarinet in B flat', 'woodwind'],
  ['alto saxophone', 'woodwind'],
  ['descant recorder', 'woodwind'],
  ['bassoon', 'woodwind'],
  ['bass trombone', 'brass'],
  ['timpani', 'percussion'],
  ['drum kit', 'percussion'],
  ['soprano', 'voice'],
  ['mezzo-soprano', 'voice'],
  ['voice, tenor', 'voice'],
  ['bass', 'voice'],
  ['guitar ensemble', 'guitar'],
  ['nose pipe', null],
  ['shoehorn', null],
  ['', null],
])('%s belongs to %s', (instrument, family) => expect(familyOf(instrument)).toBe(family));

test('a family the teacher has named holds, whatever the table says', () => {
  expect(familyOf(' Nose  Pipe', { 'nose pipe': 'flute' })).toBe('flute');
  expect(familyOf('toString', {})).toBeNull();
  expect(FAMILIES).toContain('general');
});

describe('schools that exclude each other', () => {
  test('one of each is followed: the one chosen last', () => {
    const ids = ['aids-early', 'rhythm-first', 'weaned-together'];
    expect(followed(ids).map(({ id }) => id)).toEqual(['rhythm-first', 'weaned-together']);
    expect(withPathway(ids, 'new positions', 'aids-weaned')).toEqual(['rhythm-first', 'aids-weaned']);
    expect(withPathway(ids, 'first reading', null)).toEqual(['weaned-together']);
    const both = studentSkills(SKILL_MAP, { ...emptyBook('s'), pathwayIds: ids }, 0).map;
    const last = studentSkills(SKILL_MAP, { ...emptyBook('s'), pathwayIds: ids.slice(1) }, 0).map;
    expect(both.get('strings.third-position')).toEqual(last.get('strings.third-position'));
  });
  test('each school has its reason and an order of its own; the map asks for the weaning first', () => {
    for (const { why, needs } of PATHWAYS)
      expect([why.length > 20, Object.keys(needs).length > 0]).toEqual([true, true]);
    expect(mustComeBefore(SKILL_MAP, 'strings.third-position')).toContain('strings.without-tapes');
    const orders = PATHWAYS.map(({ needs }) => JSON.stringify(needs));
    expect(new Set(orders).size).toBe(orders.length);
  });
});
