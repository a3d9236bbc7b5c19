import { PREDICATE_VALUES } from '@/core/repertoire';
import { RULE_KINDS, type Rule } from '@/core/requirements';
import { Button, FieldRow, SelectField, TextField } from '@/ui';
import type { DraftRule } from '../draft';
import css from './RequirementDialog.module.css';

const KINDS = Object.entries(RULE_KINDS).map(([value, label]) => ({ value, label }));

/** One rule as a sentence with its blanks. */
export function RuleEditor({
  rule,
  problem,
  onChange,
  onRemove,
}: {
  readonly rule: DraftRule;
  readonly problem: string | undefined;
  readonly onChange: (rule: DraftRule) => void;
  readonly onRemove: () => void;
}) {
  const field = (name: 'a' | 'b' | 'c', label: string, hint?: string) => (
    <TextField
      key={name}
      label={label}
      hint={hint}
      value={rule[name]}
      onChange={(value) => onChange({ ...rule, [name]: value })}
    />
  );
  return (
    <div className={css.item}>
      <FieldRow>
        <SelectField
          label="Rule"
          value={rule.kind}
          options={KINDS}
          error={problem}
          onChange={(kind) => onChange({ kind: kind as Rule['kind'], a: '', b: '', c: '' })}
        />
        {rule.kind === 'one from each' && field('a', 'Letters', 'as A, B')}
        {rule.kind === 'count' && [field('a', 'At least'), field('b', 'At most')]}
        {rule.kind === 'time' && [
          field('a', 'At least', 'as 5:30, or empty'),
          field('b', 'At most', 'as 8:00'),
          field('c', 'Seconds between pieces', 'empty: not counted'),
        ]}
        {rule.kind === 'count where' && <CountWhere rule={rule} onChange={onChange} />}
        {rule.kind === 'level held' && [field('a', 'Syllabus'), field('b', 'Level, 1 lowest')]}
        {rule.kind === 'age' && [
          field('a', 'From age'),
          field('b', 'To age'),
          field('c', 'On', 'as 2027-09-01; empty: on the day'),
        ]}
        {rule.kind === 'entry fact' && field('a', 'What', 'as Pianist')}
        {rule.kind === 'takes' && field('a', 'At most so many takes')}
        {rule.kind === 'excerpt bars' && field('a', 'Letter of the excerpt')}
        <Button look="quiet" onClick={onRemove}>
          Remove the rule
        </Button>
      </FieldRow>
    </div>
  );
}

function CountWhere({
  rule,
  onChange,
}: {
  readonly rule: DraftRule;
  readonly onChange: (rule: DraftRule) => void;
}) {
  const [on = 'metre', is = ''] = rule.c.split(':');
  const values = PREDICATE_VALUES[on as keyof typeof PREDICATE_VALUES];
  return (
    <>
      <SelectField
        label="Bound"
        value={rule.a === '' ? 'at least' : rule.a}
        options={['at least', 'at most'].map((value) => ({ value, label: value }))}
        onChange={(a) => onChange({ ...rule, a })}
      />
      <TextField label="How many" value={rule.b} onChange={(b) => onChange({ ...rule, b })} />
      <SelectField
        label="Whose"
        value={on}
        options={Object.keys(PREDICATE_VALUES).map((value) => ({ value, label: value }))}
        onChange={(value) =>
          onChange({
            ...rule,
            c: `${value}:${PREDICATE_VALUES[value as keyof typeof PREDICATE_VALUES]?.[0] ?? ''}`,
          })
        }
      />
      {values ? (
        <SelectField
          label="Is"
          value={is}
          options={[
            ...(is === '' ? [{ value: '', label: 'choose' }] : []),
            ...values.map((value) => ({ value, label: value })),
          ]}
          onChange={(value) => onChange({ ...rule, c: `${on}:${value}` })}
        />
      ) : (
        <TextField label="Is" value={is} onChange={(value) => onChange({ ...rule, c: `${on}:${value}` })} />
      )}
    </>
  );
}
