import { readXml } from './xml';
import type { XmlAttributes, XmlListener } from './xml-listener';

/** An element of a MusicXML file with all that stands in it. */
export interface Element {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  /** In the order of the file; words stand between elements. */
  children: (Element | string)[];
}

export const elementsOf = ({ children }: Element, name?: string): Element[] =>
  children.filter(
    (child): child is Element => typeof child !== 'string' && (name === undefined || child.name === name),
  );
export const childOf = (element: Element, name: string): Element | undefined => elementsOf(element, name)[0];
export const wordsOf = (element: Element | undefined): string =>
  element?.children
    .map((child) => (typeof child === 'string' ? child : ''))
    .join('')
    .trim() ?? '';

/**
 * The whole of a file that was read as a score before.
 * @throws Error where it is not well-formed (a bug in the caller)
 */
export function elementsIn(text: string): Element {
  const { heard, fault } = readXml(text, () => new Whole());
  if (fault) throw new Error(`line ${fault.line}: ${fault.kind}`);
  const root = elementsOf(heard.top)[0];
  if (!root) throw new Error('no element');
  return root;
}

class Whole implements XmlListener {
  readonly top: Element = { name: '', attributes: {}, children: [] };
  private readonly path = [this.top];

  open(name: string, attributes: XmlAttributes): void {
    const element: Element = { name, attributes: attributes.all(), children: [] };
    this.path.at(-1)?.children.push(element);
    this.path.push(element);
  }
  addText(part: string): void {
    this.path.at(-1)?.children.push(part);
  }
  close(): void {
    this.path.pop();
  }
}

const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
const written = (child: Element | string): string => {
  if (typeof child === 'string') return escaped(child);
  const { name, attributes, children } = child;
  const named = Object.entries(attributes)
    .map(([key, value]) => ` ${key}="${escaped(value).replace(/"/g, '&quot;')}"`)
    .join('');
  return children.length === 0
    ? `<${name}${named}/>`
    : `<${name}${named}>${children.map(written).join('')}</${name}>`;
};
/** The file again. Comments and instructions to programs are not in it. */
export const fileOf = (root: Element): string => `<?xml version="1.0" encoding="UTF-8"?>\n${written(root)}\n`;

/**
 * The measures of a part in order, as the elements that hold its notes: of a file ordered by parts, or by measures. A measure
 * that a file ordered by measures leaves out for the part is null.
 */
export function measuresIn(root: Element, partId: string): (Element | null)[] {
  if (root.name === 'score-timewise')
    return elementsOf(root, 'measure').map(
      (measure) => elementsOf(measure, 'part').find(({ attributes }) => attributes['id'] === partId) ?? null,
    );
  const part = elementsOf(root, 'part').find(({ attributes }) => attributes['id'] === partId);
  return part ? elementsOf(part, 'measure') : [];
}
