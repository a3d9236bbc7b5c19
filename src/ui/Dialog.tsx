import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Button } from './Button';
import { placeOfFocus } from './place-of-focus';
import css from './Dialog.module.css';

/**
 * A sheet over the page; Escape closes it. Focus goes to its first field and comes back after.
 *
 * What was typed is never lost by closing: a field that is left is left as by Tab, and a dialog with something typed in
 * it asks first, unless the form keeps it. So does the browser when the page is left.
 */
export function Dialog({
  title,
  onClose,
  children,
  wide = false,
  typed,
  kept,
}: {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly wide?: boolean;
  /** Whether closing would lose something; left out, anything put into a field counts. */
  readonly typed?: boolean;
  /** The form keeps what is typed when it is closed; `restored` when it was opened with what was kept before. */
  readonly kept?: { readonly restored: boolean; readonly onAnew: () => void };
}) {
  const ref = useRef<HTMLDialogElement>(null);
  const keep = useRef<HTMLButtonElement>(null);
  /** Set when the dialog goes because the page takes it away. */
  const leaving = useRef(false);
  const [touched, touch] = useState(false);
  const [asking, ask] = useState(false);
  const loses = !kept && (typed ?? touched);
  useEffect(() => {
    if (!loses) return undefined;
    const stay = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', stay);
    return () => removeEventListener('beforeunload', stay);
  }, [loses]);
  useEffect(() => {
    if (asking) keep.current?.focus();
  }, [asking]);
  const close = () => {
    if (asking) {
      ask(false);
      return;
    }
    // A field that takes its value when it is left takes it now.
    if (document.activeElement instanceof HTMLElement && ref.current?.contains(document.activeElement))
      document.activeElement.blur();
    if (loses) ask(true);
    else onClose();
  };
  useEffect(() => {
    const dialog = ref.current;
    if (!dialog) return undefined;
    const before = document.activeElement;
    const place = before && before !== document.body ? placeOfFocus(before) : () => null;
    leaving.current = false;
    dialog.showModal();
    const first =
      dialog.querySelector<HTMLElement>('[data-first="true"]') ??
      dialog.querySelector<HTMLElement>('input, select, textarea');
    first?.focus();
    return () => {
      leaving.current = true;
      dialog.close();
      (place() ?? document.getElementById('main'))?.focus({ preventScroll: true });
    };
  }, []);
  return (
    // Escape is a key of the dialog itself, whatever in it has the focus.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
    <dialog
      ref={ref}
      className={css.root}
      data-wide={wide}
      data-keeps={kept !== undefined || typed === false}
      aria-label={title}
      onInput={() => touch(true)}
      onSubmit={(event) => {
        // What is wrong is gone to, once it is said.
        const dialog = event.currentTarget;
        setTimeout(() => dialog.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus(), 0);
      }}
      onKeyDown={(event) => {
        // A browser asks once and then closes of itself; a key that is taken here is always asked about.
        if (event.key !== 'Escape' || event.defaultPrevented) return;
        event.preventDefault();
        event.stopPropagation();
        close();
      }}
      onClose={(event) => {
        // Closed by the browser all the same: what was typed is shown again and asked about.
        if (event.target !== event.currentTarget || leaving.current) return;
        if (!loses) onClose();
        else {
          event.currentTarget.showModal();
          ask(true);
        }
      }}
      onCancel={(event) => {
        // A dialog of its own over this one has its own Escape.
        if (event.target !== event.currentTarget) return;
        event.preventDefault();
        close();
      }}
    >
      <div className={css.head}>
        <h2>{title}</h2>
        <Button look="quiet" keyName="Esc" onClick={close}>
          Close
        </Button>
      </div>
      {asking && (
        <div className={css.lose} role="alertdialog" aria-label="Close without saving?">
          <p>What you typed here is not saved.</p>
          <Button ref={keep} onClick={() => ask(false)}>
            Keep typing
          </Button>
          <Button onClick={onClose}>Close without saving</Button>
        </div>
      )}
      {kept?.restored && (
        <div className={css.lose} role="note">
          <p>This was typed before and not saved.</p>
          <Button onClick={kept.onAnew}>Start again</Button>
        </div>
      )}
      {children}
    </dialog>
  );
}

/** Asks before something that cannot be undone; says what will go. */
export function Confirm({
  title,
  children,
  action,
  onConfirm,
  onClose,
}: {
  readonly title: string;
  readonly children: ReactNode;
  readonly action: string;
  readonly onConfirm: () => void;
  readonly onClose: () => void;
}) {
  return (
    <Dialog title={title} onClose={onClose} typed={false}>
      <div className={css.say}>{children}</div>
      <div className={css.acts}>
        <Button look="do" onClick={onConfirm}>
          {action}
        </Button>
        <Button onClick={onClose}>Keep everything</Button>
      </div>
    </Dialog>
  );
}

/** Buttons at the foot of a dialog. */
export const DialogActs = ({ children }: { readonly children: ReactNode }) => (
  <div className={css.acts}>{children}</div>
);
