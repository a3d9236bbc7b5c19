import { parseTime } from '@/core/music';
import { PREDICATE_VALUES } from '@/core/repertoire';
import {
  CONDITION_TOPICS,
  CONTRASTS,
  type ChoicePredicate,
  type GradedClass,
  type Rule,
  type RuleKind,
} from '@/core/requirements';
import { calendarDay, isCalendarDay } from '@/core/time';

/** A rule as it is typed: the blanks of its sentence by name, and the rules within it. */
export interface DraftRule {
  /** Empty for a new rule; kept otherwise, since waivers name it. */
  readonly id: string;
  readonly kind: RuleKind;
  readonly blanks: Readonly<Record<string, string>>;
  readonly inner: readonly DraftRule[];
}

/** A blank of a rule's sentence. With `options` it is picked, else typed. */
export interface Blank {
  readonly name: string;
  readonly label: string;
  readonly hint?: string;
  readonly options?: readonly string[];
  readonly type?: 'date';
}

const MIN_MAX: readonly Blank[] = [
  { name: 'min', label: 'At least' },
  { name: 'max', label: 'At most' },
];
const LETTER: Blank = { name: 'letter', label: 'Letter', hint: 'of a component above' };
const WHERE_OPTIONS = [
  ...Object.keys(PREDICATE_VALUES),
  'component',
  'own choice',
  'grade',
  'memory',
] as const;
const WHERE_VALUES: Readonly<Record<string, readonly string[] | null>> = {
  ...PREDICATE_VALUES,
  component: null,
  'own choice': ['own choice', 'listed'],
  grade: null,
  memory: ['from memory', 'with the music'],
};

/** The blanks of a rule's sentence, in order; some follow from what is picked in others. */
export function blanksOf({ kind, blanks }: Pick<DraftRule, 'kind' | 'blanks'>): readonly Blank[] {
  switch (kind) {
    case 'one from each':
      return [{ name: 'letters', label: 'Letters', hint: 'as A, B' }];
    case 'choose':
      return [LETTER, ...MIN_MAX];
    case 'count':
      return MIN_MAX;
    case 'time':
      return [
        { name: 'min', label: 'At least', hint: 'as 5:30, or empty' },
        { name: 'max', label: 'At most', hint: 'as 8:00' },
        { name: 'gap', label: 'Seconds between pieces', hint: 'empty: not counted' },
      ];
    case 'contrast':
      return [
        { name: 'in', label: 'In', options: CONTRASTS },
        { name: 'between', label: 'Between', options: ['any', 'all'], hint: 'some two pieces, or every two' },
      ];
    case 'count where': {
      const values = WHERE_VALUES[blanks['on'] ?? 'metre'];
      const hints: Record<string, string> = { component: 'a letter', grade: 'as 4–6' };
      return [
        { name: 'bound', label: 'Bound', options: ['at least', 'at most'] },
        { name: 'count', label: 'How many' },
        { name: 'on', label: 'Whose', options: WHERE_OPTIONS },
        {
          name: 'is',
          label: 'Is',
          ...(values && { options: values }),
          ...(hints[blanks['on'] ?? ''] !== undefined && { hint: hints[blanks['on'] ?? ''] ?? '' }),
        },
      ];
    }
    case 'graded pieces':
      return [
        { name: 'by', label: 'Decided by', options: ['entry fact', 'year group'] },
        ...(blanks['by'] === 'year group' ? [] : [{ name: 'fact', label: 'Fact', hint: 'as Division' }]),
        {
          name: 'classes',
          label: 'Class: how many of grade, how many free',
          hint: 'as Skiff: 2 of 3–4, 1 free; Schooner: 3 of 5+',
        },
      ];
    case 'not used before':
      return [{ name: 'years', label: 'In the last years', hint: 'empty: ever' }];
    case 'named edition':
      return [LETTER, { name: 'edition', label: 'Edition' }];
    case 'condition':
      return [
        { name: 'topic', label: 'About', options: CONDITION_TOPICS },
        { name: 'allows', label: 'Allowed', hint: 'separated by commas; empty: not stated, to be asked' },
      ];
    case 'level held':
      return [
        { name: 'family', label: 'Syllabus' },
        { name: 'rank', label: 'Level, 1 lowest' },
      ];
    case 'age':
      return [
        { name: 'min', label: 'From age' },
        { name: 'max', label: 'To age' },
        { name: 'on', label: 'On', type: 'date', hint: 'empty: on the day' },
      ];
    case 'year group':
      return [
        { name: 'min', label: 'From year' },
        { name: 'max', label: 'To year' },
      ];
    case 'entry fact':
      return [{ name: 'fact', label: 'What', hint: 'as Pianist' }];
    case 'takes':
      return [
        { name: 'max', label: 'At most so many takes' },
        { name: 'continuous', label: 'In one piece', options: ['yes', 'no'] },
      ];
    case 'excerpt bars':
      return [{ ...LETTER, label: 'Letter of the excerpt' }];
    case 'scales known':
      return [
        { ...LETTER, label: 'Letter of the table' },
        { name: 'count', label: 'Rows known', hint: 'empty: every row' },
      ];
    case 'combined':
      return [{ name: 'need', label: 'Needed', hint: 'all, any, or a number' }];
    case 'different composers':
    case 'edition valid':
    case 'entry closes':
    case 'recording due':
      return [];
  }
}

