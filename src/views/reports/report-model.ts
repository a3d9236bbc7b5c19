import {
  cardsOfStudent,
  entriesOfStudent,
  goalsOfStudent,
  practiceOfStudent,
  type Studio,
} from '@/core/files';
import { factWords, practiceFacts, practiceWeeks } from '@/core/plan';
import type { Goal } from '@/core/programme';
import { goalNames, openGoalsOf, type GoalForecast } from '@/core/register';
import type { RepertoireState } from '@/core/repertoire';
import { mapWith } from '@/core/skills';
import { whoPlays, type Student } from '@/core/students';
import { formatDay, lessonDays, periodsBetween, slotOn, type CalendarDay } from '@/core/time';
import { REPORT_FACTS, type ReportFact } from '@/core/files';
import { percentWords, rangeWords } from '../readiness/readiness-model';

/** One page for a family. */
export interface Report {
  readonly studentId: string;
  readonly name: string;
  readonly sub: string;
  readonly parts: readonly { readonly title: string; readonly lines: readonly string[] }[];
}

/** What a report says where the teacher has chosen nothing: facts of the work, neither practice nor a forecast. */
export const USUAL_FACTS: readonly ReportFact[] = REPORT_FACTS.filter(
  (fact) => fact !== 'practice' && fact !== 'forecast',
);

export const FACT_NAME: Readonly<Record<ReportFact, string>> = {
  levels: 'Levels held',
  pieces: 'Pieces',
  results: 'Results',
  skills: 'Skills',
  practice: 'Practice',
  goals: 'What is ahead',
  forecast: 'Forecast',
  'next steps': 'Next steps',
};

const STATE: Readonly<Record<RepertoireState, string>> = {
  begun: 'begun',
  'first target': 'learned',
  refined: 'refined',
  performed: 'performed',
  lapsed: 'put aside',
};

export interface ReportQuestion {
  readonly from: CalendarDay;
  readonly to: CalendarDay;
  readonly facts: readonly ReportFact[];
  /** By goal; asked for only where a forecast is ticked. */
  readonly forecasts: ReadonlyMap<string, GoalForecast>;
}

/** Facts of a student between two days, both included; parts without anything to say are left out. */
export function reportOf(studio: Studio, student: Student, question: ReportQuestion): Report {
  const { from, to, facts } = question;
  const isIn = (day: CalendarDay) => from <= day && day <= to;
  const on = (day: CalendarDay) => formatDay(day, 'written');
  const piecesOf = (programme: Goal['programme']) => {
    const titles = Object.values(programme)
      .flat()
      .flatMap((choice) => (choice.kind === 'piece' ? (studio.pieces.get(choice.pieceId)?.title ?? []) : []));
    return titles.length === 0 ? '' : `: ${titles.join(', ')}`;
  };
  const part: Readonly<Record<ReportFact, () => readonly string[]>> = {
    levels: () =>
      [...student.levelsHeld]
        .sort((a, b) => (a.day < b.day ? 1 : -1))
        .map(
          ({ family, levelName, award, day }) =>
            `${family} ${levelName}${award ? `, ${award}` : ''}, ${on(day)}`,
        ),
    pieces: () =>
      entriesOfStudent(studio, student.id).flatMap((entry) => {
        const last = entry.steps.filter(({ day }) => isIn(day)).at(-1);
        const piece = studio.pieces.get(entry.pieceId);
        return last && piece
          ? [
              `${piece.title}${piece.composer ? `, ${piece.composer}` : ''}: ${STATE[last.state]} ${on(last.day)}`,
            ]
          : [];
      }),
    results: () =>
      goalsOfStudent(studio, student.id).flatMap((goal) => {
        const names = goalNames(studio, goal);
        return goal.result && names && isIn(goal.result.on)
          ? [
              `${names.set.name} ${names.level.name}: ${goal.result.award ?? 'taken part'}${goal.result.total === null ? '' : `, ${goal.result.total}`}, ${on(goal.result.on)}`,
            ]
          : [];
      }),
    skills: () => {
      const map = mapWith(studio.settings.ownSkills);
      const heard = (studio.skillBooks.get(student.id)?.evidence ?? []).filter(
        ({ how, day }) => how === 'alone' && isIn(day),
      );
      return [...new Set(heard.flatMap(({ skillId }) => map.get(skillId)?.name ?? []))].map(
        (name) => `${name.charAt(0).toLocaleUpperCase('en')}${name.slice(1)}`,
      );
    },
    practice: () => {
      const slot = slotOn(student, to);
      const weeks = practiceWeeks(
        practiceOfStudent(studio, student.id),
        periodsBetween(from, to, slot.kind === 'none' ? 0 : slot.weekday),
      );
      const lessons = new Set(lessonDays(student, from, to, [...studio.closures.values()]));
      const words = factWords(
        practiceFacts(
          weeks,
          lessons,
          practiceOfStudent(studio, student.id).filter(({ day }) => isIn(day)),
          cardsOfStudent(studio, student.id).filter((card) => isIn(card.from)),
        ),
      );
      return words.length === 0 ? [] : [`In the weeks that were reported: ${words.join('; ')}.`];
    },
    goals: () =>
      openGoalsOf(studio, student.id).flatMap((goal) => {
        const names = goalNames(studio, goal);
        return names && names.session.day > to
          ? [
              `${names.set.name} ${names.level.name}, ${names.session.name}, ${on(names.session.day)}${piecesOf(goal.programme)}`,
            ]
          : [];
      }),
    forecast: () =>
      openGoalsOf(studio, student.id).flatMap((goal) => {
        const names = goalNames(studio, goal);
        const told = question.forecasts.get(goal.id);
        const chance = told?.awards.find(({ id }) => id === goal.aimAwardId)?.chance;
        return names && told?.total
          ? [
              `${names.set.name} ${names.level.name}: on the day about ${rangeWords(told.total)}${chance === undefined ? '' : `, ${percentWords(chance)} for the aim`}. A range, not a promise.`,
            ]
          : [];
      }),
    'next steps': () => (student.nextSteps ?? '').split('\n').filter((line) => line.trim() !== ''),
  };
  return {
    studentId: student.id,
    name: student.name,
    sub: `${whoPlays(student, to)} · ${on(from)} to ${on(to)}`,
    parts: REPORT_FACTS.filter((fact) => facts.includes(fact)).flatMap((fact) => {
      const lines = part[fact]();
      return lines.length === 0 ? [] : [{ title: FACT_NAME[fact], lines }];
    }),
  };
}

const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** Reports as one page each in a file that any browser opens and prints. */
export function reportsFile(reports: readonly Report[], head: string): string {
  const pages = reports.map(
    ({ name, sub, parts }) =>
      `<article><h1>${escaped(name)}</h1><p>${escaped(sub)}</p>${parts
        .map(
          ({ title, lines }) =>
            `<h2>${escaped(title)}</h2>${lines.map((line) => `<p>${escaped(line)}</p>`).join('')}`,
        )
        .join('')}<footer>${escaped(head)}</footer></article>`,
  );
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Family reports</title><style>body{font:16px/1.4 serif;max-width:42em;margin:2em auto;padding:0 1em}article{break-after:page;padding-bottom:2em}h1{border-top:3px solid;border-bottom:1px solid;padding:4px 0}h2{font-size:1.1em;margin:1.2em 0 .2em}p{margin:.2em 0}footer{margin-top:2em;font-size:.9em}</style>${pages.join('')}</html>\n`;
}
