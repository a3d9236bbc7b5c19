import { inTerms } from '../../terms';
import { coversBars, formatBars, type BarRange } from '../../music';
import { valueAt } from '../../value-at';
import { componentOf } from '../requirement-set';
import { letter } from './fields';
import { missing, ruleModule } from './rule-module';
import { nameOf } from './words';

export interface ExcerptBars {
  readonly id: string;
  readonly kind: 'excerpt bars';
  readonly componentId: string;
}

interface BarsEvidence {
  readonly kind: 'bars';
  readonly asked: BarRange | null;
  readonly prepared: BarRange | null;
}

export const excerptBars = ruleModule<ExcerptBars>()({
  name: 'Excerpt played as printed',
  about: 'entry',
  title: ({ componentId }, level) =>
    inTerms`${nameOf(level, componentId, 'Excerpt')}: the printed bars, whole`,
  check: ({ componentId }, { level, programme }) => {
    const source = componentOf(level, componentId)?.source;
    const asked = source?.kind === 'excerpt' ? source.bars : null;
    const choice = valueAt(programme, componentId)?.[0];
    const prepared = choice?.kind === 'excerpt' ? choice.bars : null;
    const evidence: BarsEvidence = { kind: 'bars', asked, prepared };
    if (asked === null) return { status: 'unmet', evidence };
    if (prepared === null) return { status: 'undecided', evidence };
    return { status: coversBars(prepared, asked) ? 'met' : 'unmet', evidence };
  },
  sentence: (_, { status, evidence: { asked, prepared } }) => {
    if (asked === null) return inTerms('The requirement names no bars.');
    if (prepared === null) return inTerms`Bars ${formatBars(asked)} asked; none set.`;
    return status === 'met'
      ? inTerms`Bars ${formatBars(prepared)}.`
      : inTerms`Bars ${formatBars(prepared)} set; bars ${formatBars(asked)} asked.`;
  },
  fields: { componentId: letter('Letter of the excerpt', 'The letter of an excerpt above.') },
  problems: (rule, level, say) => void missing(level, rule.componentId, say),
});
