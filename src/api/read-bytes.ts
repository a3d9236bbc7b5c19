/** The body whole. One that is larger than the limit is not read to the end. */
export async function readBytes(
  request: Request,
  limit: number,
): Promise<Uint8Array | 'too large' | 'cut short'> {
  if (Number(request.headers.get('content-length') ?? 0) > limit) return 'too large';
  const reader = request.body?.getReader();
  if (!reader) return new Uint8Array();
  const pieces: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const read = (await reader.read().catch(() => null)) as ReadableStreamReadResult<Uint8Array> | null;
    if (!read) return 'cut short';
    const { done, value } = read;
    if (done) break;
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      return 'too large';
    }
    pieces.push(value);
  }
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    bytes.set(piece, at);
    at += piece.byteLength;
  }
  return bytes;
}
