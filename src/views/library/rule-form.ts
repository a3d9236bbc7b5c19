import {
  RULES,
  wrongOf,
  type Blank,
  type IdOf,
  type LetterOf,
  type Rule,
  type RuleKind,
  type Typed,
} from '@/core/requirements';
import type { Result } from '@/core/result';

/** A rule as it is typed: the blanks of its sentence by name, and the rules within it. */
export interface DraftRule {
  /** Empty for a new rule; kept otherwise, since waivers name it. */
  readonly id: string;
  readonly kind: RuleKind;
  readonly blanks: Typed;
  readonly inner: readonly DraftRule[];
}

/** A field of any rule, as far as a form that knows no kind goes. */
interface AnyField {
  blanks(name: string, typed: Typed): readonly Blank[];
  read(typed: Typed, name: string, idOf: IdOf): Result<unknown, string>;
  write(value: unknown, name: string, letterOf: LetterOf): Typed;
}
const fieldsOf = (kind: RuleKind) => Object.entries(RULES[kind].fields as Readonly<Record<string, AnyField>>);

/** The blanks of a rule's sentence, in order; some follow from what is picked in others. */
export const blanksOf = ({ kind, blanks }: Pick<DraftRule, 'kind' | 'blanks'>): readonly Blank[] =>
  fieldsOf(kind).flatMap(([name, field]) => field.blanks(name, blanks));

const startOf = ({ start, options }: Blank): string => start ?? options?.[0] ?? '';

/** A new rule of a kind, its picked blanks at their first option. */
export function blankRule(kind: RuleKind): DraftRule {
  const bare: DraftRule = { id: '', kind, blanks: {}, inner: [] };
  return { ...bare, blanks: Object.fromEntries(blanksOf(bare).map((blank) => [blank.name, startOf(blank)])) };
}

/** With one blank changed; what followed from it starts anew. */
export function withBlank(rule: DraftRule, name: string, value: string): DraftRule {
  const changed = { ...rule, blanks: { ...rule.blanks, [name]: value } };
  const anew = blanksOf(changed).filter(({ follows }) => follows === name);
  return {
    ...changed,
    blanks: { ...changed.blanks, ...Object.fromEntries(anew.map((blank) => [blank.name, startOf(blank)])) },
  };
}

/**
 * The rule, or what its sentence still lacks.
 * @param newId - the rule's id when it has none yet; rules within it take theirs from it
 */
export function ruleOf(draft: DraftRule, newId: string, idOf: IdOf): Rule | string {
  const { kind, blanks } = draft;
  const id = draft.id || newId;
  const values: Record<string, unknown> = { id, kind };
  for (const [name, field] of fieldsOf(kind)) {
    const read = field.read(blanks, name, idOf);
    if (!read.ok) return read.why;
    values[name] = read.value;
  }
  if (RULES[kind].about === 'rules') {
    const rules = draft.inner.map((each, at) => ruleOf(each, `${id}-${at + 1}`, idOf));
    const wrong = rules.find((each) => typeof each === 'string');
    if (wrong !== undefined) return wrong;
    values['rules'] = rules;
  }
  const rule = values as unknown as Rule;
  return wrongOf(rule) ?? rule;
}

/** A rule back as its blanks, so that it can be changed. */
export const draftOfRule = (rule: Rule, letterOf: LetterOf): DraftRule => ({
  id: rule.id,
  kind: rule.kind,
  blanks: Object.assign(
    {},
    ...fieldsOf(rule.kind).map(([name, field]) =>
      field.write((rule as unknown as Readonly<Record<string, unknown>>)[name], name, letterOf),
    ),
  ) as Typed,
  inner: 'rules' in rule ? rule.rules.map((each) => draftOfRule(each, letterOf)) : [],
});
