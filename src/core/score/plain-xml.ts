import type { XmlAttributes, XmlListener, XmlPlace } from './xml-listener';

/** The head of a plain file. Its text is decoded already, so that the encoding it names says nothing. */
const DECLARATION =
  /^<\?xml version=(?:"1\.0"|'1\.0')(?: encoding=(?:"[A-Za-z][\w.-]*"|'[A-Za-z][\w.-]*'))?(?: standalone=(?:"(?:yes|no)"|'(?:yes|no)'))? ?\?>/;
/** One without a subset of its own. */
const DOCTYPE = /<!DOCTYPE [A-Za-z][A-Za-z-]*(?: (?:PUBLIC "[\w .,:;/+()-]*"|SYSTEM) "[\w .,:;/+()-]*")? ?>/y;

const ENTITIES: ReadonlyMap<string, string> = new Map([
  ['lt', '<'],
  ['gt', '>'],
  ['amp', '&'],
  ['quot', '"'],
  ['apos', "'"],
]);
const [TAB, LINE, SPACE, QUOTE, AND, APOSTROPHE, SLASH, LESS, EQUALS, GREATER] = [
  9, 10, 32, 34, 38, 39, 47, 60, 61, 62,
] as const;

/** Scores have some 500; a file with more names than that is left to the package. */
const MOST_KNOTS = 2_048;
const FIRST_KNOTS = 256;
/** No place: the file is not plain. */
const NONE = -1;

/**
 * Reads a file that has nothing but elements, attributes, words, the entities every file has, and comments.
 * @param tell - hears between elements how many characters have been read
 * @returns false where there is anything else in it, or anything wrong: what was heard so far says nothing then
 */
export function readPlain(text: string, listener: XmlListener, tell: (at: number) => void): boolean {
  const lines = text.includes('\r') ? text.replace(/\r\n?/g, '\n') : text;
  // It may stand in no words; in attributes it is not looked for.
  return !lines.includes(']]>') && new PlainReader(lines, listener, tell).read();
}

class PlainReader implements XmlPlace {
  /** Behind the last element that ended. */
  private at = 0;
  private readonly attributes: PlainAttributes;
  private readonly names = new Names();

  constructor(
    private readonly text: string,
    private readonly listener: XmlListener,
    private readonly tell: (at: number) => void,
  ) {
    this.attributes = new PlainAttributes(text, this.names);
  }

  get line(): number {
    let line = 1;
    for (let at = this.text.indexOf('\n'); at >= 0 && at < this.at; at = this.text.indexOf('\n', at + 1))
      line += 1;
    return line;
  }
  get column(): number {
    return this.at - (this.text.lastIndexOf('\n', this.at - 1) + 1);
  }

  read(): boolean {
    const { text, listener, attributes, names, tell } = this;
    const open: string[] = [];
    let at = this.endOfHead();
    if (at === NONE || text.charCodeAt(at) !== LESS) return false;
    do {
      if (text.charCodeAt(at + 1) === SLASH) {
        const name = open.pop();
        if (name === undefined || !text.startsWith(name, at + 2)) return false;
        at = endOfSpaces(text, at + 2 + name.length);
        if (text.charCodeAt(at) !== GREATER) return false;
        at += 1;
        this.at = at;
        listener.close(name, this);
      } else if (isComment(text, at)) {
        at = endOfComment(text, at);
        if (at === NONE) return false;
      } else {
        const name = names.read(text, at + 1);
        if (name === '') return false;
        at = attributes.read(names.end);
        if (at === NONE) return false;
        listener.open(name, attributes);
        if (text.charCodeAt(at) === SLASH) {
          at += 1;
          if (text.charCodeAt(at) !== GREATER) return false;
          this.at = at + 1;
          listener.close(name, this);
        } else open.push(name);
        at += 1;
      }
      if (open.length > 0) at = this.readWords(at);
      if (at === NONE) return false;
      tell(at);
    } while (open.length > 0);
    return endOfRest(text, at) === text.length;
  }

  /** @returns the place of the element that holds all others */
  private endOfHead(): number {
    const { text } = this;
    let at = endOfRest(text, DECLARATION.exec(text)?.[0].length ?? 0);
    if (at === NONE) return NONE;
    DOCTYPE.lastIndex = at;
    at += DOCTYPE.exec(text)?.[0].length ?? 0;
    return endOfRest(text, at);
  }

  /** @returns the place of the next tag or comment */
  private readWords(from: number): number {
    const { text, listener } = this;
    for (let start = from; ;) {
      let at = endOfWords(text, start);
      if (at === NONE) return NONE;
      if (at > start) listener.addText(text.slice(start, at));
      if (text.charCodeAt(at) === LESS) return at;
      start = at;
      at = endOfEntity(text, start);
      const letter = at === NONE ? null : entity(text.slice(start, at));
      if (letter === null) return NONE;
      listener.addText(letter);
      start = at;
    }
  }
}

/** The attributes of the tag that is being read; a value is taken out of the text when it is asked for. */
class PlainAttributes implements XmlAttributes {
  private count = 0;
  private readonly keys: string[] = [];
  /** Where each value begins and ends. */
  private readonly froms: number[] = [];
  private readonly ends: number[] = [];

  constructor(
    private readonly text: string,
    private readonly names: Names,
  ) {}

  /**
   * @param from - behind the name of the tag
   * @returns the place where the tag ends
   */
  read(from: number): number {
    const { text } = this;
    this.count = 0;
    for (let at = from; ;) {
      const start = endOfSpaces(text, at);
      const code = text.charCodeAt(start);
      if (code === GREATER || code === SLASH) return start;
      const key = start === at ? '' : this.names.read(text, start);
      const { end } = this.names;
      if (key === '' || text.charCodeAt(end) !== EQUALS || this.placeOf(key) !== NONE) return NONE;
      at = endOfValue(text, end + 1);
      if (at === NONE) return NONE;
      this.keys[this.count] = key;
      this.froms[this.count] = end + 2;
      this.ends[this.count] = at - 1;
      this.count += 1;
    }
  }

