import { expect, test } from 'vitest';
import { DEFAULT_EFFORT } from '@/core/effort';
import { checkProgramme } from '@/core/requirements';
import { contextOf, studio } from '../test-studio';
import { suggestionsFor } from './suggestions';

const context = contextOf('jonah-4');
const { goal } = context;

test.each([true, false])('suggestions keep the rules, best first; what is chosen stays: %s', (keep) => {
  const { best, whole } = suggestionsFor(context, studio.pieces, DEFAULT_EFFORT, keep);
  expect(whole).toBe(true);
  expect(best.length).toBeGreaterThan(0);
  expect(best.map(({ points }) => points)).toEqual(
    [...best].map(({ points }) => points).sort((a, b) => b - a),
  );
  const before = new Set(
    checkProgramme({ ...context.entry, programme: {} })
      .filter(({ status }) => status === 'unmet')
      .map(({ ruleId }) => ruleId),
  );
  for (const { programme, reasons } of best) {
    expect(reasons[0]).toMatch(/^\d+ minutes of work$/);
    const broken = checkProgramme({ ...context.entry, programme }).filter(
      ({ status, ruleId }) => status === 'unmet' && !before.has(ruleId),
    );
    expect(broken).toEqual([]);
    if (keep)
      for (const [component, choices] of Object.entries(goal.programme))
        expect(programme[component]).toEqual(choices);
  }
});
