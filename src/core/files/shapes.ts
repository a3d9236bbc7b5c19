import { STAGES } from '../effort';
import { ASSESSORS } from '../marks';
import { NOTE_VALUES } from '../music';
import { ACCOMPANIMENTS, PIECE_KINDS, PREDICATE_VALUES } from '../repertoire';
import { isCalendarDay } from '../time';
import {
  id,
  list,
  matching,
  nullable,
  number,
  object,
  oneOf,
  record,
  text,
  union,
  whole,
  yesNo,
} from './shape';

const day = matching(/^\d{4}-\d{2}-\d{2}$/, 'a day that exists, as 2027-01-20', isCalendarDay);
const clock = matching(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time as 15:40');
const bars = object({ from: whole(1, 99_999), to: whole(1, 99_999) });
const tempo = object({ unit: oneOf(NOTE_VALUES), perMinute: number(10, 600) });
const name = text(120, 1);
const seconds = whole(0, 36_000);

export const pieceShape = object({
  id,
  title: name,
  composer: text(120),
  kind: oneOf(PIECE_KINDS),
  seconds: nullable(seconds),
  bars: nullable(whole(1, 9_999)),
  barsToLearn: nullable(whole(0, 9_999)),
  key: nullable(text(40)),
  metre: nullable(text(40)),
  tempo: nullable(tempo),
  period: nullable(text(60)),
  character: nullable(text(60)),
  accompaniment: nullable(oneOf(ACCOMPANIMENTS)),
  demands: list(text(80, 1), 60),
});

const predicate = union(
  'on',
  Object.fromEntries(
    Object.entries(PREDICATE_VALUES).map(([on, values]) => [on, { is: values ? oneOf(values) : name }]),
  ),
);

const rule = union('kind', {
  'one from each': { id, componentIds: list(id, 20, 1) },
  count: { id, min: whole(0, 50), max: whole(0, 50) },
  time: { id, min: nullable(seconds), max: nullable(seconds), gapSeconds: whole(0, 600) },
  'different composers': { id },
  'count where': { id, bound: oneOf(['at least', 'at most']), count: whole(0, 50), where: predicate },
  'edition valid': { id },
  'level held': { id, family: name, rank: whole(1, 50) },
  age: { id, on: nullable(day), min: nullable(whole(0, 120)), max: nullable(whole(0, 120)) },
  'entry closes': { id },
  'entry fact': { id, fact: name },
  takes: { id, max: whole(1, 99), continuous: yesNo },
  'excerpt bars': { id, componentId: id },
});

const source = union('kind', {
  list: { pieceIds: list(id, 2_000), min: whole(0, 20), max: whole(1, 20) },
  'own choice': { min: whole(0, 20), max: whole(1, 20) },
  excerpt: { pieceId: id, bars, tempo: nullable(tempo) },
  prepared: { items: list(text(200, 1), 100) },
});

const scheme = object({
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
          bands: list(object({ from: whole(0, 1_000), to: whole(0, 1_000), descriptor: text(400) }), 40),
        }),
        30,
        1,
      ),
    }),
    30,
    1,
  ),
  awards: list(object({ id, name, total: whole(0, 100_000), eachAtLeast: nullable(whole(0, 1_000)) }), 12, 1),
});

export const setShape = object({
  id,
  kind: oneOf(['graded exam', 'festival', 'audition', 'ensemble contest', 'recital']),
  name,
  family: name,
  instrument: name,
  edition: object({ name: text(60, 1), from: day, to: day, overlapTo: nullable(day) }),
  schemes: list(scheme, 60, 1),
  levels: list(
    object({
      id,
      name,
      rank: whole(1, 50),
      schemeId: id,
      components: list(object({ id, letter: text(3, 1), name, source }), 30, 1),
      rules: list(rule, 60),
    }),
    60,
    1,
  ),
  sessions: list(object({ id, name, day, entryCloses: nullable(day), venue: text(120) }), 60),
});

export const studentShape = object({
  id,
  name,
  instrument: name,
  birthDate: day,
  slot: union('kind', {
    weekly: { weekday: whole(0, 6), start: clock, minutes: whole(5, 600) },
    fortnightly: { weekday: whole(0, 6), start: clock, minutes: whole(5, 600), anchor: day },
    none: {},
  }),
  sharesWith: nullable(id),
  minutesByWeekday: list(whole(0, 720), 7, 7),
  levelsHeld: list(object({ family: name, levelName: name, rank: whole(1, 50), day, award: text(60) }), 60),
  reachSemitones: nullable(whole(1, 40)),
  archivedOn: nullable(day),
});

const choice = union('kind', { piece: { pieceId: id }, excerpt: { bars } });

export const goalShape = object({
  id,
  studentId: id,
  setId: id,
  levelId: id,
  sessionId: id,
  aimAwardId: id,
  programme: record(list(choice, 20)),
  facts: record(text(200)),
  takes: nullable(object({ count: whole(0, 99), continuous: yesNo })),
  waivers: list(object({ ruleId: id, by: name, why: name }), 60),
  enteredOn: nullable(day),
  closedOn: nullable(day),
  plan: object({
    startedOn: day,
    memorised: list(id, 30),
    gates: list(
      object({ componentId: id, stage: oneOf(STAGES), movedTo: nullable(day), passedOn: nullable(day) }),
      200,
    ),
    shutWeeks: list(day, 200),
    minutes: record(whole(0, 100_000)),
    secureTempo: record(number(10, 600)),
  }),
});

export const sheetShape = object({
  id,
  goalId: id,
  componentId: id,
  pieceId: nullable(id),
  schemeId: id,
  schemeVersion: whole(1, 1_000_000),
  assessor: oneOf(ASSESSORS),
  day,
  marks: record(whole(0, 1_000)),
  notes: list(object({ id, bars, text: text(400, 1) }), 200),
  closed: yesNo,
  supersedes: nullable(id),
});

export const lessonShape = object({
  id,
  studentId: id,
  day,
  state: oneOf(['planned', 'held', 'absent', 'cancelled', 'moved']),
  note: text(1_000),
  movedTo: nullable(object({ day, start: clock })),
});

export const closureShape = object({
  id,
  name,
  from: day,
  to: day,
  stops: oneOf(['lessons', 'practice', 'both']),
});

export const settingsShape = object({
  id: oneOf(['studio']),
  teacher: text(120),
  place: text(120),
  effort: object({
    minutesPerBar: number(0.25, 60),
    levelStep: number(1, 3),
    stageShares: object(Object.fromEntries(STAGES.map((stage) => [stage, number(0, 100)]))),
    preparedMinutesPerWeek: number(0, 600),
    visitMinutes: number(0, 120),
  }),
  effortSet: list(text(60), 20),
  initialsOnPaper: yesNo,
});

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

export const totalsRequestShape = object({ scheme, sheets: list(sheetShape, 500) });

export const checkRequestShape = object({
  set: setShape,
  pieces: list(pieceShape, 5_000),
  levelId: id,
  sessionId: nullable(id),
  today: day,
  student: object({
    birthDate: day,
    levelsHeld: list(object({ family: name, levelName: name, rank: whole(1, 50), day, award: text(60) }), 60),
  }),
  programme: record(list(choice, 20)),
  facts: record(text(200)),
  enteredOn: nullable(day),
  takes: nullable(object({ count: whole(0, 99), continuous: yesNo })),
  waivers: list(object({ ruleId: id, by: name, why: name }), 60),
});
