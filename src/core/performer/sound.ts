import { seeded } from '../seeded';

export const TIMBRES = ['breath', 'plucked', 'reed'] as const;
export type Timbre = (typeof TIMBRES)[number];

/** Loudness of each partial, and how it comes and goes (seconds). */
const COLOURS: Readonly<
  Record<Timbre, { readonly partials: readonly number[]; readonly attack: number; readonly fade: number }>
> = {
  breath: { partials: [1, 0.35, 0.12, 0.05], attack: 0.045, fade: 0 },
  plucked: { partials: [1, 0.7, 0.5, 0.35, 0.22, 0.15, 0.1], attack: 0.004, fade: 1.1 },
  reed: { partials: [1, 0.08, 0.75, 0.06, 0.5, 0.05, 0.3, 0.03, 0.15], attack: 0.02, fade: 0 },
};
const RELEASE = 0.04;

export interface Recording {
  readonly rate: number;
  readonly timbre: Timbre;
  /** Loudness of the music over the noise, in decibels. */
  readonly overNoise: number;
  /** How much of the room is heard, 0 for none. */
  readonly room: number;
  /** Cents the instrument is off. */
  readonly tuning: number;
  readonly seed: number;
}
export const PLAIN_RECORDING: Recording = {
  rate: 22_050,
  timbre: 'breath',
  overNoise: 30,
  room: 0.15,
  tuning: 0,
  seed: 1,
};

/** One voice sounds one note at a time: each ends where the next begins, at the latest. */
export function inOneVoice<N extends { readonly on: number; readonly off: number }>(
  notes: readonly N[],
): N[] {
  return notes.map((note, at) => ({ ...note, off: Math.min(note.off, notes[at + 1]?.on ?? Infinity) }));
}

/** Played notes as sound, from -1 to 1. */
export function soundOf(
  notes: readonly {
    readonly on: number;
    readonly off: number;
    readonly pitch: number;
    readonly velocity: number;
  }[],
  seconds: number,
  { rate, timbre, overNoise, room, tuning, seed }: Recording,
): Float32Array {
  const chance = seeded(seed + 99);
  const { partials, attack, fade } = COLOURS[timbre];
  const sound = new Float32Array(Math.ceil(seconds * rate));
  for (const { on, off, pitch, velocity } of notes) {
    const frequency = 440 * 2 ** ((pitch - 69 + tuning / 100) / 12);
    const gain = 0.12 * (velocity / 80) ** 1.5;
    const end = Math.min(sound.length, Math.floor((off + RELEASE) * rate));
    const phases = partials.map(() => chance() * 2 * Math.PI);
    const vibrato = timbre === 'breath' ? 0.004 : 0;
    for (let at = Math.max(0, Math.floor(on * rate)); at < end; at += 1) {
      const time = at / rate - on;
      if (time < 0) continue;
      const rise = Math.min(1, time / attack);
      const fall = at / rate > off ? Math.max(0, 1 - (at / rate - off) / RELEASE) : 1;
      const decay = fade > 0 ? Math.exp(-time / fade) : 1;
      const angle = 2 * Math.PI * frequency * (time + (vibrato * Math.sin(2 * Math.PI * 5.2 * time)) / 33);
      let value = 0;
      for (let k = 0; k < partials.length; k += 1) {
        if (frequency * (k + 1) > rate * 0.45) break;
        value += (partials[k] as number) * Math.sin((k + 1) * angle + (phases[k] as number));
      }
      sound[at] = (sound[at] as number) + gain * rise * fall * decay * value;
    }
  }
  if (room > 0) inARoom(sound, rate, room, chance);
  let power = 0;
  for (const value of sound) power += value * value;
  const noise = Math.sqrt(power / Math.max(1, sound.length)) * 10 ** (-overNoise / 20);
  for (let at = 0; at < sound.length; at += 1) {
    const white = chance() + chance() + chance() - 1.5;
    sound[at] = Math.max(-1, Math.min(1, (sound[at] as number) + 2 * noise * white));
  }
  return sound;
}

/** Early reflections and a short tail, as delayed and weaker copies. */
function inARoom(sound: Float32Array, rate: number, room: number, chance: () => number): void {
  const dry = sound.slice();
  for (let copy = 0; copy < 24; copy += 1) {
    const delay = 0.008 + 0.3 * (copy / 24) + 0.008 * chance();
    const gain = room * Math.exp(-delay / 0.12) * (chance() < 0.5 ? -1 : 1) * 0.8;
    const shift = Math.floor(delay * rate);
    for (let at = shift; at < sound.length; at += 1)
      sound[at] = (sound[at] as number) + gain * (dry[at - shift] as number);
  }
}
