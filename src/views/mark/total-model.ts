import { criterionMarks, nextLine, type Assessor } from '@/core/marks';
import type { GoalContext } from '@/core/register';
import type { CalendarDay } from '@/core/time';
import type { RulerLine, RulerPart } from '@/ui';
import { capital } from '../shell/words';

export interface TotalModel {
  /** What `Ruler` draws. */
  readonly ruler: {
    readonly parts: readonly RulerPart[];
    readonly lines: readonly RulerLine[];
    readonly max: number;
    readonly step: number;
    readonly say: string;
  };
  readonly max: number;
  readonly words: string;
}

const figure = (value: number) => String(Math.round(value * 10) / 10);

/** Totals on the ruler: standing marks in ink, the component being marked today in pencil. */
export function totalModel(context: GoalContext, componentId: string, day: CalendarDay): TotalModel {
  const { scheme, standing, level } = context;
  const parts = standing.marks.flatMap((mark): RulerPart[] => {
    const letter = level.components.find((each) => each.id === mark.componentId)?.letter ?? '';
    if (!mark.from) return [];
    const now = mark.componentId === componentId && mark.from.day === day;
    // Where parts weigh differently the ruler is in the total's unit, and the label says both.
    const worth = figure(mark.value);
    const given = String(mark.from.mark);
    return [
      {
        label: `${letter} ${given === worth ? given : `${given} = ${worth}`}${now ? ', today' : ''}`,
        amount: mark.value,
        look: now ? 'pencil' : 'ink',
      },
    ];
  });
  const kinds = ['single', 'double', 'final'] as const;
  const words = capital(`${totalWords(context)} ${takenWords(context)}`.trim());
  const lines = scheme.awards.map((award, at): RulerLine => ({
    at: award.total,
    label: award.total > 0 ? `${award.name} ${award.total}` : award.name,
    kind: kinds[Math.min(2, at)] ?? 'final',
  }));
  const max = standing.maxMark;
  const say = `Total ${standing.total} of ${max}. ${words}`;
  return { ruler: { parts, lines, max, step: 10, say }, max, words };
}

function totalWords(context: GoalContext): string {
  const { scheme, standing, level } = context;
  const seen = standing.marks.filter(({ from, earlier }) => from === null && earlier !== null);
  const letters = (ids: readonly string[]) =>
    ids.map((id) => level.components.find((each) => each.id === id)?.letter ?? id).join(', ');
  const next = nextLine(scheme, criterionMarks(standing));
  const reached =
    standing.missing.length > 0
      ? `${letters(standing.missing)} not marked yet${seen.length > 0 ? ` (${letters(seen.map((each) => each.componentId))} under the earlier scheme)` : ''}`
      : (standing.award?.name ?? 'below pass');
  if (!next) return `${reached}.`;
  const below =
    next.below.length > 0
      ? `; ${next.below.map((each) => `${letters([each.componentId])} ${each.short} below the floor of ${each.floor}`).join(', ')}`
      : '';
  const short =
    next.totalShort > 0
      ? `${next.totalShort} short of ${next.award.name}`
      : `${next.award.name} needs its floors`;
  return `${reached}; ${short}${below}.`;
}

/** Whose marks the total takes, where they are not all the teacher's, and which stand beside it. */
function takenWords({ standing, level }: GoalContext): string {
  const letter = (id: string) => level.components.find((each) => each.id === id)?.letter ?? id;
  const by = (who: Assessor) =>
    standing.marks.flatMap(({ componentId, from }) => (from?.assessor === who ? [letter(componentId)] : []));
  const [mocks, official, teacher] = [by('mock'), by('official'), by('teacher')];
  const taken = [
    teacher.length > 0 && `${teacher.join(', ')} from the teacher`,
    official.length > 0 && `${official.join(', ')} official`,
    mocks.length > 0 && `${mocks.join(', ')} from the mock examiner`,
  ].filter(Boolean);
  const beside = standing.marks.flatMap(({ componentId, mock }) =>
    mock ? [`${letter(componentId)} ${mock.mark}`] : [],
  );
  return [
    mocks.length + official.length > 0 && `Counted: ${taken.join('; ')}.`,
    beside.length > 0 && `Not counted, from the mock examiner: ${beside.join(', ')}.`,
  ]
    .filter(Boolean)
    .join(' ');
}
