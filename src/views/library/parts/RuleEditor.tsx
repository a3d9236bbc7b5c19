import { inTerms } from '@/core/terms';
import { RULES, type RuleKind } from '@/core/requirements';
import { Button, FieldRow, SelectField, TextField } from '@/ui';
import { blankRule, blanksOf, withBlank, type DraftRule } from '../rule-form';
import css from './Typed.module.css';

const KINDS = Object.entries(RULES).map(([value, { name }]) => ({ value, label: name }));

/** One rule as a sentence with its blanks; rules combined stand within it, two deep at most. */
export function RuleEditor({
  rule,
  problem,
  families,
  depth = 0,
  onChange,
  onRemove,
}: {
  readonly rule: DraftRule;
  readonly problem: string | undefined;
  /** Syllabuses whose levels can be held. */
  readonly families: readonly string[];
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
        {blanksOf(rule).map(({ name, label, hint, options: stated, type }) => {
          const value = rule.blanks[name] ?? '';
          const options = name === 'family' ? [...new Set(['', ...families, value])] : stated;
          return options ? (
            <SelectField
              key={name}
              label={inTerms(label)}
              value={value}
              options={options.map((each) => ({
                value: each,
                label: each === '' ? 'choose' : name === 'family' ? each : inTerms(each),
              }))}
              onChange={(next) => onChange(withBlank(rule, name, next))}
            />
          ) : (
            <TextField
              key={name}
              label={inTerms(label)}
              hint={hint === undefined ? undefined : inTerms(hint)}
              {...(type && { type })}
              value={value}
              onChange={(next) => onChange(withBlank(rule, name, next))}
            />
          );
        })}
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
              families={families}
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
