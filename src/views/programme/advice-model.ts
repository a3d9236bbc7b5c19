import { inTerms } from '@/core/terms';
import type { Obstacle, RankedProgramme, WhyNot } from '@/core/programme';
import { barsToLearn } from '@/core/repertoire';
import type { Studio } from '@/core/files';
import { reasonsOf, type GoalContext, type ProgrammeSums, type Reason } from '@/core/register';
import { checkRule, choosesPieces, explainRule, type Programme } from '@/core/requirements';
import { levelWords, type WhyWords } from './programme-model';
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
    return rule ? `the rule “${explainRule(rule, checkRule(rule, entry), level).title}”` : 'a deleted rule';
  }
  const title = pieces.get(obstacle.pieceId)?.title ?? 'a deleted piece';
  if (obstacle.kind === 'stays') return `${title} is kept`;
  return goal.leftOut?.includes(obstacle.pieceId)
    ? `${title} is excluded`
    : inTerms`the bars of ${title} are not counted`;
}

/** The same question answered as if nothing were chosen yet. */
function freedWords(freed: WhyNot): string {
  switch (freed.kind) {
    case 'in':
      return inTerms`it is in the best programme, ${titlesOf(freed.best)}.`;
    case 'sum':
      return inTerms`the best programme with it is ${titlesOf(freed.withIt)}.`;
    case 'conflict':
      return 'there would still be none.';
    case 'no worth':
    case 'unknown':
      return 'that is not certain.';
  }
}

/** Why a piece is not in the best programme. */
export function whyWords(
  why: WhyAnswer,
  sums: ProgrammeSums,
  context: GoalContext,
  studio: Pick<Studio, 'settings' | 'pieces' | 'sets'>,
  pieceId: string,
): WhyWords {
  const reasons = (ranked: RankedProgramme) => reasonsOf(ranked, sums, studio);
  const only = (sentence: string): WhyWords => ({ say: [sentence], sums: [] });
  switch (why.kind) {
    case 'in':
      return only(inTerms('It is in the best programme.'));
    case 'no worth': {
      const piece = studio.pieces.get(pieceId);
      const elsewhere = levelWords(pieceId, studio.sets.values());
      return piece && barsToLearn(piece) !== null && elsewhere !== ''
        ? only(inTerms`It stands at ${elsewhere}; programmes are searched among pieces near this level.`)
        : only(inTerms('Its bars are not counted, so that its work is not known.'));
    }
    case 'unknown':
      return only('The search reached its limit before it was certain.');
    case 'crashed':
      return only(`The search failed. ${why.message}`.trim());
    case 'conflict':
      return {
        say: [
          why.obstacles.length === 0
            ? inTerms('The lists alone give no programme that has it.')
            : inTerms`No programme can have it while ${why.obstacles
                .map((each) =>
                  each.kind === 'stays'
                    ? `${studio.pieces.get(each.pieceId)?.title ?? 'a deleted piece'}, which you chose, is kept`
                    : `${obstacleWords(each, context, studio.pieces)}${each.kind === 'rule' ? ' holds' : ''}`,
                )
                .join(' and ')}.`,
          ...(why.freed ? [`Were the chosen pieces free to change: ${freedWords(why.freed)}`] : []),
        ],
        sums: [],
      };
    case 'sum':
      return {
        say: [
          why.best.points === why.withIt.points
            ? inTerms`A programme with it is as good as the best: ${titlesOf(why.withIt)}.`
            : inTerms`The best programme with it comes after the best of all: ${titlesOf(why.withIt)}.`,
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
