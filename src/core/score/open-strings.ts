import { leastCrossings, STRINGS, type StringInstrument, type StringNote } from './moves';

const NAMES: readonly (readonly [RegExp, StringInstrument])[] = [
  [/double bass|contrabass/i, 'double bass'],
  [/cello/i, 'cello'],
  [/viola(?! da)/i, 'viola'],
  [/violin|fiddle/i, 'violin'],
  [/(?<!bass )guitar/i, 'guitar'],
];

/** Of which instrument the strings are known; null for any other. */
export const stringsOf = (instrument: string): StringInstrument | null =>
  NAMES.find(([name]) => name.test(instrument))?.[1] ?? null;

const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const LETTERS = ['C', 'C', 'D', 'D', 'E', 'F', 'F', 'G', 'G', 'A', 'A', 'B'] as const;

const textOf = (xml: string, name: string): string | undefined =>
  new RegExp(`<${name}(?:\\s[^>]*)?>\\s*([^<]*?)\\s*</${name}>`).exec(xml)?.[1];

const NOTE = /<note\b[^>]*>[\s\S]*?<\/note>/g;
const isStruckWith = (note: string) => /<chord\s*\/>/.test(note);

/** The written pitch of a note, and its string as printed; null for a rest or a sound without pitch. */
function noteOf(xml: string): StringNote | null {
  const step = STEPS[textOf(xml, 'step') ?? ''];
  const octave = textOf(xml, 'octave');
  if (step === undefined || octave === undefined) return null;
  const string = Number(textOf(xml, 'string') ?? '');
  return {
    pitch: 12 * (Number(octave) + 1) + step + Math.round(Number(textOf(xml, 'alter') ?? 0)),
    string: Number.isInteger(string) && string > 0 ? string : null,
  };
}

/**
 * The same music with each note as the open string it lies on, so that the bow or the plucking hand is practised alone. Of
 * notes struck together the highest is taken. The key goes: open strings have none.
 * @param xml - MusicXML, decoded
 * @returns null where nothing is changed by it, as where no part of one staff lies on these strings
 */
export function onOpenStrings(xml: string, instrument: StringInstrument): string | null {
  const { open, reach } = STRINGS[instrument];
  const made = xml.replace(/<part\s[^>]*>[\s\S]*?<\/part>/g, (part) => {
    if (/<staves>\s*(?:[2-9]|\d\d)/.test(part)) return part;
    const struck: StringNote[] = [];
    for (const [note] of part.matchAll(NOTE)) {
      const read = noteOf(note);
      const last = struck.at(-1);
      if (!read) continue;
      if (!isStruckWith(note) || !last) struck.push(read);
      else if (read.pitch > last.pitch) struck[struck.length - 1] = read;
    }
    const strings = leastCrossings(struck, open, reach);
    if (!strings || strings.length === 0) return part;
    let at = 0;
    return part
      .replace(NOTE, (note) => {
        if (!noteOf(note)) return note;
        if (isStruckWith(note) && at > 0) return '';
        const pitch = open[strings[at] ?? 0] ?? 0;
        at += 1;
        return note
          .replace(
            /<pitch>[\s\S]*?<\/pitch>/,
            `<pitch><step>${LETTERS[pitch % 12] ?? ''}</step><octave>${Math.floor(pitch / 12) - 1}</octave></pitch>`,
          )
          .replace(/\s*<accidental\b[^>]*>[^<]*<\/accidental>/g, '')
          .replace(/\s*<(fingering|string|fret)\b[^>]*>[^<]*<\/\1>/g, '');
      })
      .replace(/(<fifths>)[^<]*(<\/fifths>)/g, (_, head: string, tail: string) => `${head}0${tail}`);
  });
  return made === xml ? null : made;
}
