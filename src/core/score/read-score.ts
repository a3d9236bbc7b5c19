import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { refuse, type Result } from '../result';
import { openContainer, type ContainerRefusal } from './container';
import type { Score } from './model';
import { MOST_NOTES, ScoreBuilder } from './score-builder';
import type { ScoreRefusal } from './score-refusal';

const PIECE = 65_536;

class Unreadable extends Error {
  constructor(readonly why: Exclude<ScoreRefusal, ContainerRefusal>) {
    super(why.kind);
  }
}

/**
 * A MusicXML file (2.0 to 4.0, partwise or timewise, plain or compressed, UTF-8 or UTF-16) as a score. What the reader
 * does not know is passed over and counted; a file that breaks off gives a refusal with what stands before the place.
 * @param onProgress - hears 0..1 between pieces of the text
 */
export function readScore(
  bytes: Uint8Array,
  onProgress: (fraction: number) => void = () => undefined,
): Result<ReadScore, ScoreRefusal> {
  const opened = openContainer(bytes);
  if (!opened.ok) return opened;
  const { text, declared, encoding } = opened.value;
  const builder = new ScoreBuilder(text);
  if (declared !== null && !saysThat(declared, encoding))
    builder.notice(`declares ${declared} but is written in ${encoding}`);
  const parsed = parse(text, builder, onProgress);
  return parsed.ok ? { ok: true, value: { score: parsed.value, text } } : parsed;
}

/** A score and the text it was read from. */
export interface ReadScore {
  readonly score: Score;
  readonly text: string;
}

/** The same from text that is decoded already. */
export const readScoreText = (text: string): Result<Score, ScoreRefusal> =>
  parse(text, new ScoreBuilder(text), () => undefined);

const saysThat = (declared: string, encoding: string) =>
  declared === encoding ||
  (encoding.startsWith('utf-16') && declared === 'utf-16') ||
  (encoding === 'latin-1' && /^(iso-8859-1|latin-?1|windows-1252)$/.test(declared)) ||
  (encoding === 'utf-8' && /^(utf-?8|us-ascii)$/.test(declared));

function parse(
  text: string,
  builder: ScoreBuilder,
  onProgress: (fraction: number) => void,
): Result<Score, ScoreRefusal> {
  const parser = new SaxesParser();
  let root = '';
  parser.on('doctype', (doctype) => {
    // Named entities have no use in a score, and nested ones can grow without bound.
    if (doctype.includes('<!ENTITY'))
      throw new Unreadable({ kind: 'entities', line: parser.line, column: parser.column + 1 });
  });
  parser.on('error', ({ message }) => {
    const { line, column } = parser;
    const said = message.replace(/^\d+:\d+: /, '');
    throw new Unreadable({
      kind: 'not well-formed',
      line,
      column: column + 1,
      message: said,
      partial: builder.partial(),
    });
  });
  parser.on('opentag', (tag: SaxesTagPlain) => {
    if (root === '') {
      root = tag.name;
      if (root !== 'score-partwise' && root !== 'score-timewise')
        throw new Unreadable({ kind: 'not a score', root });
    }
    builder.open(tag.name, tag.attributes);
  });
  parser.on('text', (part) => builder.addText(part));
  parser.on('cdata', (part) => builder.addText(part));
  parser.on('closetag', ({ name }) => {
    builder.close(name);
    if (builder.crowded !== null)
      throw new Unreadable({
        kind: 'crowded',
        measure: builder.crowded,
        most: MOST_NOTES,
        line: parser.line,
        column: parser.column + 1,
      });
  });
  try {
    // An XML declaration names the encoding of bytes; the text is decoded, and saxes has no use for it.
    for (let at = 0; at < text.length; at += PIECE) {
      parser.write(text.slice(at, at + PIECE));
      onProgress(at / text.length);
    }
    parser.close();
  } catch (error) {
    if (error instanceof Unreadable) return refuse(error.why);
    throw error;
  }
  const score = builder.score();
  if (score.parts.every((part) => part.measures.length === 0)) return refuse({ kind: 'no notes' });
  return { ok: true, value: score };
}
