import { inTerms } from '@/core/terms';
import { capital } from './words';

/** Fields that a teacher calls otherwise than the data does. */
const FIELDS: Readonly<Record<string, string>> = {
  slot: 'Lesson',
  sharesWith: 'Shared with',
  minutesByWeekday: 'Practice, minutes a day',
  levelsHeld: 'Levels held',
  reachSemitones: 'Widest stretch',
  schoolYear: 'Year group',
  likes: 'Likes to play',
  archivedOn: 'Archived on',
  birthDate: 'Birth date',
  seconds: 'Time, in seconds',
  barsToLearn: inTerms('Bars to learn'),
  span: 'Widest span',
  scoreId: 'Score',
  work: inTerms('Bars of the score'),
  instrument: 'Instrument or voice',
  schemes: 'Marks',
  overlapTo: 'Overlap to',
};

/** A place in a record: "Levels, level-3, name". */
export const clashPlace = (path: readonly string[]): string =>
  capital(
    path
      .map((name) =>
        Object.hasOwn(FIELDS, name) ? FIELDS[name] : name.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase(),
      )
      .join(', '),
  );

/** A value of a field in short words. */
export function valueWords(value: unknown): string {
  if (value === undefined) return 'removed';
  if (value === null || value === '') return 'empty';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string' || typeof value === 'number') return String(value);
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.map(valueWords).join(', ');
  const fields = value as Readonly<Record<string, unknown>>;
  const named = fields['name'] ?? fields['title'] ?? fields['levelName'];
  if (typeof named === 'string') return named;
  return Object.entries(fields)
    .filter(([name]) => name !== 'id')
    .map(([name, each]) =>
      name === 'kind' ? valueWords(each) : `${clashPlace([name]).toLowerCase()} ${valueWords(each)}`,
    )
    .join(', ');
}
