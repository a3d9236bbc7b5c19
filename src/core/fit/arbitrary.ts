import type { EffortSettings } from '../effort';
import { DEFAULT_EFFORT } from '../effort';
import type { Piece } from '../repertoire';
import {
  BARE_LEVEL,
  BARE_SESSION,
  BARE_SET,
  type Level,
  type RequirementSet,
  type Rule,
} from '../requirements';
import { emptyBook, familyOf, SKILL_MAP } from '../skills';
import type { Student } from '../students';
import { seeded } from '../seeded';
import { addDays, calendarDay, type CalendarDay, type Closure } from '../time';
import type { PlanInput } from '../plan';
import type { FitColumn, FitSettings, FitStudent } from './ready';

const TODAY = calendarDay('2027-01-20');
const INSTRUMENTS = ['flute', 'oboe', 'guitar', 'harp', 'voice', 'violin', 'piano', 'horn'];

export interface GeneratedStudio {
  readonly settings: FitSettings;
  readonly students: readonly FitStudent[];
  readonly columns: readonly FitColumn[];
}

const closedWeek = (from: CalendarDay): Closure => ({
  id: from,
  name: 'closed',
  from,
  to: addDays(from, 6),
  stops: 'practice',
});

/** A student with no open goal. */
export const openPlan = (
  student: Student,
  today: CalendarDay,
  effort: EffortSettings = DEFAULT_EFFORT,
  closures: readonly Closure[] = [],
): PlanInput => ({
  student,
  goals: [],
  pieces: new Map(),
  closures,
  effort,
  evidence: { practice: [], cards: [] },
  noted: [],
  family: null,
  metronomeFrom: 'learn',
  today,
});

/**
 * A studio of any size: graded sets of ten levels by instrument, three lists a level, five rules a level; students
 * with levels held and evidence of skills. Same arguments, same studio.
 */
export function generatedStudio(
  seed: number,
  size: { readonly students: number; readonly levels: number; readonly pieces: number },
  effort: EffortSettings = DEFAULT_EFFORT,
): GeneratedStudio {
  const random = seeded(seed);
  const pick = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
  const skills = [...SKILL_MAP.values()];
  const perList = Math.max(1, Math.floor(size.pieces / (size.levels * 3)));
  const pieces = new Map<string, Piece>();
  const sets: RequirementSet[] = [];
  for (let made = 0; made < size.levels; made += 10) {
    const instrument = INSTRUMENTS[(made / 10) % INSTRUMENTS.length] ?? 'flute';
    const id = `set-${made / 10}`;
    const own = skills.filter((skill) => skill.family === familyOf(instrument) || skill.family === 'general');
    const levels = Array.from({ length: Math.min(10, size.levels - made) }, (_, at): Level => {
      const rank = at + 1;
      const list = (letter: string) => ({
        id: letter,
        letter,
        name: letter,
        source: {
          kind: 'list' as const,
          min: 1,
          max: 1,
          pieceIds: Array.from({ length: perList }, (_unused, index) => {
            const pieceId = `${id}-${rank}-${letter}-${index}`;
            const near = own.filter((skill) => Math.abs(skill.stage - Math.min(8, rank)) <= 1);
            pieces.set(pieceId, {
              id: pieceId,
              title: pieceId,
              composer: `Composer ${Math.floor(random() * 12)}`,
              kind: 'piece',
              seconds: 60 + rank * 20 + Math.floor(random() * 60),
              bars: random() < 0.02 ? null : 16 + rank * 4 + Math.floor(random() * 30),
              barsToLearn: null,
              key: pick(['G major', 'D minor', 'A major']),
              metre: pick(['3/4', '4/4', '6/8', '5/8']),
              tempo: null,
              period: null,
              character: null,
              accompaniment: pick(['accompanied', 'unaccompanied']),
              demands: Array.from({ length: 3 }, () => pick(near).name),
            });
            return pieceId;
          }),
        },
      });
      const limit = 3 * (60 + rank * 20);
      const rules: Rule[] = [
        { id: 'lists', kind: 'one from each', componentIds: ['A', 'B', 'C'] },
        { id: 'composers', kind: 'different composers' },
        { id: 'time', kind: 'time', min: limit, max: limit + 110, gapSeconds: 0 },
        {
          id: 'compound',
          kind: 'count where',
          bound: 'at least',
          count: 1,
          where: { on: 'metre', is: 'compound' },
        },
        {
          id: 'alone',
          kind: 'count where',
          bound: 'at most',
          count: 1,
          where: { on: 'accompaniment', is: 'unaccompanied' },
        },
        { id: 'age', kind: 'age', on: null, min: rank > 5 ? 10 : null, max: null },
        ...(rank > 7 ? [{ id: 'before', kind: 'level held' as const, family: id, rank: rank - 2 }] : []),
        { id: 'closes', kind: 'entry closes' },
      ];
      return {
        id: `level-${rank}`,
        name: `Level ${rank}`,
        rank,
        schemeId: 's',
        ...BARE_LEVEL,
        components: [
          ...['A', 'B', 'C'].map(list),
          { id: 'T', letter: 'T', name: 'Technique', source: { kind: 'prepared', items: [] } },
        ],
        rules,
      };
    });
    sets.push({
      id,
      kind: 'graded exam',
      name: id,
      family: id,
      instrument,
      edition: {
        name: '2026',
        from: calendarDay('2026-01-01'),
        to: calendarDay('2028-12-31'),
        overlapTo: null,
      },
      ...BARE_SET,
      schemes: [],
      levels,
      sessions: [
        {
          id: 'spring',
          name: 'spring',
          day: calendarDay('2027-04-07'),
          ...BARE_SESSION,
          entryCloses: calendarDay('2027-02-10'),
        },
      ],
    });
  }
  const students = Array.from({ length: size.students }, (_, at): FitStudent => {
    const set = pick(sets);
    const held = Math.floor(random() * 8);
    const minutes = 10 + Math.floor(random() * 30);
    const student: Student = {
      id: `student-${at}`,
      name: `Student ${at}`,
      instrument: set.instrument,
      birthDate: calendarDay(`${2005 + Math.floor(random() * 14)}-05-01`),
      slot: { kind: 'weekly', weekday: 2, start: '15:00', minutes: 30 },
      sharesWith: null,
      minutesByWeekday: [minutes, minutes, minutes, minutes, minutes, minutes, 0],
      levelsHeld:
        held === 0
          ? []
          : [
              {
                family: set.family,
                levelName: `Level ${held}`,
                rank: held,
                day: calendarDay('2026-03-01'),
                award: 'pass',
              },
            ],
      reachSemitones: null,
      schoolYear: null,
      archivedOn: null,
    };
    const heard = Array.from({ length: 12 }, () => ({
      skillId: pick(skills).id,
      day: addDays(TODAY, -Math.floor(random() * 300)),
      how: pick(['alone', 'with teacher', 'not yet'] as const),
    }));
    return {
      student,
      book: { ...emptyBook(student.id), evidence: heard },
      used: [],
      hasPlayed: false,
      entered: new Map(),
      plan: openPlan(
        student,
        TODAY,
        effort,
        Array.from({ length: 52 }, (_unused, week) => week).flatMap((week) =>
          random() < 0.1 ? [closedWeek(addDays(TODAY, 7 * week))] : [],
        ),
      ),
      held,
      effort,
    };
  });
  return {
    settings: { today: TODAY, effort, commonLevels: {}, map: SKILL_MAP, pieces, sets },
    students,
    columns: sets.flatMap((set) =>
      set.sessions.flatMap((session) => set.levels.map((level) => ({ set, level, session }))),
    ),
  };
}
