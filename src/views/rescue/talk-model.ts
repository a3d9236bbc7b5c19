import { runsOfStudent, type Studio } from '@/core/files';
import { goDecisionOf } from '@/core/programme';
import type { GoalContext } from '@/core/register';
import { playedAsWords } from '@/core/repertoire';
import { inOrder } from '@/core/runs';
import { inTerms } from '@/core/terms';
import { formatDay } from '@/core/time';
import { valueAt } from '@/core/value-at';

/** What a talk about one goal rests on: what was heard and marked, what is decided, what is asked. */
export interface GoalTalk {
  readonly heard: readonly string[];
  readonly decided: readonly string[];
  readonly questions: readonly string[];
}

/** Facts of the goal for a talk. Every figure in it was heard, marked or decided; nothing is forecast. */
export function goalTalk(
  studio: Studio,
  { goal, student, level, readSheets, session }: GoalContext,
): GoalTalk {
  const chosen = Object.values(goal.programme)
    .flat()
    .flatMap((choice) => (choice.kind === 'piece' ? (studio.pieces.get(choice.pieceId) ?? []) : []));
  const runs = chosen.flatMap((piece) => {
    const last = inOrder(runsOfStudent(studio, student.id).filter(({ pieceId }) => pieceId === piece.id)).at(
      -1,
    );
    if (!last) return [];
    const { slips, stops, tempo } = last;
    const bars = [...slips, ...stops].flatMap(({ bar }) => bar ?? []);
    const count = (some: number, one: string, many: string) =>
      some === 0 ? `no ${one}` : `${some} ${some === 1 ? one : many}`;
    return [
      `${piece.title}, ${formatDay(last.day, 'written')}: ${count(slips.length, 'slip', 'slips')}, ${count(stops.length, 'stop', 'stops')}${tempo === null ? '' : `, the tempo ${tempo}`}${bars.length === 0 ? '' : inTerms`; bars ${[...new Set(bars)].sort((a, b) => a - b).join(', ')}`}.`,
    ];
  });
  const marks = level.components.flatMap(({ id, name }) => {
    const last = readSheets
      .filter(({ sheet, mark, current }) => sheet.componentId === id && mark.kind === 'complete' && current)
      .filter(({ sheet }) => sheet.assessor === 'teacher' || sheet.assessor === 'student')
      .sort((a, b) => (a.sheet.day < b.sheet.day ? -1 : 1))
      .at(-1);
    return last?.mark.kind === 'complete'
      ? [
          `${name}: ${last.mark.mark} of ${last.maxMark}, ${last.sheet.assessor === 'student' ? 'your own mark' : 'marked'} on ${formatDay(last.sheet.day, 'written')}.`,
        ]
      : [];
  });
  const decision = goDecisionOf(goal);
  const asPlayed = chosen.flatMap((piece) => {
    const as = valueAt(goal.plan.playedAs ?? {}, piece.id);
    return as ? [`${piece.title}: ${playedAsWords(as)}.`] : [];
  });
  return {
    heard: [...runs, ...marks],
    decided: [
      ...(decision ? [`${decision.go ? 'Go' : 'No-go'}, ${formatDay(decision.on, 'written')}.`] : []),
      ...asPlayed,
    ],
    questions: [
      'What got in the way since the last lesson?',
      inTerms('Which bars do you look forward to? Which would you not miss?'),
      ...(chosen.length > 0 ? ['Rather this piece, shorter or simpler, or another one that you know?'] : []),
      `What would help you most until ${formatDay(session.day, 'written')}?`,
    ],
  };
}
