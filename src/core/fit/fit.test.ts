import { describe, expect, test } from 'vitest';
import { cheapestProgramme, eachProgramme, type CheapestProgramme } from '../programme';
import type { ComponentSource } from '../requirements';
import { addDays, calendarDay } from '../time';
import { generatedStudio, openPlan } from './arbitrary';
import { entryKey } from './asked';
import { fitDetail, fitWith } from './fit';
import { fitCells } from './kept-fit';
import {
  openFit,
  readyColumn,
  prepareStudent,
  type FitColumn,
  type FitSettings,
  type FitStudent,
} from './ready';

const studio = generatedStudio(7, { students: 24, levels: 20, pieces: 240 });
const fit = openFit(studio.settings);
/** A flute pupil of the first set, fourteen, with level 3 and nothing else recorded. */
const base = studio.students[0]!;
const flautist = {
  ...base.student,
  instrument: 'flute',
  birthDate: calendarDay('2012-09-30'),
  levelsHeld: [
    { family: 'set-0', levelName: 'Level 3', rank: 3, day: calendarDay('2026-03-25'), award: 'strong' },
  ],
};
/** With so many minutes on six days of the week. */
const practising = (minutes: number) => ({
  plan: openPlan(
    { ...flautist, minutesByWeekday: [minutes, minutes, minutes, minutes, minutes, minutes, 0] },
    studio.settings.today,
  ),
});
const pupil: FitStudent = {
  ...base,
  student: flautist,
  ...practising(25),
  book: { ...base.book, evidence: [] },
  held: 3,
};
const column = (rank: number, change: Partial<FitColumn> = {}): FitColumn => ({
  ...studio.columns[rank - 1]!,
  ...change,
});
const detail = (given: Partial<FitStudent>, at: FitColumn) =>
  fitDetail(fit, prepareStudent(fit, { ...pupil, ...given }), readyColumn(fit, at));
const all = practising(330);
const heard = (how: 'alone' | 'not yet', ids: readonly string[]) => ({
  book: { ...pupil.book, evidence: ids.map((skillId) => ({ skillId, day: calendarDay('2026-12-01'), how })) },
});
const withRules = (rank: number, rules: FitColumn['level']['rules']): FitColumn => {
  const at = column(rank);
  return { ...at, level: { ...at.level, rules } };
};

