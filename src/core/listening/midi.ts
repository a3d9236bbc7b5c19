import { parseMidi } from 'midi-file';
import { refuse, type Result } from '../result';
import type { HeardNote } from './match';

export interface MidiRefusal {
  readonly kind: 'no midi';
  readonly why: string;
}

/** Microseconds a crotchet lasts where a file does not say. */
const TEMPO = 500_000;

/** The notes of a MIDI file, all tracks together, by onset and then pitch. A note that is never let go ends with the file. */
export function readMidi(bytes: Uint8Array): Result<readonly HeardNote[], MidiRefusal> {
  let file: ReturnType<typeof parseMidi>;
  try {
    file = parseMidi(bytes);
  } catch (error) {
    return refuse({ kind: 'no midi', why: error instanceof Error ? error.message : 'it cannot be read' });
  }
  const { ticksPerBeat, framesPerSecond, ticksPerFrame } = file.header;
  if (file.tracks.length === 0 || !(ticksPerBeat ?? framesPerSecond))
    return refuse({ kind: 'no midi', why: 'it holds no track' });
  const events = file.tracks.flatMap((track) => {
    let tick = 0;
    return track.map((event) => {
      tick += event.deltaTime;
      return { tick, event };
    });
  });
  // A tempo at the same place comes first, and a note that ends before one that begins.
  const rank = (type: string) => (type === 'setTempo' ? 0 : type === 'noteOff' ? 1 : 2);
  events.sort((a, b) => a.tick - b.tick || rank(a.event.type) - rank(b.event.type));
  const secondsATick = (tempo: number) =>
    framesPerSecond && ticksPerFrame
      ? 1 / (framesPerSecond * ticksPerFrame)
      : tempo / 1e6 / (ticksPerBeat ?? 480);
  let [seconds, last, tick] = [0, secondsATick(TEMPO), 0];
  const open = new Map<string, { on: number; pitch: number; velocity: number }>();
  const notes: HeardNote[] = [];
  const end = (key: string) => {
    const note = open.get(key);
    if (note) notes.push({ ...note, off: seconds });
    open.delete(key);
  };
  for (const { tick: at, event } of events) {
    seconds += (at - tick) * last;
    tick = at;
    if (event.type === 'setTempo') last = secondsATick(event.microsecondsPerBeat);
    else if (event.type === 'noteOn' || event.type === 'noteOff') {
      const key = `${event.channel}:${event.noteNumber}`;
      end(key);
      if (event.type === 'noteOn' && event.velocity > 0)
        open.set(key, { on: seconds, pitch: event.noteNumber, velocity: event.velocity });
    }
  }
  for (const key of [...open.keys()]) end(key);
  return { ok: true, value: notes.sort((a, b) => a.on - b.on || a.pitch - b.pitch) };
}
