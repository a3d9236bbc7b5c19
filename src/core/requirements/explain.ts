import { formatBars, formatTime } from '../music';
import type { PiecePredicate } from '../repertoire';
import { formatDay } from '../time';
import { componentOf, type Level } from './requirement-set';
import type { Rule } from './rule';
import type { Verdict } from './verdict';

export interface RuleWords {
  /** The rule as the syllabus would print it. */
  readonly title: string;
  /** The evidence, and what would meet the rule where it is not met. */
  readonly sentence: string;
}

const list = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
const number = (value: number) => NUMBERS[value] ?? String(value);
const pieces = (count: number) => `${number(count)} piece${count === 1 ? '' : 's'}`;
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function predicateWords(where: PiecePredicate): string {
  switch (where.on) {
    case 'metre':
      return where.is === 'irregular' ? 'in an irregular metre' : `in ${where.is} time`;
    case 'key mode':
      return where.is === 'neither' ? 'in no key' : `in a ${where.is} key`;
    case 'accompaniment':
      return where.is;
    case 'kind':
      return where.is === 'piece' ? 'that is no study' : `that is a ${where.is}`;
    case 'period':
      return `of the ${where.is} period`;
    case 'character':
      return `of ${where.is} character`;
  }
}

/** The rule as printed, without any answer. */
export function ruleTitle(rule: Rule, level: Level): string {
  switch (rule.kind) {
    case 'one from each':
      return `One piece from each of ${list(rule.componentIds.map((id) => componentOf(level, id)?.letter ?? id))}`;
    case 'count':
      return rule.min === rule.max
        ? `${capital(pieces(rule.min))} in all`
        : `${capital(number(rule.min))} to ${pieces(rule.max)} in all`;
    case 'time': {
      const { min, max } = rule;
      if (min !== null && max !== null) return `Playing time from ${formatTime(min)} to ${formatTime(max)}`;
      if (max !== null) return `Playing time at most ${formatTime(max)}`;
      return `Playing time at least ${formatTime(min ?? 0)}`;
    }
    case 'different composers':
      return 'Every piece by a different composer';
    case 'count where':
      return `${capital(rule.bound)} ${pieces(rule.count)} ${predicateWords(rule.where)}`;
    case 'edition valid':
      return 'Edition valid on the session date';
    case 'level held':
      return `Rank ${rule.rank} of ${rule.family} passed before`;
    case 'age': {
      const when = rule.on === null ? 'on the day' : `on ${formatDay(rule.on, 'written')}`;
      if (rule.min !== null && rule.max !== null) return `Age ${rule.min} to ${rule.max} ${when}`;
      return rule.max === null ? `Age ${rule.min ?? 0} or more ${when}` : `Age ${rule.max} or less ${when}`;
    }
    case 'entry closes':
      return 'Entered before entry closes';
    case 'entry fact':
      return `${rule.fact} named on the entry`;
    case 'takes':
      return `${rule.continuous ? 'One continuous recording' : 'Recording'}, at most ${rule.max} ${rule.max === 1 ? 'take' : 'takes'}`;
    case 'excerpt bars':
      return `${componentOf(level, rule.componentId)?.name ?? 'Excerpt'}: the printed bars, whole`;
  }
}

/** The rule with its answer in words. */
export function explainRule(rule: Rule, verdict: Verdict, level: Level): RuleWords {
  const title = ruleTitle(rule, level);
  if (verdict.waiver) return { title, sentence: `Waived by ${verdict.waiver.by}: ${verdict.waiver.why}` };
  return { title, sentence: sentence(rule, verdict) };
}

