import { currentVersion, type RecordKind, type StoredRecord } from '../src/core/files';
import { generatedStudio } from '../src/core/fit/arbitrary';
import type { MarkSheet } from '../src/core/marks';
import { newGoal } from '../src/core/programme';
import type { LessonRecord } from '../src/core/students';
import { seeded } from '../src/core/seeded';
import { addDays, calendarDay } from '../src/core/time';

const PLACES = 'Quay Gull Tide Harbour Kelp Lantern Mooring Slack Storm Heron Anchor Buoy Cove Reed'.split(
  ' ',
);
const FORMS = 'Air March Rondo Study Waltz Gigue Fancy Elegy Sketch Toccata Minuet Romance'.split(' ');
const COMPOSERS = 'P. Ostrey,A. Hewn,R. Kestle,O. Verrane,N. Sedgely,M. Threave,C. Stannard Vey'.split(',');

export interface StudioSize {
  readonly students: number;
  readonly levels: number;
  readonly pieces: number;
  /** Mark sheets of each student's goal; without any there are no goals either. */
  readonly sheets?: number;
  /** Lessons of each student. */
  readonly lessons?: number;
}

const TODAY = calendarDay('2027-01-20');
const COMPONENTS = ['A', 'B', 'C', 'T'];

/** A generated studio as records: its sessions fall into the first window of the demo's day. Same size, same studio. */
export function largeRecords(size: StudioSize): StoredRecord[] {
  const { settings, students } = generatedStudio(11, size);
  const random = seeded(3);
  const of = (words: readonly string[]) => words[Math.floor(random() * words.length)] ?? '';
  const record = (kind: RecordKind, data: { readonly id: string }): StoredRecord => ({
    kind,
    id: data.id,
    v: currentVersion(kind),
    revs: ['generated'],
    data,
  });
  const criteria = ['notes', 'time', 'tone', 'performance'].map((id) => ({
    id,
    name: id,
    maxMark: 5,
    bands: [],
  }));
  const scheme = {
    id: 's',
    version: 1,
    components: COMPONENTS.map((componentId) => ({ componentId, criteria })),
    totalling: { kind: 'sum' },
    panel: null,
    outcome: { kind: 'awards' },
    awards: [{ id: 'pass', name: 'pass', total: 50, eachAtLeast: null, passes: {} }],
  };
  const sets = settings.sets.map((set) => ({
    ...set,
    schemes: [scheme],
    sessions: set.sessions.map((each) => ({ ...each, day: calendarDay('2027-03-24') })),
  }));
  const goals = students.flatMap(({ student, held }) => {
    const set = sets.find(({ instrument }) => instrument === student.instrument);
    const level = set?.levels[Math.min(held, set.levels.length - 1)];
    const session = set?.sessions[0];
    if (!size.sheets || !set || !level || !session) return [];
    const chosen = level.components.flatMap(({ id, source }) =>
      source.kind === 'list' ? [[id, source.pieceIds[0] ?? ''] as const] : [],
    );
    const programme = Object.fromEntries(
      chosen.map(([id, pieceId]) => [id, [{ kind: 'piece' as const, pieceId }]]),
    );
    const goal = newGoal(
      `goal-${student.id}`,
      {
        studentId: student.id,
        setId: set.id,
        levelId: level.id,
        sessionId: session.id,
        aimAwardId: 'pass',
      },
      level,
      addDays(TODAY, -70),
      { programme },
    );
    return [goal];
  });
  const sheets = goals.flatMap((goal) =>
    Array.from({ length: size.sheets ?? 0 }, (_, at): MarkSheet => {
      const componentId = COMPONENTS[at % COMPONENTS.length] ?? 'A';
      const choice = goal.programme[componentId]?.[0];
      return {
        id: `sheet-${goal.studentId}-${at}`,
        goalId: goal.id,
        componentId,
        pieceId: choice?.kind === 'piece' ? choice.pieceId : null,
        schemeId: 's',
        schemeVersion: 1,
        assessor: at % 5 === 0 ? 'student' : 'teacher',
        day: addDays(TODAY, -Math.floor(at / COMPONENTS.length) * 4),
        marks: Object.fromEntries(criteria.map(({ id }) => [id, Math.floor(random() * 6)])),
        notes:
          at % 3 === 0 ? [{ id: `n${at}`, bars: { from: 4, to: 8 }, text: 'Count the rests aloud.' }] : [],
        closed: true,
        closing: Math.floor(at / COMPONENTS.length) + 1,
        supersedes: null,
      };
    }),
  );
  const lessons = students.flatMap(({ student }) =>
    Array.from({ length: size.lessons ?? 0 }, (_, at): LessonRecord => {
      const day = addDays(TODAY, -7 * (at + 1));
      return {
        id: `${day}/${student.id}`,
        studentId: student.id,
        day,
        state: random() < 0.1 ? 'cancelled' : 'held',
        note: 'Scales in G, hands apart; bars 4 to 8 slowly.',
        movedTo: null,
      };
    }),
  );
  return [
    ...sets.map((set) => record('set', set as never)),
    ...[...settings.pieces.values()].map((piece) =>
      record('piece', {
        ...piece,
        title: `${of(PLACES)} ${of(FORMS)} no. ${1 + Math.floor(random() * 90)}`,
        composer: of(COMPOSERS),
      } as never),
    ),
    ...students.flatMap(({ student, book }, at) => [
      record('student', {
        ...student,
        slot: { kind: 'weekly', weekday: at % 6, start: `${10 + (at % 9)}:00`, minutes: 30 },
      } as never),
      record('skillbook', book),
    ]),
    ...goals.map((goal) => record('goal', goal)),
    ...sheets.map((sheet) => record('sheet', sheet)),
    ...lessons.map((lesson) => record('lesson', lesson)),
  ];
}
