import { practiceCard } from '../card';
import type { Plan } from '../plan';
import type { BarRange, NoteValue } from '../music';
import type { Stage } from '../effort';

/** One thing to hear in the lesson: this week's work on one component, or on a piece or a skill of no goal. */
export interface HearLine {
  readonly goalId: string | null;
  readonly componentId: string | null;
  readonly pieceId: string | null;
  readonly itemId: string;
  readonly letter: string;
  readonly title: string;
  readonly bars: BarRange | null;
  readonly stage: Stage;
  /** "bars 9–10", "D major scale"; empty for the whole. */
  readonly what: string;
  readonly how: string;
  readonly listenFor: string;
  readonly tempo: { readonly unit: NoteValue; readonly perMinute: number } | null;
  /** Share of the lesson, whole minutes; the shares add up to the lesson. */
  readonly minutes: number;
}

/** What a week's card (this week's unless said) works on, most minutes first; lesson minutes are shared as the practice minutes are. */
export function hearToday(plan: Plan, lessonMinutes: number, week = 0): HearLine[] {
  const card = practiceCard(plan, week);
  const rows = card.rows
    .filter((row) => row.minutes > 0)
    .sort((a, b) => b.minutes - a.minutes || (a.item.letter < b.item.letter ? -1 : 1));
  const all = rows.reduce((sum, row) => sum + row.minutes, 0);
  let shared = 0;
  let given = 0;
  return rows.flatMap((row) => {
    const [first] = row.blocks;
    if (!first) return [];
    shared += row.minutes;
    const until = Math.round((lessonMinutes * shared) / all);
    const minutes = until - given;
    given = until;
    if (minutes === 0) return [];
    return [
      {
        goalId: row.item.goalId,
        componentId: row.item.componentId,
        pieceId: row.item.piece?.id ?? null,
        itemId: row.item.id,
        letter: row.item.letter,
        title: row.item.title,
        bars: first.bars,
        stage: first.stage,
        what: first.what,
        how: first.how,
        listenFor: first.listenFor,
        tempo:
          row.item.tempo && first.tempo !== null
            ? { unit: row.item.tempo.unit, perMinute: Math.round(first.tempo) }
            : null,
        minutes,
      },
    ];
  });
}
