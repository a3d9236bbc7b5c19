import { formatBars, formatTime } from '../music';
import { formatDay } from '../time';
import { componentOf, type Level } from './requirement-set';
import type { ChoicePredicate, GradedClass, Rule } from './rule';
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

function predicateWords(where: ChoicePredicate, level: Level): string {
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
    case 'component':
      return `from list ${componentOf(level, where.is)?.letter ?? where.is}`;
    case 'own choice':
      return where.is === 'own choice' ? 'of own choice' : 'from the lists';
    case 'grade':
      return where.from === where.to ? `graded ${where.from}` : `graded ${where.from} to ${where.to}`;
    case 'memory':
      return where.is === 'from memory' ? 'from memory' : 'played with the music';
  }
}

const gradesWords = ({ from, to }: GradedClass) =>
  to === null ? `grade ${from} or above` : from === to ? `grade ${from}` : `grade ${from} to ${to}`;
const classWords = (each: GradedClass) =>
  `${each.value}: ${number(each.atLeast)} of ${gradesWords(each)}${each.free > 0 ? `, ${number(each.free)} free` : ''}`;

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
      return `${capital(rule.bound)} ${pieces(rule.count)} ${predicateWords(rule.where, level)}`;
    case 'choose':
      return `${rule.min === rule.max ? capital(pieces(rule.min)) : `${capital(number(rule.min))} to ${pieces(rule.max)}`} from ${componentOf(level, rule.componentId)?.name ?? rule.componentId}`;
    case 'contrast':
      return rule.between === 'all'
        ? `Every piece contrasts with every other in ${rule.in}`
        : `Two pieces contrast in ${rule.in}`;
    case 'graded pieces':
      return `By ${rule.by === 'year group' ? 'year group' : rule.fact}: ${rule.classes.map(classWords).join('; ')}`;
    case 'not used before':
      return rule.years === null
        ? 'No piece used in an earlier entry'
        : `No piece used in the last ${rule.years === 1 ? 'year' : `${number(rule.years)} years`}`;
    case 'named edition':
      return `${componentOf(level, rule.componentId)?.name ?? rule.componentId} from ${rule.edition}`;
    case 'condition':
      return rule.allows === null
        ? `${capital(rule.topic)}: not stated, to be asked`
        : `${capital(rule.topic)}: ${rule.allows.join(' or ')}`;
    case 'year group':
      if (rule.min !== null && rule.max !== null) return `Year group ${rule.min} to ${rule.max} on the day`;
      return rule.max === null
        ? `Year group ${rule.min ?? 0} or above on the day`
        : `Year group ${rule.max} or below on the day`;
    case 'recording due':
      return 'Recording sent in time';
    case 'scales known':
      return `${componentOf(level, rule.componentId)?.name ?? 'Scales'}: ${rule.count === null ? 'every row' : `${number(rule.count)} rows`} known`;
    case 'combined': {
      const within = rule.rules.map((each) => ruleTitle(each, level));
      if (rule.need === 'all') return `All of: ${within.join('; ')}`;
      return `${rule.need === 'any' ? 'Any' : `At least ${number(rule.need)}`} of: ${within.join('; ')}`;
    }
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
  return { title, sentence: sentence(rule, verdict, level) };
}

