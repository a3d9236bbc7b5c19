import { SaxesParser } from 'saxes';
import { readPlain } from './plain-xml';
import type { XmlListener, XmlPlace } from './xml-listener';

/** Why a file cannot be read to its end. */
export type XmlFault = XmlPlace &
  ({ readonly kind: 'entities' } | { readonly kind: 'not well-formed'; readonly message: string });

/** Characters between two tellings of how far the reading is. */
const PIECE = 65_536;

class Broken extends Error {
  constructor(readonly fault: XmlFault) {
    super(fault.kind);
  }
}

/**
 * Reads a whole file. Most are plain and read by a scanner of ours; whatever else there is in XML, and all that is wrong,
 * is left to the package, which begins again with another listener.
 * @param listen - makes a listener that has heard nothing
 * @param onProgress - hears 0..1 while the reading goes on
 * @returns the listener that heard the whole file, or all of it that stands before the fault
 */
export function readXml<Listener extends XmlListener>(
  text: string,
  listen: () => Listener,
  onProgress: (fraction: number) => void = () => undefined,
): { readonly heard: Listener; readonly fault: XmlFault | null } {
  let told = 0;
  const tell = (at: number) => {
    if (at - told < PIECE) return;
    told = at;
    onProgress(at / text.length);
  };
  const heard = listen();
  if (readPlain(text, heard, tell)) return { heard, fault: null };
  return readAny(text, listen(), tell);
}

function readAny<Listener extends XmlListener>(
  text: string,
  heard: Listener,
  tell: (at: number) => void,
): { readonly heard: Listener; readonly fault: XmlFault | null } {
  const parser = new SaxesParser();
  parser.on('doctype', (doctype) => {
    // Named entities have no use in a score, and nested ones can grow without bound.
    if (doctype.includes('<!ENTITY')) throw new Broken({ kind: 'entities', ...placeOf(parser) });
  });
  parser.on('error', ({ message }) => {
    const said = message.replace(/^\d+:\d+: /, '');
    throw new Broken({ kind: 'not well-formed', ...placeOf(parser), message: said });
  });
  parser.on('opentag', ({ name, attributes }) =>
    heard.open(name, { get: (key) => attributes[key], all: () => attributes }),
  );
  parser.on('text', (part) => heard.addText(part));
  parser.on('cdata', (part) => heard.addText(part));
  parser.on('closetag', ({ name }) => heard.close(name, parser));
  try {
    // An XML declaration names the encoding of bytes; the text is decoded, and saxes has no use for it.
    for (let at = 0; at < text.length; at += PIECE) {
      parser.write(text.slice(at, at + PIECE));
      tell(at);
    }
    parser.close();
  } catch (error) {
    if (error instanceof Broken) return { heard, fault: error.fault };
    throw error;
  }
  return { heard, fault: null };
}

const placeOf = ({ line, column }: XmlPlace): XmlPlace => ({ line, column });
