import { STAGES } from '../effort';
import { OWN_POINTS } from '../marks';
import { NOTE_VALUES } from '../music';
import { PRACTICE_SOURCES, SHOWN_HOW, SUPPORTS } from '../plan';
import { ENDINGS } from '../programme';
import { ACCOMPANIMENTS, PIECE_KINDS, REPERTOIRE_STATES } from '../repertoire';
import { PERFORMING } from '../runs';
import { THINNINGS } from '../score';
import { GRADES, PRINTED_FINGERING, SHAPES } from '../shaping';
import { HEARD_HOW, INSTRUMENT_FAMILIES } from '../skills';
import { bars, clock, day, name, seconds, tempo } from '../shape';
import { resultShape } from './mark-shapes';
import { REPORT_FACTS } from './settings';
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

const barNumber = whole(1, 9_999);
const workShape = object({
  rhythms: optional(list(list(whole(1, 99_999), 99_999, 1), 12)),
  textId: text(64, 64),
  difficulty: record(whole(0, 100), 20),
  same: list(whole(0, 9_999), 9_999),
  measures: list(whole(0, 99_999), 9_999),
  chunks: list(object({ bars, difficulty: number(0, 1) }), 5_000),
  drills: list(
    union('kind', {
      'near copy': { bar: barNumber, of: whole(0, 9_999), differs: oneOf(['pitch', 'signs']) },
      jump: { bar: barNumber, to: whole(0, 9_999) },
      key: { bar: barNumber, letters: list(text(1, 1), 7, 1) },
      leap: { bar: barNumber, semitones: whole(1, 200) },
    }),
    20_000,
  ),
});

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
  instrument: optional(name),
  parts: optional(list(object({ name, demands: list(text(80, 1), 60) }), 40, 1)),
  span: optional(whole(1, 60)),
  scoreId: optional(id),
  work: optional(workShape),
  book: optional(name),
  page: optional(text(20, 1)),
  wellKnown: optional(list(bars, 40, 1)),
  notes: optional(prose(1_000, 1)),
});

export const levelsHeld = list(
  object({ family: name, levelName: name, rank: whole(1, 50), day, award: text(60) }),
  60,
);
export const schoolYear = nullable(object({ year: whole(0, 20), from: day }));

const slot = union('kind', {
  weekly: { weekday: whole(0, 6), start: clock, minutes: whole(5, 600) },
  fortnightly: { weekday: whole(0, 6), start: clock, minutes: whole(5, 600), anchor: day },
  none: {},
});

export const studentShape = object({
  id,
  name,
  instrument: name,
  earlierInstruments: optional(list(object({ until: day, instrument: name }), 60)),
  birthDate: nullable(day),
  slot,
  earlierSlots: optional(list(object({ until: day, slot }), 60)),
  sharesWith: nullable(id),
  minutesByWeekday: list(whole(0, 720), 7, 7),
  minutesOfDays: optional(record(whole(0, 720), 400)),
  usesRate: optional(yesNo),
  nextSteps: optional(prose(1_000, 1)),
  recordingAgreed: optional(object({ by: oneOf(['student', 'parent']), on: day })),
  levelsHeld,
  reachSemitones: nullable(whole(1, 40)),
  schoolYear,
  likes: optional(list(text(60, 1), 20)),
  archivedOn: nullable(day),
  isBeginner: optional(yesNo),
  notes: optional(prose(1_000, 1)),
});

export const choice = union('kind', { piece: { pieceId: id }, excerpt: { bars } });

