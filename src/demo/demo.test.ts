import { expect, test } from 'vitest';
import {
  formatRequirementFile,
  NO_STUDIO,
  parseRequirementFile,
  validateData,
  withRecords,
  type Studio,
} from '@/core/files';
import { decisionsOf, goalContext, learnedRateOf, openGoals } from '@/core/register';
import { explainRule } from '@/core/requirements';
import { calendarDay } from '@/core/time';
import { demoFiles, demoStudio } from '.';

const today = calendarDay('2027-01-20');
const studio = (): Studio =>
  withRecords(
    NO_STUDIO,
    demoStudio().map(({ kind, data }) => ({ kind, id: data.id, data })),
  );

test('every record holds its form, and every shipped set goes through the importer unchanged', () => {
  for (const { kind, data } of demoStudio()) expect(validateData(kind, data)).toMatchObject({ ok: true });
  for (const file of demoFiles()) {
    const read = parseRequirementFile(
      formatRequirementFile(file.set, new Map(file.pieces.map((piece) => [piece.id, piece]))),
    );
    expect(read).toMatchObject({ ok: true, value: { set: file.set } });
  }
});

test('every goal of the demo has its context, and the stories of the scenario show', () => {
  const all = studio();
  const contexts = openGoals(all).map((goal) => goalContext(all, goal, today));
  expect(contexts).not.toContain(undefined);
  const known = contexts.flatMap((context) => context ?? []);
  const unmet = known.flatMap(({ goal, level, verdicts }) =>
    verdicts
      .filter((verdict) => verdict.status === 'unmet')
      .map((verdict) => {
        const rule = level.rules.find((each) => each.id === verdict.ruleId);
        return `${goal.id}: ${rule ? explainRule(rule, verdict, level).sentence : ''}`;
      }),
  );
  expect(unmet).toEqual([
    'teodor-chair: Bars 85–104 set; bars 85–110 asked.',
    'elspeth-6: Valid 1 January 2022 to 28 February 2027; the session is on 31 March 2027.',
  ]);
  const orla = known.find(({ goal }) => goal.id === 'orla-5');
  expect(orla?.standing).toMatchObject({ total: 79, maxMark: 120, missing: [], award: { id: 'pass' } });
  // An autumn was reported, but for last week: those cards are still to be entered.
  expect(learnedRateOf(all, all.students.get('orla')!, today)?.rate).toBeCloseTo(1.3, 1);
  expect([...all.practice.values()].every(({ day }) => day < '2027-01-13')).toBe(true);
  expect(all.cards.size).toBe(11);
  expect(decisionsOf(known, today).map((each) => `${each.goalId} ${each.kind}`)).toContain('jonah-4 enter');
});
