import { markProblem } from '@/core/marks';
import type { ResultBeside } from '@/core/register';
import { CERTIFICATES, type GoalResult } from '@/core/programme';
import { refuse, type Result } from '@/core/result';
import type { CalendarDay } from '@/core/time';
import { valueAt } from '@/core/value-at';

/** A result as it is typed. Criteria by "component/criterion". */
export interface TypedResult {
  readonly day: string;
  readonly award: string;
  readonly total: string;
  readonly marks: Readonly<Record<string, string>>;
  readonly criteria: Readonly<Record<string, string>>;
  readonly fee: string;
  readonly certificate: string;
  readonly note: string;
}

export const typedOf = (result: GoalResult | undefined, day: CalendarDay): TypedResult => ({
  day: result?.on ?? day,
  award: result?.award ?? '',
  total: result?.total == null ? '' : String(result.total),
  marks: Object.fromEntries(Object.entries(result?.marks ?? {}).map(([id, mark]) => [id, String(mark)])),
  criteria: Object.fromEntries(
    Object.entries(result?.criteria ?? {}).flatMap(([id, marks]) =>
      Object.entries(marks).map(([criterion, mark]) => [`${id}/${criterion}`, String(mark)]),
    ),
  ),
  fee: result?.fee ?? '',
  certificate: result?.certificate ?? '',
  note: result?.note ?? '',
});

const figure = (text: string): number | null | undefined => {
  if (text.trim() === '') return null;
  const plain = text.trim().replace(',', '.');
  return /^\d{1,5}(?:\.\d{1,2})?$/.test(plain) ? Number(plain) : undefined;
};

interface Where {
  readonly at: string;
  readonly message: string;
}

/**
 * What is typed as a result, without its day. Where every criterion of a component is given and its mark is not, the mark
 * is their sum.
 */
export function readTyped(
  typed: TypedResult,
  { components }: Pick<ResultBeside, 'components'>,
): Result<Omit<GoalResult, 'on'>, readonly Where[]> {
  const bad: Where[] = [];
  const total = figure(typed.total);
  if (total === undefined) bad.push({ at: 'total', message: 'a number' });
  const marks: Record<string, number> = {};
  const criteria: Record<string, Record<string, number>> = {};
  for (const { component, scheme } of components) {
    const given: Record<string, number> = {};
    for (const criterion of scheme.criteria) {
      const { id, maxMark } = criterion;
      const mark = figure(valueAt(typed.criteria, `${component.id}/${id}`) ?? '');
      if (mark === undefined || (mark !== null && markProblem(scheme, criterion, mark) !== null))
        bad.push({ at: component.id, message: `a criterion is not a mark from 0 to ${maxMark}` });
      else if (mark !== null) given[id] = mark;
    }
    if (Object.keys(given).length > 0) criteria[component.id] = given;
    const mark = figure(valueAt(typed.marks, component.id) ?? '');
    const isWhole = Object.keys(given).length === scheme.criteria.length;
    const sum = Object.values(given).reduce((all, each) => all + each, 0);
    if (mark === undefined) bad.push({ at: component.id, message: 'a number' });
    else if (mark !== null && isWhole && mark !== sum)
      bad.push({ at: component.id, message: `its criteria add up to ${sum}` });
    else if (mark !== null || isWhole) marks[component.id] = mark ?? sum;
  }
  if (bad.length > 0) return refuse(bad);
  const certificate = CERTIFICATES.find((each) => each === typed.certificate);
  return {
    ok: true,
    value: {
      award: typed.award === '' ? null : typed.award,
      total: total ?? null,
      ...(Object.keys(marks).length > 0 && { marks }),
      ...(Object.keys(criteria).length > 0 && { criteria }),
      ...(typed.fee.trim() !== '' && { fee: typed.fee.trim().slice(0, 60) }),
      ...(certificate && { certificate }),
      ...(typed.note.trim() !== '' && { note: typed.note.trim().slice(0, 1_000) }),
    },
  };
}
