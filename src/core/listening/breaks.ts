import { MIDDLE } from './frames';
import { PhaseJumps } from './phase-jumps';

/** Hops on either side of a break that are looked at. */
const ASIDE = 7;
/** Decibels of the least break. */
const LEAST = 1.8;
/** A break is so many times as deep as nine in ten of the dips of this recording: breath, bow and noise flutter. */
const OVER_FLUTTER = 2.5;
const FLUTTER = 0.9;
/** From this share on a wave does not go on as it went, if it is so many times what it is in quiet places near it. */
const LEAST_JUMP = 0.22;
const OVER_QUIET = 4;
const NEAR = 20;
const QUIET = 0.25;
/** A jump is the largest of so many hops on either side. */
const ALONE = 5;
/** Decibels the level may be lower so many hops after a jump than before: where it falls further, the note has ended. */
const FALL = 6;
const BEFORE = 6;
const AFTER = { from: 6, to: 10 };

/** One pitch as it is held, and the sound it was found in, all by hops of one length. */
export interface Held {
  readonly samples: Float32Array;
  /** Whole semitones, NaN where there is no pitch. */
  readonly track: Float64Array;
  /** Cents the instrument is off. */
  readonly tuning: number;
  /** Decibels. */
  readonly level: Float64Array;
}

/**
 * Where one pitch is held and the tongue, the bow or the finger began it again: the level dips and comes back, or the
 * wave does not go on as it went. The spectrum hardly grows there.
 * @returns frames, in order
 */
export function breaksOf(held: Held): number[] {
  const frames: number[] = [];
  for (let frame = ASIDE; frame + ASIDE < held.track.length; frame += 1)
    if (isHeld(held.track, frame)) frames.push(frame);
  const found = [...jumpsAt(frames, held), ...dipsAt(frames, held)].sort((a, b) => a - b);
  let last = -Infinity;
  return found.filter((frame) => {
    if (frame - last <= ASIDE) return false;
    last = frame;
    return true;
  });
}

function isHeld(track: Float64Array, frame: number): boolean {
  const pitch = track[frame - ASIDE] as number;
  if (Number.isNaN(pitch) || track[frame + ASIDE] !== pitch) return false;
  for (let at = frame - ASIDE; at < frame + ASIDE; at += 1) {
    const other = track[at] as number;
    if (!Number.isNaN(other) && other !== pitch) return false;
  }
  return true;
}

function jumpsAt(frames: readonly number[], { samples, track, tuning, level }: Held): number[] {
  const jumps = new Float64Array(track.length).fill(NaN);
  const phases = new PhaseJumps(samples);
  for (const frame of frames)
    jumps[frame] = phases.at(frame, (track[frame - ASIDE] as number) + tuning / 100);
  const loudest = (from: number, to: number) =>
    level.subarray(from, to).reduce((a, b) => Math.max(a, b), -Infinity);
  return frames.filter((frame) => {
    const jump = jumps[frame] as number;
    if (jump < LEAST_JUMP) return false;
    const beside = jumps.subarray(frame - ALONE, frame + ALONE + 1);
    if (beside.some((other, at) => other > jump || (other === jump && at < ALONE))) return false;
    const hop = frame + MIDDLE;
    if (loudest(hop + AFTER.from, hop + AFTER.to) < loudest(hop - BEFORE, hop - 1) - FALL) return false;
    const near = jumps
      .subarray(Math.max(0, frame - NEAR), frame + NEAR + 1)
      .filter((each) => !Number.isNaN(each));
    return jump >= OVER_QUIET * (near.sort()[Math.floor(QUIET * near.length)] as number);
  });
}

function dipsAt(frames: readonly number[], { level }: Held): number[] {
  const dips = frames
    .map((frame) => ({ frame: frame + 1, depth: depthAt(level, frame + MIDDLE) }))
    .filter(({ depth }) => depth > 0);
  const sorted = dips.map(({ depth }) => depth).sort((a, b) => a - b);
  const flutter = sorted[Math.floor(FLUTTER * (sorted.length - 1))] ?? 0;
  const least = Math.max(LEAST, OVER_FLUTTER * flutter);
  return dips.filter(({ depth }) => depth >= least).map(({ frame }) => frame);
}

/** Decibels a hop lies under the loudest on either side of it; 0 where one beside it is lower. */
function depthAt(level: Float64Array, hop: number): number {
  const own = level[hop] ?? Infinity;
  if (own > (level[hop - 1] ?? -Infinity) || own >= (level[hop + 1] ?? -Infinity)) return 0;
  const loudest = (from: number, to: number) =>
    level.subarray(Math.max(0, from), to).reduce((a, b) => Math.max(a, b), own);
  return Math.min(loudest(hop - ASIDE, hop), loudest(hop + 1, hop + 1 + ASIDE)) - own;
}
