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

/** Why a piece is not in the best programme, in sentences. */
export function whyWords(
  why: WhyAnswer,
  sums: ProgrammeSums,
  context: GoalContext,
  studio: Pick<Studio, 'settings' | 'pieces'>,
): string[] {
  const sum = (ranked: RankedProgramme) => reasonWords(reasonsOf(ranked, sums, studio));
  switch (why.kind) {
    case 'in':
      return ['It is in the best programme.'];
    case 'no worth':
      return ['Its bars are not counted, so that its work is not known.'];
    case 'unknown':
      return ['The search reached its limit before it was certain.'];
    case 'crashed':
      return [`The search failed. ${why.message}`.trim()];
    case 'conflict':
      return [
        why.obstacles.length === 0
          ? 'The lists alone give no programme that has it.'
          : `No programme can have it while ${why.obstacles
              .map(
                (each) =>
                  `${obstacleWords(each, context, studio.pieces)}${each.kind === 'rule' ? ' holds' : ''}`,
              )
              .join(' and ')}.`,
      ];
    case 'sum': {
      const behind = why.best.points - why.withIt.points;
      return [
        behind === 0
          ? `A programme with it is worth as much as the best: ${titlesOf(why.withIt)}.`
          : `The best programme with it is ${behind} ${behind === 1 ? 'point' : 'points'} behind: ${titlesOf(why.withIt)}.`,
        `With it ${signed(why.withIt.points)}: ${sum(why.withIt)}.`,
        `Without it ${signed(why.best.points)}: ${sum(why.best)}.`,
      ];
    }
  }
}
