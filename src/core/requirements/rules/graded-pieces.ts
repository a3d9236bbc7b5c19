import type { Piece } from '../../repertoire';
import { ok, refuse } from '../../result';
import { list as listOf, name, nullable, object, text, whole } from '../../shape';
import { gradedClassOf, type GradedClass } from '../graded-class';
import type { SearchFacts, SearchPiece } from '../search-parts';
import { choice, type Field } from './fields';
import { ruleModule } from './rule-module';
import { addable, chosenOf, decide, fillable, openOf, sum, within } from './ways';
import { capital, number, plain, toChoose } from './words';

/** The class is named by an entry fact, or by the student's year group on the day. */
export interface GradedPieces {
  readonly id: string;
  readonly kind: 'graded pieces';
  readonly by: 'year group' | 'entry fact';
  readonly fact: string;
  readonly classes: readonly GradedClass[];
}

interface GradedEvidence {
  readonly kind: 'graded';
  /** The class the fact or year names; null while unknown. */
  readonly value: string | null;
  readonly graded: readonly string[];
  readonly others: readonly string[];
  readonly open: number;
}

const gradesWords = ({ from, to }: GradedClass) =>
  to === null ? `grade ${from} or above` : from === to ? `grade ${from}` : `grade ${from} to ${to}`;
const classWords = (each: GradedClass) =>
  `${each.value}: ${number(each.atLeast)} of ${gradesWords(each)}${each.free > 0 ? `, ${number(each.free)} free` : ''}`;

const CLASS = /^(.+?):\s*(\d+)\s+of\s+(\d+)\s*(?:(\+)|[–-]\s*(\d+))?\s*(?:,\s*(\d+)\s+free)?$/i;
const classShape = object({
  value: name,
  atLeast: whole(0, 20),
  from: whole(1, 50),
  to: nullable(whole(1, 50)),
  free: whole(0, 20),
});
function classOf(typed: string): GradedClass | undefined {
  const match = CLASS.exec(typed.trim());
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
  return classShape.fits(each) && (to === null || to >= from) ? each : undefined;
}
const classText = ({ value, atLeast, from, to, free }: GradedClass) =>
  `${value}: ${atLeast} of ${to === null ? `${from}+` : from === to ? from : `${from}–${to}`}${free > 0 ? `, ${free} free` : ''}`;

const classesShape = listOf(classShape, 40, 1);
const classes: Field<readonly GradedClass[]> = {
  shape: classesShape,
  blanks: (own) => [
    {
      name: own,
      label: 'Class: how many of grade, how many free',
      hint: 'as Skiff: 2 of 3–4, 1 free; Schooner: 3 of 5+',
    },
  ],
  read: (typed, own) => {
    const parts = (typed[own] ?? '').split(';').filter((part) => part.trim() !== '');
    const bad = parts.find((part) => !classOf(part));
    if (bad !== undefined) return refuse(`“${bad.trim()}” is not read. Write it as Skiff: 2 of 3–4, 1 free.`);
    const found = parts.flatMap((part) => classOf(part) ?? []);
    return classesShape.fits(found) ? ok(found) : refuse('One to forty classes.');
  },
  write: (value, own) => ({ [own]: value.map(classText).join('; ') }),
};

const fact: Field<string> = {
  shape: text(120),
  blanks: (own, typed) =>
    typed['by'] === 'year group' ? [] : [{ name: own, label: 'Fact', hint: 'as Division' }],
  read: (typed, own) => {
    if (typed['by'] === 'year group') return ok('');
    const value = (typed[own] ?? '').trim();
    return name.fits(value) ? ok(value) : refuse('Which fact names the class, as Division.');
  },
  write: (value, own) => ({ [own]: value }),
};

const isWithin = (rank: unknown, { from, to }: GradedClass) =>
  typeof rank === 'number' && within(rank, from, to);
const gradedIn = (
  places: readonly SearchPiece[],
  each: GradedClass,
  factOf: (place: SearchPiece) => unknown,
) => places.filter((place) => isWithin(factOf(place), each)).length;
/** The classes the entry may fall in; several while the fact is unknown. */
const classesOf = (facts: SearchFacts, rule: GradedPieces) => facts.known(rule) as readonly GradedClass[];

