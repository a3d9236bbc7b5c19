/** Maps as lists of their entries, so that what they hold counts. */
const plain = (_: string, value: unknown): unknown => (value instanceof Map ? [...value] : value);

/**
 * A short text that differs where data differs, all but certainly: two 32-bit FNV-1a hashes of its JSON, and its length.
 * The request's number does not count.
 */
export function hashOf(data: object): string {
  const text = JSON.stringify({ ...data, requestId: 0 }, plain);
  let [a, b] = [0x811c9dc5, 0x01000193];
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code, 0x85ebca6b);
  }
  return `${(a >>> 0).toString(16)}-${(b >>> 0).toString(16)}-${text.length}`;
}
