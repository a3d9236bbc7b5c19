import { composerKey } from '../../repertoire';
import { canAllDiffer } from '../possible';
import { hasRepeat, kept } from '../search-parts';
import { ruleModule } from './rule-module';
import { chosenOf, decide, openOf } from './ways';
import { list, toChoose } from './words';

export interface DifferentComposers {
  readonly id: string;
  readonly kind: 'different composers';
}

interface ComposersEvidence {
  readonly kind: 'composers';
  readonly names: readonly string[];
  readonly repeated: string | null;
  readonly open: number;
}

export const differentComposers = ruleModule<DifferentComposers>()({
  name: 'Different composers',
  about: 'pieces',
  title: () => 'Every piece by a different composer',
  check: (_, __, slots) => {
    const chosen = chosenOf(slots);
    const names = chosen.map((piece) => piece.composer);
    const open = openOf(slots);
    const { repeated, possible } = canAllDiffer(chosen, slots, (piece) => composerKey(piece.composer));
    const evidence: ComposersEvidence = {
      kind: 'composers',
      names,
      repeated: names.find((name) => composerKey(name) === repeated) ?? null,
      open,
    };
    return { status: decide(possible, open === 0), evidence };
  },
  sentence: (_, { status, evidence: { names, repeated, open } }) => {
    if (repeated !== null) return `${repeated} appears twice. Change one of the two.`;
    if (status === 'unmet') return 'No composer is left for an open list.';
    return `${names.length > 0 ? list(names) : 'Nothing chosen yet'}${toChoose(open)}.`;
  },
  fields: {},
  search: {
    fact: (_, { composer }) => composerKey(composer),
    unknown: () => null,
    openByPieces: () => true,
    compile: (_, fact) => ({
      status: (places) => kept(!hasRepeat(places, fact)),
      lost: (places) => hasRepeat(places, fact),
    }),
  },
});
