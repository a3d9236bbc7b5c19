import { ruleShape } from '../requirements';
import { bars, day, name, tempo } from '../shape';
import {
  id,
  list,
  nullable,
  number,
  object,
  oneOf,
  optional,
  prose,
  record,
  text,
  union,
  whole,
  yesNo,
} from '../shape';

const source = union('kind', {
  list: {
    pieceIds: list(id, 2_000),
    numbers: optional(record(text(20, 1), 2_000)),
    min: whole(0, 20),
    max: whole(1, 20),
  },
  'own choice': { min: whole(0, 20), max: whole(1, 20) },
  catalogue: { fromRank: whole(1, 50), toRank: whole(1, 50), min: whole(0, 20), max: whole(1, 20) },
  excerpt: {
    pieceId: id,
    bars,
    tempo: nullable(tempo),
    fromBeat: nullable(number(1, 32)),
    toBeat: nullable(number(1, 32)),
  },
  scales: {
    rows: list(
      object({
        id,
        key: name,
        form: name,
        octaves: whole(1, 8),
        tempo: nullable(tempo),
        articulation: text(60),
        hands: text(60),
      }),
      400,
    ),
    drawn: whole(0, 400),
  },
  prepared: { items: list(text(200, 1), 100) },
});

const rounding = object({ way: oneOf(['half up', 'half even', 'down', 'up']), places: whole(0, 2) });

export const schemeShape = object({
  id,
  version: whole(1, 1_000_000),
  components: list(
    object({
      componentId: id,
      criteria: list(
        object({
          id,
          name,
          maxMark: whole(1, 1_000),
          bands: list(object({ from: number(0, 1_000), to: number(0, 1_000), descriptor: prose(400) }), 40),
        }),
        30,
        1,
      ),
      halves: optional(yesNo),
    }),
    30,
    1,
  ),
  totalling: union('kind', {
    sum: {},
    weighted: { weights: record(whole(0, 1_000), 30), outOf: whole(1, 10_000), rounding },
  }),
  panel: nullable(
    object({
      judges: whole(1, 9),
      by: oneOf(['mean', 'median', 'trimmed mean']),
      drop: whole(0, 4),
      rounding,
    }),
  ),
  outcome: union('kind', {
    awards: {},
    ratings: { table: list(object({ panel: list(id, 9, 1), final: id }), 1_000) },
    seats: { seats: whole(1, 500), ties: oneOf(['all in', 'none in']) },
  }),
  awards: list(
    object({
      id,
      name,
      total: whole(0, 100_000),
      eachAtLeast: nullable(whole(0, 1_000)),
      passes: record(whole(0, 1_000), 30),
    }),
    12,
    1,
  ),
});

export const setShape = object({
  id,
  kind: oneOf(['graded exam', 'festival', 'audition', 'ensemble contest', 'recital']),
  name,
  family: name,
  instrument: name,
  edition: object({ name: text(60, 1), from: day, to: day, overlapTo: nullable(day) }),
  catalogue: list(object({ pieceId: id, rank: whole(1, 50) }), 5_000),
  schemes: list(schemeShape, 60, 1),
  earlierSchemes: optional(list(schemeShape, 400)),
  tempoBands: optional(object({ slowBelow: number(1, 1_000), fastFrom: number(1, 1_000) })),
  levels: list(
    object({
      id,
      name,
      rank: whole(1, 50),
      schemeId: id,
      components: list(object({ id, letter: text(3, 1), name, source }), 30, 1),
      rules: list(ruleShape, 60),
      instruments: list(name, 40),
      skills: list(id, 200),
    }),
    60,
    1,
  ),
  sessions: list(
    object({
      id,
      name,
      day,
      entryOpens: nullable(day),
      entryCloses: nullable(day),
      late: nullable(object({ until: day, fee: text(60) })),
      fee: text(60),
      recordingDue: nullable(day),
      venue: text(120),
    }),
    60,
  ),
});
