import { coversBars } from '../music';
import { holds, type Piece } from '../repertoire';
import { daysBetween, yearsBetween } from '../time';
import { openSlots, piecesOf, type Entry, type Slot } from './entry';
import { canAllDiffer, fillings } from './possible';
import { componentOf } from './requirement-set';
import type { Rule } from './rule';
import type { Evidence, RuleStatus, Verdict } from './verdict';

interface Answer {
  readonly status: Exclude<RuleStatus, 'waived'>;
  readonly evidence: Evidence;
}

/** Every rule of the level, in its order. */
export const checkProgramme = (entry: Entry): Verdict[] =>
  entry.level.rules.map((rule) => checkRule(rule, entry));

/**
 * How the entry stands against one rule taken alone.
 * Unmet: no way of filling the open slots meets it. Undecided: some way does and slots are open, or
 * a fact is unknown. Waived: recorded with who and why, whatever the checker would have said.
 */
export function checkRule(rule: Rule, entry: Entry): Verdict {
  const waiver = entry.waivers.find((each) => each.ruleId === rule.id) ?? null;
  const { status, evidence } = answer(rule, entry);
  return {
    ruleId: rule.id,
    status: waiver ? 'waived' : status,
    evidence,
    waiver: waiver && { by: waiver.by, why: waiver.why },
  };
}

/**
 * @param possible - whether some way of filling the open slots meets the rule
 * @param kept - whether nothing is open any more and the rule is met as things stand
 */
const decide = (possible: boolean, kept: boolean): Answer['status'] =>
  possible ? (kept ? 'met' : 'undecided') : 'unmet';

const within = (value: number, min: number | null, max: number | null) =>
  value >= (min ?? -Infinity) && value <= (max ?? Infinity);

function answer(rule: Rule, entry: Entry): Answer {
  const slots = openSlots(entry);
  switch (rule.kind) {
    case 'one from each':
      return oneFromEach(rule.componentIds, entry, slots);
    case 'count': {
      const chosen = sum(slots, (slot) => slot.chosen.length);
      const open = sum(slots, (slot) => slot.open);
      const most = sum(slots, (slot) => fillable(slot, slot.room));
      const possible = chosen + open <= rule.max && chosen + most >= rule.min;
      return {
        status: decide(possible, open === 0 && chosen >= rule.min),
        evidence: { kind: 'count', chosen, open },
      };
    }
    case 'time':
      return time(rule, slots);
    case 'different composers':
      return differentComposers(slots);
    case 'count where':
      return countWhere(rule, slots);
    case 'edition valid': {
      const { from, to, overlapTo } = entry.set.edition;
      const last = overlapTo ?? to;
      const day = entry.session?.day ?? null;
      return {
        status: day === null ? 'undecided' : within2(day, from, last) ? 'met' : 'unmet',
        evidence: { kind: 'edition', day, from, to: last },
      };
    }
    case 'level held': {
      const held = entry.student.levelsHeld
        .filter((each) => each.family === rule.family && each.rank >= rule.rank)
        .sort((a, b) => a.rank - b.rank)[0];
      const needs =
        entry.set.family === rule.family
          ? (entry.set.levels.find((level) => level.rank === rule.rank)?.name ?? `Level ${rule.rank}`)
          : `${rule.family} ${rule.rank}`;
      return { status: held ? 'met' : 'unmet', evidence: { kind: 'level', held: held ?? null, needs } };
    }
    case 'age': {
      const on = rule.on ?? entry.session?.day ?? null;
      const years = on === null ? null : yearsBetween(entry.student.birthDate, on);
      return {
        status: years === null ? 'undecided' : within(years, rule.min, rule.max) ? 'met' : 'unmet',
        evidence: { kind: 'age', years, on },
      };
    }
    case 'entry closes': {
      const closes = entry.session?.entryCloses ?? null;
      const daysLeft = closes === null ? null : daysBetween(entry.today, closes);
      const entered = entry.enteredOn;
      const evidence: Evidence = { kind: 'closing', closes, entered, daysLeft };
      if (closes === null || daysLeft === null) return { status: 'undecided', evidence };
      if (entered !== null) return { status: entered <= closes ? 'met' : 'unmet', evidence };
      return { status: daysLeft < 0 ? 'unmet' : 'undecided', evidence };
    }
    case 'entry fact': {
      const value = entry.facts[rule.fact]?.trim() ?? '';
      return {
        status: value === '' ? 'undecided' : 'met',
        evidence: {
          kind: 'fact',
          value: value === '' ? null : value,
          due: entry.session?.entryCloses ?? null,
        },
      };
    }
    case 'takes': {
      const takes = entry.takes;
      const evidence: Evidence = {
        kind: 'takes',
        count: takes?.count ?? null,
        continuous: takes?.continuous ?? null,
      };
      if (!takes) return { status: 'undecided', evidence };
      const kept = takes.count <= rule.max && (takes.continuous || !rule.continuous);
      return { status: kept ? (takes.count > 0 ? 'met' : 'undecided') : 'unmet', evidence };
    }
    case 'excerpt bars': {
      const source = componentOf(entry.level, rule.componentId)?.source;
      const asked = source?.kind === 'excerpt' ? source.bars : null;
      const choice = entry.programme[rule.componentId]?.[0];
      const prepared = choice?.kind === 'excerpt' ? choice.bars : null;
      const evidence: Evidence = { kind: 'bars', asked, prepared };
      if (asked === null) return { status: 'unmet', evidence };
      if (prepared === null) return { status: 'undecided', evidence };
      return { status: coversBars(prepared, asked) ? 'met' : 'unmet', evidence };
    }
  }
}