function sentence(rule: Rule, verdict: Verdict): string {
  const { evidence, status } = verdict;
  switch (evidence.kind) {
    case 'lists': {
      if (evidence.notListed.length > 0)
        return `${list(evidence.notListed)} not on the list. Choose a listed piece.`;
      if (evidence.empty.length > 0) return `List ${list(evidence.empty)} has no piece left to choose.`;
      if (status === 'unmet') return 'A list has more than one piece. Keep one.';
      return evidence.open.length > 0
        ? `${list(evidence.open)} still open.`
        : `${list(evidence.chosen)} chosen.`;
    }
    case 'count':
      return `${capital(pieces(evidence.chosen))} chosen${evidence.open > 0 ? `, ${number(evidence.open)} to choose` : ''}.`;
    case 'time':
      return timeSentence(rule, verdict, evidence);
    case 'composers':
      if (evidence.repeated !== null) return `${evidence.repeated} stands twice. Change one of the two.`;
      if (status === 'unmet') return 'No composer is left for an open list.';
      return `${evidence.names.length > 0 ? list(evidence.names) : 'Nothing chosen yet'}${evidence.open > 0 ? `; ${number(evidence.open)} to choose` : ''}.`;
    case 'matching': {
      if (rule.kind !== 'count where') return '';
      const counted = evidence.titles.length > 0 ? list(evidence.titles) : 'None so far';
      const unknown = evidence.unknown.length > 0 ? ` Not known of ${list(evidence.unknown)}.` : '';
      if (status === 'unmet')
        return rule.bound === 'at least'
          ? `${counted}. Choose ${pieces(rule.count)} ${predicateWords(rule.where)}.`
          : `${counted}. Keep ${number(rule.count)} at most.`;
      return `${counted}${evidence.open > 0 ? `; ${number(evidence.open)} to choose` : ''}.${unknown}`;
    }
    case 'edition':
      if (evidence.day === null) return 'No session picked.';
      return status === 'met'
        ? `Valid to ${formatDay(evidence.to, 'written')}.`
        : `Valid ${formatDay(evidence.from, 'written')} to ${formatDay(evidence.to, 'written')}; the session is on ${formatDay(evidence.day, 'written')}.`;
    case 'level':
      return evidence.held
        ? `${evidence.held.levelName}, ${evidence.held.award}, ${formatDay(evidence.held.day, 'written')}.`
        : `${evidence.needs} is not recorded. Add the result to the student, if there is one.`;
    case 'age':
      if (evidence.years === null) return 'No session picked.';
      return `${evidence.years} on ${evidence.on ? formatDay(evidence.on, 'written') : 'the day'}.`;
    case 'closing': {
      const { closes, entered, daysLeft } = evidence;
      if (closes === null || daysLeft === null) return 'No closing date known.';
      if (entered !== null)
        return `Entered ${formatDay(entered, 'medium')}; entry closes ${formatDay(closes, 'medium')}.`;
      if (daysLeft < 0) return `Not entered; entry closed ${formatDay(closes, 'medium')}.`;
      return `Not entered; closes ${formatDay(closes, 'medium')}, ${daysLeft === 0 ? 'today' : `in ${daysLeft} ${daysLeft === 1 ? 'day' : 'days'}`}.`;
    }
    case 'fact':
      if (evidence.value !== null) return `${evidence.value}.`;
      return `None named${evidence.due ? `; due with the entry, ${formatDay(evidence.due, 'medium')}` : ''}.`;
    case 'takes':
      if (evidence.count === null) return 'Not known how many takes were made.';
      return `${capital(number(evidence.count))} ${evidence.count === 1 ? 'take' : 'takes'}, ${evidence.continuous ? 'one continuous recording' : 'not continuous: record it again whole'}.`;
    case 'bars':
      if (evidence.asked === null) return 'The requirement names no bars.';
      if (evidence.prepared === null) return `Bars ${formatBars(evidence.asked)} asked; none set.`;
      return status === 'met'
        ? `Bars ${formatBars(evidence.prepared)}.`
        : `Bars ${formatBars(evidence.prepared)} set; bars ${formatBars(evidence.asked)} asked.`;
  }
}

function timeSentence(
  rule: Rule,
  verdict: Verdict,
  evidence: Extract<Verdict['evidence'], { kind: 'time' }>,
): string {
  if (rule.kind !== 'time') return '';
  const now = formatTime(evidence.seconds);
  if (evidence.untimed.length > 0) return `${now} so far; ${list(evidence.untimed)} not timed.`;
  if (verdict.status === 'unmet') {
    if (rule.max !== null && evidence.least > rule.max)
      return `${formatTime(evidence.least)}${evidence.open > 0 ? ' at least' : ''}, ${formatTime(evidence.least - rule.max)} over. Choose a shorter piece.`;
    if (rule.min !== null && evidence.most !== null && evidence.most < rule.min)
      return `${formatTime(evidence.most)}${evidence.open > 0 ? ' at most' : ''}, ${formatTime(rule.min - evidence.most)} short. Choose a longer piece.`;
    return `${now} so far; no choice left brings the total inside. Change a piece.`;
  }
  if (evidence.open > 0) return `${now} so far; ${number(evidence.open)} to choose.`;
  return rule.max === null ? `${now}.` : `${now}; ${formatTime(rule.max - evidence.seconds)} to spare.`;
}
