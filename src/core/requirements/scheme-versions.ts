import equal from 'fast-deep-equal';
import type { MarkScheme } from '../marks';
import type { RequirementSet } from './with-rules';

const isVersion = (a: MarkScheme) => (b: MarkScheme) => a.id === b.id && a.version === b.version;

/**
 * A set in the place of its earlier form: schemes that changed or went are kept as earlier versions, so that marks stay
 * readable by the scheme they were given under. A scheme changed under its old number takes the next one.
 */
export function withEarlierSchemes(set: RequirementSet, before: RequirementSet | undefined): RequirementSet {
  if (!before) return set;
  const known = [...before.schemes, ...(before.earlierSchemes ?? [])];
  const schemes = set.schemes.map((scheme): MarkScheme => {
    const twin = known.find(isVersion(scheme));
    if (!twin || equal(twin, scheme)) return scheme;
    const versions = known.filter(({ id }) => id === scheme.id).map(({ version }) => version);
    return { ...scheme, version: Math.max(...versions) + 1 };
  });
  const earlier = [...(set.earlierSchemes ?? []), ...known].filter(
    (scheme, at, all) => !schemes.some(isVersion(scheme)) && all.findIndex(isVersion(scheme)) === at,
  );
  return earlier.length === 0 ? { ...set, schemes } : { ...set, schemes, earlierSchemes: earlier };
}

/** Every version of a set's schemes that is kept. */
export const allSchemes = (set: RequirementSet): readonly MarkScheme[] => [
  ...set.schemes,
  ...(set.earlierSchemes ?? []),
];
