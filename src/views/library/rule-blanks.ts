import { formatTime } from '@/core/music';
import type { Rule } from '@/core/requirements';
import { classText, type DraftRule } from './rule-form';

const numbers = (values: Readonly<Record<string, number | null>>) =>
  Object.fromEntries(
    Object.entries(values).map(([name, value]) => [name, value === null ? '' : String(value)]),
  );

/** A rule back as its blanks, so that it can be changed. */
export function draftOfRule(rule: Rule, letterOf: (componentId: string) => string): DraftRule {
  return {
    id: rule.id,
    kind: rule.kind,
    blanks: blanksFrom(rule, letterOf),
    inner: rule.kind === 'combined' ? rule.rules.map((each) => draftOfRule(each, letterOf)) : [],
  };
}

function blanksFrom(rule: Rule, letterOf: (componentId: string) => string): Record<string, string> {
  switch (rule.kind) {
    case 'one from each':
      return { letters: rule.componentIds.map(letterOf).join(', ') };
    case 'choose':
      return { letter: letterOf(rule.componentId), ...numbers({ min: rule.min, max: rule.max }) };
    case 'count':
    case 'year group':
      return numbers({ min: rule.min, max: rule.max });
    case 'time':
      return {
        min: rule.min === null ? '' : formatTime(rule.min),
        max: rule.max === null ? '' : formatTime(rule.max),
        gap: rule.gapSeconds === 0 ? '' : String(rule.gapSeconds),
      };
    case 'contrast':
      return { in: rule.in, between: rule.between };
    case 'count where': {
      const { where } = rule;
      const is =
        where.on === 'grade'
          ? `${where.from}–${where.to}`
          : where.on === 'component'
            ? letterOf(where.is)
            : where.is;
      return { bound: rule.bound, count: String(rule.count), on: where.on, is };
    }
    case 'graded pieces':
      return { by: rule.by, fact: rule.fact, classes: rule.classes.map(classText).join('; ') };
    case 'not used before':
      return numbers({ years: rule.years });
    case 'named edition':
      return { letter: letterOf(rule.componentId), edition: rule.edition };
    case 'condition':
      return { topic: rule.topic, allows: (rule.allows ?? []).join(', ') };
    case 'level held':
      return { family: rule.family, rank: String(rule.rank) };
    case 'age':
      return { ...numbers({ min: rule.min, max: rule.max }), on: rule.on ?? '' };
    case 'entry fact':
      return { fact: rule.fact };
    case 'takes':
      return { max: String(rule.max), continuous: rule.continuous ? 'yes' : 'no' };
    case 'excerpt bars':
      return { letter: letterOf(rule.componentId) };
    case 'scales known':
      return { letter: letterOf(rule.componentId), ...numbers({ count: rule.count }) };
    case 'combined':
      return { need: String(rule.need) };
    case 'different composers':
    case 'edition valid':
    case 'entry closes':
    case 'recording due':
      return {};
  }
}
