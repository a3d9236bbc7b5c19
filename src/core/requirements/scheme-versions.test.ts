import { expect, test } from 'vitest';
import { PLAIN_SUM, type MarkScheme } from '../marks';
import { withEarlierSchemes } from './scheme-versions';
import type { RequirementSet } from './with-rules';

const scheme = (id: string, version: number, maxMark: number): MarkScheme => ({
  id,
  version,
  components: [{ componentId: 'a', criteria: [{ id: 'c', name: 'c', maxMark, bands: [] }] }],
  ...PLAIN_SUM,
  awards: [],
});
const set = (schemes: readonly MarkScheme[], earlierSchemes?: readonly MarkScheme[]) =>
  ({ id: 'set', schemes, ...(earlierSchemes && { earlierSchemes }) }) as unknown as RequirementSet;
const versions = ({ schemes, earlierSchemes = [] }: RequirementSet) =>
  [schemes, earlierSchemes].map((some) =>
    some.map(({ id, version, components }) => `${id}${version}:${components[0]?.criteria[0]?.maxMark ?? 0}`),
  );

test.each<[string, RequirementSet, RequirementSet | undefined, string[][]]>([
  ['a new set', set([scheme('s', 1, 12)]), undefined, [['s1:12'], []]],
  ['unchanged', set([scheme('s', 1, 12)]), set([scheme('s', 1, 12)]), [['s1:12'], []]],
  ['a version later', set([scheme('s', 2, 6)]), set([scheme('s', 1, 12)]), [['s2:6'], ['s1:12']]],
  [
    'changed under the old number',
    set([scheme('s', 1, 6)]),
    set([scheme('s', 1, 12)]),
    [['s2:6'], ['s1:12']],
  ],
  [
    'changed again, those before still kept',
    set([scheme('s', 3, 5)]),
    set([scheme('s', 2, 6)], [scheme('s', 1, 12)]),
    [['s3:5'], ['s2:6', 's1:12']],
  ],
  [
    'back to the number of an earlier one with other marks',
    set([scheme('s', 1, 9)]),
    set([scheme('s', 2, 6)], [scheme('s', 1, 12)]),
    [['s3:9'], ['s2:6', 's1:12']],
  ],
  ['taken out', set([scheme('t', 1, 6)]), set([scheme('s', 1, 12)]), [['t1:6'], ['s1:12']]],
])('%s', (_, now, before, expected) => expect(versions(withEarlierSchemes(now, before))).toEqual(expected));
