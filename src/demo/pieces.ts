import type { NoteValue } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import { seeded } from './random';

const COMPOSERS = [
  'P. Ostrey', 'A. Hewn', 'R. Kestle', 'M. Threave', 'S. Pellow', 'R. Quoin', 'E. Mardle', 'O. Verrane',
  'J. Sundry', 'L. Fathom', 'T. Wraxley', 'D. Osterly', 'C. Brindlow', 'H. Marram', 'N. Sedgely', 'V. Tolland',
];
const FIRST = [
  'Lantern', 'Harbour', 'Tidal', 'Chandler’s', 'Kelp', 'Ropewalk', 'Gull', 'Signal', 'Mooring', 'Cold', 'Oilskin',
  'Slack', 'Ferry', 'Buoy', 'Weir', 'Capstan', 'Quay', 'Sandbar', 'Lighthouse', 'Saltmarsh', 'Driftwood', 'Anchor',
  'Fog', 'Cutter', 'Pilot', 'Shingle', 'Tern', 'Barnacle', 'Breakwater', 'Low Water',
];
const SECOND: Record<string, readonly string[]> = {
  A: ['Gigue', 'Bells', 'Minuet', 'Bourrée', 'Rondel', 'March', 'Air and Turn', 'Allegro'],
  B: ['Air', 'Row', 'Waltz', 'Lament', 'Evensong', 'Song', 'Romance', 'Nocturne'],
  C: ['Study', 'Stairs', 'Toccata', 'Machine', 'Sketch', 'Reel', 'Caprice', 'Figures'],
};
const PERIODS: Record<string, readonly string[]> = {
  A: ['early', 'classical'],
  B: ['romantic', 'classical'],
  C: ['recent', 'modern'],
};
const CHARACTERS: Record<string, readonly string[]> = {
  A: ['dance', 'bright'],
  B: ['singing', 'calm'],
  C: ['lively', 'strange'],
};
const KEYS = ['C major', 'G major', 'D major', 'F major', 'A minor', 'E minor', 'D minor', 'B flat major', 'G minor', 'A major', 'E flat major', 'B minor'];
const METRES: readonly (readonly [string, NoteValue])[] = [
  ['4/4', 'q'], ['3/4', 'q'], ['2/4', 'q'], ['6/8', 'q.'], ['9/8', 'q.'], ['5/8', 'e'], ['2/2', 'h'],
];
const DEMANDS = ['ties over the bar', 'slurred thirds', 'one flat', 'grace notes', 'two-finger trill', 'swell', 'upbeat phrases', 'tongued triplets', 'high register', 'low register', 'dotted figures', 'syncopation', 'breath over eight bars', 'double tonguing', 'accidentals'];

/** Written with care; the rest of each list is filled from the seeded generator. */
const WRITTEN: readonly (readonly [level: number, list: string, title: string, composer: string, seconds: number, bars: number, toLearn: number, key: string, metre: string, unit: NoteValue, perMinute: number, alone: boolean, demands: readonly string[]])[] = [
  [2, 'A', 'Tender’s March', 'P. Ostrey', 78, 24, 16, 'G major', '2/4', 'q', 92, false, ['dotted figures']],
  [2, 'B', 'Sandbar Song', 'S. Pellow', 84, 20, 20, 'F major', '3/4', 'q', 72, false, ['one flat', 'swell']],
  [2, 'C', 'Skipping Study', 'R. Kestle', 62, 24, 20, 'C major', '6/8', 'q.', 66, true, ['upbeat phrases']],
  [4, 'A', 'Tally Bells', 'P. Ostrey', 125, 48, 32, 'D major', '6/8', 'q.', 84, false, ['slurred thirds', 'upbeat phrases', 'grace notes']],
  [4, 'B', 'The Weir at Noon', 'S. Pellow', 135, 40, 36, 'G major', '4/4', 'q', 76, false, ['swell', 'upbeat phrases']],
  [4, 'B', 'Lantern Row', 'A. Hewn', 172, 56, 44, 'F major', '3/4', 'q', 88, false, ['two-finger trill', 'one flat', 'slurred thirds', 'grace notes']],
  [4, 'B', 'Oilskin Waltz', 'M. Threave', 164, 60, 46, 'B flat major', '3/4', 'q', 120, false, ['accidentals', 'one flat']],
  [4, 'B', 'Kelp Gatherers', 'R. Quoin', 178, 52, 50, 'C major', '9/8', 'q.', 72, false, ['tongued triplets', 'breath over eight bars']],
  [4, 'B', 'Slack Tide', 'P. Ostrey', 158, 44, 34, 'D minor', '3/4', 'q', 66, false, ['swell', 'low register']],
  [4, 'C', 'Gull Stairs', 'R. Kestle', 115, 38, 30, 'no key', 'unbarred', 'q', 96, true, ['two-finger trill', 'high register']],
  [5, 'A', 'Ropewalk Gigue', 'P. Ostrey', 152, 64, 44, 'G major', '6/8', 'q.', 96, false, ['slurred thirds', 'tongued triplets']],
  [5, 'B', 'Low Water Air', 'E. Mardle', 156, 48, 44, 'G minor', '3/4', 'q', 63, false, ['swell', 'breath over eight bars', 'low register']],
  [5, 'C', 'Signal Study no. 2', 'R. Kestle', 105, 40, 34, 'no key', '5/8', 'e', 168, true, ['accidentals', 'syncopation']],
  [6, 'B', 'Chandler’s Lament', 'O. Verrane', 228, 58, 54, 'E minor', '2/2', 'h', 52, false, ['dotted figures', 'low register']],
  [7, 'A', 'Harbour Rondel', 'T. Wraxley', 214, 86, 62, 'D major', '6/8', 'q.', 84, false, ['ties over the bar', 'double tonguing']],
  [7, 'B', 'Cold Harbour', 'E. Mardle', 230, 66, 60, 'A minor', '4/4', 'q', 58, false, ['swell', 'high register']],
  [7, 'C', 'Mooring', 'H. Marram', 172, 54, 54, 'no key', '7/8', 'e', 176, true, ['double tonguing', 'accidentals', 'high register']],
];

