import { readScore, readScoreText, xRay } from '@/core/score';
import type { ScoreReply, ScoreRequest } from './score.protocol';

const send = (reply: ScoreReply) => self.postMessage(reply);

self.addEventListener('message', ({ data }: MessageEvent<ScoreRequest>) => {
  try {
    answer(data);
  } catch (error) {
    send({
      kind: 'crashed',
      requestId: data.requestId,
      message: error instanceof Error ? error.message : '',
    });
  }
});

function answer({ requestId, file, options }: ScoreRequest): void {
  let told = 0;
  const read =
    typeof file === 'string'
      ? withText(file, readScoreText(file))
      : readScore(file, (fraction) => {
          if (fraction - told < 0.05) return;
          told = fraction;
          send({ kind: 'progress', requestId, fraction });
        });
  if (!read.ok) {
    send({ kind: 'refused', requestId, why: read.why });
    return;
  }
  const { score, text } = read.value;
  const seen = xRay(score, options);
  if (!seen.ok) {
    send({ kind: 'refused', requestId, why: seen.why });
    return;
  }
  const { part, ...found } = seen.value;
  send({
    kind: 'answer',
    requestId,
    answer: {
      ...found,
      title: score.title,
      composer: score.composer,
      parts: score.parts.flatMap(({ id, name, measures }) => (measures.length > 0 ? [{ id, name }] : [])),
      part: part.id,
      notices: score.notices,
      xml: text,
    },
  });
}
const withText = (text: string, read: ReturnType<typeof readScoreText>) =>
  read.ok ? { ok: true as const, value: { score: read.value, text } } : read;
