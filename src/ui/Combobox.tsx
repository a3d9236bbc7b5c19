import { useEffect, useId, useRef, useState } from 'react';
import field from './Field.module.css';
import css from './Combobox.module.css';
import type { Option } from './Field';

/** Rows shown at once; what is left out is said. */
const MOST = 50;

/** A select with search: press or type to open, type to narrow, arrows to move, Enter or a press to take. */
export function Combobox({
  label,
  value,
  options,
  onChange,
  placeholder = 'type to search',
  required,
}: {
  readonly label: string;
  readonly value: string;
  readonly options: readonly Option[];
  readonly onChange: (value: string) => void;
  readonly placeholder?: string;
  /** Nothing is saved while it is empty. */
  readonly required?: boolean;
}) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const [active, setActive] = useState(0);
  const chosen = options.find((option) => option.value === value)?.label ?? '';
  const words = (text ?? '').toLowerCase().split(/\s+/).filter(Boolean);
  // "level 2" means Level 2 before a Level 1 of 2026.
  const whole = words.join(' ');
  const hasWhole = (option: Option) => Number(option.label.toLowerCase().includes(whole));
  const found = options
    .filter((option) => words.every((word) => option.label.toLowerCase().includes(word)))
    .sort((a, b) => hasWhole(b) - hasWhole(a));
  const shown = found.slice(0, MOST);
  const open = text !== null;
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (open) list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' });
  }, [open, active, text]);
  const take = (option: Option | undefined) => {
    if (option) onChange(option.value);
    setText(null);
  };
  return (
    <div className={field.root}>
      <label className={field.label} htmlFor={id}>
        {label}
      </label>
      <div className={css.root}>
        <input
          id={id}
          className={field.input}
          role="combobox"
          aria-expanded={open}
          aria-controls={`${id}-list`}
          aria-autocomplete="list"
          aria-required={required}
          aria-activedescendant={open && shown[active] ? `${id}-${active}` : undefined}
          autoComplete="off"
          placeholder={placeholder}
          value={text ?? chosen}
          onFocus={(event) => event.target.select()}
          onClick={() => {
            if (open) return;
            setText('');
            setActive(0);
          }}
          onChange={(event) => {
            setText(event.target.value);
            setActive(0);
          }}
          onBlur={() => setText(null)}
          onKeyDown={(event) => {
            if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
              event.preventDefault();
              if (!open) setText('');
              else
                setActive(
                  Math.min(shown.length - 1, Math.max(0, active + (event.key === 'ArrowDown' ? 1 : -1))),
                );
            } else if (event.key === 'Enter' && open) {
              event.preventDefault();
              take(shown[active]);
            } else if (event.key === 'Escape' && open) {
              event.preventDefault();
              event.stopPropagation();
              setText(null);
            }
          }}
        />
        <div
          ref={list}
          id={`${id}-list`}
          role="listbox"
          aria-label={label}
          className={css.list}
          hidden={!open}
        >
          {shown.map((option, at) => (
            // The keys of the list are those of the field.
            // eslint-disable-next-line jsx-a11y/click-events-have-key-events
            <div
              key={option.value}
              id={`${id}-${at}`}
              role="option"
              tabIndex={-1}
              aria-selected={at === active}
              className={css.option}
              // The cursor stays in the field; a finger that scrolls takes nothing.
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => take(option)}
            >
              {option.label}
            </div>
          ))}
          {found.length > MOST && (
            <div className={css.none} role="option" tabIndex={-1} aria-selected={false} aria-disabled>
              {found.length - MOST} more; type more words
            </div>
          )}
          {shown.length === 0 && (
            <div className={css.none} role="option" tabIndex={-1} aria-selected={false} aria-disabled>
              nothing with these words
            </div>
          )}
        </div>
      </div>
    </div>
  );
}
