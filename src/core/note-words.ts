import { TERMS, type Terms } from './terms';

/** Beats in groups as they are counted aloud: "1 2, 1 2 3" or "ta ti, ta ti ti". */
export const countingOf = (groups: readonly number[], terms: Terms = TERMS): string =>
  groups
    .map((size) =>
      Array.from({ length: size }, (_, at) =>
        terms.counting === 'numbers' ? String(at + 1) : at === 0 ? 'ta' : 'ti',
      ).join(' '),
    )
    .join(', ');

const LETTERS = 'CDEFGAB';
const DEGREES = ['do', 're', 'mi', 'fa', 'so', 'la', 'ti'];
const RAISED = ['di', 'ri', 'mi sharp', 'fi', 'si', 'li', 'ti sharp'];
const LOWERED = ['do flat', 'ra', 'me', 'fa flat', 'se', 'le', 'te'];

/**
 * A note as it is named.
 * @param letter - 0 for C to 6 for B
 * @param alter - semitones above the letter
 * @param fifths - sharps (flats below 0) of the key signature, whose major key has its do; null where there is none, and then
 * the note goes by its letter
 */
export function noteWords(
  letter: number,
  alter: number,
  fifths: number | null,
  terms: Terms = TERMS,
): string {
  const byLetter = `${LETTERS[letter] ?? ''}${alter > 0 ? ' sharp'.repeat(alter) : ' flat'.repeat(-alter)}`;
  if (terms.notes === 'letters' || fifths === null) return byLetter;
  // The tonic moves up four letters with each sharp.
  const tonic = (((fifths * 4) % 7) + 7) % 7;
  const degree = (letter - tonic + 7) % 7;
  const by = alter - alterIn(fifths, letter);
  if (by === 0) return DEGREES[degree] ?? byLetter;
  return (by === 1 ? RAISED : by === -1 ? LOWERED : [])[degree] ?? byLetter;
}

const SHARPS = [3, 0, 4, 1, 5, 2, 6];
/** How a key signature alters a letter, also one beyond seven sharps or flats. */
function alterIn(fifths: number, letter: number): number {
  const at = fifths >= 0 ? SHARPS.indexOf(letter) : 6 - SHARPS.indexOf(letter);
  return Math.sign(fifths) * Math.max(0, Math.ceil((Math.abs(fifths) - at) / 7));
}
