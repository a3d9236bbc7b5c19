import { inflateSync } from 'node:zlib';
import { expect, inject, test } from 'vitest';
import type { Page } from 'puppeteer-core';
import { closeProfile, openPage, sees, useBrowser, visit } from './browser';
import { READY } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

/** Pages that are printed as they stand, with the words that stood outside the paper or were not drawn before. */
const PRINTED: readonly {
  readonly path: string;
  readonly across?: boolean;
  readonly words: readonly RegExp[];
}[] = [
  { path: '/plan?goal=orla-5', words: [/31 Mar/, /marks/] },
  { path: '/plan?goal=nell-5', across: true, words: [/23 Jun/] },
  { path: '/fit', words: [/Tarrin Board/, /Lantern Coast Festival/, /Fairlead Youth Winds/] },
  { path: '/skills?student=jonah', words: [/Stage 1.*Stage 8/] },
  { path: '/readiness?goal=jonah-4', words: [/Total 44/] },
  { path: '/mark?goal=orla-5&component=d', words: [/Total 79/] },
  { path: '/', words: [/Decisions waiting/] },
];
const INCH = 96;
const MARGIN = (14 / 25.4) * INCH;
const PAPERS = { a4: [210 / 25.4, 297 / 25.4], letter: [8.5, 11] } as const;

test.each(PRINTED)(
  '$path on A4 and Letter: nothing is cut off, no sheet is empty',
  async ({ path, across, words }) => {
    const { page } = await openPage(browser());
    await visit(page, `${baseUrl}${path}${path.includes('?') ? '&' : '?'}studio=demo`);
    await page.waitForSelector(READY);
    if (path === '/fit') {
      await page.waitForSelector('[role="gridcell"]');
      await page.waitForSelector('aside h2');
      await page.waitForFunction(() => !/of \d+ cells/.test(document.body.innerText));
    }
    // What a worker still answers is waited for: the page is printed once nothing comes any more.
    for (let before = -1, now = await signsOf(page); now !== before; now = await signsOf(page)) {
      before = now;
      await new Promise((later) => setTimeout(later, 500));
    }
    for (const [format, size] of Object.entries(PAPERS)) {
      const [narrow, long] = size;
      const wide = across ? long : narrow;
      const pdf = await page.pdf({ format: format as keyof typeof PAPERS, preferCSSPageSize: true });
      const sheets = sheetsOf(Buffer.from(pdf));
      for (const sheet of sheets) {
        expect(sheet.width / 72).toBeCloseTo(wide, 1);
        expect(sheet.signs, `a sheet of ${path} on ${format}`).toBeGreaterThan(25);
      }
      await page.emulateMediaType('print');
      await page.setViewport({ width: Math.floor(wide * INCH - 2 * MARGIN), height: 900 });
      for (const each of words) await sees(page, each);
      await expect.poll(() => cutOff(page), { message: `${path} on ${format}` }).toEqual([]);
      // What was printed is what is drawn for paper: nothing came after the sheets were counted.
      const drawn = await signsOf(page);
      const printed = sheets.reduce((sum, { signs }) => sum + signs, 0);
      expect(printed / drawn, `${path} on ${format}: ${printed} of ${drawn} signs`).toBeGreaterThan(0.9);
      await page.emulateMediaType();
      await page.setViewport({ width: 1280, height: 800 });
    }
    await closeProfile(page);
  },
);

/** Elements that end right of the paper, or have more in them than is shown. */
const cutOff = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll('main *')]
      .filter((each) => {
        const { right, width, height } = each.getBoundingClientRect();
        if (width < 2 || height < 2) return false;
        const scrolls = /auto|scroll|hidden/.test(getComputedStyle(each).overflowX);
        const clipped = scrolls && getComputedStyle(each).textOverflow !== 'ellipsis';
        return right > innerWidth + 1 || (clipped && each.scrollWidth > each.clientWidth + 1);
      })
      .map((each) => `${each.tagName} ${each.className} ${each.textContent.slice(0, 40)}`),
  );

/** Signs that are drawn on the page, spaces left aside. */
const signsOf = (page: Page) =>
  page.evaluate(() => {
    const walker = document.createTreeWalker(document.querySelector('main') as Node, NodeFilter.SHOW_TEXT);
    let sum = 0;
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const of = node.parentElement;
      const box = of?.getBoundingClientRect();
      if (!of || !box || box.width < 2 || !of.checkVisibility() || of.closest('select')) continue;
      sum += (node.textContent ?? '').replace(/\s/g, '').length;
    }
    return sum;
  });

/** The width of each sheet in points, and how many signs of text stand on it. */
function sheetsOf(pdf: Buffer): { readonly width: number; readonly signs: number }[] {
  const text = pdf.toString('latin1');
  return [...text.matchAll(/\/Type\s*\/Page\b[^]*?endobj/g)].map(([page]) => {
    const width = Number(/\/MediaBox\s*\[\S+ \S+ (\S+)/.exec(page)?.[1]);
    const content = text.indexOf(`\n${/\/Contents (\d+) 0 R/.exec(page)?.[1] ?? ''} 0 obj`);
    const stream = text.indexOf('stream', content);
    const from = stream + (text[stream + 6] === '\r' ? 8 : 7);
    const length = Number(/\/Length (\d+)/.exec(text.slice(content, stream))?.[1]);
    const drawn = inflateSync(pdf.subarray(from, from + length)).toString('latin1');
    // Text is shown as strings of four figures a sign.
    const signs = [...drawn.matchAll(/<([0-9A-Fa-f]+)>/g)].reduce(
      (sum, [, hex = '']) => sum + hex.length / 4,
      0,
    );
    return { width, signs };
  });
}
