import { inTerms } from '@/core/terms';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { formatTime } from '@/core/music';
import type { EffortSettings } from '@/core/effort';
import type { Studio } from '@/core/files';
import type { GoalContext } from '@/core/register';
import type { Piece } from '@/core/repertoire';
import type { Component } from '@/core/requirements';
import { Button, Empty, KeyCap, KeyHint, Roving, Section, TextField, classes } from '@/ui';
import { useKeys } from '../../shell/use-keys';
import { candidatesOf, levelWords, type WhyWords } from '../programme-model';
import css from './CandidateList.module.css';

const SHOWN = 60;
/** Those that are in sight, drawn with the page; the others follow at once. */
const IN_SIGHT = 12;

/** The pieces of a list with what each would change; pressing a row or moving to it tries it; it is set by its button or by Enter. */
export function CandidateList({
  slot,
  context,
  pieces,
  effort,
  cursor,
  onCursor,
  onChoose,
  why,
  sets,
  onWhy,
  onLeaveOut,
}: {
  readonly slot: Component;
  readonly context: GoalContext;
  readonly pieces: ReadonlyMap<string, Piece>;
  readonly effort: EffortSettings;
  readonly cursor: string | null;
  readonly onCursor: (pieceId: string | null) => void;
  readonly onChoose: (pieceId: string) => void;
  /** Why a piece is not in the best programme, sentence by sentence. */
  readonly why: { readonly pieceId: string; readonly words: WhyWords } | null;
  /** Requirements that may say where an own choice stands; null where the list says it. */
  readonly sets: Studio['sets'] | null;
  readonly onWhy: (pieceId: string) => void;
  readonly onLeaveOut: (pieceId: string, out: boolean) => void;
}) {
  const stands = cursor !== null && sets ? levelWords(cursor, sets.values()) : '';
  const [text, setText] = useState('');
  const list = useRef<HTMLUListElement>(null);
  const all = useMemo(() => candidatesOf(slot, context, pieces, effort), [slot, context, pieces, effort]);
  const shown = useDeferredValue(SHOWN, IN_SIGHT);
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = all.filter(({ piece }) =>
    words.every((word) =>
      `${piece.title} ${piece.composer} ${piece.key ?? ''} ${piece.metre ?? ''}`.toLowerCase().includes(word),
    ),
  );
  const step = (by: number) => {
    const at = found.findIndex(({ piece }) => piece.id === cursor);
    const next = found[Math.min(found.length - 1, Math.max(0, at + by))];
    if (!next) return;
    onCursor(next.piece.id);
    list.current
      ?.querySelector(`[data-piece="${CSS.escape(next.piece.id)}"]`)
      ?.scrollIntoView({ block: 'nearest' });
  };
  useKeys({
    j: () => step(1),
    k: () => step(-1),
    // Nothing picked, the arrows scroll.
    ...(cursor !== null && { ArrowDown: () => step(1), ArrowUp: () => step(-1) }),
    Enter: () => cursor !== null && onChoose(cursor),
    f: () => document.querySelector<HTMLInputElement>('input[type="search"]')?.focus(),
  });
  return (
    <Section
      title={slot.name}
      end={
        <>
          {found.length} of {all.length}, those that fit first{' '}
          <KeyHint>
            <KeyCap name="J" /> <KeyCap name="K" /> next, back <KeyCap name="Enter" /> sets
          </KeyHint>
        </>
      }
    >
      <TextField
        label="Find a piece"
        type="search"
        value={text}
        onChange={setText}
        placeholder={inTerms('title, composer, key, metre')}
      />
      {found.length === 0 && (
        <Empty title={all.length === 0 ? 'The list is empty' : 'Nothing with these words'} />
      )}
      <Roving items="[data-row]" follow>
        <ul ref={list} className={css.list}>
          {found.slice(0, shown).map(({ piece, breaks, minutes, chosen }) => (
            <li
              key={piece.id}
              data-piece={piece.id}
              data-selected={piece.id === cursor}
              className={classes(css.row, piece.id === cursor && css.cursor, breaks !== null && css.broken)}
            >
              <button
                type="button"
                data-row
                className={css.press}
                aria-pressed={piece.id === cursor}
                onClick={() => onCursor(piece.id)}
              >
                <span className={css.title}>{piece.title}</span>
                <span className={css.time}>
                  {piece.seconds === null ? 'not timed' : formatTime(piece.seconds)}
                </span>
                <span>{piece.key ?? 'key not known'}</span>
                <span className={css.learn}>
                  {minutes === null ? inTerms('bars not counted') : `${minutes} min`}
                </span>
                <span className={css.soft}>{piece.composer}</span>
                <span className={css.soft} />
                <span className={css.soft}>{piece.metre ?? inTerms('metre not known')}</span>
                <span className={css.soft} />
                {(chosen || breaks !== null || context.goal.leftOut?.includes(piece.id)) && (
                  <span className={css.why}>
                    {chosen ? 'chosen now' : context.goal.leftOut?.includes(piece.id) ? 'excluded' : breaks}
                  </span>
                )}
              </button>
              {piece.id === cursor && stands !== '' && <p className={css.soft}>Placed at {stands}.</p>}
              {piece.id === cursor && (
                <div className={css.acts}>
                  <Button look="do" onClick={() => onChoose(piece.id)}>
                    Set
                  </Button>
                  <Button look="quiet" onClick={() => onWhy(piece.id)}>
                    Why not this one?
                  </Button>
                  <Button
                    look="quiet"
                    onClick={() => onLeaveOut(piece.id, !context.goal.leftOut?.includes(piece.id))}
                  >
                    {context.goal.leftOut?.includes(piece.id) ? 'Include again' : 'Exclude'}
                  </Button>
                </div>
              )}
              {why?.pieceId === piece.id && (
                <div className={css.answer} role="status">
                  {why.words.say.map((words) => (
                    <p key={words}>{words}</p>
                  ))}
                  {why.words.sums.length > 0 && (
                    <details>
                      <summary>The sums</summary>
                      {why.words.sums.map((words) => (
                        <p key={words}>{words}</p>
                      ))}
                    </details>
                  )}
                </div>
              )}
            </li>
          ))}
        </ul>
      </Roving>
      {found.length > SHOWN && <p>{found.length - SHOWN} more; type more words to narrow them.</p>}
    </Section>
  );
}
