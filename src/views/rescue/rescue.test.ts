import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { withRecords, type Studio } from '@/core/files';
import { effortFigure, pieceMinutes } from '@/core/effort';
import { fitStudio } from '@/core/forecast';
import { pieceOfGoal } from '@/core/programme';
import {
  goalContext,
  goalForecast,
  pastCandidacies,
  rescued,
  rescuedTogether,
  rescueOf,
  withOption,
  type RescueOption,
  type RescueQuestion,
} from '@/core/register';
import { checkProgramme } from '@/core/requirements';
import { easierScore, readScoreText, readScoreWork, barsToLearnIn } from '@/core/score';
import { demoTexts } from '@/demo';
import { proofRuns } from '@/proof-runs';
import { studio, today } from '../test-studio';
import { goalTalk } from './talk-model';

const GOAL = 'recital-anouk';
const NOCTURNE = 'chandlery-breakwater-nocturne';
const past = pastCandidacies(studio);
const fit = fitStudio(past.slice(0, 6));
const piece = studio.pieces.get(NOCTURNE)!;
const text = demoTexts().get(studio.scores.get(piece.scoreId ?? '')?.textId ?? '') ?? '';
const texts = new Map([[NOCTURNE, text]]);
const asked = (of: Studio = studio): RescueQuestion => ({
  studio: of,
  goalId: GOAL,
  today,
  fit,
  past,
  texts,
});
const found = rescueOf(asked())!;
const kinds = (options: readonly RescueOption[]) => [...new Set(options.map(({ change }) => change.kind))];
const optionOf = (kind: string, at = 0) => found.options.filter(({ change }) => change.kind === kind)[at]!;

/** The recital with another word on how music may be played, and other rules. */
function withRules(rules: readonly unknown[]): Studio {
  const set = studio.sets.get('chandlery-recital-2027')!;
  const data = { ...set, levels: set.levels.map((level) => ({ ...level, rules })) };
  return withRecords(studio, [{ kind: 'set', id: set.id, data: data }]);
}
const modifications = (allows: readonly string[] | null) => ({
  id: 'mods',
  kind: 'condition',
  topic: 'Modifications',
  allows,
});

test('one who is far behind has every kind of way left, in their order', () => {
  expect(found.now.fits).toBe(false);
  expect(found.now.peak).toBeGreaterThan(1.2);
  expect(kinds(found.options)).toEqual([
    'simplify',
    'cut',
    'support',
    'learned piece',
    'later',
    'withdraw',
    'let it be',
  ]);
  // The places where it went wrong last, and what everyone knows stays.
  expect(optionOf('support').change).toMatchObject({
    bars: [
      { from: 20, to: 20 },
      { from: 41, to: 41 },
      { from: 63, to: 63 },
    ],
  });
  for (const { change } of found.options)
    if (change.kind === 'cut')
      for (const tune of piece.wellKnown ?? [])
        expect(change.bars.from > tune.to || change.bars.to < tune.from).toBe(true);
  expect(optionOf('let it be').effect).toEqual({
    ...found.now,
    forecast: optionOf('let it be').effect.forecast,
  });
});

test('what the event forbids, or does not speak of, is never offered', () => {
  const words = fc.subarray(['as printed', 'simplified', 'cut', 'transposed']);
  const rule = fc.oneof(words, fc.constant(null)).map(modifications);
  fc.assert(
    fc.property(fc.array(rule, { maxLength: 2 }), (rules) => {
      const { options, allows } = rescueOf(
        asked(withRules(rules.map((each, at) => ({ ...each, id: `mods-${at}` })))),
      )!;
      for (const [kind, word] of [
        ['simplify', 'simplified'],
        ['cut', 'cut'],
      ] as const) {
        const may = rules.length > 0 && rules.every((each) => each.allows?.includes(word));
        expect(kinds(options).includes(kind)).toBe(may);
        expect(allows[word] === 'yes').toBe(may);
      }
    }),
    { numRuns: proofRuns(60) },
  );
});

/** All of it again, from a studio in which the changes were made. */
function again(of: Studio, changes: Parameters<typeof rescued>[2]) {
  const after = rescued(of, GOAL, changes, today)!;
  const made = withRecords(of, [
    { kind: 'goal', id: GOAL, data: structuredClone(after.goal) },
    { kind: 'student', id: after.student.id, data: structuredClone(after.student) },
  ]);
  const goal = made.goals.get(GOAL)!;
  return { made, goal, context: goalContext(made, goal, today)! };
}

