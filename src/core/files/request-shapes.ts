import { STAGES } from '../effort';
import { CONTRASTS } from '../requirements';
import {
  bars,
  day,
  id,
  list,
  name,
  nullable,
  number,
  object,
  oneOf,
  optional,
  record,
  text,
  whole,
  yesNo,
} from '../shape';
import { schemeShape, setShape } from './set-shape';
import { runShape, sheetShape } from './mark-shapes';
import { choice, levelsHeld, pieceShape, schoolYear } from './shapes';

export const levelRequestShape = object({
  periods: list(object({ minutes: number(0, 100_000) }), 200),
  items: list(
    object({
      id,
      visitMinutes: number(0, 100_000),
      from: whole(0, 199),
      until: whole(0, 199),
      work: list(
        object({ minutes: number(0, 1_000_000), earliest: whole(0, 199), latest: whole(0, 199) }),
        60,
      ),
    }),
    100,
  ),
});

export const planRequestShape = object({
  today: day,
  weekday: whole(0, 6),
  minutesByWeekday: list(number(0, 1_440), 7, 7),
  closures: list(object({ from: day, to: day, stops: oneOf(['lessons', 'practice', 'both']) }), 200),
  visitMinutes: number(0, 1_440),
  goals: list(
    object({
      id,
      session: day,
      due: nullable(day),
      criteriaWeeks: whole(0, 52),
      items: list(
        object({
          id,
          stages: list(
            object({
              stage: oneOf(STAGES),
              minutes: number(0, 1_000_000),
              by: nullable(day),
              notBefore: nullable(day),
            }),
            60,
          ),
        }),
        60,
      ),
    }),
    40,
  ),
});

export const totalsRequestShape = object({
  scheme: schemeShape,
  earlierSchemes: optional(list(schemeShape, 200)),
  sheets: list(sheetShape, 500),
});

export const panelRequestShape = object({
  scheme: schemeShape,
  entries: list(object({ id, judges: list(list(number(0, 100_000), 30, 1), 9, 1) }), 500, 1),
});

export const runsRequestShape = object({
  runs: list(runShape, 2_000),
  sections: optional(list(bars, 500)),
  slips: optional(whole(0, 99)),
  inARow: optional(whole(1, 20)),
});

const taps = list(number(0, 100_000), 5_000);
/** Notes of a keyboard: seconds, and MIDI numbers. */
export const heardNotesShape = list(
  object({
    on: number(0, 100_000),
    off: number(0, 100_000),
    pitch: whole(0, 127),
    vel: optional(number(0, 127)),
  }),
  50_000,
);
export const heardTapsShape = taps;

export const tapsRequestShape = object({
  taps,
  beside: optional(taps),
  tolerance: optional(number(0, 100)),
});

export const checkRequestShape = object({
  set: setShape,
  pieces: list(pieceShape, 5_000),
  levelId: id,
  sessionId: nullable(id),
  today: day,
  student: object({
    birthDate: nullable(day),
    levelsHeld,
    schoolYear,
  }),
  programme: record(list(choice, 20)),
  facts: record(text(200)),
  enteredOn: nullable(day),
  takes: nullable(object({ count: whole(0, 99), continuous: yesNo })),
  recordingSentOn: nullable(day),
  conditions: record(text(120), 40),
  editions: record(text(120), 40),
  memorised: list(id, 30),
  scalesHeard: list(id, 400),
  used: list(object({ pieceId: id, day, what: name }), 1_000),
  waivers: list(object({ ruleId: id, by: name, why: name }), 60),
});

export const programmesRequestShape = object({
  set: setShape,
  pieces: list(pieceShape, 5_000),
  levelId: id,
  count: whole(1, 50),
  locked: list(id, 20),
  banned: list(id, 5_000),
  ownChoice: list(id, 500),
  used: list(id, 5_000),
  worth: record(
    object({
      points: whole(-1_000_000, 1_000_000),
      skills: list(id, 60),
      minutes: optional(whole(0, 1_000_000)),
    }),
    5_000,
  ),
  time: optional(object({ minutes: whole(0, 1_000_000), points: whole(0, 1_000_000) })),
  skillCosts: record(whole(0, 1_000_000), 1_000),
  contrasts: list(object({ in: oneOf(CONTRASTS), points: whole(0, 1_000_000) }), 5),
});
