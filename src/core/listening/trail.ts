import type { Step } from './heard-note';

/** How an event was come to: it was the last one already, or began with the note, gone on to or jumped to. */
export const ADDED = 0;
export const CHORD = 1;
export const FIRST = 2;
export const JUMPED = 3;
const HOWS = ['added', 'chord', 'first', 'first'] as const;

/** Numbers of each cell: the event, how it was come to, and from which; -1 from before the start. */
const WIDE = 3;
/** Events followed after a note, more or less: no more than a guess at the room they need. */
const USUAL = 32;

/** The events followed after each note, and how each was come to, so that a reading can be followed back. */
export class Trail {
  private cells: Int32Array;
  private end = 0;
  private readonly beginnings: number[] = [];

  constructor(
    notes: number,
    private readonly events: number,
  ) {
    this.cells = new Int32Array((events + notes * USUAL) * WIDE);
  }

  /** Another note: its events are added in order. */
  begin(): void {
    this.beginnings.push(this.end);
    const need = this.end + this.events * WIDE;
    if (need <= this.cells.length) return;
    const longer = new Int32Array(2 * need);
    longer.set(this.cells);
    this.cells = longer;
  }

  add(event: number, how: number, from: number): void {
    const { cells, end } = this;
    cells[end] = event;
    cells[end + 1] = how;
    cells[end + 2] = from;
    this.end = end + WIDE;
  }

  /** A step for each note, the last to this event; -1 if none was come to. */
  stepsTo(event: number): Step[] {
    const steps: Step[] = [];
    let [at, to] = [event, this.end];
    for (const from of this.beginnings.toReversed()) {
      if (at < 0) {
        steps.push({ event: -1, how: 'before', jumped: false });
        continue;
      }
      const cell = this.cellOf(at, from, to);
      const how = this.cells[cell + 1] as number;
      steps.push({ event: at, how: HOWS[how] as Step['how'], jumped: how === JUMPED });
      [at, to] = [this.cells[cell + 2] as number, from];
    }
    return steps.reverse();
  }

  private cellOf(event: number, from: number, to: number): number {
    let [low, high] = [0, (to - from) / WIDE - 1];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.cells[from + middle * WIDE] as number) < event) low = middle + 1;
      else high = middle;
    }
    return from + low * WIDE;
  }
}
