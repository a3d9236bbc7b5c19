import { day, list, nullable, number, object, oneOf, optional, record, text, whole } from '../shape';

const label = text(120, 1);
const candidacy = {
  student: label,
  scheme: object({
    components: list(object({ id: label, max: whole(1, 1_000), weight: optional(number(0, 1_000)) }), 40, 1),
    awards: list(
      object({ id: label, total: number(0, 1_000_000), floor: optional(nullable(number(0, 1_000))) }),
      40,
    ),
  }),
  start: optional(nullable(day)),
  placement: number(-50, 50),
  marks: list(
    object({
      day,
      assessor: oneOf(['self', 'teacher', 'mock']),
      component: label,
      mark: number(-1_000_000, 1_000_000),
    }),
    5_000,
  ),
};
const above0 = number(0, 100);
const fit = object({
  form: whole(1, 1),
  results: whole(0, 100_000),
  width: number(0.1, 10),
  model: object({
    level: number(-10, 10),
    placement: number(-10, 10),
    slope: number(-10, 10),
    selfBias: number(-10, 10),
    teacherBias: number(-10, 10),
    mockBias: number(-10, 10),
    talentSpread: above0,
    slopeSpread: above0,
    levelDrift: above0,
    sharedDrift: above0,
    selfNoise: above0,
    teacherNoise: above0,
    daySpread: above0,
    officialNoise: above0,
    selfBiasSpread: above0,
    sessionSpread: above0,
  }),
});

/** A studio's past candidacies with their results, and what is asked of others. */
export const forecastRequestShape = object({
  studio: object({
    past: list(
      object({ ...candidacy, official: record(number(-1_000_000, 1_000_000), 40), examDay: day }),
      2_000,
    ),
  }),
  questions: list(
    object({ ...candidacy, id: label, asOf: day, examDay: day, aim: optional(nullable(label)) }),
    2_000,
  ),
  fit: optional(nullable(fit)),
});
