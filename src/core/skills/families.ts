export const FAMILIES = [
  'general',
  'flute',
  'oboe',
  'woodwind',
  'guitar',
  'harp',
  'voice',
  'strings',
  'keyboard',
  'brass',
  'percussion',
] as const;
export type SkillFamily = (typeof FAMILIES)[number];
/** Families an instrument or voice may belong to. */
export type InstrumentFamily = Exclude<SkillFamily, 'general'>;
export const INSTRUMENT_FAMILIES = FAMILIES.filter((family) => family !== 'general');

/** Names of each family's instruments and voices, in lower case. One of several words stands here only where its last known word would tell another family. */
const NAMES: Readonly<Record<InstrumentFamily, string>> = {
  flute: 'flute, piccolo, fife, traverso',
  oboe: 'oboe, oboe d\u2019amore, oboe d\u0027amore, cor anglais, english horn, hautboy',
  woodwind:
    'clarinet, basset horn, chalumeau, saxophone, sax, recorder, bassoon, contrabassoon, ' +
    'dulcian, woodwind, whistle, ocarina',
  guitar: 'guitar, electric bass, ukulele, lute, vihuela, mandolin, banjo',
  harp: 'harp',
  voice:
    'voice, vocal, vocals, singing, singer, choir, chorus, soprano, mezzo, mezzo-soprano, alto, contralto, countertenor, ' +
    'counter-tenor, tenor, baritone, bass-baritone, bass, treble',
  strings:
    'strings, violin, fiddle, viola, cello, violoncello, double bass, contrabass, string bass, upright bass, viol',
  keyboard:
    'piano, pianoforte, organ, harpsichord, clavichord, keyboard, celesta, harmonium, ' +
    'accordion, bayan, concertina',
  brass:
    'brass, trumpet, cornet, flugelhorn, horn, trombone, ' + 'euphonium, tuba, sousaphone, bugle, cornett',
  percussion:
    'percussion, drums, drum, timpani, ' +
    'kettledrum, marimba, xylophone, vibraphone, glockenspiel, tubular bells, tambourine, cajon',
};

const FAMILY_BY_NAME = new Map(
  INSTRUMENT_FAMILIES.flatMap((family) => NAMES[family].split(', ').map((name) => [name, family] as const)),
);
const LONGEST = 2;

/** Families of instruments that the teacher has named, by the instrument in lower case. */
export type NamedFamilies = Readonly<Record<string, InstrumentFamily>>;

export const instrumentKey = (instrument: string): string =>
  instrument.trim().toLowerCase().replace(/\s+/g, ' ');

/**
 * The family an instrument or voice belongs to: by the longest name found in it, and of equal ones the last, so that an
 * alto saxophone is no voice and a bass guitar no singer.
 * @param named - families the teacher has named
 * @returns null for an instrument nobody has named a family for: it is asked, never guessed
 * @example familyOf('French horn in F') // => "brass"
 */
export function familyOf(instrument: string, named: NamedFamilies = {}): InstrumentFamily | null {
  const key = instrumentKey(instrument);
  if (Object.hasOwn(named, key)) return named[key] ?? null;
  const words = key
    .replace(/[(),/]/g, ' ')
    .split(' ')
    .filter(Boolean);
  for (let length = Math.min(LONGEST, words.length); length > 0; length -= 1)
    for (let at = words.length - length; at >= 0; at -= 1) {
      const name = words.slice(at, at + length).join(' ');
      const family = FAMILY_BY_NAME.get(name) ?? FAMILY_BY_NAME.get(name.replace(/s$/, ''));
      if (family) return family;
    }
  return null;
}
