import { seeded } from '../seeded';
import type { WrittenBar, WrittenMusic, WrittenNote } from './written';

/** How somebody plays: chances are for each note or place, lengths in seconds, the tempo in crotchets a minute. */
export interface Player {
  readonly seed: number;
  readonly tempo: number;
  /** Per cent a minute the tempo grows. */
  readonly drift: number;
  /** How far the tempo bends within phrases, as a share. */
  readonly rubato: number;
  /** Standard deviation of each onset; notes of a chord differ by half of it. */
  readonly spread: number;
  readonly wrong: number;
  readonly missed: number;
  readonly added: number;
  readonly stops: number;
  readonly restarts: number;
  readonly skips: number;
  /** What the short note of a dotted figure takes of its beat: a quarter as written. */
  readonly shortShare: number;
  /** What is played of the whole. */
  readonly until: number;
  /** Seconds before the first note. */
  readonly lead: number;
}

export const CLEAN_PLAYER: Player = {
  seed: 1,
  tempo: 92,
  drift: 0,
  rubato: 0.03,
  spread: 0.012,
  wrong: 0,
  missed: 0,
  added: 0,
  stops: 0,
  restarts: 0,
  skips: 0,
  shortShare: 0.25,
  until: 1,
  lead: 0.8,
};

export interface PlayedNote {
  readonly on: number;
  readonly off: number;
  readonly pitch: number;
  readonly velocity: number;
  readonly kind: 'right' | 'wrong' | 'added';
  /** The written note it stands for; null for an added one. */
  readonly of: WrittenNote | null;
  /** Where it sounds. */
  readonly number: number;
  readonly pass: number;
}

/** A performance, with everything that is true of it. */
export interface Performance {
  readonly notes: readonly PlayedNote[];
  readonly missed: readonly WrittenNote[];
  readonly stops: readonly { readonly at: number; readonly number: number; readonly seconds: number }[];
  readonly jumps: readonly {
    readonly at: number;
    readonly kind: 'back' | 'forward';
    readonly from: number;
    readonly to: number;
  }[];
  /** Bars that were played through without a stop or a jump in them. */
  readonly bars: readonly {
    readonly number: number;
    readonly pass: number;
    readonly at: number;
    readonly qpm: number;
  }[];
  readonly complete: boolean;
  readonly seconds: number;
}

/** Places in a bar-wise rush: crotchets between looks at the tempo. */
const GRAIN = 0.25;

