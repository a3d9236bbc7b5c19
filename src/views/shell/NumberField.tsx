import { useState } from 'react';
import { TextField } from '@/ui';

/** A number taken when the field is left or Enter is pressed. */
export function NumberField({
  label,
  value,
  min = 0,
  max = 100_000,
  whole = false,
  bare = false,
  onTake,
}: {
  readonly label: string;
  readonly value: number;
  readonly min?: number;
  readonly max?: number;
  readonly whole?: boolean;
  /** Its label is heard and not seen: what stands beside it says it. */
  readonly bare?: boolean;
  readonly onTake: (value: number) => void;
}) {
  const [text, setText] = useState(String(value));
  const number = Number(text);
  const good =
    text.trim() !== '' &&
    Number.isFinite(number) &&
    number >= min &&
    number <= max &&
    (!whole || Number.isInteger(number));
  const wrong = `A ${whole ? 'whole ' : ''}number, ${max === 100_000 ? `${min} or more` : `${min} to ${max}`}.`;
  const take = () => {
    if (good && number !== value) onTake(number);
  };
  return (
    // Leaving the field takes what was typed, as Enter does.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
    <form
      onBlur={take}
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <TextField
        required
        bare={bare}
        label={label}
        value={text}
        onChange={setText}
        error={good ? undefined : wrong}
      />
    </form>
  );
}
