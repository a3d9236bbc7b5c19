import { object, oneOf, parseJson, text, validate, whole } from '@/core/files';

/** Rounds of PBKDF2-SHA-256; our choice, because current guidance for it asks for 600,000. */
const ITERATIONS = 600_000;

const lockedShape = object({
  format: oneOf(['formal-stave-studio-locked']),
  version: whole(1, 1),
  iterations: whole(100_000, 5_000_000),
  salt: text(60, 8),
  iv: text(60, 8),
  sealed: text(200_000_000, 1),
});
interface LockedFile {
  readonly iterations: number;
  readonly salt: string;
  readonly iv: string;
  readonly sealed: string;
}

const toText = (bytes: Uint8Array) => {
  let binary = '';
  for (const byte of bytes) binary += String.fromCharCode(byte);
  return btoa(binary);
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

/** The text sealed with a passphrase: AES-256-GCM, the key from PBKDF2. */
export async function seal(source: string, passphrase: string): Promise<string> {
  const salt = crypto.getRandomValues(new Uint8Array(16));
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const key = await keyOf(passphrase, salt, ITERATIONS);
  const sealed = await crypto.subtle.encrypt({ name: 'AES-GCM', iv }, key, new TextEncoder().encode(source));
  return `${JSON.stringify({
    format: 'formal-stave-studio-locked',
    version: 1,
    iterations: ITERATIONS,
    salt: toText(salt),
    iv: toText(iv),
    sealed: toText(new Uint8Array(sealed)),
  })}\n`;
}

export const isSealed = (source: string): boolean =>
  source.slice(0, 200).includes('"formal-stave-studio-locked"');

/** The text again; null when the passphrase is wrong or the file was changed. */
export async function unseal(source: string, passphrase: string): Promise<string | null> {
  const json = parseJson(source);
  const formed = json.ok ? validate<LockedFile>(lockedShape, json.value) : json;
  if (!formed.ok) return null;
  try {
    const { salt, iv, sealed, iterations } = formed.value;
    const key = await keyOf(passphrase, toBytes(salt), iterations);
    const plain = await crypto.subtle.decrypt({ name: 'AES-GCM', iv: toBytes(iv) }, key, toBytes(sealed));
    return new TextDecoder().decode(plain);
  } catch {
    return null;
  }
}
