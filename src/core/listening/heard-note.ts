/** A note as it was heard: seconds and a MIDI number. */
export interface HeardNote {
  readonly on: number;
  readonly off: number;
  readonly pitch: number;
  /** 1 to 127; 0 where it is not known. */
  readonly velocity: number;
}

/** Where a heard note stands: the event it belongs to, and how. */
export interface Step {
  /** Index into the events; -1 before the start. */
  readonly event: number;
  readonly how: 'first' | 'chord' | 'added' | 'before';
  readonly jumped: boolean;
}