export const gradedPieces = ruleModule<GradedPieces>()({
  name: 'Pieces of a grade, by class or year',
  about: 'pieces',
  title: (rule) =>
    `By ${rule.by === 'year group' ? 'year group' : rule.fact}: ${rule.classes.map(classWords).join('; ')}`,
  check: (rule, entry, slots) => {
    const { value, named } = gradedClassOf(rule, entry);
    const possibleClasses = named ? [named] : value === null ? rule.classes : [];
    const rankOf = new Map(entry.set.catalogue.map((graded) => [graded.pieceId, graded.rank]));
    const isGraded = (piece: Piece, each: GradedClass) => isWithin(rankOf.get(piece.id), each);
    const chosen = chosenOf(slots);
    const open = openOf(slots);
    const possible = possibleClasses.some((each) => {
      const graded = chosen.filter((piece) => isGraded(piece, each)).length;
      const more = slots.map((slot) =>
        addable(slot, (piece) => (piece === null ? 'unknown' : isGraded(piece, each))),
      );
      // Filling every place with graded pieces first gives the most of them and the fewest others at once.
      const others = sum(slots, (slot, at = slots.indexOf(slot)) =>
        Math.max(0, fillable(slot, slot.open) - (more[at]?.most ?? 0)),
      );
      return (
        graded + sum(more, (slot) => slot.most) >= each.atLeast &&
        chosen.length - graded + others <= each.free
      );
    });
    const titled = (graded: boolean) =>
      named ? chosen.filter((piece) => isGraded(piece, named) === graded).map((piece) => piece.title) : [];
    const evidence: GradedEvidence = {
      kind: 'graded',
      value,
      graded: titled(true),
      others: titled(false),
      open,
    };
    const isKept =
      named !== null &&
      open === 0 &&
      evidence.graded.length >= named.atLeast &&
      evidence.others.length <= named.free;
    return { status: decide(possible, isKept), evidence };
  },
  sentence: (rule, { status, evidence }) => {
    const by = rule.by === 'year group' ? 'Year group' : rule.fact;
    const { value, graded, others, open } = evidence;
    if (value === null)
      return status === 'unmet'
        ? 'No class can be reached with these pieces.'
        : `${by} not known; it decides the grades.`;
    const named = rule.classes.find((each) => plain(each.value) === plain(value));
    if (!named) return `${by} ${value} is not in the table.`;
    const have = `${capital(number(graded.length))} of ${gradesWords(named)}${others.length > 0 ? `, ${number(others.length)} free` : ''}`;
    return status === 'unmet' ? `${have}. ${by} ${classWords(named)}.` : `${have}${toChoose(open)}.`;
  },
  fields: { by: choice('Decided by', ['entry fact', 'year group']), fact, classes },
  problems: (rule, _, say) => {
    const values = rule.classes.map((each) => plain(each.value));
    for (const value of new Set(values.filter((each, at) => values.indexOf(each) !== at)))
      say('.classes', `"${value}" appears twice`);
    if (rule.by === 'entry fact' && rule.fact.trim() === '') say('.fact', 'no fact decides the class');
  },
  search: {
    fact: (_, piece, __, set) => set.catalogue.find((each) => each.pieceId === piece.id)?.rank ?? null,
    known: (rule, entry) => {
      const { value, named } = entry ? gradedClassOf(rule, entry) : { value: null, named: null };
      return named ? [named] : value === null ? rule.classes : [];
    },
    ranks: (rule) => rule.classes.map(({ from }) => from),
    unknown: (_, __, ___, rank) => rank,
    compile: (rule, factOf) => ({
      status: (places, facts) => {
        const possible = classesOf(facts, rule);
        const fits = possible.filter((each) => {
          const count = gradedIn(places, each, factOf);
          return count >= each.atLeast && places.length - count <= each.free;
        });
        return fits.length === 0 ? 'unmet' : fits.length < possible.length ? 'undecided' : 'met';
      },
      lost: (places, facts) =>
        classesOf(facts, rule).every((each) => places.length - gradedIn(places, each, factOf) > each.free),
      limits: (facts) => {
        const [only, ...others] = classesOf(facts, rule);
        if (!only || others.length > 0) return [];
        return [
          { bound: -only.atLeast, use: (place) => (isWithin(factOf(place), only) ? -1 : 0) },
          { bound: only.free, use: (place) => (isWithin(factOf(place), only) ? 0 : 1) },
        ];
      },
    }),
  },
});
