import { inTerms } from '@/core/terms';
import { formatBars } from '@/core/music';
import type { GoalContext } from '@/core/register';
import type { Component } from '@/core/requirements';
import { playedAsWords } from '@/core/repertoire';
import { valueAt } from '@/core/value-at';
import { loosen, type ReadyState } from '@/store';
import { playAsPrinted } from '@/store/rescue-actions';
import { Button, CheckField, TempoMark, classes } from '@/ui';
import css from '../ProgrammeView.module.css';

/** A place of the programme: what is chosen in it, or tried. */
export function Slot({
  component,
  context,
  ready,
  open,
  tried,
  onOpen,
  onDrop,
}: {
  readonly component: Component;
  readonly context: GoalContext;
  readonly ready: ReadyState;
  readonly open: boolean;
  readonly tried: string | null;
  readonly onOpen: () => void;
  readonly onDrop: (at: number) => void;
}) {
  const choices = valueAt(context.goal.programme, component.id) ?? [];
  const pieceOf = (id: string) => ready.studio.pieces.get(id);
  const trial = tried === null ? undefined : pieceOf(tried);
  return (
    <div className={classes(css.slot, open && css.open)} data-selected={open}>
      <button type="button" className={css.letter} aria-pressed={open} onClick={onOpen}>
        {component.letter}
        <span className={css.hidden}>: {component.name}</span>
      </button>
      <div className={css.chosen}>
        {choices.map((choice, at) => {
          const piece =
            choice.kind === 'piece'
              ? pieceOf(choice.pieceId)
              : component.source.kind === 'excerpt'
                ? pieceOf(component.source.pieceId)
                : undefined;
          const as = piece && valueAt(context.goal.plan.playedAs ?? {}, piece.id);
          return (
            <div key={at}>
              <p className={css.title}>{piece?.title ?? 'Deleted piece'}</p>
              <p className={css.facts}>
                {choice.kind === 'excerpt' ? inTerms`bars ${formatBars(choice.bars)}` : pieceFacts(piece)}
                {choice.kind === 'excerpt' &&
                component.source.kind === 'excerpt' &&
                component.source.tempo ? (
                  <>
                    {', '}
                    <TempoMark {...component.source.tempo} />
                  </>
                ) : null}
              </p>
              {as && choice.kind === 'piece' && (
                <p className={css.facts}>
                  {playedAsWords(as)}{' '}
                  <Button look="quiet" onClick={() => void playAsPrinted(context.goal.id, choice.pieceId)}>
                    As printed again
                  </Button>
                </p>
              )}
              {choice.kind === 'piece' && (
                <div className={css.wishes}>
                  <CheckField
                    label="Keep"
                    checked={!context.goal.loose?.includes(choice.pieceId)}
                    onChange={(keep) => void loosen(context.goal.id, choice.pieceId, !keep)}
                  />
                  <Button look="quiet" onClick={() => onDrop(at)}>
                    Remove
                  </Button>
                </div>
              )}
            </div>
          );
        })}
        {trial && (
          <div>
            <p className={css.trial}>{trial.title}</p>
            <p className={css.facts}>{pieceFacts(trial)}; not chosen yet</p>
          </div>
        )}
        {choices.length === 0 && !trial && <p className={css.none}>not chosen</p>}
      </div>
    </div>
  );
}

type Known = NonNullable<ReturnType<ReadyState['studio']['pieces']['get']>>;
const pieceFacts = (piece: Known | undefined) =>
  piece
    ? [
        piece.composer,
        [piece.key, piece.metre].filter(Boolean).join(', '),
        piece.accompaniment === 'unaccompanied' ? 'alone' : piece.accompaniment,
      ]
        .filter(Boolean)
        .join(' · ')
    : '';