describe('a cell', () => {
  test('held, already passed, another instrument, a session gone by', () => {
    expect(detail({}, column(3)).state).toEqual({ kind: 'held', award: 'strong', day: '2026-03-25' });
    expect(detail({}, column(2)).state).toEqual({ kind: 'already passed', levelName: 'Level 3' });
    expect(detail({}, column(11)).state).toEqual({
      kind: 'not eligible',
      why: { kind: 'instrument', open: 'oboe' },
    });
    const gone = column(4, { session: { ...column(4).session, day: calendarDay('2027-01-20') } });
    expect(detail({}, gone).state).toEqual({ kind: 'not eligible', why: { kind: 'session past' } });
  });
  test('reachable in so many weeks, and beyond when there are fewer to the session', () => {
    const found = detail({}, column(4));
    expect(found.state).toEqual({ kind: 'reachable', weeks: found.weeksNeeded });
    expect(found.weeksNeeded).toBeLessThanOrEqual(found.weeksToSession);
    const weeks = found.weeksNeeded ?? 0;
    const soon = {
      ...column(4).session,
      day: addDays(studio.settings.today, 7 * (weeks - 1)),
      entryCloses: null,
    };
    const open = column(4).level.rules.filter((rule) => rule.kind !== 'entry closes');
    expect(detail({}, { ...withRules(4, open), session: soon }).state.kind).toBe('beyond');
    expect(detail(practising(1), column(4)).state).toEqual({ kind: 'beyond', weeks: null });
  });
  test('ready now asks for nothing missing and at most three weeks', () => {
    const missing = detail(all, column(4)).missing.map((each) => each.skillId);
    const skilled = heard('alone', [...studio.settings.map.keys()]);
    expect(detail({ ...all, ...skilled }, column(4)).state).toEqual({ kind: 'ready now', weeks: 1 });
    expect(detail(all, column(4)).state.kind).toBe(missing.length === 0 ? 'ready now' : 'reachable');
    expect(
      detail({ ...all, ...heard('not yet', [...studio.settings.map.keys()]) }, column(4)).state.kind,
    ).not.toBe('ready now');
    expect(detail(skilled, column(6)).state.kind).toBe('reachable');
  });
  test('not eligible names the rules; entry taken in time counts after it has closed', () => {
    const closed = { ...column(4).session, entryCloses: calendarDay('2027-01-10') };
    expect(detail({}, column(4, { session: closed })).state).toEqual({
      kind: 'not eligible',
      why: { kind: 'rules', ruleIds: ['closes'] },
    });
    const late = { ...closed, late: { until: calendarDay('2027-02-01'), fee: '5 crowns' } };
    expect(detail({}, column(4, { session: late })).state.kind).toBe('reachable');
    const key = entryKey('set-0', 'level-4', 'spring');
    const entered = new Map([[key, calendarDay('2027-01-05')]]);
    expect(detail({ entered }, column(4, { session: closed })).state.kind).toBe('reachable');
    expect(detail({}, column(9)).state).toEqual({
      kind: 'not eligible',
      why: { kind: 'rules', ruleIds: ['before'] },
    });
  });
  test('no programme keeps the rules', () => {
    const none = withRules(4, [{ id: 'time', kind: 'time', min: null, max: 10, gapSeconds: 0 }]);
    expect(detail({}, none).state).toEqual({ kind: 'not eligible', why: { kind: 'no programme' } });
  });
  test('what was not looked at, or is not known, is never said for certain', () => {
    const stateIn = (change: Partial<FitSettings>, given: Partial<FitStudent>, at: FitColumn) => {
      const other = openFit({ ...studio.settings, ...change });
      return fitDetail(other, prepareStudent(other, { ...pupil, ...given }), readyColumn(other, at)).state;
    };
    const at = column(4);
    const piece = [...studio.settings.pieces.values()].find(({ id }) => id.startsWith('set-0-4-A'))!;
    const from = (source: ComponentSource, rules: FitColumn['level']['rules'] = []): FitColumn => ({
      ...at,
      level: { ...at.level, rules, components: [{ id: 'A', letter: 'A', name: 'A', source }] },
    });
    const none = [{ id: 'time', kind: 'time' as const, min: null, max: 10, gapSeconds: 0 }];
    const own = { kind: 'own choice' as const, min: 1, max: 1 };
    // An own choice is looked for among some of the pieces: that none keeps the rules is not certain.
    expect(stateIn({}, all, from(own)).kind).not.toBe('undecided');
    const counted = new Map(
      [...studio.settings.pieces].map(([id, each]) => [id, { ...each, bars: each.bars ?? 20 }]),
    );
    expect(stateIn({ pieces: counted }, all, from(own, none))).toMatchObject({
      unknown: { kind: 'own choice', more: 120 - 24, unsaid: 0 },
    });
    // Only pieces for the instrument are offered: those of the other set are not, nor those nobody has said anything of.
    const horn = { student: { ...pupil.student, instrument: 'horn' } };
    const anyOne: FitColumn = { ...from(own), level: { ...from(own).level, instruments: ['any'] } };
    expect(stateIn({ pieces: counted }, { ...all, ...horn }, anyOne)).toEqual({
      kind: 'not eligible',
      why: { kind: 'no programme' },
    });
    const loose = { ...piece, id: 'loose' };
    const withLoose = (change: Partial<typeof loose>) =>
      stateIn(
        { pieces: new Map([...counted, ['loose', { ...loose, ...change }]]) },
        { ...all, ...horn },
        anyOne,
      );
    expect(withLoose({})).toEqual({
      kind: 'undecided',
      unknown: { kind: 'own choice', more: 0, unsaid: 1 },
    });
    expect(withLoose({ instrument: 'trumpet, Horn' }).kind).toMatch(/ready now|reachable/);
    expect(withLoose({ instrument: 'piano' }).kind).toBe('not eligible');
    const few = new Map([[piece.id, piece]]);
    expect(stateIn({ pieces: few }, all, from(own, none))).toEqual({
      kind: 'not eligible',
      why: { kind: 'no programme' },
    });
    // A deleted piece costs something nobody knows.
    const excerpt = {
      kind: 'excerpt' as const,
      bars: { from: 1, to: 8 },
      tempo: null,
      fromBeat: null,
      toBeat: null,
    };
    expect(stateIn({}, all, from({ ...excerpt, pieceId: 'gone' }))).toEqual({
      kind: 'undecided',
      unknown: { kind: 'pieces', pieceIds: ['gone'] },
    });
    expect(stateIn({}, all, from({ kind: 'list', pieceIds: ['gone'], min: 1, max: 1 }))).toEqual({
      kind: 'undecided',
      unknown: { kind: 'pieces', pieceIds: ['gone'] },
    });
    // A word nobody knows is named.
    const strange = new Map([[piece.id, { ...piece, demands: ['wobbles', 'ties'] }]]);
    const list = from({ kind: 'list', pieceIds: [piece.id], min: 1, max: 1 });
    expect(stateIn({ pieces: strange }, all, list)).toEqual({
      kind: 'undecided',
      unknown: { kind: 'demands', names: ['wobbles'] },
    });
    const map = new Map([
      ...studio.settings.map,
      ['own', { id: 'own', name: 'Wobbles', family: 'general', needs: [], stage: 1 }],
    ]);
    expect(stateIn({ pieces: strange, map }, all, list).kind).not.toBe('undecided');
    // So is an instrument of no family, until the teacher says which.
    const piper = { student: { ...pupil.student, instrument: 'nose pipe' } };
    const open = { ...list, level: { ...list.level, instruments: ['nose pipe'] } };
    expect(stateIn({ pieces: strange }, { ...all, ...piper }, open)).toEqual({
      kind: 'undecided',
      unknown: { kind: 'family', instrument: 'nose pipe' },
    });
  });
  test('a student of whom nothing is known is told from a beginner', () => {
    const student = { ...pupil.student, levelsHeld: [] };
    const bare = { student, used: [], hasPlayed: false, held: 0 };
    expect(detail(bare, column(1)).state).toEqual({ kind: 'undecided', unknown: { kind: 'student' } });
    for (const known of [
      { student: { ...student, isBeginner: true } },
      { hasPlayed: true },
      heard('alone', ['general.steady-pulse']),
    ])
      expect(detail({ ...bare, ...known }, column(1)).state.kind).not.toBe('undecided');
    // What keeps a student out is certain all the same.
    const young = withRules(1, [{ id: 'age', kind: 'age', on: null, min: 30, max: null }]);
    expect(detail(bare, young).state.kind).toBe('not eligible');
  });
  test('what is unknown leaves it undecided', () => {
    const year = withRules(4, [{ id: 'year', kind: 'year group', min: 7, max: 9 }]);
    expect(detail({}, year).state).toEqual({
      kind: 'undecided',
      unknown: { kind: 'rules', ruleIds: ['year'] },
    });
    const uncounted = new Map(
      [...studio.settings.pieces].map(([id, piece]) => [id, { ...piece, bars: null }]),
    );
    const blind = openFit({ ...studio.settings, pieces: uncounted });
    const { state } = fitDetail(blind, prepareStudent(blind, pupil), readyColumn(blind, column(4)));
    expect(state).toMatchObject({ kind: 'undecided', unknown: { kind: 'bars' } });
  });
  test('skills missing come in learning order, and a pathway may change them', () => {
    const { missing } = detail(heard('not yet', ['flute.second-octave', 'flute.octave-slurs']), column(5));
    const ids = missing.map((each) => each.skillId);
    if (ids.includes('flute.octave-slurs'))
      expect(ids.indexOf('flute.second-octave')).toBeLessThan(ids.indexOf('flute.octave-slurs'));
    expect(new Set(ids).size).toBe(ids.length);
  });
});