const within2 = (day: string, from: string, to: string) => from <= day && day <= to;
const sum = <T>(items: readonly T[], of: (item: T) => number) =>
  items.reduce((all, item) => all + of(item), 0);
const fillable = (slot: Slot, wanted: number) =>
  slot.candidates === 'any' ? wanted : Math.min(wanted, slot.candidates.length);

function oneFromEach(componentIds: readonly string[], entry: Entry, slots: readonly Slot[]): Answer {
  const notListed: string[] = [];
  const chosen: string[] = [];
  const open: string[] = [];
  const empty: string[] = [];
  let possible = true;
  for (const id of componentIds) {
    const slot = slots.find((each) => each.componentId === id);
    const source = componentOf(entry.level, id)?.source;
    const pieces = piecesOf(entry, id);
    const stray =
      source?.kind === 'list' ? pieces.filter((piece) => !source.pieceIds.includes(piece.id)) : [];
    notListed.push(...stray.map((piece) => piece.title));
    if (pieces.length > 0) chosen.push(slot?.letter ?? id);
    else if (slot) {
      open.push(slot.letter);
      if (fillable(slot, 1) < 1) empty.push(slot.letter);
    }
    possible &&= slot !== undefined && pieces.length <= 1 && stray.length === 0;
  }
  return {
    status: decide(possible && empty.length === 0, open.length === 0),
    evidence: { kind: 'lists', chosen, open, notListed, empty },
  };
}

function time(rule: Extract<Rule, { kind: 'time' }>, slots: readonly Slot[]): Answer {
  const pieces = slots.flatMap((slot) => slot.chosen);
  const untimed = pieces.filter((piece) => piece.seconds === null).map((piece) => piece.title);
  const open = sum(slots, (slot) => slot.open);
  const timed = sum(pieces, (piece) => piece.seconds ?? 0);
  const withGaps = (seconds: number, count: number) => seconds + rule.gapSeconds * Math.max(0, count - 1);
  const now = withGaps(timed, pieces.length);
  const totals = fillings(slots).map((filling) => ({
    seconds: withGaps(timed + filling.seconds, pieces.length + filling.count),
    exact: untimed.length === 0 && !filling.untimed,
  }));
  const possible = totals.some(({ seconds, exact }) => within(seconds, exact ? rule.min : null, rule.max));
  return {
    status: decide(possible, open === 0 && untimed.length === 0 && within(now, rule.min, rule.max)),
    evidence: {
      kind: 'time',
      seconds: now,
      open,
      untimed,
      least: Math.min(...totals.map((total) => total.seconds)),
      most: totals.every((total) => total.exact) ? Math.max(...totals.map((total) => total.seconds)) : null,
    },
  };
}

function differentComposers(slots: readonly Slot[]): Answer {
  const names = slots.flatMap((slot) => slot.chosen.map((piece) => piece.composer));
  const open = sum(slots, (slot) => slot.open);
  const { repeated, possible } = canAllDiffer(names, slots);
  return { status: decide(possible, open === 0), evidence: { kind: 'composers', names, repeated, open } };
}

function countWhere(rule: Extract<Rule, { kind: 'count where' }>, slots: readonly Slot[]): Answer {
  const pieces = slots.flatMap((slot) => slot.chosen);
  const titles = pieces.filter((piece) => holds(rule.where, piece) === true).map((piece) => piece.title);
  const unknown = pieces
    .filter((piece) => holds(rule.where, piece) === 'unknown')
    .map((piece) => piece.title);
  const open = sum(slots, (slot) => slot.open);
  const may = (piece: Piece) => holds(rule.where, piece) !== false;
  const mayNot = (piece: Piece) => holds(rule.where, piece) !== true;
  const addable = sum(slots, (slot) =>
    Math.min(slot.room, slot.candidates === 'any' ? slot.room : slot.candidates.filter(may).length),
  );
  const forced = sum(slots, (slot) =>
    slot.candidates === 'any' ? 0 : Math.max(0, slot.open - slot.candidates.filter(mayNot).length),
  );
  const possible =
    rule.bound === 'at least'
      ? titles.length + unknown.length + addable >= rule.count
      : titles.length + forced <= rule.count;
  const settled =
    open === 0 &&
    (rule.bound === 'at least' ? titles.length >= rule.count : titles.length + unknown.length <= rule.count);
  return {
    status: decide(possible, settled),
    evidence: { kind: 'matching', titles, unknown, open, possible: addable },
  };
}
