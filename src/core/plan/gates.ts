import type { Stage } from '../effort';
import type { GateState } from '../programme';
import { periodIndexOf, type CalendarDay, type Period } from '../time';

/** The end of a stage: heard in the lesson that opens the week after it. */
export interface Gate {
  readonly stage: Stage;
  /** Index of the last week of the stage, on the grid from the start to the session. */
  readonly lastWeek: number;
  /** The day it is heard: the first day of the next week. */
  readonly day: CalendarDay;
  /** The day it stood on before it was moved. */
  readonly movedFrom: CalendarDay | null;
  readonly passedOn: CalendarDay | null;
}

/**
 * The gates of one component, back from the session: each stage ends when its share of the minutes before
 * the last weeks is due, a moved gate stands where it was put, and no gate stands before the one ahead of it.
 * The last stage has no gate; it ends with the session.
 * @param grid - the weeks from the start of the preparation to the eve of the session, at least one
 * @param stages - in order, with their minutes
 * @param performWeeks - weeks before the session kept for performing the finished piece
 */
export function gatesOf(
  grid: readonly Period[],
  stages: readonly { readonly stage: Stage; readonly minutes: number }[],
  states: readonly GateState[],
  performWeeks: number,
): Gate[] {
  const weeks = grid.length;
  const before = Math.max(1, weeks - performWeeks);
  const gated = stages.slice(0, -1);
  const all = gated.reduce((sum, stage) => sum + stage.minutes, 0);
  const dayOf = (lastWeek: number) => grid[lastWeek + 1]?.from ?? (grid.at(-1) as Period).to;
  // A stage whose successor was passed is passed too, on that day at the latest.
  const passedOn = (stage: Stage) =>
    gated
      .slice(gated.findIndex((each) => each.stage === stage))
      .map((each) => states.find((state) => state.stage === each.stage)?.passedOn ?? null)
      .find((day) => day !== null) ?? null;
  let done = 0;
  let floor = 0;
  return gated.map(({ stage, minutes }) => {
    done += minutes;
    const share = all === 0 ? 1 : done / all;
    const own = Math.min(weeks - 1, Math.max(0, Math.round(share * before) - 1));
    const state = states.find((each) => each.stage === stage);
    const moved = state?.movedTo ? weekBefore(grid, state.movedTo) : null;
    const lastWeek = Math.max(floor, moved ?? own);
    floor = lastWeek;
    return {
      stage,
      lastWeek,
      day: dayOf(lastWeek),
      movedFrom: moved !== null && moved !== own ? dayOf(own) : null,
      passedOn: passedOn(stage),
    };
  });
}

/** The last week that ends before a gate heard on `day`; cut to the grid. */
function weekBefore(grid: readonly Period[], day: CalendarDay): number {
  const index = periodIndexOf(grid, day);
  if (index >= 0) return Math.max(0, index - 1);
  return day < (grid[0]?.from ?? day) ? 0 : grid.length - 1;
}
