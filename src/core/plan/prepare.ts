import type { Period } from '../time';
import { sharedAs, withShared, type Draft } from './drafts';
import { ownDrafts, planOwn } from './own-work';
import type { GoalAnswer, PlanInput, PlanRefusal, Preparation } from './plan';
import { plansOf } from './plans-of-answer';
import { answerTo, frameOf, openDrafts, weeksFor } from './question';
import { HEARD_IN_LESSON, type NoPlan } from './student-plan';

/**
 * One plan of a student from `today` over all goals, and what it is for each of them. A goal for which there is no way at
 * any pace is refused by itself, and the others are planned without it. Own work takes what minutes they leave. Same input,
 * same plan.
 *
 * Work counts as done where a gate is passed or practice was reported: a week that nobody has reported is neither done nor
 * undone, and each coming week tells besides what it would ask if the cards of those weeks were done.
 */
export function prepare(input: PlanInput): Preparation {
  const answers = new Map<string, GoalAnswer>();
  const frame = frameOf(input);
  const open = openDrafts(input, frame, (goalId, kind) => {
    answers.set(goalId, { ok: false, why: { kind } });
  });
  for (;;) {
    const drafts = withShared(open.filter(({ goal }) => !answers.has(goal.goal.id)));
    const planned = new Set(drafts.flatMap(({ items }) => items.flatMap(({ work }) => sharedAs(work) ?? [])));
    const own = ownDrafts(input, frame, planned);
    if (drafts.length + own.length === 0) return { whole: null, goals: answers };
    const weeks = weeksFor(
      drafts,
      own.map(({ until }) => until),
      input,
      frame,
    );
    const dated = weeks.slice(0, weeksFor(drafts, [], input, frame).length);
    const reported = answerTo(drafts, dated, frame, HEARD_IN_LESSON, (done) => done.reported);
    if (reported.answer.kind === 'plan') {
      const isReported = drafts.every(({ items }) => items.every(({ done }) => done.unreported === 0));
      const ifDone = isReported
        ? null
        : answerTo(drafts, dated, frame, Infinity, (done) => done.assumed).answer;
      const { whole, slices } = plansOf(
        { drafts, own, weeks },
        {
          ...reported,
          answer: reported.answer,
          ifDone: ifDone?.kind === 'plan' ? ifDone.load : null,
          own: planOwn(own, weeks, reported.answer.load, frame.visitMinutes),
        },
        input,
        frame,
      );
      for (const [id, plan] of slices) answers.set(id, { ok: true, plan });
      return { whole, goals: answers };
    }
    const [id, why] = refusalOf(reported.answer, drafts, dated);
    answers.set(id, { ok: false, why });
  }
}

/** Whether a preparation fits, and whose work stands where it is fullest. A goal that cannot be planned at all does not fit. */
export function verdictOf(input: PlanInput): {
  readonly fits: boolean;
  readonly peak: number;
  readonly goals: readonly string[];
} {
  const frame = frameOf(input);
  const drafts = withShared(openDrafts(input, frame));
  if (drafts.length === 0) return { fits: true, peak: 0, goals: [] };
  const weeks = weeksFor(drafts, [], input, frame);
  const { answer } = answerTo(drafts, weeks, frame, Infinity, (done) => done.reported);
  return answer.kind === 'plan'
    ? { fits: answer.fits, peak: answer.peak, goals: answer.critical?.goals ?? [] }
    : { fits: false, peak: Infinity, goals: [answer.goal] };
}

function refusalOf(
  { goal, item, from, until, why }: NoPlan,
  drafts: readonly Draft[],
  weeks: readonly Period[],
): readonly [string, PlanRefusal] {
  const refused = drafts.find((draft) => draft.goal.goal.id === goal) ?? drafts[0];
  if (!refused) throw new RangeError('no goal was planned');
  return [
    refused.goal.goal.id,
    {
      kind: 'no split',
      componentId: refused.items.find(({ id }) => id === item)?.work.componentId ?? null,
      from: (weeks[from] as Period).from,
      to: (weeks[until] as Period).to,
      why,
    },
  ];
}
