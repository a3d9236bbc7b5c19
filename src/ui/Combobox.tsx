import { useId, useState } from 'react';
import field from './Field.module.css';
import css from './Combobox.module.css';
import type { Option } from './Field';

/** A select with search: type to narrow, arrows to move, Enter to take. At most fifty rows are shown. */
export function Combobox({
  label,
  value,
  options,
  onChange,
  placeholder = 'type to search',
}: {
  readonly label: string;
  readonly value: string;
  readonly options: readonly Option[];
  readonly onChange: (value: string) => void;
  readonly placeholder?: string;
}) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const [active, setActive] = useState(0);
  const chosen = options.find((option) => option.value === value)?.label ?? '';
  const words = (text ?? '').toLowerCase().split(/\s+/).filter(Boolean);
  const shown = options
    .filter((option) => words.every((word) => option.label.toLowerCase().includes(word)))
    .slice(0, 50);
  const open = text !== null;
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
          aria-activedescendant={open && shown[active] ? `${id}-${active}` : undefined}
          autoComplete="off"
          placeholder={placeholder}
          value={text ?? chosen}
          onFocus={(event) => event.target.select()}
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
        <div id={`${id}-list`} role="listbox" aria-label={label} className={css.list} hidden={!open}>
          {shown.map((option, at) => (
            <div
              key={option.value}
              id={`${id}-${at}`}
              role="option"
              tabIndex={-1}
              aria-selected={at === active}
              className={css.option}
              onPointerDown={(event) => {
                event.preventDefault();
                take(option);
              }}
            >
              {option.label}
            </div>
          ))}
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
