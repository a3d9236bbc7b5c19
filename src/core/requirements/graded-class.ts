import { yearGroupOn } from '../students';
import type { Entry } from './entry';
import type { GradedClass, RuleOf } from './rule';
import { valueAt } from '../value-at';

const plain = (text: string) => text.trim().toLocaleLowerCase('en');

/** The class the entry falls in: its value (null while unknown) and its row (null when the table has none). */
export function gradedClassOf(
  rule: RuleOf<'graded pieces'>,
  entry: Entry,
): { readonly value: string | null; readonly named: GradedClass | null } {
  const year =
    rule.by === 'year group' && entry.session ? yearGroupOn(entry.student, entry.session.day) : null;
  const text =
    rule.by === 'year group' ? (year === null ? '' : String(year)) : (valueAt(entry.facts, rule.fact) ?? '');
  const value = text.trim() === '' ? null : text.trim();
  const named = value === null ? undefined : rule.classes.find((each) => plain(each.value) === plain(value));
  return { value, named: named ?? null };
}
