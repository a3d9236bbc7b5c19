import type { Page } from 'puppeteer-core';
import { recordsOf } from './browser';

/** Words the program says in its first terms and in no other, and the other way round; as patterns. */
export const FIRST_TERMS = String.raw`crotchets?|quavers?|minims?|semibreves?|(?:demi)?semiquavers?|bars?(?! lines?\b)|programmes?|metres?`;
export const OTHER_TERMS = String.raw`(?:whole|half|quarter|eighth|sixteenth|thirty-second) notes?|measures?|programs?|meters?`;

/** Everything that is text in a record: a piece, a name, a note; the program says it as it is. */
export async function textsOfData(page: Page): Promise<readonly string[]> {
  const texts = new Set<string>();
  const gather = (value: unknown): void => {
    // A note may stand in a sentence, without its own full stop.
    if (typeof value === 'string') texts.add(value).add(value.replace(/[.\s]+$/, ''));
    else if (typeof value === 'object' && value !== null) Object.values(value).forEach(gather);
  };
  gather(Object.values(await recordsOf(page, 'demo')));
  return [...texts].filter((text) => new RegExp(`\\b(?:${FIRST_TERMS}|${OTHER_TERMS})\\b`, 'i').test(text));
}

/** Words of the page that are of the terms not chosen, with what stands around them. */
export const strayWords = (page: Page, words: string, data: readonly string[]): Promise<readonly string[]> =>
  page.evaluate(
    (pattern, own) => {
      // Where they are chosen both are said.
      const isChosen = (each: Element) => each.closest('[aria-label="Terminology"]') !== null;
      const said: string[] = [document.title];
      const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
      while (walk.nextNode()) {
        const parent = walk.currentNode.parentElement;
        if (parent && !['SCRIPT', 'STYLE', 'NOSCRIPT'].includes(parent.tagName) && !isChosen(parent))
          said.push(walk.currentNode.textContent ?? '');
      }
      for (const each of document.querySelectorAll('[aria-label], [title], [placeholder]'))
        if (!isChosen(each))
          for (const name of ['aria-label', 'title', 'placeholder']) said.push(each.getAttribute(name) ?? '');
      const stray = new RegExp(`.{0,30}(?<![\\w-]|\\bon )(?:${pattern})\\b.{0,20}`, 'i');
      return said.flatMap(
        (text) => stray.exec(own.reduce((left, each) => left.replaceAll(each, '…'), text))?.[0] ?? [],
      );
    },
    words,
    data,
  );
