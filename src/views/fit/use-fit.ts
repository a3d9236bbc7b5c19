import { startTransition, useEffect, useRef, useState } from 'react';
import type { Studio } from '@/core/files';
import { entryKey } from '@/core/fit';
import type { FitWindow } from '@/core/register';
import { databaseName, followStudio, type ReadyState } from '@/store';
import type { Reply } from '@/workers/job';
import { fit, type FitMoment, type FitProgress } from '@/workers/studio.job';
import { firstOrder, withRows, type FitGrid, type RowStates } from './fit-model';

/** Where the working out stands. */
export type FitWork =
  | { readonly kind: 'working'; readonly done: number; readonly all: number }
  | { readonly kind: 'done' | 'cancelled' | 'crashed' };

export interface FitAnswer {
  /** By student id; a student or cell not worked out yet is absent. */
  readonly states: ReadonlyMap<string, RowStates>;
  readonly work: FitWork;
  /** The studio the last answer is of; null before the first. */
  readonly answered: ReadyState | null;
  readonly cancel: () => void;
}

interface Told {
  /** The studio, day, window and columns it is the fit of. */
  readonly of: string;
  readonly states: ReadonlyMap<string, RowStates>;
  /** What the worker has told until now; null before its first word. */
  readonly moment: FitMoment | null;
  readonly work: FitWork;
  readonly answered: ReadyState | null;
}

const entryKeyOf = ({ set, level, session }: FitGrid['columns'][number]) =>
  entryKey(set.id, level.id, session.id);

const nothing = (of: string): Told => ({
  of,
  states: new Map(),
  moment: null,
  work: { kind: 'working', done: 0, all: 0 },
  answered: null,
});
/** So many rows are drawn in one go without keeping a press waiting. */
const FEW_ROWS = 2;
/** What was told last, for the next time the view is looked at. */
let last = nothing('');

function heard(before: Told, reply: Reply<FitProgress, null, never>, answered: ReadyState): Told {
  if (reply.kind !== 'progress')
    return {
      ...before,
      answered,
      work: { kind: reply.kind === 'cancelled' || reply.kind === 'crashed' ? reply.kind : 'done' },
    };
  const { done, all, moment } = reply.progress;
  return {
    ...before,
    states: withRows(before.states, reply.progress),
    moment,
    work: { kind: 'working', done, all },
    answered,
  };
}

/**
 * Asks the worker about every student and column, and anew when the studio or the window changes: what it has told
 * before stands until it says otherwise.
 */
export function useFit(ready: ReadyState, window: FitWindow, grid: FitGrid): FitAnswer {
  const { which, studio } = ready;
  const today = ready.now.day;
  // Cells stand by the place of their column: those of other columns are none of these.
  const of = [which, today, window.from, window.to, ...grid.columns.map(entryKeyOf)].join(' ');
  const [told, setTold] = useState(() => (last.of === of ? last : nothing(of)));
  const stop = useRef<() => void>(() => undefined);
  const { sets } = studio;
  const follow = useRef<(ready: ReadyState) => void>(() => undefined);
  useEffect(() => {
    const ask = (asked: ReadyState) => {
      performance.mark('fit asked');
      let now = last.of === of ? last : nothing(of);
      let over = false;
      const cancel = fit.ask(
        {
          of: databaseName(which),
          today,
          window,
          students: firstOrder(asked.studio.students).map(({ id }) => id),
          seen: now.moment,
        },
        (reply) => {
          if (over) return;
          if (now.moment === null && reply.kind === 'progress') performance.mark('fit first cells');
          now = heard(now, reply, asked);
          last = now;
          if (reply.kind !== 'progress') performance.mark('fit ended');
          // Cells are drawn in slices of time: a press of the teacher's goes first, and shows at once that it stopped.
          // The few rows an edit changes are drawn at once too.
          const few = reply.kind === 'progress' && reply.progress.rows.length <= FEW_ROWS;
          if (few || reply.kind === 'cancelled') setTold(now);
          else startTransition(() => setTold(now));
        },
      );
      stop.current = cancel;
      return () => {
        over = true;
        cancel();
      };
    };
    let asked: Studio | null = null;
    let leave: () => void = () => undefined;
    follow.current = (next) => {
      // Other sets may have other columns, which stand by their place: they are asked about when they are known here.
      if (next.studio === asked || next.studio.sets !== sets) return;
      leave();
      asked = next.studio;
      leave = ask(next);
    };
    // Asked before the edit is drawn: while the page draws, the worker works.
    const unfollow = followStudio((next) => {
      if (next.which === which) follow.current(next);
    });
    return () => {
      unfollow();
      leave();
    };
  }, [of, which, sets, window, today]);
  // The first, and what was published while nothing followed yet.
  useEffect(() => follow.current(ready), [ready, of, window, today]);
  const shown = told.of === of ? told : nothing(of);
  return { ...shown, cancel: () => stop.current() };
}