function sentence(rule: Rule, verdict: Verdict, level: Level): string {
  const { evidence, status } = verdict;
  if (verdict.noFilling) return 'No way of filling the open places keeps this rule.';
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
          ? `${counted}. Choose ${pieces(rule.count)} ${predicateWords(rule.where, level)}.`
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
      if (evidence.years === null)
        return evidence.on === null ? 'No session picked.' : 'The birth date is not known.';
      return `${evidence.years} on ${evidence.on ? formatDay(evidence.on, 'written') : 'the day'}.`;
    case 'closing': {
      const { closes, entered, daysLeft } = evidence;
      if (closes === null || daysLeft === null) return 'No closing date known.';
      if (entered !== null)
        return `Entered ${formatDay(entered, 'medium')}; entry closes ${formatDay(closes, 'medium')}.`;
      if (daysLeft < 0) return `Not entered; entry closed ${formatDay(closes, 'medium')}.`;
      return `Not entered; closes ${formatDay(closes, 'medium')}, ${inDays(daysLeft)}.`;
    }
    case 'fact':
      if (evidence.value !== null) return `${evidence.value}.`;
      return `None named${evidence.due ? `; due with the entry, ${formatDay(evidence.due, 'medium')}` : ''}.`;
    case 'takes':
      if (evidence.count === null) return 'Not known how many takes were made.';
      return `${capital(number(evidence.count))} ${evidence.count === 1 ? 'take' : 'takes'}, ${evidence.continuous ? 'one continuous recording' : 'not continuous: record it again whole'}.`;
    case 'chosen':
      if (status === 'unmet')
        return evidence.chosen + evidence.left < (rule.kind === 'choose' ? rule.min : 0)
          ? `${capital(pieces(evidence.chosen))} chosen; ${number(evidence.left)} left to choose from.`
          : `${capital(pieces(evidence.chosen))} chosen. Take one out.`;
      return `${capital(pieces(evidence.chosen))} chosen${evidence.open > 0 ? `, ${number(evidence.open)} to choose` : ''}.`;
    case 'contrast':
      return contrastSentence(rule, verdict, evidence);
    case 'graded': {
      if (rule.kind !== 'graded pieces') return '';
      const by = rule.by === 'year group' ? 'Year group' : rule.fact;
      if (evidence.value === null)
        return status === 'unmet'
          ? 'No class can be reached with these pieces.'
          : `${by} not known; it decides the grades.`;
      const named = rule.classes.find((each) => each.value.toLowerCase() === evidence.value?.toLowerCase());
      if (!named) return `${by} ${evidence.value} is not in the table.`;
      const have = `${capital(number(evidence.graded.length))} of ${gradesWords(named)}${evidence.others.length > 0 ? `, ${number(evidence.others.length)} free` : ''}`;
      if (status === 'unmet') return `${have}. ${by} ${classWords(named)}.`;
      return `${have}${evidence.open > 0 ? `; ${number(evidence.open)} to choose` : ''}.`;
    }
    case 'used':
      if (evidence.again.length > 0)
        return `${list(evidence.again.map((each) => `${each.title} in ${each.what}, ${formatDay(each.day, 'written')}`))}. Choose another piece.`;
      if (status === 'unmet') return 'Every piece left to choose was used before.';
      return evidence.open > 0 ? `None so far; ${number(evidence.open)} to choose.` : 'None was.';
    case 'named':
      if (evidence.value === null) return 'Edition not named yet.';
      return status === 'met' ? `${evidence.value}.` : `${evidence.value} named. Use the edition asked for.`;
    case 'condition':
      if (rule.kind === 'condition' && rule.allows === null)
        return `Not stated${evidence.settled === null ? '' : `; ${evidence.settled} intended`}. Ask before entry.`;
      if (evidence.settled === null) return 'Not settled yet.';
      return status === 'met'
        ? `${capital(evidence.settled)}.`
        : `${capital(evidence.settled)} is not allowed.`;
    case 'year group':
      if (evidence.on === null) return 'No session picked.';
      return evidence.year === null
        ? 'Year group not recorded. Add it to the student.'
        : `Year group ${evidence.year} on ${formatDay(evidence.on, 'written')}.`;
    case 'recording': {
      const { due, sent, daysLeft } = evidence;
      if (due === null || daysLeft === null) return 'No last day for the recording known.';
      if (sent !== null) return `Sent ${formatDay(sent, 'medium')}; due ${formatDay(due, 'medium')}.`;
      if (daysLeft < 0) return `Not sent; it was due ${formatDay(due, 'medium')}.`;
      return `Not sent; due ${formatDay(due, 'medium')}, ${inDays(daysLeft)}.`;
    }
    case 'scales': {
      if (evidence.rows === 0) return 'The table has no rows.';
      if (status === 'unmet') return `The table has ${number(evidence.rows)} rows only.`;
      return `${evidence.heard} of ${evidence.rows} heard secure${evidence.next === null ? '' : `; ${evidence.next} not yet`}.`;
    }
    case 'combined': {
      if (rule.kind !== 'combined') return '';
      const parts = evidence.parts.map((part, at) => {
        const inner = rule.rules[at] as Rule;
        return `${ruleTitle(inner, level)}, ${part.status}`;
      });
      return `${parts.join('; ')}.`;
    }
    case 'bars':
      if (evidence.asked === null) return 'The requirement names no bars.';
      if (evidence.prepared === null) return `Bars ${formatBars(evidence.asked)} asked; none set.`;
      return status === 'met'
        ? `Bars ${formatBars(evidence.prepared)}.`
        : `Bars ${formatBars(evidence.prepared)} set; bars ${formatBars(evidence.asked)} asked.`;
  }
}

const inDays = (days: number) => (days === 0 ? 'today' : `in ${days} ${days === 1 ? 'day' : 'days'}`);

function contrastSentence(
  rule: Rule,
  verdict: Verdict,
  evidence: Extract<Verdict['evidence'], { kind: 'contrast' }>,
): string {
  if (rule.kind !== 'contrast') return '';
  const known = evidence.values.flatMap(({ title, value }) => (value === null ? [] : [`${title} ${value}`]));
  const unknown = evidence.values.filter(({ value }) => value === null).map(({ title }) => title);
  const here = known.length > 0 ? known.join(', ') : 'Nothing known yet';
  const open = evidence.open > 0 ? `; ${number(evidence.open)} to choose` : '';
  if (verdict.status === 'unmet')
    return evidence.repeated !== null && rule.between === 'all'
      ? `${here}: ${evidence.repeated} stands twice. Change one of the two.`
      : `${here}. No choice left brings a contrast.`;
  return `${here}${open}.${unknown.length > 0 ? ` Not known of ${list(unknown)}.` : ''}`;
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