  get(name: string): string | undefined {
    const place = this.placeOf(name);
    return place === NONE ? undefined : this.valueAt(place);
  }
  all(): Record<string, string> {
    return Object.fromEntries(this.keys.slice(0, this.count).map((key, place) => [key, this.valueAt(place)]));
  }

  private placeOf(name: string): number {
    for (let place = 0; place < this.count; place += 1) if (this.keys[place] === name) return place;
    return NONE;
  }
  private valueAt(place: number): string {
    const value = this.text.slice(this.froms[place], this.ends[place]);
    return /[\t\n&]/.test(value)
      ? value.replace(/[\t\n]/g, ' ').replace(/&[^;]*;/g, (each) => entity(each) ?? '')
      : value;
  }
}

/**
 * Names as they are met, letter by letter in a tree: reading one again takes one step for each letter and gives the same
 * text, which is quick to compare.
 */
class Names {
  /** By knot and letter the next knot; 0 for none. The first knot stands before every name. */
  private tree = new Uint16Array(FIRST_KNOTS * 128);
  private readonly names: string[] = [''];
  /** Behind the name that was read last. */
  end = 0;

  /** @returns '' where none begins that is plain */
  read(text: string, from: number): string {
    let at = from;
    let code = text.charCodeAt(at);
    // A figure, a hyphen, a full stop or a colon begins none.
    if (code < 65 && code !== 95) return '';
    let knot = 0;
    for (;;) {
      const next = code < 128 ? (this.tree[knot * 128 + code] ?? 0) : 0;
      if (next === 0) {
        if (!isNameLetter(code)) break;
        if (this.names.length === MOST_KNOTS) return '';
        if (this.names.length * 128 === this.tree.length) this.grow();
        this.tree[knot * 128 + code] = this.names.length;
        this.names.push(text.slice(from, at + 1));
        continue;
      }
      knot = next;
      at += 1;
      code = text.charCodeAt(at);
    }
    this.end = at;
    // A letter that is not of ours may go on with the name.
    return code < 128 ? (this.names[knot] ?? '') : '';
  }

  private grow(): void {
    const { tree } = this;
    this.tree = new Uint16Array(tree.length * 2);
    this.tree.set(tree);
  }
}

const isSpace = (code: number) => code === SPACE || code === LINE || code === TAB;
/** What a name may go on with. Letters that are not of ours are left to the package. */
const isNameLetter = (code: number) =>
  (code >= 97 && code <= 122) ||
  (code >= 65 && code <= 90) ||
  (code >= 48 && code <= 58) ||
  code === 45 ||
  code === 46 ||
  code === 95;
/** Also false at the end of the text. A character of two halves is left to the package. */
const isLetter = (code: number) =>
  (code >= SPACE && code < 0xd800) || code === LINE || code === TAB || (code >= 0xe000 && code < 0xfffe);

function endOfSpaces(text: string, from: number): number {
  let at = from;
  while (isSpace(text.charCodeAt(at))) at += 1;
  return at;
}

/** @returns the place of the next `<` or `&` */
function endOfWords(text: string, from: number): number {
  let at = from;
  let code = text.charCodeAt(at);
  while (code !== LESS && code !== AND) {
    if (!isLetter(code)) return NONE;
    at += 1;
    code = text.charCodeAt(at);
  }
  return at;
}

/** @returns the place behind a value in quotes */
function endOfValue(text: string, from: number): number {
  const quote = text.charCodeAt(from);
  if (quote !== QUOTE && quote !== APOSTROPHE) return NONE;
  let at = from + 1;
  let code = text.charCodeAt(at);
  while (code !== quote) {
    if (code === LESS || !isLetter(code)) return NONE;
    const next = code === AND ? endOfEntity(text, at) : at + 1;
    if (next === NONE || (code === AND && entity(text.slice(at, next)) === null)) return NONE;
    at = next;
    code = text.charCodeAt(at);
  }
  return at + 1;
}

function endOfEntity(text: string, from: number): number {
  const end = text.indexOf(';', from);
  return end < 0 ? NONE : end + 1;
}
/** What an entity stands for; null for one that is not known to every file. */
function entity(written: string): string | null {
  const name = written.slice(1, -1);
  const figures = /^#(?:(\d{1,7})|x([\dA-Fa-f]{1,6}))$/.exec(name);
  if (!figures) return ENTITIES.get(name) ?? null;
  const code = figures[1] === undefined ? parseInt(figures[2] ?? '', 16) : Number(figures[1]);
  return code <= 0xffff && isLetter(code) ? String.fromCharCode(code) : null;
}

const isComment = (text: string, at: number) => text.charCodeAt(at + 1) === 33 && text.startsWith('<!--', at);
function endOfComment(text: string, from: number): number {
  const end = text.indexOf('--', from + 4);
  if (end < 0 || text.charCodeAt(end + 2) !== GREATER) return NONE;
  for (let at = from; at < end; at += 1) if (!isLetter(text.charCodeAt(at))) return NONE;
  return end + 3;
}

/** Spaces and comments. */
function endOfRest(text: string, from: number): number {
  let at = endOfSpaces(text, from);
  while (isComment(text, at)) {
    at = endOfComment(text, at);
    if (at === NONE) return NONE;
    at = endOfSpaces(text, at);
  }
  return at;
}