test('every cell says what trying every programme says', () => {
  const exhaustive: typeof cheapestProgramme = (compiled, cost, skillMinutes, facts) => {
    let best: CheapestProgramme | null = null;
    eachProgramme(
      compiled,
      (places) => {
        const costs = places.map(cost);
        const skills = [...new Set(costs.flatMap((each) => each.skills))];
        const minutes = [
          ...costs.map((each) => each.minutes),
          ...skills.map((at) => skillMinutes[at] ?? 0),
        ].reduce((sum, each) => sum + each, 0);
        if (minutes < Infinity && minutes < (best?.minutes ?? Infinity))
          best = { places: [...places], minutes, skills };
        return true;
      },
      compiled.rules,
      facts,
    );
    return best;
  };
  const kinds = new Set<string>();
  for (const { row, column: at, state } of fitCells(studio.settings, studio.students, studio.columns)) {
    kinds.add(state.kind);
    if (state.kind === 'held' || state.kind === 'already passed') continue;
    const student = prepareStudent(fit, studio.students[row]!);
    const slow = fitWith(fit, student, readyColumn(fit, studio.columns[at]!), exhaustive);
    expect(slow.state).toEqual(state);
  }
  expect([...kinds].sort()).toEqual(
    ['beyond', 'held', 'not eligible', 'already passed', 'reachable']
      .concat(kinds.has('ready now') ? ['ready now'] : [])
      .sort(),
  );
}, 120_000);
