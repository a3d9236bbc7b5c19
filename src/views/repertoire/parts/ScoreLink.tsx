import { lazy, Suspense, useState } from 'react';
import type { Studio } from '@/core/files';
import type { Piece } from '@/core/repertoire';
import { joinScore } from '@/store';
import { Button, Combobox, LinkButton } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import css from '../RepertoireView.module.css';

const FactsDialog = lazy(() => import('./FactsDialog').then((part) => ({ default: part.FactsDialog })));

/** The score a piece is read from: opened, joined, or its facts taken over. */
export function ScoreLink({
  piece,
  studio,
}: {
  readonly piece: Piece;
  readonly studio: Pick<Studio, 'scores' | 'settings'>;
}) {
  const { scores, settings } = studio;
  const [taking, take] = useState(false);
  const score = piece.scoreId === undefined ? undefined : scores.get(piece.scoreId);
  if (!score)
    return scores.size === 0 ? null : (
      <Combobox
        label="Score"
        value=""
        placeholder="none; type to link one"
        options={[...scores.values()].map(({ id, title, composer }) => ({
          value: id,
          label: [title, composer].filter(Boolean).join(', '),
        }))}
        onChange={(scoreId) => void joinScore(piece.id, scoreId)}
      />
    );
  return (
    <div className={css.acts}>
      <LinkButton href={hrefOf('/scores', { score: score.id })}>Open the score</LinkButton>
      <Button onClick={() => take(true)}>Fill in facts from it</Button>
      <Button look="quiet" onClick={() => void joinScore(piece.id, null)}>
        Unlink the score
      </Button>
      <Suspense fallback={null}>
        {taking && (
          <FactsDialog piece={piece} score={score} settings={settings} onClose={() => take(false)} />
        )}
      </Suspense>
    </div>
  );
}
