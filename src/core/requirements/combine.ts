import type { OpenStatus, RuleStatus } from './verdict';

/**
 * Three-valued logic: all of, any of, at least so many of. A waived rule counts as met; what is
 * undecided may still turn either way. No rules: all of them are met, any of them is not.
 */
export function combine(need: 'all' | 'any' | number, statuses: readonly RuleStatus[]): OpenStatus {
  const wanted = need === 'all' ? statuses.length : need === 'any' ? 1 : need;
  const met = statuses.filter((status) => status === 'met' || status === 'waived').length;
  const open = statuses.filter((status) => status === 'undecided').length;
  if (met >= wanted) return 'met';
  return met + open >= wanted ? 'undecided' : 'unmet';
}
