import * as yup from 'yup';
import { hasControls, hasControlsButLines } from '../plain-text';

/** One description of data, spoken twice: the Yup schema that checks it and the JSON Schema that is published. */
export interface Shape {
  readonly yup: Pick<yup.Schema, 'validateSync'>;
  readonly json: Readonly<Record<string, unknown>>;
  /** The field of an object may be left out. */
  readonly optional?: true;
}

/** Names that would reach into an object's prototype. They are refused wherever names are data. */
const FORBIDDEN: readonly string[] = [...Object.getOwnPropertyNames(Object.prototype), 'prototype'];

const anyText = (max: number, min: number) =>
  yup
    .string()
    .strict(true)
    .defined('is missing')
    .nonNullable('may not be null')
    .typeError('must be text')
    .min(min, min === 1 ? 'may not be empty' : `has fewer than ${min} characters`)
    .max(max, `has more than ${max} characters`);

/** Says that text holds a control character. `readRecord` mends kept data that was written before they were refused. */
export const HOLDS_CONTROLS = 'holds a control character';

/** Text on one line. */
export const text = (max: number, min = 0): Shape => ({
  yup: anyText(max, min).test('one line', HOLDS_CONTROLS, (value) => !hasControls(value)),
  json: {
    type: 'string',
    minLength: min,
    maxLength: max,
    pattern: '^[^\\u0000-\\u001f\\u007f-\\u009f\\u2028\\u2029]*$',
  },
});

/** Text of several lines: line breaks are "\n", tabs may stand. */
export const prose = (max: number, min = 0): Shape => ({
  yup: anyText(max, min).test('lines', HOLDS_CONTROLS, (value) => !hasControlsButLines(value)),
  json: {
    type: 'string',
    minLength: min,
    maxLength: max,
    pattern: '^[^\\u0000-\\u0008\\u000b-\\u001f\\u007f-\\u009f\\u2028\\u2029]*$',
  },
});

/** Text as it stands in a file of another form, whatever it holds. */
export const verbatim = (max: number, min = 0): Shape => ({
  yup: anyText(max, min),
  json: { type: 'string', minLength: min, maxLength: max },
});

/** A name that other data refers to. */
export const id: Shape = {
  yup: (text(120, 1).yup as yup.StringSchema).notOneOf(FORBIDDEN, 'is not allowed as a name'),
  json: text(120, 1).json,
};

export const matching = (pattern: RegExp, what: string, test?: (value: string) => boolean): Shape => ({
  yup: (text(40).yup as yup.StringSchema).test('form', `must be ${what}`, (value) =>
    typeof value === 'string' ? pattern.test(value) && (test?.(value) ?? true) : true,
  ),
  json: { type: 'string', pattern: pattern.source },
});

const amount = (min: number, max: number) =>
  yup
    .number()
    .strict(true)
    .typeError('must be a number')
    .defined('is missing')
    .nonNullable('may not be null')
    .min(min, `is below ${min}`)
    .max(max, `is above ${max}`);

export const number = (min: number, max: number): Shape => ({
  yup: amount(min, max),
  json: { type: 'number', minimum: min, maximum: max },
});
export const whole = (min: number, max: number): Shape => ({
  yup: amount(min, max).integer('must be a whole number'),
  json: { type: 'integer', minimum: min, maximum: max },
});
export const yesNo: Shape = {
  yup: yup
    .boolean()
    .strict(true)
    .typeError('must be true or false')
    .defined('is missing')
    .nonNullable('may not be null'),
  json: { type: 'boolean' },
};
export const oneOf = (values: readonly string[]): Shape => ({
  yup: (text(200).yup as yup.StringSchema).oneOf(values, `must be one of: ${values.join(', ')}`),
  json: { enum: values },
});

/** Made once: a lazy shape is asked anew for every value. */
const NULL = yup.mixed().nullable();
const ABSENT = yup.mixed().optional();

export const nullable = (shape: Shape): Shape => ({
  yup: yup.lazy((value: unknown) => (value === null ? NULL : shape.yup) as yup.Schema),
  json: { anyOf: [shape.json, { type: 'null' }] },
});

/** A field that may be left out altogether; null is no value of it. */
export const optional = (shape: Shape): Shape => ({
  yup: yup.lazy((value: unknown) => (value === undefined ? ABSENT : shape.yup) as yup.Schema),
  json: shape.json,
  optional: true,
});

/** A number where `amount` fits, else what `other` allows. */
export const either = (other: Shape, amount: Shape): Shape => ({
  yup: yup.lazy((value: unknown) => (typeof value === 'number' ? amount.yup : other.yup) as yup.Schema),
  json: { anyOf: [other.json, amount.json] },
});

export const list = (shape: Shape, max: number, min = 0): Shape => ({
  yup: yup
    .array()
    .strict(true)
    .typeError('must be a list')
    .defined('is missing')
    .nonNullable('may not be null')
    .min(min, `needs at least ${min}`)
    .max(max, `has more than ${max} entries`)
    .of(shape.yup as yup.Schema),
  json: { type: 'array', minItems: min, maxItems: max, items: shape.json },
});

export function object(fields: Readonly<Record<string, Shape>>): Shape {
  const schemas = Object.fromEntries(Object.entries(fields).map(([name, shape]) => [name, shape.yup]));
  return {
    yup: yup
      .object(schemas as unknown as yup.ObjectShape)
      .strict(true)
      .typeError('must be an object')
      .defined('is missing')
      .nonNullable('may not be null')
      .noUnknown(({ unknown }: { unknown?: string }) => `has unknown fields: ${unknown ?? ''}`)
      .default(undefined),
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
  yup: yup
    .object()
    .strict(true)
    .typeError('must be an object')
    .defined('is missing')
    .nonNullable('may not be null')
    .default(undefined),
  json: { type: 'object' },
};
/** An object whose field names are data, at most `max` of them. */
export const record = (shape: Shape, max = 200): Shape => ({
  yup: yup.lazy((value: unknown) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value))
      return object({}).yup as yup.Schema;
    const names = Object.keys(value);
    const bad = names.find((name) => FORBIDDEN.includes(name) || hasControls(name));
    if (bad !== undefined || names.length > max)
      return failing(
        bad === undefined ? `has more than ${max} fields` : `${JSON.stringify(bad)} is not allowed as a name`,
      );
    return object(Object.fromEntries(names.map((name) => [name, shape]))).yup as yup.Schema;
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
    yup: yup.lazy((value: unknown) => {
      const kind =
        typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[on] : undefined;
      const shape = typeof kind === 'string' ? shapes.get(kind) : undefined;
      return (shape?.yup ??
        failing(`"${on}" must be one of: ${[...shapes.keys()].join(', ')}`)) as yup.Schema;
    }),
    json: { oneOf: [...shapes.values()].map((shape) => shape.json) },
  };
}

const failing = (message: string): yup.Schema =>
  yup
    .mixed()
    .test('never', message, () => false)
    .defined() as yup.Schema;
