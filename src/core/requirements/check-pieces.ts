import { composerKey, type Piece } from '../repertoire';
import { answersTo } from './answers-to';
import { contrastValue } from './contrast';
import { piecesOf, type Entry, type Slot } from './entry';
import { canAllDiffer, canSomeDiffer, fillings } from './possible';
import { gradedClassOf } from './graded-class';
import { componentOf, listedPieces } from './requirement-set';
import { usedWithin } from './used-within';
import type { GradedClass, PieceRule, RuleOf } from './rule';
import type { Answer } from './verdict';

/**
 * @param possible - whether some way of filling the open slots meets the rule
 * @param kept - whether nothing is open any more and the rule is met as things stand
 */
const decide = (possible: boolean, kept: boolean): Answer['status'] =>
  possible ? (kept ? 'met' : 'undecided') : 'unmet';

const within = (value: number, min: number | null, max: number | null) =>
  value >= (min ?? -Infinity) && value <= (max ?? Infinity);
const sum = <T>(items: readonly T[], of: (item: T) => number) =>
  items.reduce((all, item) => all + of(item), 0);
const fillable = (slot: Slot, wanted: number) =>
  slot.candidates === 'any' ? wanted : Math.min(wanted, slot.candidates.length);
const openOf = (slots: readonly Slot[]) => sum(slots, (slot) => slot.open);

