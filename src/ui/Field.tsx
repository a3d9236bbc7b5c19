import { useId, type ReactNode } from 'react';
import { Unseen } from './Unseen';
import css from './Field.module.css';

interface Common {
  readonly label: string;
  readonly hint?: string | undefined;
  readonly error?: string | undefined;
  /** Nothing is saved while it is empty. */
  readonly required?: boolean;
  /** The label is heard and not seen: what stands beside the field says it. */
  readonly bare?: boolean | undefined;
}

function Frame({
  id,
  label,
  hint,
  error,
  bare = false,
  children,
}: Common & { readonly id: string; readonly children: ReactNode }) {
  return (
    <div className={css.root}>
      <label className={css.label} htmlFor={id}>
        {bare ? <Unseen>{label}</Unseen> : label}
      </label>
      {children}
      {hint !== undefined && error === undefined && (
        <p className={css.hint} id={`${id}-hint`}>
          {hint}
        </p>
      )}
      {error !== undefined && (
        <p className={css.error} id={`${id}-hint`}>
          {error}
        </p>
      )}
    </div>
  );
}

const described = (id: string, { hint, error }: Common) =>
  hint === undefined && error === undefined ? {} : { 'aria-describedby': `${id}-hint` };

export function TextField({
  value,
  onChange,
  type = 'text',
  rows,
  placeholder,
  min,
  max,
  first,
  ...common
}: Common & {
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly type?: 'text' | 'number' | 'date' | 'time' | 'password' | 'search';
  readonly rows?: number;
  readonly placeholder?: string;
  readonly min?: number | string;
  readonly max?: number | string;
  /** Puts the cursor here when the field appears, for the first field of a dialog. */
  readonly first?: boolean;
}) {
  const id = useId();
  const shared = {
    id,
    className: css.input,
    value,
    placeholder,
    'aria-invalid': common.error !== undefined,
    'aria-required': common.required,
    'data-first': first,
    ...described(id, common),
  };
  return (
    <Frame id={id} {...common}>
      {rows === undefined ? (
        <input
          {...shared}
          type={type}
          min={min}
          max={max}
          // A browser takes line breaks out of pasted text, not tabs and other unseen characters.
          onChange={(event) => onChange(event.target.value.replace(/\p{Cc}/gu, ' '))}
        />
      ) : (
        <textarea {...shared} rows={rows} onChange={(event) => onChange(event.target.value)} />
      )}
    </Frame>
  );
}

export interface Option {
  readonly value: string;
  readonly label: string;
}

export function SelectField({
  value,
  options,
  onChange,
  ...common
}: Common & {
  readonly value: string;
  readonly options: readonly Option[];
  readonly onChange: (value: string) => void;
}) {
  const id = useId();
  return (
    <Frame id={id} {...common}>
      <select
        id={id}
        className={css.input}
        value={value}
        aria-invalid={common.error !== undefined}
        aria-required={common.required}
        {...described(id, common)}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </Frame>
  );
}

export function CheckField({
  label,
  checked,
  onChange,
}: {
  readonly label: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}) {
  return (
    <label className={css.check}>
      <input type="checkbox" checked={checked} onChange={(event) => onChange(event.target.checked)} />
      {label}
    </label>
  );
}

/** Fields side by side, as many as fit. */
export const FieldRow = ({ children }: { readonly children: ReactNode }) => (
  <div className={css.row}>{children}</div>
);
