import { inTerms } from '../../terms';
import { PREDICATE_VALUES } from '../../repertoire';
import { ok, refuse } from '../../result';
import { id, name, oneOf, union, whole } from '../../shape';
import { answersTo, type ChoicePredicate } from '../answers-to';
import type { LevelOf } from '../requirement-set';
import { NEVER_LOST, type SearchPiece } from '../search-parts';
import { amount, choice, type Field, type IdOf } from './fields';
import { missing, ruleModule } from './rule-module';
import { addable, decide, openOf, sum } from './ways';
import { capital, letterOf as letterIn, list, number, pieces, toChoose } from './words';

export interface CountWhere {
  readonly id: string;
  readonly kind: 'count where';
  readonly bound: 'at least' | 'at most';
  readonly count: number;
  readonly where: ChoicePredicate;
}

interface MatchingEvidence {
  readonly kind: 'matching';
  readonly titles: readonly string[];
  /** Titles of which it is not known. */
  readonly unknown: readonly string[];
  readonly open: number;
  readonly possible: number;
}

/** The values each property may be compared with; null where text may stand. */
const VALUES: Readonly<Record<ChoicePredicate['on'], readonly string[] | null>> = {
  ...PREDICATE_VALUES,
  component: null,
  'own choice': ['own choice', 'listed'],
  grade: null,
  memory: ['from memory', 'with the music'],
};
const PROPERTIES = Object.keys(VALUES) as ChoicePredicate['on'][];
const propertyOf = (text: string | undefined) => PROPERTIES.find((each) => each === text) ?? 'metre';

const GRADES = { from: whole(1, 50), to: whole(1, 50) };
const WRONG = 'How many, and which property.';

const where: Field<ChoicePredicate> = {
  shape: union(
    'on',
    Object.fromEntries(
      Object.entries(VALUES).map(([on, values]) => [
        on,
        on === 'grade' ? GRADES : { is: values ? oneOf(values) : on === 'component' ? id : name },
      ]),
    ),
  ),
  blanks: (_, typed) => {
    const on = propertyOf(typed['on']);
    const values = VALUES[on];
    const hint = on === 'component' ? 'a letter' : on === 'grade' ? 'as 4–6' : null;
    return [
      { name: 'on', label: 'Property', options: PROPERTIES },
      {
        name: 'is',
        label: 'Value',
        follows: 'on',
        ...(values && { options: values }),
        ...(hint !== null && { hint }),
      },
    ];
  },
  read: (typed, _, idOf) => {
    const found = whereOf(propertyOf(typed['on']), (typed['is'] ?? '').trim(), idOf);
    return found ? ok(found) : refuse(WRONG);
  },
  write: (value, _, letterOf) => ({
    on: value.on,
    is:
      value.on === 'grade'
        ? `${value.from}–${value.to}`
        : value.on === 'component'
          ? letterOf(value.is)
          : value.is,
  }),
};

function whereOf(on: ChoicePredicate['on'], is: string, idOf: IdOf): ChoicePredicate | undefined {
  if (on === 'grade') {
    const match = /^(\d{1,2})\s*(?:[–-]\s*(\d{1,2}))?$/.exec(is);
    const [from, to] = [Number(match?.[1] ?? 0), Number(match?.[2] ?? match?.[1] ?? 0)];
    return from >= 1 && from <= to && to <= 50 ? { on, from, to } : undefined;
  }
  if (on === 'component') {
    const componentId = idOf(is);
    return componentId === undefined ? undefined : { on, is: componentId };
  }
  const fits = VALUES[on]?.includes(is) ?? name.fits(is);
  return fits ? ({ on, is } as ChoicePredicate) : undefined;
}

function such(predicate: ChoicePredicate, level: LevelOf): string {
  switch (predicate.on) {
    case 'metre':
      return predicate.is === 'irregular' ? inTerms('in an irregular metre') : `in ${predicate.is} time`;
    case 'key mode':
      return predicate.is === 'neither' ? 'in no key' : `in a ${predicate.is} key`;
    case 'accompaniment':
      return predicate.is;
    case 'kind':
      return predicate.is === 'piece' ? 'that is not a study' : `that is a ${predicate.is}`;
    case 'period':
      return `of the ${predicate.is} period`;
    case 'character':
      return `of ${predicate.is} character`;
    case 'component':
      return `from list ${letterIn(level, predicate.is)}`;
    case 'own choice':
      return predicate.is === 'own choice' ? 'of the student’s own choice' : 'from the lists';
    case 'grade':
      return predicate.from === predicate.to
        ? `graded ${predicate.from}`
        : `graded ${predicate.from} to ${predicate.to}`;
    case 'memory':
      return predicate.is === 'from memory' ? 'from memory' : 'played with the music';
  }
}

