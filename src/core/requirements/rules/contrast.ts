import type { Piece } from '../../repertoire';
import { CONTRASTS, contrastValue, type Contrast } from '../contrast';
import { canAllDiffer, canSomeDiffer } from '../possible';
import { hasRepeat, NEVER_LOST, type FactOf, type SearchPiece } from '../search-parts';
import type { OpenStatus } from '../verdict';
import { choice } from './fields';
import { ruleModule } from './rule-module';
import { chosenOf, decide, openOf } from './ways';
import { list, toChoose } from './words';

/** 'any': some two pieces differ; 'all': every two do. */
export interface ContrastRule {
  readonly id: string;
  readonly kind: 'contrast';
  readonly in: Contrast;
  readonly between: 'any' | 'all';
}

interface ContrastEvidence {
  readonly kind: 'contrast';
  /** What each piece brings, in the order chosen; null where unknown. */
  readonly values: readonly { readonly title: string; readonly value: string | null }[];
  readonly repeated: string | null;
  readonly open: number;
}

export const contrast = ruleModule<ContrastRule>()({
  name: 'Contrast between pieces',
  about: 'pieces',
  title: (rule) =>
    rule.between === 'all'
      ? `Every piece contrasts with every other in ${rule.in}`
      : `Two pieces contrast in ${rule.in}`,
  check: (rule, { set }, slots) => {
    const chosen = chosenOf(slots);
    const valueOf = (piece: Piece) => contrastValue(piece, rule.in, set.tempoBands);
    const values = chosen.map((piece) => ({ title: piece.title, value: valueOf(piece) }));
    const known = values.flatMap(({ value }) => value ?? []);
    const open = openOf(slots);
    const { possible: allMay, repeated } = canAllDiffer(chosen, slots, valueOf);
    const possible = rule.between === 'all' ? allMay : canSomeDiffer(chosen, slots, valueOf);
    const isKept = rule.between === 'all' ? known.length === values.length : new Set(known).size > 1;
    const evidence: ContrastEvidence = { kind: 'contrast', values, repeated, open };
    return { status: decide(possible, open === 0 && isKept), evidence };
  },
  sentence: (rule, { status, evidence }) => {
    const known = evidence.values.flatMap(({ title, value }) =>
      value === null ? [] : [`${title} ${value}`],
    );
    const unknown = evidence.values.filter(({ value }) => value === null).map(({ title }) => title);
    const here = known.length > 0 ? known.join(', ') : 'Nothing known yet';
    if (status === 'unmet')
      return evidence.repeated !== null && rule.between === 'all'
        ? `${here}: ${evidence.repeated} appears twice. Change one of the two.`
        : `${here}. No choice left brings a contrast.`;
    return `${here}${toChoose(evidence.open)}.${unknown.length > 0 ? ` Not known of ${list(unknown)}.` : ''}`;
  },
  fields: {
    in: choice('In', CONTRASTS),
    between: choice('Between', ['any', 'all'], 'some two pieces, or every two'),
  },
  search: {
    fact: (rule, piece, _, set) => contrastValue(piece, rule.in, set.tempoBands),
    unknown: () => null,
    openByPieces: () => true,
    compile: (rule, fact) =>
      rule.between === 'all'
        ? {
            status: (places) => {
              if (hasRepeat(places, fact)) return 'unmet';
              return places.some((place) => fact(place) === null) ? 'undecided' : 'met';
            },
            lost: (places) => hasRepeat(places, fact),
          }
        : { status: (places) => someContrast(places, fact), lost: NEVER_LOST },
  },
});

function someContrast(places: readonly SearchPiece[], fact: FactOf): OpenStatus {
  const values = places.map(fact);
  const known = new Set(values.filter((value) => value !== null));
  if (known.size > 1) return 'met';
  return places.length > 1 && values.includes(null) ? 'undecided' : 'unmet';
}
