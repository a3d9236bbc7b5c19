import type * as Yup from 'yup';
import { hasControls, hasControlsButLines } from '../plain-text';

/** The package that says what is wrong: large, and only needed where something is, so it is handed in. */
export type Words = typeof Yup;

/**
 * One description of data, spoken three times: the Yup schema that says what is wrong, the JSON Schema that is
 * published, and a test that says at once where nothing is.
 */
export interface Shape {
  /** The schema, made once. */
  readonly yup: (words: Words) => Yup.Schema;
  /** True only where the Yup schema finds nothing wrong; forty times as fast, for the many records that hold. */
  readonly fits: (value: unknown) => boolean;
  readonly json: Readonly<Record<string, unknown>>;
  /** The field of an object may be left out. */
  readonly optional?: true;
}

/** Names that would reach into an object's prototype. They are refused wherever names are data. */
const FORBIDDEN: ReadonlySet<string> = new Set([
  ...Object.getOwnPropertyNames(Object.prototype),
  'prototype',
]);

/** A schema that is made when it is first asked for. */
function once<T extends Yup.Schema>(make: (words: Words) => T): (words: Words) => T {
  let made: T | undefined;
  return (words) => (made ??= make(words));
}

const anyText = (words: Words, max: number, min: number) =>
  words
    .string()
    .strict(true)
    .defined('is missing')
    .nonNullable('may not be null')
    .typeError('must be text')
    .min(min, min === 1 ? 'may not be empty' : `has fewer than ${min} characters`)
    .max(max, `has more than ${max} characters`);

/** Says that text holds a control character. `readRecord` mends kept data that was written before they were refused. */
export const HOLDS_CONTROLS = 'holds a control character';

const isText = (value: unknown, max: number, min: number): value is string =>
  typeof value === 'string' && value.length >= min && value.length <= max;

const oneLineOf = (max: number, min = 0) =>
  once((words) => anyText(words, max, min).test('one line', HOLDS_CONTROLS, (value) => !hasControls(value)));

/** Text on one line. */
export const text = (max: number, min = 0): Shape => ({
  fits: (value) => isText(value, max, min) && !hasControls(value),
  yup: oneLineOf(max, min),
  json: {
    type: 'string',
    minLength: min,
    maxLength: max,
    pattern: '^[^\\u0000-\\u001f\\u007f-\\u009f\\u2028\\u2029]*$',
  },
});

/** Text of several lines: line breaks are "\n", tabs may stand. */
export const prose = (max: number, min = 0): Shape => ({
  fits: (value) => isText(value, max, min) && !hasControlsButLines(value),
  yup: once((words) =>
    anyText(words, max, min).test('lines', HOLDS_CONTROLS, (value) => !hasControlsButLines(value)),
  ),
  json: {
    type: 'string',
    minLength: min,
    maxLength: max,
    pattern: '^[^\\u0000-\\u0008\\u000b-\\u001f\\u007f-\\u009f\\u2028\\u2029]*$',
  },
});

/** Text as it stands in a file of another form, whatever it holds. */
export const verbatim = (max: number, min = 0): Shape => ({
  fits: (value) => isText(value, max, min),
  yup: once((words) => anyText(words, max, min)),
  json: { type: 'string', minLength: min, maxLength: max },
});

/** A name that other data refers to. */
const anyName = text(120, 1);
const anyNameText = oneLineOf(120, 1);
export const id: Shape = {
  fits: (value) => anyName.fits(value) && !FORBIDDEN.has(value as string),
  yup: once((words) => anyNameText(words).notOneOf([...FORBIDDEN], 'is not allowed as a name')),
  json: anyName.json,
};

const shortText = text(40);
const shortTextOf = oneLineOf(40);
export const matching = (pattern: RegExp, what: string, test?: (value: string) => boolean): Shape => ({
  fits: (value) =>
    shortText.fits(value) && pattern.test(value as string) && (test?.(value as string) ?? true),
  yup: once((words) =>
    shortTextOf(words).test('form', `must be ${what}`, (value) =>
      typeof value === 'string' ? pattern.test(value) && (test?.(value) ?? true) : true,
    ),
  ),
  json: { type: 'string', pattern: pattern.source },
});

const amount = (words: Words, min: number, max: number) =>
  words
    .number()
    .strict(true)
    .typeError('must be a number')
    .defined('is missing')
    .nonNullable('may not be null')
    .min(min, `is below ${min}`)
    .max(max, `is above ${max}`);

const isAmount = (value: unknown, min: number, max: number): value is number =>
  typeof value === 'number' && value >= min && value <= max;

export const number = (min: number, max: number): Shape => ({
  fits: (value) => isAmount(value, min, max),
  yup: once((words) => amount(words, min, max)),
  json: { type: 'number', minimum: min, maximum: max },
});
export const whole = (min: number, max: number): Shape => ({
  fits: (value) => isAmount(value, min, max) && Number.isInteger(value),
  yup: once((words) => amount(words, min, max).integer('must be a whole number')),
  json: { type: 'integer', minimum: min, maximum: max },
});
export const yesNo: Shape = {
  fits: (value) => typeof value === 'boolean',
  yup: once((words) =>
    words
      .boolean()
      .strict(true)
      .typeError('must be true or false')
      .defined('is missing')
      .nonNullable('may not be null'),
  ),
  json: { type: 'boolean' },
};
const longName = text(200);
const longNameText = oneLineOf(200);
export const oneOf = (values: readonly string[]): Shape => ({
  fits: (value) => longName.fits(value) && values.includes(value as string),
  yup: once((words) => longNameText(words).oneOf(values, `must be one of: ${values.join(', ')}`)),
  json: { enum: values },
});

