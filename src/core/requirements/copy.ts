import { addDays, calendarDay, daysBetween } from '../time';
import { BARE_SET, type Component } from './requirement-set';
import type { RequirementSet } from './with-rules';
import type { Rule } from './rules';

/** What a requirement is copied for, and what comes with it. */
export interface CopyWish {
  /** The instrument or voice of the copy; null for the next edition of the same syllabus. */
  readonly instrument: string | null;
  /** Whether the pieces of lists and catalogue come too; the lists themselves always do. */
  readonly lists: boolean;
  readonly sessions: boolean;
}

/**
 * A copy to be changed. The next edition is valid from the day after this one, as long as this one. For another
 * instrument the copy is valid as this one is and is a family of its own: levels held in one do not count in the other,
 * and rules that ask for a level of this family ask for one of the copy's.
 */
export function copySet(
  set: RequirementSet,
  id: string,
  { instrument, lists, sessions }: CopyWish,
): RequirementSet {
  const copy: RequirementSet = {
    ...set,
    id,
    ...(!lists && {
      ...BARE_SET,
      levels: set.levels.map((level) => ({ ...level, components: level.components.map(withoutPieces) })),
    }),
    sessions: sessions ? set.sessions : [],
  };
  if (instrument !== null) return ofInstrument(copy, instrument);
  const from = addDays(set.edition.to, 1);
  const to = addDays(from, daysBetween(set.edition.from, set.edition.to));
  const year = (text: string) => text.slice(0, 4);
  return {
    ...copy,
    edition: {
      name: year(from) === year(to) ? year(from) : `${year(from)}–${year(to)}`,
      from: calendarDay(from),
      to: calendarDay(to),
      overlapTo: null,
    },
  };
}

/** The set for another instrument or voice, in a family of its own. */
export function ofInstrument(set: RequirementSet, instrument: string): RequirementSet {
  const family = familyFor(set.name, instrument);
  const renamed = (rule: Rule): Rule =>
    rule.kind === 'combined'
      ? { ...rule, rules: rule.rules.map(renamed) }
      : rule.kind === 'level held' && rule.family === set.family
        ? { ...rule, family }
        : rule;
  return {
    ...set,
    instrument,
    family,
    levels: set.levels.map((level) => ({ ...level, instruments: [], rules: level.rules.map(renamed) })),
  };
}

/** The family a set of this name and instrument begins. */
export const familyFor = (name: string, instrument: string): string =>
  `${name.trim()} ${instrument.trim()}`.slice(0, 120);

const withoutPieces = (component: Component): Component =>
  component.source.kind === 'list'
    ? {
        ...component,
        source: { kind: 'list', pieceIds: [], min: component.source.min, max: component.source.max },
      }
    : component;
