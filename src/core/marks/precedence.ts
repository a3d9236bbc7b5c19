import type { MarkSheet } from './sheet';

/**
 * Which of two sheets is the later one: by day; on one day the one that was closed last, and one still open after those
 * closed; of open ones an official sheet, then a teacher's, then a mock examiner's; last by their order in the list.
 */
function isLater(sheet: MarkSheet, than: MarkSheet): boolean {
  if (sheet.day !== than.day) return sheet.day > than.day;
  const [a, b] = [closing(sheet), closing(than)];
  if (a !== b) return a > b;
  const [rank, other] = [RANK[sheet.assessor], RANK[than.assessor]];
  return sheet.closed || than.closed || rank >= other;
}

const RANK = { student: 0, peer: 0, judge: 0, mock: 1, teacher: 2, official: 3 } as const;
/** Sheets closed before their order was kept come before those of the same day with one. */
const closing = (sheet: MarkSheet): number => (sheet.closed ? (sheet.closing ?? 0) : Infinity);

/** The latest of the sheets; undefined when there is none. */
export const latestSheet = (sheets: readonly MarkSheet[]): MarkSheet | undefined =>
  sheets.reduce<MarkSheet | undefined>(
    (best, sheet) => (!best || isLater(sheet, best) ? sheet : best),
    undefined,
  );

/** Whether two sheets are by the same one: of peers, mock examiners and judges each name is another. */
export const isSameAssessor = (
  a: Pick<MarkSheet, 'assessor' | 'by'>,
  b: Pick<MarkSheet, 'assessor' | 'by'>,
): boolean => a.assessor === b.assessor && (a.by ?? '') === (b.by ?? '');

/** Why a sheet does not supersede the one it names: only a correction by the same assessor of the same component does. */
export type SupersedeProblem = 'another assessor' | 'another component' | 'a circle';

export function supersedeProblem(
  sheet: MarkSheet,
  byId: ReadonlyMap<string, MarkSheet>,
): SupersedeProblem | null {
  const before = sheet.supersedes === null ? undefined : byId.get(sheet.supersedes);
  if (!before) return null;
  if (before.goalId !== sheet.goalId || before.componentId !== sheet.componentId) return 'another component';
  if (!isSameAssessor(before, sheet)) return 'another assessor';
  const seen = new Set<string>();
  for (
    let at: MarkSheet | undefined = before;
    at;
    at = at.supersedes === null ? undefined : byId.get(at.supersedes)
  ) {
    if (at.id === sheet.id) return 'a circle';
    if (seen.has(at.id)) return null;
    seen.add(at.id);
  }
  return null;
}

/** In words, for a file or a request that has one. */
export const supersedeWords: Readonly<Record<SupersedeProblem, string>> = {
  'another assessor': 'is another assessor’s sheet: only a correction by the same assessor supersedes',
  'another component': 'is a sheet of another component or goal',
  'a circle': 'leads back to the sheet itself',
};

/** Sheets that no later sheet supersedes. What may not supersede leaves the other as it stands. */
export function currentSheets(sheets: readonly MarkSheet[]): MarkSheet[] {
  const byId = new Map(sheets.map((sheet) => [sheet.id, sheet]));
  const replaced = new Set(
    sheets.filter((sheet) => supersedeProblem(sheet, byId) === null).map((sheet) => sheet.supersedes),
  );
  return sheets.filter((sheet) => !replaced.has(sheet.id));
}
