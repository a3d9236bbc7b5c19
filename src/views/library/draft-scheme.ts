import equal from 'fast-deep-equal';
import {
  problemsOfScheme,
  stepOf,
  type Award,
  type Band,
  type Criterion,
  type MarkScheme,
  type Outcome,
  type Rounding,
} from '@/core/marks';
import type { Draft, DraftComponent, DraftMarks } from './draft';
import { isWhole, names, slug, type Need } from './draft-fields';

/** What one step of a mark is. */
export const stepIn = ({ steps }: Pick<DraftComponent, 'steps'>): number =>
  stepOf({ halves: steps === 'half' });

/** First marks of the bands: as typed, or of equal width, six at most. Undefined when they do not rise. */
export function bandStarts({
  bands,
  maxMark,
  steps,
}: Pick<DraftComponent, 'bands' | 'maxMark' | 'steps'>): number[] | undefined {
  const max = Number(maxMark);
  if (!isWhole(maxMark, 1, 1000)) return [];
  if (bands.trim() === '') {
    const count = Math.min(6, max);
    return Array.from({ length: count }, (_, at) => Math.floor((max * at) / count) + 1);
  }
  const starts = names(bands);
  const isMark = (each: string) =>
    /^\d{1,4}(?:\.\d)?$/.test(each) &&
    Number(each) <= max &&
    Number.isInteger(Number(each) / stepIn({ steps }));
  if (!starts.every((each, at) => isMark(each) && (at === 0 || Number(each) > Number(starts[at - 1]))))
    return undefined;
  return starts.map(Number);
}

function criteriaOf(component: DraftComponent, before: readonly Criterion[]): Criterion[] {
  const maxMark = Number(component.maxMark);
  const starts = bandStarts(component) ?? [];
  const taken = new Set(before.map((criterion) => criterion.id));
  return names(component.criteria).map((name, row) => {
    const kept = before.find((criterion) => criterion.name === name);
    let id = kept?.id ?? `c${row + 1}`;
    for (let next = row + 2; !kept && taken.has(id); next += 1) id = `c${next}`;
    taken.add(id);
    const bands = starts.map((from, at): Band => ({
      from,
      to: (starts[at + 1] ?? maxMark + stepIn(component)) - stepIn(component),
      descriptor: (component.descriptors[name]?.[at] ?? '').trim(),
    }));
    return { id, name, maxMark, bands };
  });
}

type Bare = Omit<MarkScheme, 'id' | 'version'>;

export function schemeOfLevel(
  marks: DraftMarks,
  components: readonly DraftComponent[],
  ids: readonly string[],
  level: number,
  need: Need,
): { readonly of: (before: MarkScheme | undefined) => Bare } {
  const rounding: Rounding = { way: marks.way, places: Number(marks.places) };
  const idOf = (letter: string) => ids[components.findIndex((each) => slug(each.letter) === slug(letter))];
  const judges = Number(marks.judges);
  need('marks.outOf', isWhole(marks.outOf, 1, 10_000), '1 to 10 000.');
  need('marks.places', isWhole(marks.places, 0, 2), '0 to 2.');
  need('marks.judges', isWhole(marks.judges, 1, 9), '1 to 9.');
  need('marks.drop', isWhole(marks.drop, 0, 4), '0 to 4.');
  need('marks.seats', isWhole(marks.seats, 1, 500), '1 to 500.');
  const awards = marks.awards.map((award, at): Award => {
    const place = `marks.awards.${at}`;
    need(`${place}.name`, award.name.trim() !== '', 'A name.');
    need(`${place}.total`, award.total === '' || isWhole(award.total, 0, 100_000), 'A total, or empty.');
    need(`${place}.each`, award.each === '' || isWhole(award.each, 0, 1000), 'Empty, or a mark.');
    const passes = names(award.passes).flatMap((each) => {
      const match = /^(\S+)\s+(\d{1,4})$/.exec(each);
      const id = match ? idOf(match[1] ?? '') : undefined;
      // A letter of another level is no fault here; that it is of no level is found once, at the first.
      need(`${place}.passes`, match !== null && (id !== undefined || level > 0), 'As A 12, T 10.');
      return match && id !== undefined ? [[id, Number(match[2])] as const] : [];
    });
    return {
      id: `award-${at + 1}`,
      name: award.name.trim(),
      total: Number(award.total || '0'),
      eachAtLeast: award.each === '' ? null : Number(award.each),
      passes: Object.fromEntries(passes),
    };
  });
  outcomeOf(marks, awards, need);
  const of = (before: MarkScheme | undefined): Bare => {
    const kept = awards.map((award, at) => ({ ...award, id: before?.awards[at]?.id ?? award.id }));
    return {
      components: components.map((component, at) => ({
        componentId: ids[at] ?? '',
        criteria: criteriaOf(
          component,
          before?.components.find((each) => each.componentId === ids[at])?.criteria ?? [],
        ),
        ...(component.steps === 'half' && { halves: true }),
      })),
      totalling:
        marks.totalling === 'sum'
          ? { kind: 'sum' }
          : {
              kind: 'weighted',
              weights: Object.fromEntries(components.map((each, at) => [ids[at] ?? '', Number(each.weight)])),
              outOf: Number(marks.outOf),
              rounding,
            },
      panel: judges > 1 ? { judges, by: marks.by, drop: Number(marks.drop), rounding } : null,
      outcome: outcomeOf(marks, kept, () => undefined),
      awards: kept,
    };
  };
  const [problem] = problemsOfScheme({ id: 'x', version: 1, ...of(undefined) });
  if (problem) need(schemeField(problem.path), false, `${problem.message}.`);
  return { of };
}

