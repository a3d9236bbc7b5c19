import { ASSESSORS, OWN_POINTS } from '../marks';
import { CERTIFICATES, NEW_RESULT } from '../programme';
import { LISTENERS, PLAYED_ON, ROOMS } from '../runs';
import { bars, clock, day, name } from '../shape';
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

export const sheetShape = object({
  id,
  goalId: id,
  componentId: id,
  pieceId: nullable(id),
  schemeId: id,
  schemeVersion: whole(1, 1_000_000),
  assessor: oneOf(ASSESSORS),
  by: optional(name),
  day,
  marks: record(number(0, 1_000)),
  notes: list(object({ id, bars, text: prose(400, 1) }), 200),
  closed: yesNo,
  closing: optional(whole(1, 1_000_000)),
  supersedes: nullable(id),
  stands: optional(yesNo),
});

const given = {
  on: day,
  award: nullable(name),
  total: nullable(number(0, 100_000)),
  marks: optional(record(number(0, 100_000), 30)),
  criteria: optional(record(record(number(0, 1_000), 30), 30)),
  schemeVersion: optional(whole(1, 1_000_000)),
  fee: optional(text(60, 1)),
  certificate: optional(oneOf(CERTIFICATES)),
  note: optional(prose(1_000, 1)),
};
export const resultShape = object({
  ...given,
  earlier: optional(list(object({ ...given, why: oneOf(NEW_RESULT) }), 20)),
});

const judge = name;
export const occasionShape = object({
  id,
  name,
  day,
  start: nullable(clock),
  minutes: whole(1, 240),
  judges: list(judge, 9),
  entrants: list(id, 400),
});

const timedAt = { at: nullable(number(0, 36_000)), bar: optional(whole(1, 99_999)) };
export const runShape = object({
  id,
  studentId: id,
  pieceId: id,
  day,
  place: whole(1, 1_000),
  start: union('kind', { beginning: {}, cold: { section: bars }, 'up to': { section: bars } }),
  seconds: nullable(number(0, 36_000)),
  slips: list(object(timedAt), 999),
  stops: list(
    object({
      ...timedAt,
      seconds: nullable(number(0, 36_000)),
      then: oneOf(['went on', 'started over', 'ended']),
    }),
    999,
  ),
  tempo: nullable(oneOf(['kept', 'not kept'])),
  freeLeftOut: optional(yesNo),
  taps: optional(object({ perMinute: number(1, 2_000), drift: optional(number(-1_000, 1_000)) })),
  clean: optional(yesNo),
  memory: optional(oneOf(['from memory', 'from the music'])),
  alone: optional(text(40, 1)),
  harmony: optional(oneOf(['named', 'not named'])),
  listeners: optional(oneOf(LISTENERS)),
  room: optional(oneOf(ROOMS)),
  playedOn: optional(oneOf(PLAYED_ON)),
  clothes: optional(oneOf(['of the day', 'everyday'])),
  routine: optional(oneOf(['rehearsed', 'left out'])),
  listenedFor: optional(prose(400, 1)),
  heard: optional(prose(400, 1)),
  ownMark: optional(whole(0, OWN_POINTS)),
  ownMarkAfter: optional(whole(0, OWN_POINTS)),
});

export const faultShape = object({
  id,
  studentId: id,
  pieceId: id,
  bars,
  beat: optional(number(1, 64)),
  hand: optional(text(40, 1)),
  kind: text(40),
  text: text(1_000),
  events: list(object({ day, what: oneOf(['heard', 'mended']) }), 500, 1),
});