export const goalShape = object({
  id,
  studentId: id,
  setId: id,
  levelId: id,
  sessionId: id,
  aimAwardId: id,
  instrument: optional(name),
  programme: record(list(choice, 20)),
  facts: record(text(200)),
  takes: nullable(object({ count: whole(0, 99), continuous: yesNo })),
  waivers: list(object({ ruleId: id, by: name, why: name }), 60),
  enteredOn: nullable(day),
  recordingSentOn: nullable(day),
  conditions: record(text(120), 40),
  editions: record(text(120), 40),
  scalesHeard: list(id, 400),
  rowResults: optional(
    list(
      object({
        rowId: id,
        day,
        how: oneOf(['clean', 'with slips', 'not yet']),
        tempo: optional(number(10, 600)),
      }),
      4_000,
    ),
  ),
  closedOn: nullable(day),
  plan: object({
    startedOn: day,
    memorised: list(id, 30),
    gates: list(
      object({
        componentId: id,
        pieceId: optional(id),
        stage: oneOf(STAGES),
        movedTo: nullable(day),
        passedOn: nullable(day),
      }),
      200,
    ),
    shutWeeks: list(day, 200),
    minutes: record(whole(0, 100_000)),
    secureTempo: record(number(10, 600)),
    chosenOn: optional(record(day)),
    criteriaWeeks: optional(whole(0, 26)),
    goNoGo: optional(day),
    first: optional(record(list(bars, 40, 1), 100)),
    toShow: optional(list(object({ name: oneOf(PERFORMING), by: day }), 10, 1)),
    playedAs: optional(
      record(
        object({
          cut: optional(bars),
          thin: list(oneOf(THINNINGS), 4),
          lighter: list(
            object({ bar: whole(0, 9_999), gone: whole(1, 9_999), there: whole(1, 9_999) }),
            9_999,
          ),
          same: optional(list(whole(0, 9_999), 9_999)),
          timeShare: number(0, 1),
        }),
        40,
      ),
    ),
  }),
  history: optional(
    list(
      union('kind', {
        deferred: { on: day, fromSessionId: id, enteredOn: nullable(day) },
        'set all the same': { on: day, why: text(400, 1) },
        'entered all the same': { on: day, open: list(text(400, 1), 60), why: text(400, 1) },
        decided: { on: day, go: yesNo, why: text(400) },
        rescued: { on: day, what: text(2_000, 1), why: text(400) },
        'changed after entry': { on: day, what: text(2_000, 1), toldOn: nullable(day) },
      }),
      200,
    ),
  ),
  ended: optional(oneOf(ENDINGS)),
  result: optional(resultShape),
  loose: optional(list(id, 200)),
  leftOut: optional(list(id, 400)),
});

const lessonState = oneOf(['planned', 'held', 'absent', 'cancelled', 'moved']);
const movedTo = nullable(object({ day, start: clock }));
export const lessonShape = object({
  id,
  studentId: id,
  day,
  state: lessonState,
  note: prose(1_000),
  movedTo,
  cancelledBy: optional(oneOf(['teacher', 'student'])),
  earlier: optional(
    list(object({ state: lessonState, movedTo, cancelledBy: optional(oneOf(['teacher', 'student'])) }), 100),
  ),
});

export const practiceShape = object({
  id,
  studentId: id,
  goalId: nullable(id),
  componentId: nullable(id),
  pieceId: nullable(id),
  skillId: optional(id),
  day,
  minutes: number(0, 720),
  bars: optional(bars),
  tempo: optional(whole(1, 999)),
  slips: optional(whole(0, 999)),
  clean: optional(whole(0, 999)),
  mark: optional(whole(0, 10)),
  company: optional(oneOf(['alone', 'with somebody'])),
  listenedFor: optional(prose(400, 1)),
  support: optional(oneOf(SUPPORTS)),
  source: oneOf(PRACTICE_SOURCES),
  card: optional(object({ id, line: whole(1, 999) })),
});

export const cardShape = object({
  id,
  studentId: id,
  from: day,
  to: day,
  handedOn: day,
  lines: list(
    object({
      line: whole(1, 999),
      goalId: nullable(id),
      componentId: nullable(id),
      pieceId: nullable(id),
      skillId: optional(id),
      day,
      minutes: whole(1, 720),
      title: text(200),
      bars: optional(bars),
      what: optional(text(400, 1)),
      onOpenStrings: optional(yesNo),
      how: text(200),
      listenFor: text(200),
      why: optional(text(1_100, 1)),
      tempo: optional(whole(1, 999)),
      unit: optional(oneOf(NOTE_VALUES)),
      rung: optional(object({ at: whole(1, 20), of: whole(1, 20) })),
    }),
    400,
  ),
});

const barNumbers = list(whole(1, 99_999), 99_999);
export const rhythmGateShape = object({
  id,
  studentId: id,
  pieceId: id,
  setOn: day,
  isFirst: yesNo,
  extracts: list(object({ id, words: text(200, 1), bars: barNumbers, found: optional(barNumbers) }), 40),
  steps: list(text(80, 1), 12),
  shown: record(object({ how: oneOf(SHOWN_HOW), day }), 480),
});

