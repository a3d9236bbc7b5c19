import { unzipSync } from 'fflate';
import { refuse, type Result } from '../result';
import { decodeText, type DecodedText } from './text';

/** Largest score, uncompressed, in bytes: a whole symphony takes about twenty million. */
export const MOST_BYTES = 64_000_000;
const MOST_FILES = 1_000;

export type ContainerRefusal =
  | { readonly kind: 'empty' }
  | { readonly kind: 'too large'; readonly bytes: number }
  | { readonly kind: 'not a zip'; readonly message: string }
  | { readonly kind: 'no score inside' };

const isZip = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;

/**
 * The text of a score file, plain or compressed (.mxl). A compressed one names its score in META-INF/container.xml;
 * where that is missing the first score inside is taken. What would unpack to more than the limit is refused unread.
 */
export function openContainer(bytes: Uint8Array): Result<DecodedText, ContainerRefusal> {
  if (bytes.length === 0) return refuse({ kind: 'empty' });
  if (!isZip(bytes))
    return bytes.length > MOST_BYTES
      ? refuse({ kind: 'too large', bytes: bytes.length })
      : { ok: true, value: decodeText(bytes) };
  let size = 0;
  let count = 0;
  const wanted = (name: string) => /\.(xml|musicxml)$/i.test(name);
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        count += 1;
        if (!wanted(name) || count > MOST_FILES) return false;
        size += originalSize;
        return size <= MOST_BYTES;
      },
    });
    if (size > MOST_BYTES) return refuse({ kind: 'too large', bytes: size });
    const container = files['META-INF/container.xml'];
    const named = container && /full-path\s*=\s*["']([^"']+)["']/.exec(decodeText(container).text)?.[1];
    const found =
      (named === undefined ? undefined : files[named]) ??
      Object.entries(files).find(
        ([name]) => !name.startsWith('META-INF/') && !name.startsWith('__MACOSX/'),
      )?.[1];
    return found ? { ok: true, value: decodeText(found) } : refuse({ kind: 'no score inside' });
  } catch (error) {
    return refuse({ kind: 'not a zip', message: error instanceof Error ? error.message : '' });
  }
}
