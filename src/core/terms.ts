/** The words a teacher uses for what the data holds in neither. */
export interface Terms {
  /** A note value of a quarter of a whole: a crotchet, or a quarter note. */
  readonly noteValues: 'crotchets' | 'quarter notes';
  readonly bars: 'bars' | 'measures';
  /** Programme and metre, or program and meter. */
  readonly spelling: 'programme' | 'program';
  readonly counting: 'numbers' | 'syllables';
  /** Letter names, or sol-fa with movable do. */
  readonly notes: 'letters' | 'sol-fa';
}

/** What can be chosen for each; the first is what is said where nobody has chosen. */
export const TERM_CHOICES: { readonly [Name in keyof Terms]: readonly Terms[Name][] } = {
  noteValues: ['crotchets', 'quarter notes'],
  bars: ['bars', 'measures'],
  spelling: ['programme', 'program'],
  counting: ['numbers', 'syllables'],
  notes: ['letters', 'sol-fa'],
};

/** Terms from anything a page or a worker was given; what is none of the choices is the first of them. */
export function termsOf(given: unknown): Terms {
  const wishes = typeof given === 'object' && given !== null ? (given as Record<string, unknown>) : {};
  const choose = <Name extends keyof Terms>(name: Name): Terms[Name] =>
    TERM_CHOICES[name].find((choice) => choice === wishes[name]) ?? (TERM_CHOICES[name][0] as Terms[Name]);
  return {
    noteValues: choose('noteValues'),
    bars: choose('bars'),
    spelling: choose('spelling'),
    counting: choose('counting'),
    notes: choose('notes'),
  };
}

/**
 * What the page or the worker was started with, like its language: `formalStaveTerms` is set before any module is read, and
 * another choice takes a new start. So words that are made once, in a table or on a map of skills, are right as well.
 */
export const TERMS: Terms = termsOf(given(globalThis as GivenTerms));

interface GivenTerms {
  readonly formalStaveTerms?: unknown;
  readonly name?: unknown;
}
/** A page has them in `formalStaveTerms`, a worker in its name. */
function given({ formalStaveTerms, name }: GivenTerms): unknown {
  if (formalStaveTerms !== undefined) return formalStaveTerms;
  if (typeof name !== 'string' || !name.startsWith('terms ')) return null;
  try {
    return JSON.parse(name.slice('terms '.length));
  } catch {
    return null;
  }
}

const NOTE_VALUES: readonly (readonly [RegExp, string])[] = [
  [/\bdemisemiquaver/gi, 'thirty-second note'],
  [/\bsemiquaver/gi, 'sixteenth note'],
  [/\bquaver/gi, 'eighth note'],
  [/\bcrotchet/gi, 'quarter note'],
  [/\bminim(?=s?\b)/gi, 'half note'],
  [/\bsemibreve/gi, 'whole note'],
];
/** A bar line is one in every vocabulary, and so are the bars of a xylophone: "scales on bars". */
const BARS: readonly (readonly [RegExp, string])[] = [[/(?<!\bon )\bbar(?=s?\b)(?! line)/gi, 'measure']];
const SPELLING: readonly (readonly [RegExp, string])[] = [
  [/\bprogramme/gi, 'program'],
  [/\bmetre(?=s?\b)/gi, 'meter'],
];

const wordsFor = ({ noteValues, bars, spelling }: Terms) => [
  ...(noteValues === 'quarter notes' ? NOTE_VALUES : []),
  ...(bars === 'measures' ? BARS : []),
  ...(spelling === 'program' ? SPELLING : []),
];
const CHOSEN = wordsFor(TERMS);

const replaced = (text: string, words: readonly (readonly [RegExp, string])[]): string =>
  words.reduce(
    (before, [pattern, word]) =>
      before.replace(pattern, (found) =>
        /^\p{Lu}/u.test(found) ? `${word[0]?.toUpperCase() ?? ''}${word.slice(1)}` : word,
      ),
    text,
  );

/** The program's own words in other terms. */
export const inTermsOf = (terms: Terms, text: string): string => replaced(text, wordsFor(terms));

/**
 * The program's own words in the terms chosen; as a tag, what is filled in stays as it is: a piece, a name and a note of the
 * teacher's are no words of the program.
 */
export function inTerms(text: string | TemplateStringsArray, ...filled: readonly unknown[]): string {
  if (typeof text === 'string') return CHOSEN.length === 0 ? text : replaced(text, CHOSEN);
  return text.reduce(
    (before, part, at) =>
      `${before}${CHOSEN.length === 0 ? part : replaced(part, CHOSEN)}${at < filled.length ? String(filled[at]) : ''}`,
    '',
  );
}
