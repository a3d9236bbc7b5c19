import { refuse, type Result } from '../result';

/** Sound of one channel, from -1 to 1. */
export interface Sound {
  readonly rate: number;
  readonly samples: Float32Array;
}

export type WavRefusal =
  | { readonly kind: 'no wav' }
  | { readonly kind: 'cut short' }
  | { readonly kind: 'no such encoding'; readonly format: number; readonly bits: number }
  | { readonly kind: 'empty' };

const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;

/**
 * A WAV file as sound; channels are put together. PCM of 8, 16, 24 and 32 bits, and floating point.
 * A file whose length is not told, as of a recording that was cut off, is read as far as it goes.
 */
export function readWav(bytes: Uint8Array): Result<Sound, WavRefusal> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const word = (at: number) =>
    at + 4 <= bytes.length ? String.fromCharCode(...bytes.subarray(at, at + 4)) : '';
  if (word(0) !== 'RIFF' || word(8) !== 'WAVE') return refuse({ kind: 'no wav' });
  let format: {
    readonly code: number;
    readonly channels: number;
    readonly rate: number;
    readonly bits: number;
  } | null = null;
  for (let at = 12; at + 8 <= bytes.length;) {
    const size = view.getUint32(at + 4, true);
    const from = at + 8;
    if (word(at) === 'fmt ') {
      if (size < 16 || from + 16 > bytes.length) return refuse({ kind: 'cut short' });
      const code = view.getUint16(from, true);
      format = {
        code:
          code === EXTENSIBLE && size >= 26 && from + 26 <= bytes.length
            ? view.getUint16(from + 24, true)
            : code,
        channels: view.getUint16(from + 2, true),
        rate: view.getUint32(from + 4, true),
        bits: view.getUint16(from + 14, true),
      };
    } else if (word(at) === 'data') {
      if (!format || format.channels === 0 || format.rate === 0) return refuse({ kind: 'no wav' });
      const length = Math.min(size, bytes.length - from);
      return samplesOf(view, from, length, format);
    }
    at = from + size + (size % 2);
  }
  return refuse({ kind: 'cut short' });
}

function samplesOf(
  view: DataView,
  from: number,
  length: number,
  {
    code,
    channels,
    rate,
    bits,
  }: { readonly code: number; readonly channels: number; readonly rate: number; readonly bits: number },
): Result<Sound, WavRefusal> {
  const read = readerOf(view, code, bits);
  if (!read) return refuse({ kind: 'no such encoding', format: code, bits });
  const size = bits / 8;
  const count = Math.floor(length / (size * channels));
  if (count === 0) return refuse({ kind: 'empty' });
  const samples = new Float32Array(count);
  for (let frame = 0; frame < count; frame += 1) {
    let sum = 0;
    for (let channel = 0; channel < channels; channel += 1)
      sum += read(from + (frame * channels + channel) * size);
    samples[frame] = sum / channels;
  }
  return { ok: true, value: { rate, samples } };
}

function readerOf(view: DataView, code: number, bits: number): ((at: number) => number) | null {
  if (code === FLOAT && bits === 32) return (at) => finite(view.getFloat32(at, true));
  if (code === FLOAT && bits === 64) return (at) => finite(view.getFloat64(at, true));
  if (code !== PCM) return null;
  switch (bits) {
    case 8:
      return (at) => (view.getUint8(at) - 128) / 128;
    case 16:
      return (at) => view.getInt16(at, true) / 32_768;
    case 24:
      return (at) =>
        (view.getUint8(at) + view.getUint8(at + 1) * 256 + view.getInt8(at + 2) * 65_536) / 8_388_608;
    case 32:
      return (at) => view.getInt32(at, true) / 2_147_483_648;
    default:
      return null;
  }
}
const finite = (value: number) => (Number.isFinite(value) ? value : 0);

/** Sound as a WAV file of 16 bits. */
export function writeWav({ rate, samples }: Sound): Uint8Array {
  const bytes = new Uint8Array(44 + samples.length * 2);
  const view = new DataView(bytes.buffer);
  const word = (at: number, text: string) => bytes.set(new TextEncoder().encode(text), at);
  word(0, 'RIFF');
  view.setUint32(4, 36 + samples.length * 2, true);
  word(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, PCM, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  word(36, 'data');
  view.setUint32(40, samples.length * 2, true);
  samples.forEach((value, at) => {
    view.setInt16(44 + at * 2, Math.round(Math.max(-1, Math.min(1, value)) * 32_767), true);
  });
  return bytes;
}

/** Why a file is no recording that can be read, in words. */
export function explainWavRefusal(why: WavRefusal): string {
  switch (why.kind) {
    case 'no wav':
      return 'This is no WAV file.';
    case 'cut short':
      return 'The file ends before its sound begins.';
    case 'no such encoding':
      return `Its sound is coded in a way that is not read (format ${why.format}, ${why.bits} bits).`;
    case 'empty':
      return 'The file has no sound in it.';
  }
}
