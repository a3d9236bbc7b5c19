import { coversBars } from '../music';
import { yearGroupOn } from '../students';
import { daysBetween, yearsBetween, type CalendarDay } from '../time';
import type { Entry } from './entry';
import { componentOf } from './requirement-set';
import type { FactRule, RuleOf } from './rule';
import type { Answer, Evidence } from './verdict';
import { valueAt } from '../value-at';

const within = (value: number, min: number | null, max: number | null) =>
  value >= (min ?? -Infinity) && value <= (max ?? Infinity);
const plain = (text: string) => text.trim().toLocaleLowerCase('en');
const yes = (kept: boolean): Answer['status'] => (kept ? 'met' : 'unmet');
const textOf = (text: string | undefined) => (text === undefined || text.trim() === '' ? null : text.trim());

/** How the entry's facts, dates and student stand against a rule; what is not known is undecided. */
export function checkFacts(rule: FactRule, entry: Entry): Answer {
  const { session, student } = entry;
  switch (rule.kind) {
    case 'edition valid': {
      const { from, to, overlapTo } = entry.set.edition;
      const last = overlapTo ?? to;
      const day = session?.day ?? null;
      return {
        status: day === null ? 'undecided' : yes(from <= day && day <= last),
        evidence: { kind: 'edition', day, from, to: last },
      };
    }
    case 'level held':
      return levelHeld(rule, entry);
    case 'age': {
      const on = rule.on ?? session?.day ?? null;
      const years = on === null || student.birthDate === null ? null : yearsBetween(student.birthDate, on);
      return {
        status: years === null ? 'undecided' : yes(within(years, rule.min, rule.max)),
        evidence: { kind: 'age', years, on },
      };
    }
    case 'year group': {
      const on = session?.day ?? null;
      const year = on === null ? null : yearGroupOn(student, on);
      return {
        status: year === null ? 'undecided' : yes(within(year, rule.min, rule.max)),
        evidence: { kind: 'year group', year, on },
      };
    }
    case 'entry closes': {
      const closes = session?.entryCloses ?? null;
      const entered = entry.enteredOn;
      return {
        status: byDay(closes, entered, entry.today),
        evidence: { kind: 'closing', closes, entered, daysLeft: leftTo(closes, entry.today) },
      };
    }
    case 'recording due': {
      const due = session?.recordingDue ?? null;
      const sent = entry.recordingSentOn;
      return {
        status: byDay(due, sent, entry.today),
        evidence: { kind: 'recording', due, sent, daysLeft: leftTo(due, entry.today) },
      };
    }
    case 'entry fact': {
      const value = textOf(valueAt(entry.facts, rule.fact));
      return {
        status: value === null ? 'undecided' : 'met',
        evidence: { kind: 'fact', value, due: session?.entryCloses ?? null },
      };
    }
    case 'named edition': {
      const value = textOf(valueAt(entry.editions, rule.componentId));
      return {
        status: value === null ? 'undecided' : yes(plain(value) === plain(rule.edition)),
        evidence: { kind: 'named', value },
      };
    }
    case 'condition': {
      const settled = textOf(valueAt(entry.conditions, rule.topic));
      const evidence: Evidence = { kind: 'condition', settled };
      if (rule.allows === null || settled === null) return { status: 'undecided', evidence };
      return { status: yes(rule.allows.some((each) => plain(each) === plain(settled))), evidence };
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
      const choice = valueAt(entry.programme, rule.componentId)?.[0];
      const prepared = choice?.kind === 'excerpt' ? choice.bars : null;
      const evidence: Evidence = { kind: 'bars', asked, prepared };
      if (asked === null) return { status: 'unmet', evidence };
      if (prepared === null) return { status: 'undecided', evidence };
      return { status: yes(coversBars(prepared, asked)), evidence };
    }
    case 'scales known':
      return scalesKnown(rule, entry);
  }
}

const leftTo = (day: CalendarDay | null, today: CalendarDay) =>
  day === null ? null : daysBetween(today, day);

/** Done by a day: open while the day has not passed, and while nobody knows the day. */
function byDay(last: CalendarDay | null, done: CalendarDay | null, today: CalendarDay): Answer['status'] {
  if (last === null) return 'undecided';
  if (done !== null) return yes(done <= last);
  return today > last ? 'unmet' : 'undecided';
}

function levelHeld(rule: RuleOf<'level held'>, entry: Entry): Answer {
  const held = entry.student.levelsHeld
    .filter((each) => each.family === rule.family && each.rank >= rule.rank)
    .sort((a, b) => a.rank - b.rank)[0];
  const needs =
    entry.set.family === rule.family
      ? (entry.set.levels.find((level) => level.rank === rule.rank)?.name ?? `Level ${rule.rank}`)
      : `${rule.family} ${rule.rank}`;
  return { status: yes(held !== undefined), evidence: { kind: 'level', held: held ?? null, needs } };
}

function scalesKnown(rule: RuleOf<'scales known'>, entry: Entry): Answer {
  const source = componentOf(entry.level, rule.componentId)?.source;
  const rows = source?.kind === 'scales' ? source.rows : [];
  const open = rows.filter((row) => !entry.scalesHeard.includes(row.id));
  const heard = rows.length - open.length;
  const wanted = rule.count ?? rows.length;
  const next = open[0];
  return {
    status: wanted > rows.length || rows.length === 0 ? 'unmet' : heard >= wanted ? 'met' : 'undecided',
    evidence: {
      kind: 'scales',
      heard,
      rows: rows.length,
      next: next ? `${next.key} ${next.form}` : null,
    },
  };
}
