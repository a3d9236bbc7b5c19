/** Where the reading of a file stands, as the next character to be read: lines count from 1, columns from 0. */
export interface XmlPlace {
  readonly line: number;
  readonly column: number;
}

/** The attributes of a tag, with entities put in. They are those of the next tag when that is read. */
export interface XmlAttributes {
  get(name: string): string | undefined;
  all(): Readonly<Record<string, string>>;
}

/** Hears what stands in a file, in its order. What it throws ends the reading. */
export interface XmlListener {
  open(name: string, attributes: XmlAttributes): void;
  /** @param part - words, or some of them */
  addText(part: string): void;
  /** @param place - behind the element; it moves on with the reading */
  close(name: string, place: XmlPlace): void;
}
