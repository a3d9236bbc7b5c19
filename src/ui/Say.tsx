import type { ReactNode } from 'react';
import { Button } from './Button';
import { Glyph } from './Glyph';
import css from './Say.module.css';

/** A fact that asks for a decision: the accent sign, then the words. */
export const DecisionLine = ({ children }: { readonly children: ReactNode }) => (
  <p className={css.decision}>
    <Glyph name="decision" size={13} />
    <span>{children}</span>
  </p>
);

/** A place where nothing is yet, with what can be done about it. */
export const Empty = ({ title, children }: { readonly title: string; readonly children?: ReactNode }) => (
  <div className={css.empty}>
    <p className={css.title}>{title}</p>
    {children}
  </div>
);

/** Something went wrong: what, where, and what is still safe. */
export const ErrorSay = ({ title, children }: { readonly title: string; readonly children?: ReactNode }) => (
  <div className={css.error} role="alert">
    <p className={css.title}>{title}</p>
    {children}
  </div>
);

/** While something is read: a whole-bar rest, and what is being waited for. */
export const Loading = ({ what }: { readonly what: string }) => (
  <p className={css.loading} role="status">
    <Glyph name="rest" size={20} />
    {what}
  </p>
);

/** Work under way, with its share done and a way out. */
export function Progress({
  what,
  share,
  onCancel,
}: {
  readonly what: string;
  readonly share: number;
  readonly onCancel: () => void;
}) {
  return (
    <div className={css.progress}>
      <label>
        {what}
        <progress value={share} max={1} />
      </label>
      <span>{Math.round(share * 100)} in 100</span>
      <Button look="quiet" keyName="Esc" onClick={onCancel}>
        Cancel
      </Button>
    </div>
  );
}