/** The field that shows what a scheme lacks. */
function schemeField(path: string): string {
  const award = /^awards\[(\d+)\]\.(\w+)/.exec(path);
  if (award)
    return `marks.awards.${award[1] ?? ''}.${award[2] === 'eachAtLeast' ? 'each' : (award[2] ?? '')}`;
  if (path.startsWith('totalling')) return 'marks.outOf';
  if (path.startsWith('panel')) return 'marks.judges';
  return path.startsWith('outcome') ? 'marks.table' : 'marks';
}

function outcomeOf(marks: DraftMarks, awards: readonly Award[], need: Need): Outcome {
  if (marks.outcome === 'awards') return { kind: 'awards' };
  if (marks.outcome === 'seats') return { kind: 'seats', seats: Number(marks.seats), ties: marks.ties };
  const idOf = (name: string) =>
    awards.find((award) => award.name.toLowerCase() === name.trim().toLowerCase())?.id;
  const table = marks.table.split('\n').flatMap((line, at) => {
    if (line.trim() === '') return [];
    const [panel = '', final = ''] = line.split('=');
    const ids = names(panel).map(idOf);
    const result = idOf(final);
    const good = result !== undefined && ids.every((id) => id !== undefined);
    need('marks.table', good, `Line ${at + 1}: ratings above, then = and one of them.`);
    return good ? [{ panel: ids, final: result }] : [];
  });
  return { kind: 'ratings', table };
}

/** Levels whose marks are the same share one scheme; a scheme keeps its id, and rises a version when it changes. */
export function sharedSchemes(
  made: readonly { readonly of: (before: MarkScheme | undefined) => Bare }[],
  draft: Draft,
) {
  const beforeOf = (at: number) => {
    const level = draft.before?.levels.find((each) => each.id === draft.levels[at]?.id);
    return draft.before?.schemes.find((scheme) => scheme.id === level?.schemeId);
  };
  const schemes: MarkScheme[] = [];
  const taken = new Set(draft.before?.schemes.map((scheme) => scheme.id));
  const ids = made.map(({ of }, at) => {
    const before = beforeOf(at);
    const bare = of(before);
    const isSame = (scheme: MarkScheme) =>
      equal({ ...scheme, id: '', version: 0 }, { ...bare, id: '', version: 0 });
    const same = schemes.find(isSame);
    if (same) return same.id;
    const free = before && !schemes.some((scheme) => scheme.id === before.id) ? before : undefined;
    let id = free?.id ?? 'marks';
    for (let next = 2; !free && taken.has(id); next += 1) id = `marks-${next}`;
    taken.add(id);
    const version = free ? (isSame(free) ? free.version : free.version + 1) : 1;
    const scheme = { id, version, ...bare };
    schemes.push(scheme);
    return id;
  });
  return { schemes, ids };
}
