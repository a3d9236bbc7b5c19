import { expect, inject, test } from 'vitest';
import { openPage, visit, useBrowser } from './browser';
import { READY, VIEWS } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

const SIZES = [
  [1024, 768],
  [1280, 800],
  [1600, 900],
] as const;

test('at every size nothing runs off the page sideways, and what is pressed is tall enough for a finger', async () => {
  const { page } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=demo`);
  for (const path of VIEWS.filter((each) => !each.startsWith('/print'))) {
    await page.goto(baseUrl + path, { waitUntil: 'load' });
    await page.waitForSelector(READY);
    for (const [width, height] of SIZES) {
      await page.setViewport({ width, height });
      const { over, small } = await page.evaluate(() => ({
        over: document.documentElement.scrollWidth - document.documentElement.clientWidth,
        small: [...document.querySelectorAll<HTMLElement>('main button')]
          .filter(
            (each) =>
              each.offsetParent !== null &&
              each.getBoundingClientRect().height < 40 &&
              getComputedStyle(each, '::after').position !== 'absolute',
          )
          .map(
            (each) =>
              `${(each.getAttribute('aria-label') ?? each.textContent).slice(0, 40)} ${String(Math.round(each.getBoundingClientRect().height))}`,
          ),
      }));
      expect(over, `${path} at ${width}`).toBeLessThanOrEqual(0);
      expect(small, `${path} at ${width}`).toEqual([]);
    }
  }
  await page.close();
});

test('sheets print on real pages of their size', async () => {
  const { page } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=demo`);
  const sheets = [
    ['/print?sheet=card&goal=orla-5', [148, 210]],
    ['/print?sheet=marks&goal=orla-5&component=d', [210, 297]],
    ['/print?sheet=day', [210, 297]],
  ] as const;
  for (const [path, size] of sheets) {
    await page.goto(baseUrl + path, { waitUntil: 'load' });
    await page.waitForSelector('article');
    const pdf = Buffer.from(await page.pdf({ preferCSSPageSize: true })).toString('latin1');
    const [, wide, high] = /\/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)\s*\]/.exec(pdf) ?? [];
    const millimetres = [wide, high].map((points) => Math.round((Number(points) / 72) * 25.4));
    expect(millimetres, path).toEqual(size);
    expect(pdf.match(/\/Type\s*\/Page\b/g)?.length, path).toBe(1);
  }
  await page.close();
});