/** A new rule of a kind, its picked blanks at their first option. */
export function blankRule(kind: RuleKind): DraftRule {
  const bare: DraftRule = { id: '', kind, blanks: {}, inner: [] };
  const first = Object.fromEntries(
    blanksOf(bare).flatMap(({ name, options }) => (options ? [[name, options[0] ?? '']] : [])),
  );
  return { ...bare, blanks: kind === 'combined' ? { need: 'any' } : first };
}

/** With one blank changed; what followed from it starts anew. */
export function withBlank(rule: DraftRule, name: string, value: string): DraftRule {
  const blanks = { ...rule.blanks, [name]: value };
  if (rule.kind === 'count where' && name === 'on') blanks['is'] = WHERE_VALUES[value]?.[0] ?? '';
  return { ...rule, blanks };
}

const whole = (text: string | undefined, max = 999): number | null =>
  /^\s*\d{1,4}\s*$/.test(text ?? '') && Number(text) <= max ? Number(text) : null;
const isEmpty = (text: string | undefined) => (text ?? '').trim() === '';
/** Null where empty, undefined where it is no number. */
const optional = (text: string | undefined, max = 999): number | null | undefined =>
  isEmpty(text) ? null : (whole(text, max) ?? undefined);
const namesIn = (text: string | undefined): string[] =>
  (text ?? '')
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean);

const CLASS = /^(.+?):\s*(\d+)\s+of\s+(\d+)\s*(?:(\+)|[–-]\s*(\d+))?\s*(?:,\s*(\d+)\s+free)?$/i;
function classOf(text: string): GradedClass | undefined {
  const match = CLASS.exec(text.trim());
  if (!match) return undefined;
  const from = Number(match[3]);
  const to = match[4] ? null : match[5] === undefined ? from : Number(match[5]);
  const each = {
    value: match[1]?.trim() ?? '',
    atLeast: Number(match[2]),
    from,
    to,
    free: Number(match[6] ?? 0),
  };
  return from >= 1 && (to === null || to >= from) && each.atLeast <= 20 && each.free <= 20 ? each : undefined;
}
export const classText = ({ value, atLeast, from, to, free }: GradedClass) =>
  `${value}: ${atLeast} of ${to === null ? `${from}+` : from === to ? from : `${from}–${to}`}${free > 0 ? `, ${free} free` : ''}`;

function whereOf(
  on: string,
  is: string,
  idOf: (letter: string) => string | undefined,
): ChoicePredicate | undefined {
  if (on === 'grade') {
    const match = /^\s*(\d{1,2})\s*(?:[–-]\s*(\d{1,2}))?\s*$/.exec(is);
    const [from, to] = [Number(match?.[1] ?? 0), Number(match?.[2] ?? match?.[1] ?? 0)];
    return from >= 1 && from <= to && to <= 50 ? { on, from, to } : undefined;
  }
  if (on === 'component') {
    const id = idOf(is);
    return id === undefined ? undefined : { on, is: id };
  }
  const values = WHERE_VALUES[on];
  const fits = values ? values.includes(is) : is.trim() !== '';
  return fits ? ({ on, is: is.trim() } as ChoicePredicate) : undefined;
}

/**
 * The rule, or what its sentence still lacks.
 * @param id - the rule's id when it has none yet; rules within it take theirs from it
 * @param idOf - the component with a letter; undefined when there is none
 */
