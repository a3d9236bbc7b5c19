import { componentOf } from '../requirement-set';
import { amountOrNone, letter } from './fields';
import { missing, ruleModule } from './rule-module';
import { nameOf, number } from './words';

/** So many rows of the table heard secure; null: every row. */
export interface ScalesKnown {
  readonly id: string;
  readonly kind: 'scales known';
  readonly componentId: string;
  readonly count: number | null;
}

export const scalesKnown = ruleModule<ScalesKnown>()({
  name: 'Scales of the table known',
  about: 'entry',
  title: ({ componentId, count }, level) =>
    `${nameOf(level, componentId, 'Scales')}: ${count === null ? 'every row' : `${number(count)} rows`} known`,
  check: (rule, { level, scalesHeard }) => {
    const source = componentOf(level, rule.componentId)?.source;
    const rows = source?.kind === 'scales' ? source.rows : [];
    const open = rows.filter((row) => !scalesHeard.includes(row.id));
    const heard = rows.length - open.length;
    const wanted = rule.count ?? rows.length;
    const next = open[0] ? `${open[0].key} ${open[0].form}` : null;
    const never = wanted > rows.length || rows.length === 0;
    return {
      status: never ? 'unmet' : heard >= wanted ? 'met' : 'undecided',
      evidence: { kind: 'scales' as const, heard, rows: rows.length, next },
    };
  },
  sentence: (_, { status, evidence: { heard, rows, next } }) => {
    if (rows === 0) return 'The table has no rows.';
    if (status === 'unmet') return `The table has ${number(rows)} rows only.`;
    return `${heard} of ${rows} heard secure${next === null ? '' : `; ${next} not yet`}.`;
  },
  fields: {
    componentId: letter('Letter of the table', 'The letter of a scale table above.'),
    count: amountOrNone(1, 400, {
      label: 'Rows known',
      hint: 'empty: every row',
      wrong: 'How many rows, or empty.',
    }),
  },
  problems: ({ componentId }, level, say) => {
    if (!missing(level, componentId, say) && componentOf(level, componentId)?.source.kind !== 'scales')
      say('', `component "${componentId}" has no scale table`);
  },
});
