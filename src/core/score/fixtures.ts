/** A small score written out, for tests: measures as the inside of their elements. */
export const scoreOf = (
  measures: readonly (string | { readonly head: string; readonly body: string })[],
  { divisions = 4, time = '<beats>4</beats><beat-type>4</beat-type>' } = {},
): string =>
  `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Flute</part-name></score-part></part-list><part id="P1">${measures
    .map((measure, at) => {
      const { head, body } =
        typeof measure === 'string' ? { head: `number="${at + 1}"`, body: measure } : measure;
      const first = `<attributes><divisions>${divisions}</divisions><key><fifths>0</fifths></key><time>${time}</time></attributes>`;
      return `<measure ${head}>${at === 0 ? first : ''}${body}</measure>`;
    })
    .join('')}</part></score-partwise>`;

/** @example noteOf('C5', 4) // => a note of four divisions */
export const noteOf = (name: string, duration: number, more = ''): string =>
  `<note>${name === 'r' ? '<rest/>' : `<pitch><step>${name[0] ?? 'C'}</step>${name[1] === '#' ? '<alter>1</alter>' : ''}<octave>${name.at(-1) ?? ''}</octave></pitch>`}<duration>${duration}</duration>${more}</note>`;
export const wholeBar = (name = 'C5'): string => noteOf(name, 16);

/** The bytes of a text in UTF-8, without help from the platform. */
export function utf8(text: string): Uint8Array {
  const bytes: number[] = [];
  for (const char of text) {
    const code = char.codePointAt(0) ?? 0;
    if (code < 0x80) bytes.push(code);
    else if (code < 0x800) bytes.push(0xc0 | (code >> 6), 0x80 | (code & 63));
    else if (code < 0x10000) bytes.push(0xe0 | (code >> 12), 0x80 | ((code >> 6) & 63), 0x80 | (code & 63));
    else
      bytes.push(
        0xf0 | (code >> 18),
        0x80 | ((code >> 12) & 63),
        0x80 | ((code >> 6) & 63),
        0x80 | (code & 63),
      );
  }
  return Uint8Array.from(bytes);
}
