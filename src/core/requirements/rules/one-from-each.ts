import { piecesOf } from '../entry';
import { countIn, kept, limitsOf } from '../search-parts';
import { letters } from './fields';
import { missing, ruleModule } from './rule-module';
import { decide, fillable, strays } from './ways';
import { letterOf, list } from './words';

export interface OneFromEach {
  readonly id: string;
  readonly kind: 'one from each';
  readonly componentIds: readonly string[];
}

/** What stands in lists: letters of those with a choice, of those open, and of those with nothing left to choose. */
export interface ListsEvidence {
  readonly kind: 'lists';
  readonly chosen: readonly string[];
  readonly open: readonly string[];
  /** Titles chosen that the list does not have. */
  readonly notListed: readonly string[];
  readonly empty: readonly string[];
}

export const oneFromEach = ruleModule<OneFromEach>()({
  name: 'One piece from each list',
  about: 'pieces',
  title: ({ componentIds }, level) =>
    `One piece from each of ${list(componentIds.map((id) => letterOf(level, id)))}`,
  check: ({ componentIds }, entry, slots) => {
    const notListed: string[] = [];
    const chosen: string[] = [];
    const open: string[] = [];
    const empty: string[] = [];
    let possible = true;
    for (const id of componentIds) {
      const slot = slots.find((each) => each.componentId === id);
      const count = piecesOf(entry, id).length;
      const stray = strays(entry, id);
      notListed.push(...stray);
      if (count > 0) chosen.push(slot?.letter ?? id);
      else if (slot) {
        open.push(slot.letter);
        if (fillable(slot, 1) < 1) empty.push(slot.letter);
      }
      possible &&= slot !== undefined && count <= 1 && stray.length === 0;
    }
    const evidence: ListsEvidence = { kind: 'lists', chosen, open, notListed, empty };
    return { status: decide(possible && empty.length === 0, open.length === 0), evidence };
  },
  sentence: (_, { status, evidence }) => {
    if (evidence.notListed.length > 0)
      return `${list(evidence.notListed)} not on the list. Choose a listed piece.`;
    if (evidence.empty.length > 0) return `List ${list(evidence.empty)} has no piece left to choose.`;
    if (status === 'unmet') return 'A list has more than one piece. Keep one.';
    return evidence.open.length > 0
      ? `${list(evidence.open)} still open.`
      : `${list(evidence.chosen)} chosen.`;
  },
  fields: {
    componentIds: letters({
      label: 'Letters',
      hint: 'as A, B',
      wrong: 'Name letters of the components above, as A, B.',
    }),
  },
  problems: ({ componentIds }, level, say) => {
    for (const id of componentIds) missing(level, id, say);
  },
  search: {
    compile: ({ componentIds }, _, slotOf) => {
      const slots = componentIds.map((id) => slotOf.get(id) ?? -1);
      return {
        status: (places) => kept(slots.every((slot) => countIn(places, slot) === 1)),
        lost: (places) => slots.some((slot) => countIn(places, slot) > 1),
        limits: () => slots.flatMap((slot) => limitsOf(1, 1, (place) => (place.slot === slot ? 1 : 0))),
      };
    },
  },
});
