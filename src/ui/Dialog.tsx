import { useEffect, useRef, type ReactNode } from 'react';
import { Button } from './Button';
import css from './Dialog.module.css';

/** A sheet over the page; Escape closes it. Focus goes to its first field and comes back after. */
export function Dialog({
  title,
  onClose,
  children,
  wide = false,
}: {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly wide?: boolean;
}) {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const dialog = ref.current;
    if (!dialog) return undefined;
    const before = document.activeElement;
    dialog.showModal();
    const first =
      dialog.querySelector<HTMLElement>('[data-first="true"]') ??
      dialog.querySelector<HTMLElement>('input, select, textarea');
    first?.focus();
    return () => {
      dialog.close();
      if (before instanceof HTMLElement) before.focus();
    };
  }, []);
  return (
    <dialog
      ref={ref}
      className={css.root}
      data-wide={wide}
      aria-label={title}
      onCancel={(event) => {
        event.preventDefault();
        onClose();
      }}
    >
      <div className={css.head}>
        <h2>{title}</h2>
        <Button look="quiet" keyName="Esc" onClick={onClose}>
          Close
        </Button>
      </div>
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
    <Dialog title={title} onClose={onClose}>
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
