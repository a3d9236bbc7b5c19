import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { readScoreText, VALUE_CHANGES, withValues, xRay, type XRay } from '@/core/score';

const seen = (text: string): XRay => {
  const read = readScoreText(text);
  if (!read.ok) throw new Error(JSON.stringify(read.why));
  const found = xRay(read.value);
  if (!found.ok) throw new Error(JSON.stringify(found.why));
  return found.value;
};
const shipped = (name: string) => readFileSync(new URL(`./scores/${name}.musicxml`, import.meta.url), 'utf8');

test.each([
  'ropewalk-gigue',
  'seven-steps',
  'lantern-waltz',
  'kittiwake-duo',
  'bosuns-cadence',
  'netmenders-study',
])(
  '%s doubled and halved: every bar lasts as long, is read in the same order, and asks to learn as much',
  (name) => {
    const text = shipped(name);
    const before = seen(text);
    for (const change of VALUE_CHANGES) {
      const made = withValues(text, change);
      if (!made.ok) throw new Error(made.why);
      const after = seen(made.value);
      const factor = change === 'doubled' ? 2 : 0.5;
      expect(after.roadmap.order).toEqual(before.roadmap.order);
      expect(after.toLearn).toBe(before.toLearn);
      if (before.tempos.length > 0) expect(after.seconds).toBeCloseTo(before.seconds, 6);
      else expect(after.seconds).toBeCloseTo(before.seconds * factor, 6);
      const back = withValues(made.value, change === 'doubled' ? 'halved' : 'doubled');
      if (!back.ok) throw new Error(back.why);
      expect(seen(back.value).seconds).toBeCloseTo(before.seconds, 6);
      expect(seen(back.value).demands).toEqual(before.demands);
    }
    const doubled = withValues(text, 'doubled');
    if (doubled.ok) expect(doubled.value).not.toMatch(/<beam/);
  },
);