export const countWhere = ruleModule<CountWhere>()({
  name: 'Minimum or maximum number of pieces that …',
  about: 'pieces',
  title: (rule, level) => `${capital(rule.bound)} ${pieces(rule.count)} ${such(rule.where, level)}`,
  check: (rule, entry, slots) => {
    const chosen = slots.flatMap((slot) =>
      slot.chosen.map((piece) => ({
        title: piece.title,
        answer: answersTo(rule.where, piece, slot, entry.set),
      })),
    );
    const titlesOf = (wanted: boolean | 'unknown') =>
      chosen.filter(({ answer }) => answer === wanted).map(({ title }) => title);
    const [titles, unknown] = [titlesOf(true), titlesOf('unknown')];
    const open = openOf(slots);
    const more = slots.map((slot) => addable(slot, (piece) => answersTo(rule.where, piece, slot, entry.set)));
    const most = sum(more, (each) => each.most);
    const possible =
      rule.bound === 'at least'
        ? titles.length + unknown.length + most >= rule.count
        : titles.length + sum(more, (each) => each.least) <= rule.count;
    const settled =
      rule.bound === 'at least' ? titles.length >= rule.count : titles.length + unknown.length <= rule.count;
    const evidence: MatchingEvidence = { kind: 'matching', titles, unknown, open, possible: most };
    return { status: decide(possible, open === 0 && settled), evidence };
  },
  sentence: (rule, { status, evidence }, level) => {
    const counted = evidence.titles.length > 0 ? list(evidence.titles) : 'None so far';
    const unknown = evidence.unknown.length > 0 ? ` Not known of ${list(evidence.unknown)}.` : '';
    if (status === 'unmet')
      return rule.bound === 'at least'
        ? `${counted}. Choose ${pieces(rule.count)} ${such(rule.where, level)}.`
        : `${counted}. Keep ${number(rule.count)} at most.`;
    return `${counted}${toChoose(evidence.open)}.${unknown}`;
  },
  fields: {
    bound: choice('Bound', ['at least', 'at most']),
    count: amount(0, 50, { label: 'How many', wrong: WRONG }),
    where,
  },
  problems: ({ where: predicate }, level, say) => {
    if (predicate.on === 'component') missing(level, predicate.is, say);
    if (predicate.on === 'grade' && predicate.from > predicate.to)
      say('.where.to', 'the highest grade is below the lowest');
  },
  search: {
    // Whether a piece is played from memory may be settled later: then it may be either.
    fact: (rule, piece, place, set) =>
      rule.where.on === 'memory' && place.fromMemory === undefined
        ? 'unknown'
        : answersTo(rule.where, piece, { ...place, fromMemory: place.fromMemory ?? false }, set),
    unknown: (rule, slot, set) => answersTo(rule.where, null, slot, set),
    openByPieces: (rule) => rule.where.on !== 'memory',
    compile: (rule, fact) => {
      const countOf = (places: readonly SearchPiece[], answer: unknown) => {
        let found = 0;
        for (const place of places) if (fact(place) === answer) found += 1;
        return found;
      };
      return {
        status: (places) => {
          const [sure, unknown] = [countOf(places, true), countOf(places, 'unknown')];
          if (rule.bound === 'at least')
            return sure >= rule.count ? 'met' : sure + unknown >= rule.count ? 'undecided' : 'unmet';
          return sure > rule.count ? 'unmet' : sure + unknown <= rule.count ? 'met' : 'undecided';
        },
        lost: rule.bound === 'at most' ? (places) => countOf(places, true) > rule.count : NEVER_LOST,
        limits: () => [
          rule.bound === 'at least'
            ? { bound: -rule.count, use: (place) => (fact(place) === false ? 0 : -1) }
            : { bound: rule.count, use: (place) => (fact(place) === true ? 1 : 0) },
        ],
      };
    },
  },
});
