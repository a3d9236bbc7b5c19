import { newerVersion, parseJson, validate, type Problem } from '@/core/files';
import { refuse, type Result } from '@/core/result';
import { object, oneOf, text, verbatim, whole } from '@/core/shape';

/** Rounds of PBKDF2-SHA-256; our choice, because current guidance for it asks for 600,000. */
const ITERATIONS = 600_000;
/** A file that asks for more would hold the browser up for as long as its maker likes. */
const MOST_ITERATIONS = 1_000_000;

const sealedShape = object({
  format: oneOf(['formal-stave-studio-locked']),
  version: whole(1, 1),
  iterations: whole(100_000, MOST_ITERATIONS),
  salt: text(60, 8),
  iv: text(60, 8),
  sealed: verbatim(200_000_000, 1),
});
/** A studio file as it is sealed; nothing of it can be read without the passphrase. */
export interface SealedFile {
  readonly iterations: number;
  readonly salt: string;
  readonly iv: string;
  readonly sealed: string;
}

const toText = (bytes: Uint8Array) => {
  // In parts: a call takes so many arguments and no more.
  const parts: string[] = [];
  for (let at = 0; at < bytes.length; at += 8_192)
    parts.push(String.fromCharCode(...bytes.subarray(at, at + 8_192)));
  return btoa(parts.join(''));
};
const toBytes = (source: string) => Uint8Array.from(atob(source), (char) => char.charCodeAt(0));

async function keyOf(
  passphrase: string,
  salt: Uint8Array<ArrayBuffer>,
  iterations: number,
): Promise<CryptoKey> {
  const material = await crypto.subtle.importKey(
    'raw',
    new TextEncoder().encode(passphrase),
    'PBKDF2',
    false,
    ['deriveKey'],
  );
  return crypto.subtle.deriveKey(
    { name: 'PBKDF2', hash: 'SHA-256', salt, iterations },
    material,
    { name: 'AES-GCM', length: 256 },
    false,
    ['encrypt', 'decrypt'],
  );
}

/** Bytes sealed with a passphrase: AES-256-GCM, the key from PBKDF2. */
export async function seal(source: Uint8Array<ArrayBuffer>, passphrase: string): Promise<string> {
  const salt = crypto.getRandomValues(new Uint8Array(16));
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const key = await keyOf(passphrase, salt, ITERATIONS);
  const sealed = await crypto.subtle.encrypt({ name: 'AES-GCM', iv }, key, source);
  return `${JSON.stringify({
    format: 'formal-stave-studio-locked',
    version: 1,
    iterations: ITERATIONS,
    salt: toText(salt),
    iv: toText(iv),
    sealed: toText(new Uint8Array(sealed)),
  })}\n`;
}

export const isSealed = (bytes: Uint8Array): boolean =>
  new TextDecoder().decode(bytes.subarray(0, 200)).includes('"formal-stave-studio-locked"');

/** The sealed file, or what is wrong with it: these are no faults of a passphrase. */
export function readSealed(source: string): Result<SealedFile, readonly Problem[]> {
  const json = parseJson(source);
  if (!json.ok) return json;
  const newer = newerVersion(json.value, 'formal-stave-studio-locked', 1);
  return newer ? refuse([newer]) : validate<SealedFile>(sealedShape, json.value);
}

/** The bytes again; null when the passphrase is wrong or the file was changed. */
export async function unseal(file: SealedFile, passphrase: string): Promise<Uint8Array<ArrayBuffer> | null> {
  const { salt, iv, sealed, iterations } = file;
  try {
    const key = await keyOf(passphrase, toBytes(salt), iterations);
    const plain = await crypto.subtle.decrypt({ name: 'AES-GCM', iv: toBytes(iv) }, key, toBytes(sealed));
    return new Uint8Array(plain);
  } catch {
    return null;
  }
}
