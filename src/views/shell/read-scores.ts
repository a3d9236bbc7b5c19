import equal from 'fast-deep-equal';
import { piecesOfScore, type Studio } from '@/core/files';
import { PLAIN_X_RAY, type KeptScore, type ScoreWork } from '@/core/score';
import { keepWork, scoreText } from '@/store';
import { readScoreFile } from '@/workers/score.job';

/** Scores that could not be read: they are not tried again in this tab. */
const refused = new Set<string>();

/** Scores whose bars a piece of theirs does not know, or knows by other figures of difficulty. */
export const unreadScores = (studio: Pick<Studio, 'scores' | 'pieces' | 'settings'>): KeptScore[] =>
  [...studio.scores.values()].filter(
    (score) =>
      !refused.has(score.textId) &&
      piecesOfScore(studio, score.id).some(
        ({ work }) =>
          work?.textId !== score.textId ||
          work.rhythms === undefined ||
          !equal(work.difficulty, studio.settings.difficulty ?? {}),
      ),
  );

/** Reads them one after the other and keeps what their pieces are to know. */
export async function readScores(studio: Pick<Studio, 'scores' | 'pieces' | 'settings'>): Promise<void> {
  const found = new Map<string, ScoreWork>();
  for (const score of unreadScores(studio)) {
    const work = await workOf(score, studio.settings.difficulty);
    if (work) for (const { id } of piecesOfScore(studio, score.id)) found.set(id, work);
    else refused.add(score.textId);
  }
  if (found.size > 0) await keepWork(found);
}

async function workOf(
  { textId }: KeptScore,
  difficulty: Studio['settings']['difficulty'],
): Promise<ScoreWork | null> {
  const file = await scoreText(textId);
  if (file === null) return null;
  return new Promise((resolve) => {
    readScoreFile.ask({ file, options: { ...PLAIN_X_RAY, difficulty } }, (reply) => {
      if (reply.kind !== 'progress') resolve(reply.kind === 'answer' ? reply.answer.work : null);
    });
  });
}
