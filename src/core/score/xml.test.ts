import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import { describe, expect, test } from 'vitest';
import { proofRuns } from '@/proof-runs';
import { noteOf, scoreOf, wholeBar } from './arbitrary';
import { readPlain } from './plain-xml';
import { readXml } from './xml';
import type { XmlAttributes, XmlListener, XmlPlace } from './xml-listener';

/** Writes down what it hears, words in one piece, ends with their place. */
class Written implements XmlListener {
  readonly lines: string[] = [];
  private words = '';
  private isInside = false;

  private say(line: string) {
    // Spaces around the whole say nothing.
    if (this.words !== '' && this.isInside) this.lines.push(JSON.stringify(this.words));
    this.words = '';
    this.lines.push(line);
  }
  open(name: string, attributes: XmlAttributes) {
    const all = Object.entries(attributes.all());
    expect(all.map(([key]) => attributes.get(key))).toEqual(all.map(([, said]) => said));
    expect(attributes.get('another')).toBeUndefined();
    this.say(`<${name} ${JSON.stringify(all)}`);
    this.isInside = true;
  }
  addText(part: string) {
    this.words += part;
  }
  close(name: string, { line, column }: XmlPlace) {
    this.say(`${name}> ${line}:${column}`);
  }
}

/** What the package says alone: what it heard, or null where it finds a fault. */
function saxes(text: string): readonly string[] | null {
  const parser = new SaxesParser();
  const heard = new Written();
  const faults: unknown[] = [];
  parser.on('error', (fault) => faults.push(fault));
  parser.on('opentag', ({ name, attributes }) =>
    heard.open(name, { get: (key) => attributes[key], all: () => attributes }),
  );
  parser.on('text', (part) => heard.addText(part));
  parser.on('cdata', (part) => heard.addText(part));
  parser.on('closetag', ({ name }) => heard.close(name, parser));
  parser.write(text).close();
  return faults.length === 0 ? heard.lines : null;
}
function plain(text: string): readonly string[] | null {
  const heard = new Written();
  return readPlain(text, heard, () => undefined) ? heard.lines : null;
}

const HEADS = [
  '',
  '<?xml version="1.0" encoding="UTF-8"?>\n',
  "<?xml version='1.0' encoding='utf-16' standalone='no'?>",
  '\n<!-- a head -->\n<!DOCTYPE score-partwise PUBLIC "-//Invented//DTD Score 4.0//EN" "score.dtd">\r\n',
];
const words = fc.constantFrom(
  '',
  ' ',
  '\n  ',
  'B',
  '4',
  'Gigue &amp; Air',
  '&#233;t&#xE9;',
  'a\r\nb\rc',
  'ä–♭',
  '>',
);
const value = fc.constantFrom('1', 'yes', '', "a 'b'", '&lt;i&gt;', 'line\n\tline', '&#10;', 'ü>');
const name = fc.constantFrom('note', 'pitch', 'a', 'a-b', 'x:y', '_z.9', 'constructor');
interface Tree {
  readonly name: string;
  readonly attributes: readonly (readonly [string, string])[];
  readonly children: readonly (Tree | string)[];
}
const { tree } = fc.letrec<{ tree: Tree }>((tie) => ({
  tree: fc.record({
    name,
    attributes: fc.uniqueArray(fc.tuple(name, value), { maxLength: 3, selector: ([key]) => key }),
    children: fc.array(fc.oneof({ depthSize: 'small' }, words, fc.constant('<!-- - said -->'), tie('tree')), {
      maxLength: 4,
    }),
  }),
}));
const fileOf = (each: Tree | string): string => {
  if (typeof each === 'string') return each;
  const attributes = each.attributes.map(([key, said]) => ` ${key}="${said}"`).join('');
  return each.children.length === 0
    ? `<${each.name}${attributes}/>`
    : `<${each.name}${attributes}\n>${each.children.map(fileOf).join('')}</${each.name} >`;
};
const file = fc.tuple(fc.constantFrom(...HEADS), tree).map(([head, whole]) => `${head}${fileOf(whole)}\n`);

describe('the scanner of plain files', () => {
  test('hears what the package hears, place for place', () => {
    fc.assert(
      fc.property(file, (text) => {
        const heard = saxes(text);
        expect(heard).not.toBeNull();
        expect(plain(text)).toEqual(heard);
      }),
      { numRuns: proofRuns(500) },
    );
  });

  test('of a file that is hurt it hears what the package hears, or leaves it to the package', () => {
    const put = fc.constantFrom(
      ...[
        '',
        '<',
        '>',
        '"',
        "'",
        '&',
        ';',
        '/',
        '=',
        '-',
        '!',
        '?',
        ' ',
        'a',
        '\u0000',
        '\ud83c',
        '\ufffe',
        ']]>',
      ],
      ...[
        '<a>',
        '</a>',
        '<a b="1" b="2"/>',
        '<a b="1"c="2"/>',
        '<![CDATA[<]]>',
        '<?do it?>',
        '&nbsp;',
        '&#0;',
      ],
      ...['<!-- a -- b -->', '<!--->', '<!DOCTYPE a>', '<?xml version="1.1"?>', 'é', '𝄞', ' xmlns:a="b"'],
    );
    let left = 0;
    let read = 0;
    fc.assert(
      fc.property(file, fc.nat(), fc.nat(4), put, (text, at, cut, added) => {
        const from = at % (text.length + 1);
        const hurt = text.slice(0, from) + added + text.slice(from + cut);
        const heard = plain(hurt);
        if (heard === null) left += 1;
        else {
          read += 1;
          expect(heard).toEqual(saxes(hurt));
        }
      }),
      { numRuns: proofRuns(10_000) },
    );
    expect(Math.min(left, read)).toBeGreaterThan(100);
  });

  test('of very many names too, and of more than it keeps the package hears the rest', () => {
    const many = (count: number) =>
      `<a>${Array.from({ length: count }, (_, at) => `<n${at.toString(2)}/>`).join('')}</a>`;
    expect(plain(many(400))).toEqual(saxes(many(400)));
    expect(plain(many(4_000))).toBeNull();
    expect(readXml(many(4_000), () => new Written()).heard.lines).toEqual(saxes(many(4_000)));
  });

  test.each([
    ['words of another program', '<a><![CDATA[1 < 2]]></a>', '"1 < 2"'],
    ['an instruction', '<?sheet one?><a>1</a>', '"1"'],
    ['a subset of its own', '<!DOCTYPE a [<!ELEMENT a ANY>]><a>1</a>', '"1"'],
    ['a name in other letters', '<ä>1</ä>', '"1"'],
    ['a character of two halves', '<a>𝄞</a>', '"𝄞"'],
  ])('leaves %s to the package, which reads it', (_, text, said) => {
    expect(plain(text)).toBeNull();
    const { heard, fault } = readXml(text, () => new Written());
    expect(fault).toBeNull();
    expect(heard.lines).toContain(said);
  });

  test('scores as notation programs write them are plain; how far it is goes up and is told', () => {
    const short = scoreOf([wholeBar(), noteOf('G4', 4)]);
    expect(plain(short)).toEqual(saxes(short));
    const long = scoreOf(Array.from({ length: 1_200 }, () => wholeBar()));
    for (const text of [long, long.replace('</score-partwise>', '<?end?></score-partwise>')]) {
      const told: number[] = [];
      const deaf = { open: () => undefined, addText: () => undefined, close: () => undefined };
      readXml(
        text,
        () => deaf,
        (fraction) => told.push(fraction),
      );
      expect(told.length).toBeGreaterThan(0);
      expect(told).toEqual([...told].sort((a, b) => a - b));
    }
  });
});
