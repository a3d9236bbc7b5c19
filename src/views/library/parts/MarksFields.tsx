import { Button, FieldRow, SelectField, TextField } from '@/ui';
import { blankAward, type DraftMarks } from '../draft';
import css from './Typed.module.css';

const options = (values: readonly string[]) => values.map((value) => ({ value, label: value }));
const OUTCOMES = [
  { value: 'awards', label: 'the award of the total' },
  { value: 'ratings', label: 'a panel’s ratings, by a table' },
  { value: 'seats', label: 'seats for the highest totals' },
];

/** How marks add up, what several judges make of them, and which totals earn which award. */
export function MarksFields({
  marks,
  problem,
  onChange,
}: {
  readonly marks: DraftMarks;
  readonly problem: (field: string) => string | undefined;
  readonly onChange: (part: Partial<DraftMarks>) => void;
}) {
  const { awards } = marks;
  const panel = Number(marks.judges) > 1;
  const field = (name: Exclude<keyof DraftMarks, 'awards'>, label: string, hint?: string, rows?: number) => (
    <TextField
      key={name}
      required
      label={label}
      hint={hint}
      {...(rows !== undefined && { rows })}
      value={marks[name]}
      onChange={(value) => onChange({ [name]: value })}
      error={problem(name)}
    />
  );
  const pick = (name: Exclude<keyof DraftMarks, 'awards'>, label: string, values: readonly string[]) => (
    <SelectField
      key={name}
      label={label}
      value={marks[name]}
      options={options(values)}
      onChange={(value) => onChange({ [name]: value })}
    />
  );
  return (
    <>
      <FieldRow>
        <SelectField
          label="The total is"
          value={marks.totalling}
          options={[
            { value: 'sum', label: 'the sum of all marks' },
            { value: 'weighted', label: 'weighted by component' },
          ]}
          onChange={(value) => onChange({ totalling: value as DraftMarks['totalling'] })}
        />
        {marks.totalling === 'weighted' && field('outOf', 'Out of')}
        {field('judges', 'Judges')}
        {panel && pick('by', 'Their marks become', ['mean', 'median', 'trimmed mean'])}
        {panel && marks.by === 'trimmed mean' && field('drop', 'Dropped at each end')}
        {(panel || marks.totalling === 'weighted') && [
          pick('way', 'Rounded', ['half up', 'half even', 'down', 'up']),
          field('places', 'Decimals'),
        ]}
        <SelectField
          label="What counts"
          value={marks.outcome}
          options={OUTCOMES}
          onChange={(value) => onChange({ outcome: value as DraftMarks['outcome'] })}
        />
        {marks.outcome === 'seats' && [
          field('seats', 'Seats'),
          pick('ties', 'Ties at the last seat', ['all in', 'none in']),
        ]}
      </FieldRow>
      {awards.map((award, at) => (
        <div key={at} className={css.item}>
          <FieldRow>
            {(
              [
                ['name', 'Award'],
                ['total', 'Total'],
                ['each', 'At least in each component', 'empty: no floor'],
                ['passes', 'Component passes', 'as A 12, T 10'],
              ] as const
            ).map(([name, label, hint]) => (
              <TextField
                key={name}
                required={name === 'name'}
                label={label}
                hint={hint}
                value={award[name]}
                onChange={(value) => onChange({ awards: awards.with(at, { ...award, [name]: value }) })}
                error={problem(`awards.${at}.${name}`)}
              />
            ))}
            {awards.length > 1 && (
              <Button look="quiet" onClick={() => onChange({ awards: awards.toSpliced(at, 1) })}>
                Remove the award
              </Button>
            )}
          </FieldRow>
        </div>
      ))}
      <Button onClick={() => onChange({ awards: [...awards, blankAward] })}>Add an award</Button>
      {marks.outcome === 'ratings' &&
        field(
          'table',
          'The table, one panel per line',
          'each judge’s award, in any order, then = and the result; every panel needs its line',
          8,
        )}
    </>
  );
}
