import { refuse, type Result } from '../result';
import { openContainer, type ContainerRefusal } from './container';
import type { Score } from './model';
import { MOST_NOTES, ScoreBuilder } from './score-builder';
import type { ScoreRefusal } from './score-refusal';
import { readXml } from './xml';
import type { XmlAttributes, XmlListener, XmlPlace } from './xml-listener';

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
  const notices =
    declared === null || saysThat(declared, encoding)
      ? []
      : [`declares ${declared} but is written in ${encoding}`];
  const parsed = parse(text, notices, onProgress);
  return parsed.ok ? { ok: true, value: { score: parsed.value, text } } : parsed;
}

/** A score and the text it was read from. */
export interface ReadScore {
  readonly score: Score;
  readonly text: string;
}

/** The same from text that is decoded already. */
export const readScoreText = (text: string): Result<Score, ScoreRefusal> => parse(text, [], () => undefined);

const saysThat = (declared: string, encoding: string) =>
  declared === encoding ||
  (encoding.startsWith('utf-16') && declared === 'utf-16') ||
  (encoding === 'latin-1' && /^(iso-8859-1|latin-?1|windows-1252)$/.test(declared)) ||
  (encoding === 'utf-8' && /^(utf-?8|us-ascii)$/.test(declared));

function parse(
  text: string,
  notices: readonly string[],
  onProgress: (fraction: number) => void,
): Result<Score, ScoreRefusal> {
  try {
    const { heard, fault } = readXml(text, () => new ScoreReader(text, notices), onProgress);
    if (fault) {
      const place = { line: fault.line, column: fault.column + 1 };
      return refuse(
        fault.kind === 'entities'
          ? { kind: fault.kind, ...place }
          : { kind: fault.kind, ...place, message: fault.message, partial: heard.builder.partial() },
      );
    }
    const score = heard.builder.score();
    if (score.parts.every((part) => part.measures.length === 0)) return refuse({ kind: 'no notes' });
    return { ok: true, value: score };
  } catch (error) {
    if (error instanceof Unreadable) return refuse(error.why);
    throw error;
  }
}

/** Builds a score from what it hears, and breaks off where that is none. */
class ScoreReader implements XmlListener {
  readonly builder: ScoreBuilder;
  private isBegun = false;

  constructor(text: string, notices: readonly string[]) {
    this.builder = new ScoreBuilder(text);
    for (const notice of notices) this.builder.notice(notice);
  }

  open(name: string, attributes: XmlAttributes): void {
    if (!this.isBegun && name !== 'score-partwise' && name !== 'score-timewise')
      throw new Unreadable({ kind: 'not a score', root: name });
    this.isBegun = true;
    this.builder.open(name, attributes);
  }

  addText(part: string): void {
    this.builder.addText(part);
  }

  close(name: string, place: XmlPlace): void {
    this.builder.close(name);
    const { crowded } = this.builder;
    if (crowded !== null)
      throw new Unreadable({
        kind: 'crowded',
        measure: crowded,
        most: MOST_NOTES,
        line: place.line,
        column: place.column + 1,
      });
  }
}
