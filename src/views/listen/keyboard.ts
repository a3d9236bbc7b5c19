import type { HeardNote } from '@/core/listening';

export interface KeysRecorder {
  readonly stop: () => HeardNote[];
  /** Forgets what was played so far. */
  readonly again: () => void;
}

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;

/**
 * Records every connected MIDI keyboard. Fails with `NotFoundError` where none is connected.
 * @param hear - how many notes there are, at each one
 * @param lose - when the last keyboard goes
 */
export async function recordKeyboard(hear: (notes: number) => void, lose: () => void): Promise<KeysRecorder> {
  if (!('requestMIDIAccess' in navigator)) throw new DOMException('no MIDI here', 'NotSupportedError');
  const access = await navigator.requestMIDIAccess();
  const connected = () => [...access.inputs.values()].filter(({ state }) => state === 'connected');
  if (connected().length === 0) throw new DOMException('no keyboard', 'NotFoundError');
  let from = performance.now();
  const open = new Map<number, { on: number; velocity: number }>();
  const notes: HeardNote[] = [];
  const end = (pitch: number, at: number) => {
    const note = open.get(pitch);
    if (note) notes.push({ on: note.on, off: at, pitch, velocity: note.velocity });
    open.delete(pitch);
  };
  const take = ({ data, timeStamp }: MIDIMessageEvent) => {
    const [status = 0, pitch = 0, velocity = 0] = data ?? [];
    const kind = status & 0xf0;
    if (kind !== NOTE_ON && kind !== NOTE_OFF) return;
    const at = Math.max(0, (timeStamp - from) / 1000);
    end(pitch, at);
    if (kind === NOTE_ON && velocity > 0) {
      open.set(pitch, { on: at, velocity });
      hear(notes.length + open.size);
    }
  };
  for (const input of connected()) input.onmidimessage = take;
  access.onstatechange = () => {
    for (const input of connected()) input.onmidimessage = take;
    if (connected().length === 0) lose();
  };
  return {
    again: () => {
      from = performance.now();
      notes.length = 0;
      open.clear();
      hear(0);
    },
    stop: () => {
      access.onstatechange = null;
      for (const input of access.inputs.values()) input.onmidimessage = null;
      const now = (performance.now() - from) / 1000;
      for (const pitch of [...open.keys()]) end(pitch, now);
      return notes.sort((a, b) => a.on - b.on || a.pitch - b.pitch);
    },
  };
}