/** How the chosen pieces, and every way of filling the open slots, stand against a rule on pieces. */
export function checkPieces(rule: PieceRule, entry: Entry, slots: readonly Slot[]): Answer {
  switch (rule.kind) {
    case 'one from each':
      return oneFromEach(rule, entry, slots);
    case 'choose':
      return choose(rule, entry, slots);
    case 'count': {
      const chosen = sum(slots, (slot) => slot.chosen.length);
      const open = openOf(slots);
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
    case 'contrast':
      return contrast(rule, slots);
    case 'count where':
      return countWhere(rule, entry, slots);
    case 'graded pieces':
      return gradedPieces(rule, entry, slots);
    case 'not used before':
      return notUsedBefore(rule, entry, slots);
  }
}

const strays = (entry: Entry, componentId: string): Piece[] => {
  const component = componentOf(entry.level, componentId);
  const listed = component ? listedPieces(component, entry.set) : null;
  return listed ? piecesOf(entry, componentId).filter((piece) => !listed.includes(piece.id)) : [];
};

function oneFromEach(
  { componentIds }: RuleOf<'one from each'>,
  entry: Entry,
  slots: readonly Slot[],
): Answer {
  const notListed: string[] = [];
  const chosen: string[] = [];
  const open: string[] = [];
  const empty: string[] = [];
  let possible = true;
  for (const id of componentIds) {
    const slot = slots.find((each) => each.componentId === id);
    const pieces = piecesOf(entry, id);
    const stray = strays(entry, id);
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

function choose(rule: RuleOf<'choose'>, entry: Entry, slots: readonly Slot[]): Answer {
  const slot = slots.find((each) => each.componentId === rule.componentId);
  const stray = strays(entry, rule.componentId);
  if (!slot || stray.length > 0)
    return {
      status: 'unmet',
      evidence: {
        kind: 'lists',
        chosen: [],
        open: [],
        notListed: stray.map((piece) => piece.title),
        empty: [],
      },
    };
  const chosen = slot.chosen.length;
  const left = fillable(slot, slot.room);
  return {
    status: decide(
      chosen + Math.min(slot.open, left) <= rule.max && chosen + left >= rule.min,
      slot.open === 0 && chosen >= rule.min,
    ),
    evidence: { kind: 'chosen', chosen, open: Math.max(slot.open, rule.min - chosen), left },
  };
}

function time(rule: RuleOf<'time'>, slots: readonly Slot[]): Answer {
  const pieces = slots.flatMap((slot) => slot.chosen);
  const untimed = pieces.filter((piece) => piece.seconds === null).map((piece) => piece.title);
  const open = openOf(slots);
  const timed = sum(pieces, (piece) => piece.seconds ?? 0);
  const withGaps = (seconds: number, count: number) => seconds + rule.gapSeconds * Math.max(0, count - 1);
  const now = withGaps(timed, pieces.length);
  const totals = fillings(slots).map((filling) => ({
    seconds: withGaps(timed + filling.seconds, pieces.length + filling.count),
    exact: untimed.length === 0 && !filling.untimed,
  }));
  const possible = totals.some(({ seconds, exact }) => within(seconds, exact ? rule.min : null, rule.max));
  return {
    // Pieces nobody has timed only make it longer: without an upper limit what is known may do.
    status: decide(
      possible,
      open === 0 && (untimed.length === 0 || rule.max === null) && within(now, rule.min, rule.max),
    ),
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
  const chosen = slots.flatMap((slot) => slot.chosen);
  const names = chosen.map((piece) => piece.composer);
  const open = openOf(slots);
  const { repeated, possible } = canAllDiffer(chosen, slots, (piece) => composerKey(piece.composer));
  return {
    status: decide(possible, open === 0),
    evidence: {
      kind: 'composers',
      names,
      repeated: names.find((name) => composerKey(name) === repeated) ?? null,
      open,
    },
  };
}

function contrast(rule: RuleOf<'contrast'>, slots: readonly Slot[]): Answer {
  const chosen = slots.flatMap((slot) => slot.chosen);
  const valueOf = (piece: Piece) => contrastValue(piece, rule.in);
  const values = chosen.map((piece) => ({ title: piece.title, value: valueOf(piece) }));
  const known = values.flatMap(({ value }) => value ?? []);
  const open = openOf(slots);
  const { possible: allMay, repeated } = canAllDiffer(chosen, slots, valueOf);
  const possible = rule.between === 'all' ? allMay : canSomeDiffer(chosen, slots, valueOf);
  const kept = rule.between === 'all' ? known.length === values.length : new Set(known).size > 1;
  return {
    status: decide(possible, open === 0 && kept),
    evidence: { kind: 'contrast', values, repeated, open },
  };
}

/** Of the pieces that may still fill a slot, the most that may be such, and the fewest that must. */
function addable(slot: Slot, answerOf: (piece: Piece | null) => boolean | 'unknown') {
  if (slot.candidates === 'any') {
    const own = answerOf(null);
    return { most: own === false ? 0 : slot.room, least: own === true ? slot.open : 0 };
  }
  const may = slot.candidates.filter((piece) => answerOf(piece) !== false).length;
  const mayNot = slot.candidates.filter((piece) => answerOf(piece) !== true).length;
  const open = Math.min(slot.open, slot.candidates.length);
  return { most: Math.min(slot.room, may), least: Math.max(0, open - mayNot) };
}

function countWhere(rule: RuleOf<'count where'>, entry: Entry, slots: readonly Slot[]): Answer {
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
  return {
    status: decide(possible, open === 0 && settled),
    evidence: { kind: 'matching', titles, unknown, open, possible: most },
  };
}

function gradedPieces(rule: RuleOf<'graded pieces'>, entry: Entry, slots: readonly Slot[]): Answer {
  const { value, named } = gradedClassOf(rule, entry);
  const classes = named ? [named] : value === null ? rule.classes : [];
  const rankOf = new Map(entry.set.catalogue.map((graded) => [graded.pieceId, graded.rank]));
  const isGraded = (piece: Piece, { from, to }: GradedClass) => {
    const rank = rankOf.get(piece.id);
    return rank !== undefined && within(rank, from, to);
  };
  const chosen = slots.flatMap((slot) => slot.chosen);
  const open = openOf(slots);
  const possible = classes.some((each) => {
    const graded = chosen.filter((piece) => isGraded(piece, each)).length;
    const more = slots.map((slot) =>
      addable(slot, (piece) => (piece === null ? 'unknown' : isGraded(piece, each))),
    );
    // Filling every place with graded pieces first gives the most of them and the fewest others at once.
    const others = sum(slots, (slot, at = slots.indexOf(slot)) =>
      Math.max(0, fillable(slot, slot.open) - (more[at]?.most ?? 0)),
    );
    return (
      graded + sum(more, (slot) => slot.most) >= each.atLeast && chosen.length - graded + others <= each.free
    );
  });
  const titled = (graded: boolean) =>
    named ? chosen.filter((piece) => isGraded(piece, named) === graded).map((piece) => piece.title) : [];
  const evidence = { kind: 'graded', value, graded: titled(true), others: titled(false), open } as const;
  const kept =
    named !== null &&
    open === 0 &&
    evidence.graded.length >= named.atLeast &&
    evidence.others.length <= named.free;
  return { status: decide(possible, kept), evidence };
}

function notUsedBefore(rule: RuleOf<'not used before'>, entry: Entry, slots: readonly Slot[]): Answer {
  const used = usedWithin(rule, entry);
  const before = (piece: Piece) => used.find((each) => each.pieceId === piece.id);
  const again = slots.flatMap((slot) =>
    slot.chosen.flatMap((piece) => {
      const earlier = before(piece);
      return earlier ? [{ title: piece.title, day: earlier.day, what: earlier.what }] : [];
    }),
  );
  const forced = sum(
    slots,
    (slot) => addable(slot, (piece) => piece !== null && before(piece) !== undefined).least,
  );
  const open = openOf(slots);
  return {
    status: decide(again.length + forced === 0, open === 0),
    evidence: { kind: 'used', again, open },
  };
}
