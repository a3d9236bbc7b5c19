import { HOP, WINDOW } from './frames';
import { RATE } from './sound';

/** Samples of one look here, around the middle of a frame: a break is short. */
const SHORT = 512;
const PARTIALS = 4;
/** Partials above this share of the rate are not heard well enough. */
const HIGHEST = 0.4;

interface Wave {
  readonly re: number;
  readonly im: number;
}

/**
 * How far the wave of a held pitch does not go on as it went: each partial is followed from both sides to the middle of
 * a frame, with the speed of its phase on that side, so a vibrato goes on and a note begun again does not.
 * @source prediction of the phase of each partial; what is left of the prediction marks a beginning
 */
export class PhaseJumps {
  /** By frame, of the pitch asked for last. */
  private readonly waves = new Map<number, readonly Wave[]>();
  private readonly tables = new Map<
    number,
    readonly { readonly cos: Float64Array; readonly sin: Float64Array }[]
  >();
  private pitch = NaN;

  constructor(private readonly samples: Float32Array) {}

  /**
   * @param pitch - MIDI number, with cents; held two frames before and after
   * @returns 0 where all goes on, up to 1
   */
  at(frame: number, pitch: number): number {
    if (pitch !== this.pitch) this.waves.clear();
    this.pitch = pitch;
    const [early, before, after, late] = [-2, -1, 1, 2].map((step) => this.wavesAt(frame + step));
    let [off, size] = [0, 0];
    before?.forEach((wave, k) => {
      const [first, next, last] = [early?.[k], after?.[k], late?.[k]];
      if (!first || !next || !last) return;
      const turn = phaseOf(wave) - phaseOf(first) + phaseOf(last) - phaseOf(next);
      const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
      off += Math.hypot(next.re - wave.re * cos + wave.im * sin, next.im - wave.re * sin - wave.im * cos);
      size += Math.hypot(wave.re, wave.im) + Math.hypot(next.re, next.im);
    });
    return size > 0 ? off / size : 0;
  }

  /** Each partial in the short window around the middle of a frame; its phase is told against a wave that never stops. */
  private wavesAt(frame: number): readonly Wave[] {
    const known = this.waves.get(frame);
    if (known) return known;
    const from = frame * HOP + (WINDOW - SHORT) / 2;
    const waves = this.tablesOf(this.pitch).map(({ cos, sin }, k) => {
      let [re, im] = [0, 0];
      for (let at = 0; at < SHORT; at += 1) {
        const value = this.samples[from + at] ?? 0;
        re += value * (cos[at] as number);
        im -= value * (sin[at] as number);
      }
      const angle = (2 * Math.PI * (k + 1) * frequencyOf(this.pitch) * from) / RATE;
      const [turnRe, turnIm] = [Math.cos(angle), -Math.sin(angle)];
      return { re: re * turnRe - im * turnIm, im: re * turnIm + im * turnRe };
    });
    this.waves.set(frame, waves);
    return waves;
  }

  private tablesOf(pitch: number) {
    const known = this.tables.get(pitch);
    if (known) return known;
    const step = (2 * Math.PI * frequencyOf(pitch)) / RATE;
    const count = Math.min(PARTIALS, Math.floor((HIGHEST * RATE) / frequencyOf(pitch)));
    const tables = Array.from({ length: count }, (_, k) => {
      const wave = (of: (angle: number) => number) =>
        Float64Array.from({ length: SHORT }, (_, at) => {
          const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * (at + 0.5)) / SHORT);
          return window * of((k + 1) * step * at);
        });
      return { cos: wave(Math.cos), sin: wave(Math.sin) };
    });
    this.tables.set(pitch, tables);
    return tables;
  }
}

const frequencyOf = (pitch: number): number => 440 * 2 ** ((pitch - 69) / 12);
const phaseOf = ({ re, im }: Wave): number => Math.atan2(im, re);