const slug = (text: string) =>
  text.toLowerCase().replace(/[’']/g, '').replace(/[^a-z0-9]+/g, '-').replace(/^-|-$/g, '');

export interface ListedPiece {
  readonly level: number;
  readonly list: string;
  readonly piece: Piece;
}

/** Six pieces and more for each list of each level from 1 to 9. */
export function tarrinPieces(): ListedPiece[] {
  const random = seeded(2027);
  const pick = <T>(values: readonly T[]): T => values[Math.floor(random() * values.length)] as T;
  const listed: ListedPiece[] = WRITTEN.map(
    ([level, list, title, composer, seconds, bars, toLearn, key, metre, unit, perMinute, alone, demands]) => ({
      level,
      list,
      piece: {
        id: `tarrin-${slug(title)}`,
        title,
        composer,
        kind: list === 'C' ? 'study' : 'piece',
        seconds,
        bars,
        barsToLearn: toLearn,
        key,
        metre,
        tempo: { unit, perMinute },
        period: pick(PERIODS[list] ?? []),
        character: pick(CHARACTERS[list] ?? []),
        accompaniment: alone ? 'unaccompanied' : 'accompanied',
        demands,
      },
    }),
  );
  const titles = new Set(listed.map(({ piece }) => piece.title));
  const made = (level: number, list: string): Piece => {
    let title = '';
    for (let tries = 0; title === '' || titles.has(title); tries += 1)
      title = `${pick(FIRST)} ${pick(SECOND[list] ?? [])}${tries > 20 ? ` no. ${tries - 18}` : ''}`;
    titles.add(title);
    const [metre, unit] = pick(METRES.slice(0, Math.min(METRES.length, 3 + level)));
    const seconds = Math.round(48 + level * 20 + (random() - 0.5) * 40);
    const bars = Math.max(12, Math.round(14 + level * 8 + (random() - 0.5) * 12));
    return {
      id: `tarrin-${slug(title)}`,
      title,
      composer: pick(COMPOSERS),
      kind: list === 'C' ? 'study' : 'piece',
      seconds,
      bars,
      barsToLearn: Math.round(bars * (0.65 + random() * 0.3)),
      key: pick(KEYS.slice(0, Math.min(KEYS.length, 3 + level))),
      metre,
      tempo: { unit, perMinute: Math.round((56 + random() * 60) / 4) * 4 },
      period: pick(PERIODS[list] ?? []),
      character: pick(CHARACTERS[list] ?? []),
      accompaniment: list === 'C' ? 'unaccompanied' : 'accompanied',
      demands: [...new Set(Array.from({ length: 2 + Math.floor(random() * 3) }, () => pick(DEMANDS)))],
    };
  };
  for (let level = 1; level <= 9; level += 1)
    for (const list of ['A', 'B', 'C'])
      while (listed.filter((each) => each.level === level && each.list === list).length < 6)
        listed.push({ level, list, piece: made(level, list) });
  return listed;
}