export function ruleOf(
  draft: DraftRule,
  newId: string,
  idOf: (letter: string) => string | undefined,
): Rule | string {
  const { kind, blanks } = draft;
  const id = draft.id || newId;
  switch (kind) {
    case 'one from each': {
      const ids = namesIn(blanks['letters']).map(idOf);
      const known = ids.flatMap((each) => each ?? []);
      return known.length === 0 || known.length < ids.length
        ? 'Name letters of the components above, as A, B.'
        : { id, kind, componentIds: known };
    }
    case 'choose': {
      const componentId = idOf(blanks['letter'] ?? '');
      const [min, max] = [whole(blanks['min'], 20), whole(blanks['max'], 20)];
      if (componentId === undefined) return 'The letter of a component above.';
      return min === null || max === null || min > max
        ? 'From and to, the least first.'
        : { id, kind, componentId, min, max };
    }
    case 'count': {
      const [min, max] = [whole(blanks['min'], 50), whole(blanks['max'], 50)];
      return min === null || max === null || min > max
        ? 'From and to, the least first.'
        : { id, kind, min, max };
    }
    case 'time': {
      const seconds = (text: string | undefined) => (isEmpty(text) ? null : parseTime(text ?? ''));
      const [min, max, gap] = [seconds(blanks['min']), seconds(blanks['max']), optional(blanks['gap'], 600)];
      if (min === undefined || max === undefined || gap === undefined || (min === null && max === null))
        return 'Times as 5:30; one of the two may be empty.';
      return min !== null && max !== null && min > max
        ? 'The least first.'
        : { id, kind, min, max, gapSeconds: gap ?? 0 };
    }
    case 'different composers':
    case 'edition valid':
    case 'entry closes':
    case 'recording due':
      return { id, kind };
    case 'contrast':
      return {
        id,
        kind,
        in: CONTRASTS.find((each) => each === blanks['in']) ?? 'tempo',
        between: blanks['between'] === 'all' ? 'all' : 'any',
      };
    case 'count where': {
      const count = whole(blanks['count'], 50);
      const where = whereOf(blanks['on'] ?? '', blanks['is'] ?? '', idOf);
      return count === null || !where
        ? 'How many, and which property.'
        : { id, kind, bound: blanks['bound'] === 'at most' ? 'at most' : 'at least', count, where };
    }
    case 'graded pieces': {
      const parts = (blanks['classes'] ?? '').split(';').filter((part) => part.trim() !== '');
      const classes = parts.flatMap((part) => classOf(part) ?? []);
      const by = blanks['by'] === 'year group' ? 'year group' : 'entry fact';
      const fact = by === 'entry fact' ? (blanks['fact'] ?? '').trim() : '';
      if (by === 'entry fact' && fact === '') return 'Which fact names the class, as Division.';
      const bad = parts.find((part) => !classOf(part));
      if (bad !== undefined) return `“${bad.trim()}” is not read. Write it as Skiff: 2 of 3–4, 1 free.`;
      return classes.length === 0 ? 'At least one class.' : { id, kind, by, fact, classes };
    }
    case 'not used before': {
      const years = optional(blanks['years'], 50);
      return years === undefined || years === 0 ? 'Whole years, or empty.' : { id, kind, years };
    }
    case 'named edition': {
      const componentId = idOf(blanks['letter'] ?? '');
      if (componentId === undefined) return 'The letter of a component above.';
      return isEmpty(blanks['edition'])
        ? 'Which edition?'
        : { id, kind, componentId, edition: (blanks['edition'] ?? '').trim() };
    }
    case 'condition': {
      const allows = namesIn(blanks['allows']);
      return {
        id,
        kind,
        topic: blanks['topic'] ?? CONDITION_TOPICS[0],
        allows: allows.length > 0 ? allows : null,
      };
    }
    case 'level held': {
      const rank = whole(blanks['rank'], 50);
      return isEmpty(blanks['family']) || rank === null || rank < 1
        ? 'Which syllabus, and which level (1 lowest).'
        : { id, kind, family: (blanks['family'] ?? '').trim(), rank };
    }
    case 'age':
    case 'year group': {
      const [min, max] = [optional(blanks['min'], 120), optional(blanks['max'], 120)];
      if (min === undefined || max === undefined || (min === null && max === null))
        return kind === 'age' ? 'Ages in years; one may be empty.' : 'Years; one may be empty.';
      if (min !== null && max !== null && min > max) return 'The least first.';
      if (kind === 'year group') return { id, kind, min, max };
      const on = blanks['on'] ?? '';
      if (on !== '' && !isCalendarDay(on)) return 'A day, or empty for the day of the session.';
      return { id, kind, min, max, on: on === '' ? null : calendarDay(on) };
    }
    case 'entry fact':
      return isEmpty(blanks['fact'])
        ? 'What must be named, as Pianist.'
        : { id, kind, fact: (blanks['fact'] ?? '').trim() };
    case 'takes': {
      const max = whole(blanks['max'], 99);
      return max === null || max < 1
        ? 'How many takes.'
        : { id, kind, max, continuous: blanks['continuous'] !== 'no' };
    }
    case 'excerpt bars': {
      const componentId = idOf(blanks['letter'] ?? '');
      return componentId === undefined ? 'The letter of an excerpt above.' : { id, kind, componentId };
    }
    case 'scales known': {
      const componentId = idOf(blanks['letter'] ?? '');
      const count = optional(blanks['count'], 400);
      if (componentId === undefined) return 'The letter of a scale table above.';
      return count === undefined || count === 0
        ? 'How many rows, or empty.'
        : { id, kind, componentId, count };
    }
    case 'combined': {
      const need = (blanks['need'] ?? '').trim();
      const number = whole(need, 20);
      if (need !== 'all' && need !== 'any' && (number === null || number < 1))
        return 'All, any, or a number.';
      if (draft.inner.length === 0) return 'At least one rule within it.';
      const rules = draft.inner.map((each, at) => ruleOf(each, `${id}-${at + 1}`, idOf));
      const bad = rules.find((each) => typeof each === 'string');
      if (typeof bad === 'string') return bad;
      if (number !== null && number > rules.length)
        return `${number} of ${rules.length} rules can never be met.`;
      return {
        id,
        kind,
        need: need === 'all' || need === 'any' ? need : (number ?? 1),
        rules: rules as Rule[],
      };
    }
  }
}
