import { ok, refuse } from '@/core/result';
import { textId } from '@/core/files';
import { readScore, readScoreText, scoreWork, xRay } from '@/core/score';
import type { readScoreFile } from './score.job';
import { serve } from './serve';

/** Least share of a file between two words of progress. */
const STEP = 0.05;

serve<{ readScoreFile: typeof readScoreFile }>({
  readScoreFile: ({ file, options }, asked) => {
    let told = 0;
    const read =
      typeof file === 'string'
        ? withText(file, readScoreText(file))
        : readScore(file, (fraction) => {
            if (fraction - told < STEP) return;
            told = fraction;
            asked.tell(fraction);
          });
    if (!read.ok) return refuse(read.why);
    const { score, text } = read.value;
    const seen = xRay(score, options);
    if (!seen.ok) return refuse(seen.why);
    const { part, ...found } = seen.value;
    const work = scoreWork(seen.value, textId(text), options.difficulty ?? {});
    return ok({
      ...found,
      work,
      title: score.title,
      composer: score.composer,
      parts: score.parts.flatMap(({ id, name, measures }) => (measures.length > 0 ? [{ id, name }] : [])),
      part: part.id,
      notices: score.notices,
      xml: text,
    });
  },
});

const withText = (text: string, read: ReturnType<typeof readScoreText>) =>
  read.ok ? ok({ score: read.value, text }) : read;
