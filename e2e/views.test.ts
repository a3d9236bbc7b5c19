import { expect, inject, test } from 'vitest';
import { openPage, visit, useBrowser } from './browser';
import { goTo } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

test('on touch a pressed cell of the fit brings its panel into sight, the first column as well', async () => {
  const { page, problems } = await openPage(browser());
  await page.setViewport({ width: 768, height: 1024, hasTouch: true, isMobile: true });
  await visit(page, `${baseUrl}/fit?studio=demo`);
  await page.waitForFunction(() => !/of \d+ cells/.test(document.body.innerText));
  const seen = () =>
    page.waitForFunction(
      () => {
        const box = document.querySelector('[aria-label="The selected cell"]')?.getBoundingClientRect();
        return box !== undefined && box.top < innerHeight - 100 && box.bottom > 100;
      },
      { polling: 20 },
    );
  for (const column of [2, 6]) {
    await page.evaluate(() => scrollTo(0, 0));
    const cell = await page.waitForSelector(`[role="gridcell"][aria-colindex="${column}"]`);
    const name = await cell?.evaluate((each) => each.ariaLabel);
    await cell?.tap();
    await seen();
    expect(await page.$eval('[role="gridcell"][aria-selected="true"]', (each) => each.ariaLabel)).toBe(name);
  }
  expect(problems).toEqual([]);
  await page.close();
});

test('sheets print on real pages of their size', async () => {
  const { page } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=demo`);
  const sheets = [
    // The lines of a full week take both sides of a sheet.
    ['/print?sheet=card&goal=orla-5', [148, 210], 2],
    ['/print?sheet=marks&goal=orla-5&component=d', [210, 297], 1],
    ['/print?sheet=day', [210, 297], 1],
    ['/print?sheet=talk&student=callum', [210, 297], 1],
    ['/print?sheet=shaping&student=orla&piece=tarrin-ropewalk-gigue', [210, 297], 1],
  ] as const;
  for (const [path, size, pages] of sheets) {
    await goTo(page, path);
    await page.waitForSelector('article');
    const pdf = Buffer.from(await page.pdf({ preferCSSPageSize: true })).toString('latin1');
    const [, wide, high] = /\/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)\s*\]/.exec(pdf) ?? [];
    const millimetres = [wide, high].map((points) => Math.round((Number(points) / 72) * 25.4));
    expect(millimetres, path).toEqual(size);
    expect(pdf.match(/\/Type\s*\/Page\b/g)?.length, path).toBe(pages);
  }
  await page.close();
});

test('in the colours of the system what is pressed is told by its border or a line', async () => {
  const { page } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=demo`);
  const devtools = await page.createCDPSession();
  await devtools.send('Emulation.setEmulatedMedia', {
    features: [{ name: 'forced-colors', value: 'active' }],
  });
  for (const path of ['/mark?goal=orla-5&component=d', '/skills?student=jonah', '/fit', '/repertoire']) {
    await goTo(page, path);
    await page.waitForSelector('main [aria-pressed="true"]');
    const same = await page.evaluate(() => {
      const look = (each: Element) => {
        const { border, outline, textDecoration, boxShadow } = getComputedStyle(each);
        return [border, outline, textDecoration, boxShadow].join(' ');
      };
      return [...document.querySelectorAll('main [aria-pressed="true"]')].flatMap((pressed) => {
        const other = [...document.querySelectorAll('main [aria-pressed="false"]')].find(
          (each) => each.className === pressed.className,
        );
        return other && look(other) === look(pressed) ? [pressed.textContent] : [];
      });
    });
    expect(same, path).toEqual([]);
  }
  await page.close();
});

test('no name of the fit’s columns is cut, nor a goal picker pushed under its title, from 1024 to 1440', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=demo`);
  for (const width of [1024, 1280, 1440]) {
    await page.setViewport({ width, height: 800 });
    await goTo(page, '/fit');
    await page.waitForSelector('[role="gridcell"]');
    const cut = await page.evaluate(() => {
      const scroll = document.querySelector('[role="grid"]')?.parentElement;
      const edge = (scroll?.getBoundingClientRect().left ?? 0) + (scroll?.clientWidth ?? 0);
      return [
        ...document.querySelectorAll<HTMLElement>('[role="grid"] thead :is(th[scope="col"], b, b + span)'),
      ]
        .filter((each) => {
          const { left, right } = each.getBoundingClientRect();
          return each.scrollWidth > each.clientWidth + 1 || (left < edge - 1 && right > edge + 1);
        })
        .map((each) => each.textContent);
    });
    expect(cut, String(width)).toEqual([]);
    for (const address of [
      '/mark?goal=teodor-chair',
      '/programme?goal=teodor-chair',
      '/plan?goal=teodor-chair',
    ]) {
      await goTo(page, address);
      const field = await page.waitForSelector('main [role="combobox"]');
      const top = await field?.evaluate((each) => each.getBoundingClientRect().top);
      const title = await page.$eval('main h1', (each) => each.getBoundingClientRect().bottom);
      expect(top, `${address} ${width}`).toBeLessThan(title);
    }
  }
  expect(problems).toEqual([]);
  await page.close();
});
