import type { ReactNode, Ref } from 'react';
import { KeyCap } from './KeyCap';
import css from './Button.module.css';

interface Look {
  /** `do` is the one thing asked for; `quiet` is an underlined word in a line; a `name` stays on paper. */
  readonly look?: 'plain' | 'do' | 'quiet' | 'name';
  readonly keyName?: string | undefined;
  readonly children: ReactNode;
}

export function Button({
  look = 'plain',
  keyName,
  children,
  onClick,
  disabled = false,
  type = 'button',
  label,
  pressed,
  ref,
}: Look & {
  readonly onClick?: () => void;
  readonly disabled?: boolean;
  readonly type?: 'button' | 'submit';
  readonly label?: string;
  readonly pressed?: boolean;
  readonly ref?: Ref<HTMLButtonElement>;
}) {
  return (
    <button
      ref={ref}
      type={type}
      className={css[look]}
      disabled={disabled}
      aria-label={label}
      aria-pressed={pressed}
      onClick={onClick}
    >
      {children}
      {keyName !== undefined && <KeyCap name={keyName} />}
    </button>
  );
}

export function LinkButton({ look = 'plain', keyName, children, href }: Look & { readonly href: string }) {
  return (
    <a className={css[look]} href={href}>
      {children}
      {keyName !== undefined && <KeyCap name={keyName} />}
    </a>
  );
}
