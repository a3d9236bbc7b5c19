import { RULE_KINDS, type RuleKind } from '@/core/requirements';
import { Button, FieldRow, SelectField, TextField } from '@/ui';
import { blankRule, blanksOf, withBlank, type DraftRule } from '../rule-form';
import css from './RequirementDialog.module.css';

const KINDS = Object.entries(RULE_KINDS).map(([value, label]) => ({ value, label }));

/** One rule as a sentence with its blanks; rules combined stand within it, two deep at most. */
export function RuleEditor({
  rule,
  problem,
  depth = 0,
  onChange,
  onRemove,
}: {
  readonly rule: DraftRule;
  readonly problem: string | undefined;
  readonly depth?: number;
  readonly onChange: (rule: DraftRule) => void;
  readonly onRemove: () => void;
}) {
  const kinds = depth < 2 ? KINDS : KINDS.filter(({ value }) => value !== 'combined');
  return (
    <div className={css.item}>
      <FieldRow>
        <SelectField
          label="Rule"
          value={rule.kind}
          options={kinds}
          error={problem}
          onChange={(kind) => onChange(blankRule(kind as RuleKind))}
        />
        {blanksOf(rule).map(({ name, label, hint, options, type }) =>
          options ? (
            <SelectField
              key={name}
              label={label}
              value={rule.blanks[name] ?? ''}
              options={options.map((value) => ({ value, label: value }))}
              onChange={(value) => onChange(withBlank(rule, name, value))}
            />
          ) : (
            <TextField
              key={name}
              label={label}
              hint={hint}
              {...(type && { type })}
              value={rule.blanks[name] ?? ''}
              onChange={(value) => onChange(withBlank(rule, name, value))}
            />
          ),
        )}
        <Button look="quiet" onClick={onRemove}>
          Remove the rule
        </Button>
      </FieldRow>
      {rule.kind === 'combined' && (
        <div className={css.within}>
          {rule.inner.map((inner, at) => (
            <RuleEditor
              key={at}
              rule={inner}
              problem={undefined}
              depth={depth + 1}
              onChange={(next) => onChange({ ...rule, inner: rule.inner.with(at, next) })}
              onRemove={() => onChange({ ...rule, inner: rule.inner.toSpliced(at, 1) })}
            />
          ))}
          <Button onClick={() => onChange({ ...rule, inner: [...rule.inner, blankRule('count')] })}>
            Add a rule within
          </Button>
        </div>
      )}
    </div>
  );
}
