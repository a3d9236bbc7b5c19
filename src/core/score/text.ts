import { strFromU8 } from 'fflate';

/** What the bytes are really written in, whatever the file declares. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'latin-1';

export interface DecodedText {
  readonly text: string;
  readonly encoding: Encoding;
  /** The encoding the XML declaration names, in lower case; null where it names none. */
  readonly declared: string | null;
}

/**
 * Bytes as text. A byte order mark decides, then the pattern of zero bytes, then whether the bytes are valid UTF-8; what
 * is none of these is read as Latin-1. So a file that declares another encoding than its real one is still read.
 */
export function decodeText(bytes: Uint8Array): DecodedText {
  const { encoding, text } = read(bytes);
  const declared = /^\s*<\?xml[^>]*\sencoding\s*=\s*["']([^"']*)/.exec(text.slice(0, 400))?.[1];
  return { text, encoding, declared: declared?.toLowerCase() ?? null };
}

const startsWith = (bytes: Uint8Array, ...first: readonly number[]) =>
  first.every((byte, at) => bytes[at] === byte);

/** What stands for bytes that are no UTF-8. */
const NOT_READ = '\ufffd';

function read(bytes: Uint8Array): Pick<DecodedText, 'text' | 'encoding'> {
  if (startsWith(bytes, 0xff, 0xfe) || startsWith(bytes, 0x3c, 0x00))
    return { encoding: 'utf-16le', text: fromUtf16(bytes, 0, 1) };
  if (startsWith(bytes, 0xfe, 0xff) || startsWith(bytes, 0x00, 0x3c))
    return { encoding: 'utf-16be', text: fromUtf16(bytes, 1, 0) };
  const text = strFromU8(startsWith(bytes, 0xef, 0xbb, 0xbf) ? bytes.subarray(3) : bytes);
  // What is no UTF-8 leaves a mark in the text; a file may hold that mark itself.
  return !text.includes(NOT_READ) || isUtf8(bytes)
    ? { encoding: 'utf-8', text }
    : { encoding: 'latin-1', text: strFromU8(bytes, true) };
}

/** Bytes a UTF-8 lead byte is followed by; -1 for a byte that leads nothing. */
const following = (byte: number) =>
  byte < 0x80 ? 0 : byte < 0xc2 ? -1 : byte < 0xe0 ? 1 : byte < 0xf0 ? 2 : byte < 0xf5 ? 3 : -1;

function isUtf8(bytes: Uint8Array): boolean {
  for (let at = 0; at < bytes.length; at += 1) {
    let more = following(bytes[at] ?? 0);
    if (more < 0) return false;
    for (; more > 0; more -= 1) {
      at += 1;
      if (((bytes[at] ?? 0) & 0xc0) !== 0x80) return false;
    }
  }
  return true;
}

const PIECE = 8_192;

function fromUtf16(bytes: Uint8Array, low: number, high: number): string {
  const mark = (bytes[low] === 0xff && bytes[high] === 0xfe) || (bytes[low] === 0xfe && bytes[high] === 0xff);
  const texts: string[] = [];
  for (let at = mark ? 2 : 0; at + 1 < bytes.length; at += 2 * PIECE) {
    const units: number[] = [];
    const end = Math.min(bytes.length - 1, at + 2 * PIECE);
    for (let unit = at; unit < end; unit += 2)
      units.push((bytes[unit + low] ?? 0) | ((bytes[unit + high] ?? 0) << 8));
    texts.push(String.fromCharCode(...units));
  }
  return texts.join('');
}