test('each effect is that of a full recomputation; what breaks a rule says so', () => {
  // A shortest time makes a long cut break a rule.
  const strict = withRules([
    modifications(['as printed', 'simplified', 'cut']),
    { id: 'time', kind: 'time', min: 150, max: 360, gapSeconds: 0 },
  ]);
  let broken = 0;
  for (const of of [studio, strict]) {
    const rescue = rescueOf(asked(of))!;
    for (const { change, effect } of rescue.options) {
      const { made, goal, context } = again(of, [change]);
      if (change.kind === 'withdraw') {
        expect(goal.closedOn).toBe(today);
        continue;
      }
      expect(effect.peak).toBeCloseTo(context.plan!.peak);
      expect(effect.fits).toBe(context.plan!.feasible);
      expect(effect.toDo).toBe(Math.round(context.plan!.items.reduce((sum, { toDo }) => sum + toDo, 0)));
      const before = goalContext(of, of.goals.get(GOAL)!, today)!.verdicts;
      const unmet = checkProgramme(context.entry).filter(({ status }) => status === 'unmet');
      const now = unmet.filter(
        ({ ruleId }) => before.find((each) => each.ruleId === ruleId)?.status !== 'unmet',
      );
      expect(effect.breaks).toEqual(now.map(({ ruleId }) => ruleId));
      broken += effect.breaks.length;
      const told = goalForecast(made, context, fit, past, today)!;
      const moves = ['learned piece', 'easier piece', 'later'].includes(change.kind);
      expect(effect.forecast?.total ?? null).toEqual(moves ? told.total : null);
    }
  }
  expect(broken).toBeGreaterThan(0);
});

describe('minutes saved', () => {
  const { effort } = goalContext(studio, studio.goals.get(GOAL)!, today)!;
  const asPlayed = (option: RescueOption) => pieceOfGoal(again(studio, [option.change]).goal, piece, effort);
  const workOf = (xml: string) => {
    const read = readScoreText(xml);
    return read.ok ? readScoreWork(read.value, 'x'.repeat(64), {})! : null;
  };
  const whole = { from: 1, to: 9_999 };

  test('of a cut are those of the bars that are no longer to learn, counted in the shorter file', () => {
    for (const option of found.options.filter(({ change }) => change.kind === 'cut')) {
      const { change, effect } = option;
      if (change.kind !== 'cut') continue;
      const shorter = workOf(easierScore(text, { thin: [], cut: change.bars }).text)!;
      const bars = barsToLearnIn(shorter, whole);
      expect(asPlayed(option).barsToLearn).toBeCloseTo(bars);
      // Nothing of it is done yet: all its minutes are still asked for.
      expect(found.now.toDo - effect.toDo).toBe(
        pieceMinutes(piece.barsToLearn!, 0, effort) - pieceMinutes(bars, 0, effort),
      );
      expect(effect.seconds).toBeLessThan(found.now.seconds!);
    }
  });

  test('of what is thinned are the share of its notes, counted in the thinner file', () => {
    const share = effortFigure(effort, 'notesPercent') / 100;
    for (const option of found.options.filter(({ change }) => change.kind === 'simplify')) {
      const { change, effect } = option;
      if (change.kind !== 'simplify') continue;
      const thinner = easierScore(text, { thin: change.thin, cut: null }).text;
      const notesIn = (xml: string) => {
        const read = readScoreText(xml);
        const measures = read.ok ? (read.value.parts[0]?.measures ?? []) : [];
        return measures.map(({ notes }) =>
          notes.filter(({ pitch }) => pitch !== null).reduce((sum, { signs }) => sum + 1 + signs.length, 0),
        );
      };
      const [before, after] = [notesIn(text), notesIn(thinner)];
      const heaviest = new Map<number, number>();
      for (const [at, same] of workOf(thinner)!.same.entries()) {
        const weight = 1 - share * (1 - (after[at] ?? 0) / (before[at] ?? 1));
        if (same > 0) heaviest.set(same, Math.max(heaviest.get(same) ?? 0, weight));
      }
      const bars = [...heaviest.values()].reduce((sum, each) => sum + each, 0);
      expect(asPlayed(option).barsToLearn).toBeCloseTo(bars);
      expect(found.now.toDo - effect.toDo).toBe(
        pieceMinutes(piece.barsToLearn!, 0, effort) - pieceMinutes(bars, 0, effort),
      );
    }
  });
});