export const shapingShape = object({
  id,
  studentId: id,
  pieceId: id,
  marks: list(
    object({
      id,
      shape: oneOf(SHAPES),
      bars,
      again: optional(object({ of: bars, grade: oneOf(GRADES) })),
      backTo: optional(whole(1, 99_999)),
      text: text(200),
    }),
    200,
  ),
  fingerings: list(
    object({
      id,
      bar: whole(1, 99_999),
      beat: optional(number(1, 64)),
      hand: optional(text(40, 1)),
      notes: text(200),
      fingers: text(200, 1),
    }),
    500,
  ),
  printed: optional(oneOf(PRINTED_FINGERING)),
});

export const closureShape = object({
  id,
  name,
  from: day,
  to: day,
  stops: oneOf(['lessons', 'practice', 'both']),
});

export const skillBookShape = object({
  id,
  pathwayIds: list(id, 10),
  evidence: list(object({ skillId: id, day, how: oneOf(HEARD_HOW) }), 5_000),
  exceptions: list(object({ skillId: id, why: name }), 200),
});

export const scoreShape = object({
  id,
  title: text(200),
  composer: text(200),
  fileName: text(200),
  addedOn: day,
  textId: text(64, 64),
  notes: list(object({ bar: whole(0, 9_999), day, text: prose(1_000, 1) }), 1_000),
  places: optional(list(object({ bar: whole(0, 9_999), name: text(60, 1) }), 200)),
});

export const repertoireShape = object({
  id,
  studentId: id,
  pieceId: id,
  part: nullable(name),
  stretch: yesNo,
  first: optional(list(bars, 20)),
  steps: list(object({ state: oneOf(REPERTOIRE_STATES), day }), 200, 1),
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
    blockMinutes: optional(number(1, 120)),
    performWeeks: optional(number(0, 26)),
    shortPerformWeeks: optional(number(0, 26)),
    goNoGoWeeks: optional(number(0, 26)),
    securePercent: optional(number(20, 100)),
    ladderRungs: optional(whole(2, 20)),
    cleanTimes: optional(whole(1, 20)),
    judgedPercent: optional(whole(0, 100)),
    placeMinutes: optional(whole(2, 60)),
    firstReturn: optional(whole(1, 60)),
    secondReturn: optional(whole(1, 60)),
    thirdReturn: optional(whole(1, 60)),
    laterReturn: optional(whole(1, 60)),
    skillMinutes: optional(number(0, 600)),
    skillStageMinutes: optional(number(0, 200)),
    readyWeeks: optional(number(0, 26)),
    ownWeeks: optional(whole(1, 52)),
    rhythmWeeks: optional(whole(0, 26)),
    firstRhythmWeeks: optional(whole(0, 26)),
    leastMarkMinutes: optional(whole(1, 600)),
    flatMarkMinutes: optional(whole(1, 600)),
    notesPercent: optional(whole(0, 100)),
  }),
  effortSet: list(text(60), 40),
  commonLevels: record(record(whole(1, 20), 60), 100),
  ownSkills: list(
    object({ id, name, family: id, needs: list(list(id, 20, 1), 20), stage: whole(1, 9) }),
    500,
  ),
  instrumentFamilies: optional(record(oneOf(INSTRUMENT_FAMILIES), 200)),
  fermataSeconds: optional(number(0, 60)),
  initialsOnPaper: yesNo,
  askAfterDays: optional(whole(1, 3_650)),
  skippedSteps: optional(list(text(60), 20)),
  cardPrinted: optional(yesNo),
  metronomeFrom: optional(oneOf(['secure'])),
  backupDays: optional(whole(1, 3_650)),
  piecesAYear: optional(whole(1, 400)),
  steadySlips: optional(whole(0, 99)),
  oldMarkWeeks: optional(whole(1, 104)),
  streakRuns: optional(whole(1, 20)),
  reportFacts: optional(list(oneOf(REPORT_FACTS), 8)),
  ownWords: optional(
    list(object({ from: whole(0, OWN_POINTS), to: whole(0, OWN_POINTS), words: text(120, 1) }), 11),
  ),
  weights: optional(record(whole(0, 1_000), 20)),
  difficulty: optional(record(whole(0, 100), 20)),
});