/** Plays written music as a player of that kind would; the same seed plays the same. */
export function perform({ notes, bars }: WrittenMusic, player: Player): Performance {
  const chance = seeded(player.seed * 7919 + 13);
  // The first figures of a small seed are alike.
  for (let at = 0; at < 8; at += 1) chance();
  const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
  const moments = momentsOf(notes);
  const last = Math.max(1, Math.round(moments.length * player.until));
  const played: PlayedNote[] = [];
  const missed: WrittenNote[] = [];
  const stops: Performance['stops'][number][] = [];
  const jumps: Performance['jumps'][number][] = [];
  const through: Performance['bars'][number][] = [];
  const phase = chance() * 6.28;
  let clock = player.lead;
  const now: { bar: { visit: number; at: number; whole: boolean } | null } = { bar: null };
  /** Crotchets a minute at a place, so many seconds into the take. */
  const tempoAt = (place: number, seconds: number) =>
    player.tempo *
    (1 + (player.drift / 100) * (seconds / 60)) *
    (1 +
      player.rubato * Math.sin(phase + place / 2.3) +
      (player.rubato / 2) * Math.sin(phase * 2 + place / 0.9));
  const lasts = (from: number, to: number) => {
    let seconds = 0;
    for (let place = from; place < to - 1e-9; place += GRAIN) {
      const step = Math.min(GRAIN, to - place);
      seconds += (step * 60) / tempoAt(place, clock + seconds);
    }
    return seconds;
  };
  const closeBar = (at: number, next: WrittenBar | undefined) => {
    const { bar } = now;
    const own = bar && bars[bar.visit];
    if (bar?.whole && own && next && Math.abs(own.at + own.length - next.at) < 1e-6)
      through.push({
        number: own.number,
        pass: own.pass,
        at: bar.at,
        qpm: (60 * own.length) / (at - bar.at),
      });
  };
  let restarts = 0;
  let index = 0;
  let place = moments[0]?.at ?? 0;
  let sinceJump = 0;
  while (index < last) {
    const moment = moments[index] as Moment;
    clock += lasts(place, moment.at);
    place = moment.at;
    const first = moment.notes[0] as WrittenNote;
    const own = bars[first.visit] as WrittenBar;
    if (index > 0 && sinceJump > 3 && chance() < player.stops) {
      const seconds = 0.8 + chance() * 2.4;
      stops.push({ at: clock, number: first.number, seconds });
      if (now.bar) now.bar.whole = false;
      clock += seconds;
    }
    if (now.bar?.visit !== first.visit) {
      const starts = Math.abs(own.at - place) < 1e-6;
      if (starts) closeBar(clock, own);
      now.bar = { visit: first.visit, at: clock, whole: starts };
    }
    const late = isShortOfDotted(moments, index, bars)
      ? (0.25 - player.shortShare) * beatBefore(moments, index)
      : 0;
    const shift = late === 0 ? 0 : Math.sign(late) * lasts(0, Math.abs(late));
    for (const note of moment.notes) {
      const on = clock + shift + normal() * player.spread * (moment.notes.length > 1 ? 0.7 : 1);
      const off = on + Math.max(0.06, lasts(place, place + note.length) * 0.9);
      const velocity = Math.round(Math.min(120, Math.max(20, 70 + normal() * 8)));
      const at = { number: note.number, pass: note.pass };
      const roll = chance();
      if (roll < player.missed) missed.push(note);
      else if (roll < player.missed + player.wrong) {
        const taken = new Set(moment.notes.map(({ midi }) => midi));
        let pitch = note.midi;
        while (taken.has(pitch))
          pitch = note.midi + Math.round((chance() < 0.5 ? -1 : 1) * (1 + chance() * 3));
        played.push({ on, off, pitch, velocity, kind: 'wrong', of: note, ...at });
      } else played.push({ on, off, pitch: note.midi, velocity, kind: 'right', of: note, ...at });
    }
    const next = moments[index + 1];
    if (next && chance() < player.added) {
      const gap = lasts(place, next.at);
      const on = clock + gap * (0.35 + chance() * 0.3);
      const near = (moment.notes[0] as WrittenNote).midi;
      const pitch = near + Math.round((chance() < 0.5 ? -1 : 1) * (1 + chance() * 4));
      const visit = [...bars].reverse().find((each) => each.at <= place + (next.at - place) * 0.5 + 1e-9);
      played.push({
        on,
        off: on + 0.1,
        pitch,
        velocity: 60,
        kind: 'added',
        of: null,
        number: visit?.number ?? first.number,
        pass: visit?.pass ?? first.pass,
      });
    }
    sinceJump += 1;
    const barHere = first.visit;
    if (next && index + 1 < last && sinceJump > 8 && restarts < 6 && chance() < player.restarts) {
      const back = Math.max(0, barHere - Math.floor(chance() * 4));
      const to = moments.findIndex(({ notes: all }) => all[0]?.visit === back);
      if (to >= 0 && to < index - 1) {
        clock += lasts(place, next.at) + 0.3 + chance() * 1.5;
        jumps.push({ at: clock, kind: 'back', from: first.number, to: bars[back]?.number ?? 0 });
        index = to;
        place = moments[to]?.at ?? 0;
        now.bar = null;
        sinceJump = 0;
        restarts += 1;
        continue;
      }
    }
    const opens = next && next.notes[0]?.visit !== barHere;
    if (opens && sinceJump > 8 && chance() < player.skips) {
      const to = moments.findIndex(
        ({ notes: all }) => all[0]?.visit === barHere + 2 + Math.floor(chance() * 2),
      );
      if (to > 0 && to < last - 4) {
        clock += lasts(place, next.at);
        jumps.push({
          at: clock,
          kind: 'forward',
          from: first.number,
          to: moments[to]?.notes[0]?.number ?? 0,
        });
        index = to;
        place = moments[to]?.at ?? 0;
        now.bar = null;
        sinceJump = 0;
        continue;
      }
    }
    index += 1;
  }
  played.sort((a, b) => a.on - b.on);
  const end = played.reduce((latest, { off }) => Math.max(latest, off), 0);
  return {
    notes: played,
    missed,
    stops,
    jumps,
    bars: through,
    complete: last === moments.length,
    seconds: end + 0.5,
  };
}

interface Moment {
  readonly at: number;
  readonly notes: readonly WrittenNote[];
}

function momentsOf(notes: readonly WrittenNote[]): Moment[] {
  const found: { at: number; notes: WrittenNote[] }[] = [];
  for (const note of notes) {
    const last = found.at(-1);
    if (last && Math.abs(last.at - note.at) < 1e-6) last.notes.push(note);
    else found.push({ at: note.at, notes: [note] });
  }
  return found;
}

/** Whether a moment is the short note of a figure of three to one that fills one crotchet from a whole one. */
function isShortOfDotted(moments: readonly Moment[], index: number, bars: readonly WrittenBar[]): boolean {
  const [long, short, next] = [moments[index - 1], moments[index], moments[index + 1]];
  if (!long || !short || !next) return false;
  const bar = bars[long.notes[0]?.visit ?? 0];
  const place = long.at - (bar?.at ?? 0);
  const beat = next.at - long.at;
  return (
    Math.abs(place % 1) < 1e-6 && Math.abs(beat - 1) < 1e-6 && Math.abs(short.at - long.at - 0.75) < 1e-6
  );
}
const beatBefore = (moments: readonly Moment[], index: number): number =>
  (moments[index + 1]?.at ?? 0) - (moments[index - 1]?.at ?? 0);

/** Players to try the listening with, each with one habit. */
export const SIMULATED = {
  clean: { name: 'plays it cleanly', player: {} },
  lazy: { name: 'takes dotted figures as triplets', player: { shortShare: 1 / 3 } },
  rushes: { name: 'rushes', player: { drift: 9 } },
  restarts: {
    name: 'stops, starts again and slips',
    player: { wrong: 0.025, missed: 0.01, stops: 0.012, restarts: 0.02 },
  },
} as const satisfies Readonly<Record<string, { readonly name: string; readonly player: Partial<Player> }>>;
export type SimulatedName = keyof typeof SIMULATED;