test('options taken together are one way of playing the piece, and those that cannot be are let go', () => {
  const take = (ids: readonly string[]) =>
    ids.reduce<string[]>((so, id) => withOption(found.options, so, id), []);
  const [thin, cut] = [optionOf('simplify'), optionOf('cut')];
  expect(take([thin.id, cut.id])).toEqual([thin.id, cut.id]);
  expect(take([thin.id, cut.id, cut.id])).toEqual([thin.id]);
  expect(take([cut.id, optionOf('cut', 1).id])).toEqual([optionOf('cut', 1).id]);
  expect(take([thin.id, optionOf('learned piece').id])).toEqual([optionOf('learned piece').id]);
  expect(take([thin.id, cut.id, 'withdraw', 'let it be'])).toEqual(['let it be']);
  const together = rescuedTogether(asked(), [thin, cut])!;
  expect(together.changes).toHaveLength(1);
  expect(together.effect.toDo).toBeLessThan(Math.min(thin.effect.toDo, cut.effect.toDo));
  const { goal, context } = again(studio, together.changes);
  expect(goal.conditions['modifications']).toBe('simplified and cut');
  expect(context.plan?.peak).toBeCloseTo(together.effect.peak!);
  // The event allows both, so no rule is broken by them.
  expect(together.effect.breaks).toEqual([]);
  const items = context.plan!.items.find((item) => item.piece?.id === NOCTURNE);
  const cutBars = cut.change.kind === 'cut' ? cut.change.bars : { from: 0, to: 0 };
  expect(
    items?.piece?.work?.chunks.every(({ bars }) => bars.to < cutBars.from || bars.from > cutBars.to),
  ).toBe(true);
});

test('the talk sheet has no figure that was not heard, marked or decided', () => {
  const option = optionOf('cut');
  for (const changes of [[], [option.change]]) {
    const { made, context } = again(studio, changes);
    const { heard, decided, questions } = goalTalk(made, context);
    const runs = [...made.runs.values()].filter(({ studentId }) => studentId === 'anouk');
    const figures = new Set<string>();
    const add = (...all: readonly (string | number)[]) => {
      for (const each of all)
        for (const figure of String(each).match(/\d+/g) ?? []) figures.add(String(Number(figure)));
    };
    for (const { slips, stops, day } of runs)
      add(slips.length, stops.length, day, ...[...slips, ...stops].flatMap(({ bar }) => bar ?? []));
    for (const { sheet, mark, maxMark } of context.readSheets)
      if (mark.kind === 'complete') add(mark.mark, maxMark ?? 0, sheet.day);
    add(context.session.day);
    if (changes.length > 0 && option.change.kind === 'cut')
      add(option.change.bars.from, option.change.bars.to);
    const said = [...heard, ...decided, ...questions].join(' ').match(/\d+/g) ?? [];
    expect(said.length).toBeGreaterThan(10);
    for (const figure of said) expect(figures).toContain(String(Number(figure)));
    expect(decided).toHaveLength(changes.length);
  }
});

test('what is decided already stays when more is left out later', () => {
  const cut = optionOf('cut');
  const { made } = again(studio, [cut.change]);
  const later = rescueOf(asked(made))!;
  const thin = later.options.find(({ change }) => change.kind === 'simplify')!;
  expect(thin.effect.toDo).toBeLessThan(later.now.toDo);
  const { goal } = again(made, [thin.change]);
  const as = goal.plan.playedAs![NOCTURNE]!;
  expect(as.cut).toEqual(cut.change.kind === 'cut' ? cut.change.bars : null);
  expect(as.thin).toEqual(['octaves single']);
  expect(goal.conditions['modifications']).toBe('simplified and cut');
  // The cut that is made is not offered again.
  const bars = later.options.flatMap(({ change }) => (change.kind === 'cut' ? [change.bars] : []));
  expect(bars).not.toContainEqual(as.cut);
});

test('a piece learned on another instrument is not offered', () => {
  const oboist = { ...studio.students.get('anouk')!, instrument: 'oboe' };
  const made = withRecords(studio, [{ kind: 'student', id: 'anouk', data: oboist }]);
  expect(kinds(rescueOf(asked(made))!.options)).not.toContain('learned piece');
});