/** Made once: a lazy shape is asked anew for every value. */
const NULL = once((words) => words.mixed().nullable() as Yup.Schema);
const ABSENT = once((words) => words.mixed().optional() as Yup.Schema);
/** A schema that depends on the value. */
const byValue = (of: (value: unknown, words: Words) => Yup.Schema) =>
  once((words) => words.lazy((value: unknown) => of(value, words)) as unknown as Yup.Schema);

export const nullable = (shape: Shape): Shape => ({
  fits: (value) => value === null || shape.fits(value),
  yup: byValue((value, words) => (value === null ? NULL : shape.yup)(words)),
  json: { anyOf: [shape.json, { type: 'null' }] },
});

/** A field that may be left out altogether; null is no value of it. */
export const optional = (shape: Shape): Shape => ({
  fits: (value) => value === undefined || shape.fits(value),
  yup: byValue((value, words) => (value === undefined ? ABSENT : shape.yup)(words)),
  json: shape.json,
  optional: true,
});

/** A number where `amount` fits, else what `other` allows. */
export const either = (other: Shape, amount: Shape): Shape => ({
  fits: (value) => (typeof value === 'number' ? amount : other).fits(value),
  yup: byValue((value, words) => (typeof value === 'number' ? amount : other).yup(words)),
  json: { anyOf: [other.json, amount.json] },
});

export const list = (shape: Shape, max: number, min = 0): Shape => ({
  fits: (value) =>
    Array.isArray(value) &&
    value.length >= min &&
    value.length <= max &&
    value.every((each) => shape.fits(each)),
  yup: once((words) =>
    words
      .array()
      .strict(true)
      .typeError('must be a list')
      .defined('is missing')
      .nonNullable('may not be null')
      .min(min, `needs at least ${min}`)
      .max(max, `has more than ${max} entries`)
      .of(shape.yup(words)),
  ),
  json: { type: 'array', minItems: min, maxItems: max, items: shape.json },
});

type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype;

export function object(fields: Readonly<Record<string, Shape>>): Shape {
  const shapes = Object.entries(fields);
  return {
    fits: (value) =>
      isFields(value) &&
      Object.keys(value).every((name) => Object.hasOwn(fields, name)) &&
      shapes.every(([name, shape]) => shape.fits(value[name])),
    yup: once(
      (words) =>
        words
          .object(Object.fromEntries(shapes.map(([name, shape]) => [name, shape.yup(words)])))
          .strict(true)
          .typeError('must be an object')
          .defined('is missing')
          .nonNullable('may not be null')
          .noUnknown(({ unknown }: { unknown?: string }) => `has unknown fields: ${unknown ?? ''}`)
          .default(undefined) as unknown as Yup.Schema,
    ),
    json: {
      type: 'object',
      additionalProperties: false,
      required: Object.keys(fields).filter((name) => !fields[name]?.optional),
      properties: Object.fromEntries(Object.entries(fields).map(([name, shape]) => [name, shape.json])),
    },
  };
}

/** Any object; what is in it is checked elsewhere. */
export const anyObject: Shape = {
  fits: isFields,
  yup: once(
    (words) =>
      words
        .object()
        .strict(true)
        .typeError('must be an object')
        .defined('is missing')
        .nonNullable('may not be null')
        .default(undefined) as unknown as Yup.Schema,
  ),
  json: { type: 'object' },
};
/** An object whose field names are data, at most `max` of them. */
export const record = (shape: Shape, max = 200): Shape => ({
  fits: (value) =>
    isFields(value) &&
    Object.keys(value).length <= max &&
    Object.entries(value).every(
      ([name, each]) => !FORBIDDEN.has(name) && !hasControls(name) && shape.fits(each),
    ),
  yup: byValue((value, words) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return object({}).yup(words);
    const names = Object.keys(value);
    const bad = names.find((name) => FORBIDDEN.has(name) || hasControls(name));
    if (bad !== undefined || names.length > max)
      return failing(
        words,
        bad === undefined ? `has more than ${max} fields` : `${JSON.stringify(bad)} is not allowed as a name`,
      );
    return object(Object.fromEntries(names.map((name) => [name, shape]))).yup(words);
  }),
  json: { type: 'object', additionalProperties: shape.json, maxProperties: max },
});

/** Alternatives told apart by the text in their field `on`. */
export function union(
  on: string,
  variants: Readonly<Record<string, Readonly<Record<string, Shape>>>>,
): Shape {
  const shapes = new Map(
    Object.entries(variants).map(([kind, fields]) => [kind, object({ [on]: oneOf([kind]), ...fields })]),
  );
  return {
    fits: (value) => {
      const kind = isFields(value) ? value[on] : undefined;
      return typeof kind === 'string' && (shapes.get(kind)?.fits(value) ?? false);
    },
    yup: byValue((value, words) => {
      const kind =
        typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[on] : undefined;
      const shape = typeof kind === 'string' ? shapes.get(kind) : undefined;
      return shape?.yup(words) ?? failing(words, `"${on}" must be one of: ${[...shapes.keys()].join(', ')}`);
    }),
    json: { oneOf: [...shapes.values()].map((shape) => shape.json) },
  };
}

const failing = (words: Words, message: string): Yup.Schema =>
  words
    .mixed()
    .test('never', message, () => false)
    .defined() as Yup.Schema;
