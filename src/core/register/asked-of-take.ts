import type { Studio } from '../files';
import type { RecordingAsked } from '../listening';
import { noteLength, type BarRange, type Tempo } from '../music';
import { MATCHING } from '../taps';
import type { CalendarDay } from '../time';
import { valueAt } from '../value-at';
import { openGoalsOf } from './decisions';
import { goalNames } from './goal-names';

/** Bars of a piece that a requirement asks for. */
export interface AskedBars {
  readonly bars: BarRange;
  readonly tempo: Tempo | null;
  /** "Fairlead, Chair audition". */
  readonly what: string;
}
/** A recording a goal of the student asks for. */
export interface AskedRecording {
  readonly what: string;
  /** Takes allowed; null where nothing is said. */
  readonly most: number | null;
  readonly continuous: boolean;
  readonly due: CalendarDay | null;
  readonly sentOn: CalendarDay | null;
}
/** What the open goals of a student ask for of one piece. */
export interface AskedOfTake {
  readonly bars: readonly AskedBars[];
  readonly recordings: readonly AskedRecording[];
}

export function askedOfTake(studio: Studio, studentId: string, pieceId: string): AskedOfTake {
  const bars: AskedBars[] = [];
  const recordings: AskedRecording[] = [];
  for (const goal of openGoalsOf(studio, studentId)) {
    const names = goalNames(studio, goal);
    if (!names) continue;
    const { level, session, set } = names;
    const what = `${set.name}, ${level.name}`;
    let isIn = false;
    for (const { id, source } of level.components) {
      const chosen = valueAt(goal.programme, id) ?? [];
      if (source.kind === 'excerpt' && source.pieceId === pieceId) {
        isIn = true;
        const own = chosen.find((choice) => choice.kind === 'excerpt');
        bars.push({
          bars: own?.kind === 'excerpt' ? own.bars : source.bars,
          tempo: source.tempo,
          what,
        });
      }
      isIn ||= chosen.some((choice) => choice.kind === 'piece' && choice.pieceId === pieceId);
    }
    const takes = level.rules.find((rule) => rule.kind === 'takes');
    const isRecorded = takes !== undefined || level.rules.some((rule) => rule.kind === 'recording due');
    if (isIn && isRecorded)
      recordings.push({
        what,
        most: takes?.kind === 'takes' ? takes.max : null,
        continuous: takes?.kind === 'takes' && takes.continuous,
        due: session.recordingDue,
        sentOn: goal.recordingSentOn,
      });
  }
  return { bars, recordings };
}

/**
 * What a take is held against: the recording a goal asks for, else the bars it was made of and the tempo printed.
 * @param bars - of the take; null for the whole piece
 * @param made - takes that could be sent, with this one
 */
export function recordingAsked(
  { recordings: [recording], bars: [excerpt] }: AskedOfTake,
  bars: BarRange | null,
  made: number,
): RecordingAsked {
  const tempo = excerpt?.tempo;
  return {
    bars: recording && excerpt ? excerpt.bars : bars,
    tempo: tempo ? tempo.perMinute * 4 * noteLength(tempo.unit) : null,
    tolerance: MATCHING,
    continuous: recording?.continuous ?? false,
    takes: recording?.most == null ? null : { most: recording.most, made },
    due: recording && recording.sentOn === null ? recording.due : null,
  };
}
