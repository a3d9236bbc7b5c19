import { yearGroupOn } from '../students';
import type { EntryOf } from './entry';
import { valueAt } from '../value-at';

/** One class of a classification: so many pieces graded `from` to `to` (null: upwards), and at most `free` others. */
export interface GradedClass {
  readonly value: string;
  readonly atLeast: number;
  readonly from: number;
  readonly to: number | null;
  readonly free: number;
}

interface ByClass {
  readonly by: 'year group' | 'entry fact';
  readonly fact: string;
  readonly classes: readonly GradedClass[];
}

const plain = (text: string) => text.trim().toLocaleLowerCase('en');

/** The class the entry falls in: its value (null while unknown) and its row (null when the table has none). */
export function gradedClassOf(
  rule: ByClass,
  entry: EntryOf,
): { readonly value: string | null; readonly named: GradedClass | null } {
  const year =
    rule.by === 'year group' && entry.session ? yearGroupOn(entry.student, entry.session.day) : null;
  const text =
    rule.by === 'year group' ? (year === null ? '' : String(year)) : (valueAt(entry.facts, rule.fact) ?? '');
  const value = text.trim() === '' ? null : text.trim();
  const named = value === null ? undefined : rule.classes.find((each) => plain(each.value) === plain(value));
  return { value, named: named ?? null };
}
