import { parseTime, formatTime } from '../../music';
import { ok, refuse, type Result } from '../../result';
import { day, id, list, name, nullable, oneOf, seconds, whole, yesNo, type Shape } from '../../shape';
import { calendarDay, isCalendarDay, type CalendarDay } from '../../time';

/** What was typed into the blanks of a rule's sentence, by their names. */
export type Typed = Readonly<Record<string, string>>;

/** A blank of a rule's sentence. With `options` it is picked, else typed. */
export interface Blank {
  readonly name: string;
  readonly label: string;
  readonly hint?: string;
  readonly options?: readonly string[];
  readonly type?: 'date';
  /** What stands in it in a new rule; the first option where it is left out, or nothing. */
  readonly start?: string;
  /** The blank whose change starts this one anew. */
  readonly follows?: string;
}

/** The component with a letter; undefined when the level has none. */
export type IdOf = (letter: string) => string | undefined;
export type LetterOf = (componentId: string) => string;

/** One field of a rule: the form it is kept in, and the blanks it is typed in. */
export interface Field<T> {
  readonly shape: Shape;
  /** In the order of the sentence; some follow from what is picked in others. */
  blanks(name: string, typed: Typed): readonly Blank[];
  read(typed: Typed, name: string, idOf: IdOf): Result<T, string>;
  write(value: T, name: string, letterOf: LetterOf): Typed;
}

/** The fields of a rule in the order of its sentence. Rules within it are typed beside it. */
export type FieldsOf<R> = {
  readonly [P in Exclude<keyof R, 'id' | 'kind' | 'rules'>]: Field<R[P]>;
};

interface Look {
  readonly label: string;
  readonly hint?: string;
  readonly wrong: string;
}

/** A field in one blank. `parse` gives undefined for what cannot be read; what its form refuses is not taken either. */
export const typedField = <T>(
  { label, hint, wrong }: Look,
  shape: Shape,
  parse: (text: string, idOf: IdOf) => T | undefined,
  print: (value: T, letterOf: LetterOf) => string,
  more: Pick<Blank, 'options' | 'type' | 'start'> = {},
): Field<T> => ({
  shape,
  blanks: (name) => [{ name, label, ...(hint !== undefined && { hint }), ...more }],
  read: (typed, name, idOf) => {
    const value = parse((typed[name] ?? '').trim(), idOf);
    return value !== undefined && shape.fits(value) ? ok(value) : refuse(wrong);
  },
  write: (value, name, letterOf) => ({ [name]: print(value, letterOf) }),
});

const wholeOf = (text: string): number | undefined => (/^\d{1,4}$/.test(text) ? Number(text) : undefined);
const orEmpty =
  <T>(parse: (text: string) => T | undefined) =>
  (text: string): T | null | undefined =>
    text === '' ? null : parse(text);
const orNothing = (value: string | number | null) => (value === null ? '' : String(value));

export const amount = (min: number, max: number, look: Look): Field<number> =>
  typedField(look, whole(min, max), wholeOf, String);
/** What is said of bounds that are missing or turned round. */
export const BOUNDS = 'From and to: put the smaller number first.';
/** At least and at most so many, both given. */
export const bounds = (most: number): { readonly min: Field<number>; readonly max: Field<number> } => ({
  min: amount(0, most, { label: 'At least', wrong: BOUNDS }),
  max: amount(0, most, { label: 'At most', wrong: BOUNDS }),
});
/** Empty is null. */
export const amountOrNone = (min: number, max: number, look: Look): Field<number | null> =>
  typedField(look, nullable(whole(min, max)), orEmpty(wholeOf), orNothing);
/** Empty is none at all. */
export const amountOrZero = (max: number, look: Look): Field<number> =>
  typedField(
    look,
    whole(0, max),
    (text) => (text === '' ? 0 : wholeOf(text)),
    (value) => (value === 0 ? '' : String(value)),
  );
/** Minutes and seconds; kept as seconds. Empty is null. */
export const timeOrNone = (look: Look): Field<number | null> =>
  typedField(look, nullable(seconds), orEmpty(parseTime), (value) =>
    value === null ? '' : formatTime(value),
  );
export const dayOrNone = (look: Look): Field<CalendarDay | null> =>
  typedField(
    look,
    nullable(day),
    orEmpty((text) => (isCalendarDay(text) ? calendarDay(text) : undefined)),
    orNothing,
    { type: 'date' },
  );
export const words = (look: Look): Field<string> =>
  typedField(
    look,
    name,
    (text) => text,
    (value) => value,
  );

const split = (text: string) =>
  text
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean);
/** Names with commas between them. Empty is null. */
export const namesOrNone = (look: Look): Field<readonly string[] | null> =>
  typedField(
    look,
    nullable(list(name, 20, 1)),
    (text) => (split(text).length > 0 ? split(text) : null),
    (value) => (value ?? []).join(', '),
  );

export const choice = <const T extends string>(
  label: string,
  options: readonly T[],
  hint?: string,
): Field<T> =>
  typedField(
    { label, ...(hint !== undefined && { hint }), wrong: `${label}: pick one.` },
    oneOf(options),
    (text) => options.find((each) => each === text),
    (value) => value,
    { options },
  );
/** Picked from what is offered, kept as any name. */
export const named = (label: string, options: readonly string[]): Field<string> =>
  typedField(
    { label, wrong: `${label}: pick one.` },
    name,
    (text) => text,
    (value) => value,
    { options },
  );
export const yesOrNo = (label: string): Field<boolean> =>
  typedField(
    { label, wrong: `${label}: yes or no.` },
    yesNo,
    (text) => text !== 'no',
    (value) => (value ? 'yes' : 'no'),
    { options: ['yes', 'no'] },
  );

export const letter = (label = 'Letter', wrong = 'The letter of a component above.'): Field<string> =>
  typedField(
    { label, hint: 'of a component above', wrong },
    id,
    (text, idOf) => idOf(text),
    (value, letterOf) => letterOf(value),
  );
export const letters = (look: Look): Field<readonly string[]> =>
  typedField(
    look,
    list(id, 20, 1),
    (text, idOf) => {
      const ids = split(text).map(idOf);
      const known = ids.flatMap((each) => each ?? []);
      return known.length > 0 && known.length === ids.length ? known : undefined;
    },
    (value, letterOf) => value.map(letterOf).join(', '),
  );
