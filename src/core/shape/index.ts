/**
 * The form of data that comes from outside: one description gives the Yup schema that says what is wrong, the
 * JSON Schema that is published, and a quick test. Read `Shape` first.
 */
export {
  anyObject,
  either,
  HOLDS_CONTROLS,
  id,
  list,
  matching,
  nullable,
  number,
  object,
  oneOf,
  optional,
  prose,
  record,
  text,
  union,
  verbatim,
  whole,
  yesNo,
  type Shape,
  type Words,
} from './shape';
export { bars, clock, day, name, seconds, tempo } from './common-shapes';
