// One by one: the whole of it makes a clock at once that our policy refuses.
import { Volume } from 'tone/build/esm/component/channel/Volume';
import { Context } from 'tone/build/esm/core/context/Context';
import { Offline } from 'tone/build/esm/core/context/Offline';
import { getContext, setContext, start } from 'tone/build/esm/core/Global';
import { PolySynth } from 'tone/build/esm/instrument/PolySynth';
import { Synth } from 'tone/build/esm/instrument/Synth';
import type { Accent, Click, PlayedPitch } from '@/core/playback';
import type { Sound } from '@/core/listening';

/** What is to sound, in seconds. */
export interface Track {
  readonly notes: readonly Pick<PlayedPitch, 'at' | 'seconds' | 'midi'>[];
  readonly clicks: readonly Click[];
  readonly seconds: number;
  /** Where it goes back to; null to end at the end. */
  readonly loopFrom: number | null;
}

export interface Playing {
  readonly stop: () => void;
  /** Seconds of the track that sound now; negative before it begins. */
  readonly place: () => number;
}

const CLICKS: Readonly<Record<Accent, { readonly hertz: number; readonly loud: number }>> = {
  bar: { hertz: 1976, loud: 1 },
  group: { hertz: 1480, loud: 0.75 },
  pulse: { hertz: 988, loud: 0.5 },
  between: { hertz: 740, loud: 0.3 },
};
const CLICK_SECONDS = 0.03;
/** Seconds between a press and the first sound. */
const LEAD = 0.12;
/** Seconds that are handed on ahead: a page that is not seen is woken only once a second. */
const AHEAD = 0.25;
const AHEAD_UNSEEN = 1.6;
const RATE = 22_050;
const TAIL = 0.5;
/** Decibels: many notes at once are not to be clipped. */
const NOTES_DOWN = -14;
const CLICKS_DOWN = -8;

interface Voices {
  readonly note: (midi: number, seconds: number, at: number) => void;
  readonly click: (accent: Accent, at: number) => void;
  readonly end: () => void;
}

function voices(): Voices {
  const notesOut = new Volume(NOTES_DOWN).toDestination();
  const clicksOut = new Volume(CLICKS_DOWN).toDestination();
  const notes = new PolySynth(Synth, {
    oscillator: { type: 'triangle' },
    envelope: { attack: 0.006, decay: 0.25, sustain: 0.4, release: 0.08 },
  }).connect(notesOut);
  const clicks = new Synth({
    oscillator: { type: 'sine' },
    envelope: { attack: 0.0005, decay: CLICK_SECONDS, sustain: 0, release: 0.005 },
  }).connect(clicksOut);
  return {
    note: (midi, seconds, at) =>
      notes.triggerAttackRelease(440 * 2 ** ((midi - 69) / 12), Math.max(0.04, seconds * 0.92), at),
    click: (accent, at) => {
      const { hertz, loud } = CLICKS[accent];
      clicks.triggerAttackRelease(hertz, CLICK_SECONDS, at, loud);
    },
    end: () => {
      for (const each of [notes, clicks, notesOut, clicksOut]) each.dispose();
    },
  };
}

/** Clicks and notes in one row, by time. */
const soundsOf = ({ notes, clicks }: Pick<Track, 'notes' | 'clicks'>) =>
  [
    ...notes.map(({ at, seconds, midi }) => ({
      at,
      play: (to: Voices, when: number) => to.note(midi, seconds, when),
    })),
    ...clicks.map(({ at, accent }) => ({ at, play: (to: Voices, when: number) => to.click(accent, when) })),
  ].sort((a, b) => a.at - b.at);

let own: Context | null = null;

/** A clock that is a worker made of text is refused by our policy, and rightly: this one is a timer. */
function ownContext(): void {
  if (own) return;
  own = new Context({ clockSource: 'timeout', latencyHint: 'interactive', lookAhead: 0 });
  setContext(own);
}

/**
 * Plays a track. A press of the user must come before it, as browsers ask.
 * @param ended - when it is over by itself
 */
export async function play(track: Track, ended: () => void): Promise<Playing> {
  ownContext();
  await start();
  const context = getContext();
  const to = voices();
  const sounds = soundsOf(track);
  const begun = context.currentTime + LEAD;
  /** Seconds of the context at which the round began that is being handed on, and what of it comes next. */
  let round = begun;
  let next = 0;
  let isOver = false;
  const loop =
    track.loopFrom === null ? null : { from: track.loopFrom, lasts: track.seconds - track.loopFrom };
  const stop = () => {
    if (isOver) return;
    isOver = true;
    context.off('tick', handOn);
    to.end();
  };
  const handOn = () => {
    const now = context.currentTime;
    const until = now + (document.hidden ? AHEAD_UNSEEN : AHEAD);
    for (;;) {
      const sound = sounds[next];
      if (sound) {
        const when = round + sound.at;
        if (when > until) return;
        // What should have sounded while the page slept is passed over.
        if (when >= now - 0.02) sound.play(to, Math.max(when, now));
        next += 1;
      } else if (loop && loop.lasts > 0.1) {
        round += loop.lasts;
        next = sounds.findIndex(({ at }) => at >= loop.from - 1e-6);
        if (next < 0) return;
      } else {
        if (now >= round + track.seconds) {
          stop();
          ended();
        }
        return;
      }
    }
  };
  context.on('tick', handOn);
  handOn();
  return {
    stop,
    place: () => {
      const since = context.currentTime - begun;
      return loop && since > track.seconds ? loop.from + ((since - track.seconds) % loop.lasts) : since;
    },
  };
}

/** The same track as sound to be kept, without its loop. */
export async function render(track: Track): Promise<Sound> {
  ownContext();
  const buffer = await Offline(
    () => {
      const to = voices();
      for (const { at, play: sound } of soundsOf(track)) sound(to, at + LEAD);
    },
    track.seconds + LEAD + TAIL,
    1,
    RATE,
  );
  return { rate: RATE, samples: Float32Array.from(buffer.getChannelData(0)) };
}
