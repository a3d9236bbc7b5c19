import type { Obstacle, RankedProgramme } from '@/core/programme';
import { reasonsOf, type GoalContext, type ProgrammeSums, type Reason, type Studio } from '@/core/register';
import { checkRule, choosesPieces, explainRule, type Programme } from '@/core/requirements';
import type { WhyAnswer } from './use-advice';

/** The programme as a goal keeps it; excerpts chosen already stay. */
export function programmeOf({ places }: RankedProgramme, { level, goal }: GoalContext): Programme {
  const excerpts = Object.fromEntries(
    Object.entries(goal.programme).filter(([, choices]) => choices.some(({ kind }) => kind === 'excerpt')),
  );
  return {
    ...excerpts,
    ...Object.fromEntries(
      level.components
        .filter(choosesPieces)
        .map(({ id }, slot) => [
          id,
          places
            .filter((place) => place.slot === slot)
            .map(({ piece }) => ({ kind: 'piece' as const, pieceId: piece.id })),
        ]),
    ),
  };
}

export const titlesOf = ({ places }: RankedProgramme): string =>
  places.map(({ piece }) => piece.title).join(', ');

/** "−640", "+40". */
export const signed = (points: number): string =>
  points < 0 ? `−${-points}` : points > 0 ? `+${points}` : '0';
export const reasonWords = (reasons: readonly Reason[]): string =>
  reasons.map(({ words, points }) => `${words} (${signed(points)})`).join('; ');

/** "919 of 1,500 minutes · Tally Bells already learned · three characters, three keys": the same without its points. */
export function plainWords(reasons: readonly Reason[]): string {
  const contrasts = reasons.filter(({ about }) => about === 'contrast').map(({ plain }) => plain);
  const others = reasons.filter(({ about }) => about !== 'contrast').map(({ plain }) => plain);
  return [...others, ...(contrasts.length > 0 ? [contrasts.join(', ')] : [])].join(' · ');
}

/** What stands in the way, as the teacher would say it. */
export function obstacleWords(
  obstacle: Obstacle,
  { entry, level, goal }: GoalContext,
  pieces: Studio['pieces'],
): string {
  if (obstacle.kind === 'rule') {
    const rule = level.rules.find(({ id }) => id === obstacle.ruleId);
    return rule
      ? `the rule “${explainRule(rule, checkRule(rule, entry), level).title}”`
      : 'a rule that is gone';
  }
  const title = pieces.get(obstacle.pieceId)?.title ?? 'a piece that is gone';
  if (obstacle.kind === 'stays') return `${title} stays`;
  return goal.leftOut?.includes(obstacle.pieceId)
    ? `${title} is left out`
    : `the bars of ${title} are not counted`;
}

/** An answer in sentences, and the sums it rests on where it rests on any. */
export interface WhyWords {
  readonly say: readonly string[];
  readonly sums: readonly string[];
}

/** Why a piece is not in the best programme. */
export function whyWords(
  why: WhyAnswer,
  sums: ProgrammeSums,
  context: GoalContext,
  studio: Pick<Studio, 'settings' | 'pieces'>,
): WhyWords {
  const reasons = (ranked: RankedProgramme) => reasonsOf(ranked, sums, studio);
  const only = (sentence: string): WhyWords => ({ say: [sentence], sums: [] });
  switch (why.kind) {
    case 'in':
      return only('It is in the best programme.');
    case 'no worth':
      return only('Its bars are not counted, so that its work is not known.');
    case 'unknown':
      return only('The search reached its limit before it was certain.');
    case 'crashed':
      return only(`The search failed. ${why.message}`.trim());
    case 'conflict':
      return only(
        why.obstacles.length === 0
          ? 'The lists alone give no programme that has it.'
          : `No programme can have it while ${why.obstacles
              .map(
                (each) =>
                  `${obstacleWords(each, context, studio.pieces)}${each.kind === 'rule' ? ' holds' : ''}`,
              )
              .join(' and ')}.`,
      );
    case 'sum':
      return {
        say: [
          why.best.points === why.withIt.points
            ? `A programme with it is as good as the best: ${titlesOf(why.withIt)}.`
            : `The best programme with it comes after the best of all: ${titlesOf(why.withIt)}.`,
          `With it: ${plainWords(reasons(why.withIt))}.`,
          `Without it: ${plainWords(reasons(why.best))}.`,
        ],
        sums: [
          `With it ${signed(why.withIt.points)}: ${reasonWords(reasons(why.withIt))}.`,
          `Without it ${signed(why.best.points)}: ${reasonWords(reasons(why.best))}.`,
        ],
      };
  }
}
