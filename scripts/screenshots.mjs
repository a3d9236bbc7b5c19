// One current picture of each main view, from the demo data, into docs/screenshots/.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { launch } from 'puppeteer-core';
import { build, root } from './setup.mjs';

const VIEWS = [
  ['register', '/'],
  ['student', '/student?student=orla'],
  ['programme', '/programme?goal=jonah-4'],
  ['plan', '/plan?goal=hester-chair'],
  ['mark', '/mark?goal=orla-5&component=d'],
  ['own-marks', '/own-marks?goal=orla-5&component=s', 'light', 768, 1024],
  ['run', '/run?student=orla'],
  ['readiness', '/readiness?goal=orla-5'],
  ['panel', '/panel'],
  ['results', '/results'],
  ['library', '/library'],
  ['rescue', '/rescue?goal=recital-anouk'],
  ['score', '/scores?score=score-ropewalk-gigue'],
  ['listen', '/listen?student=nell&piece=tarrin-the-weir-at-noon'],
  ['fit', '/fit?student=jonah'],
  ['skills', '/skills?student=jonah'],
  ['repertoire', '/repertoire?student=orla&piece=tarrin-ropewalk-gigue'],
  ['print-practice-card', '/print?sheet=card&goal=orla-5'],
  ['outlook', '/outlook'],
];

build();
const { createApp } = await import('../server/app.mjs');
const app = await createApp();
const server = app.listen(0, '127.0.0.1');
await new Promise((resolve) => server.once('listening', resolve));
const base = `http://127.0.0.1:${server.address().port}`;
const folder = join(root, 'docs', 'screenshots');
mkdirSync(folder, { recursive: true });
const browser = await launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  headless: true,
  args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--lang=en-GB'],
});
// Those named on the command line, or all.
const wanted = process.argv.slice(2);
for (const [name, path, theme = 'light', width = 1280, height = 800] of VIEWS) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport({ width, height });
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: theme }]);
  const opened = () => page.waitForFunction(() => document.documentElement.dataset.saved !== undefined);
  await page.goto(`${base}/?studio=demo`);
  await opened();
  await page.goto(base + path);
  await opened();
  await page.waitForSelector('h1');
  // What is drawn last may still ask for a face of its own; so the fonts are waited for after it.
  if (path.startsWith('/scores')) await page.waitForSelector('rect[data-measure]');
  if (path.startsWith('/listen')) {
    const players = await page.waitForSelector('main select:has(option[value="restarts"])');
    await players.select('lazy');
    await page.waitForSelector('figure [data-drawing] path');
  }
  if (path.startsWith('/print?sheet=card'))
    await page.waitForSelector('article svg.definition-scale, article [class*=incipit] svg');
  if (path.startsWith('/fit')) await page.waitForSelector('aside[aria-label="The selected cell"] h2');
  if (path.startsWith('/readiness')) await page.waitForSelector('figure [data-drawing] path');
  if (path.startsWith('/outlook')) await page.waitForSelector('tbody tr:last-child svg[aria-label*=" to "]');
  await new Promise((resolve) => setTimeout(resolve, 600));
  // Nothing is caught while it is still loaded, or worked out cell by cell.
  await page.waitForFunction(
    () => {
      const main = document.querySelector('main');
      return (
        main &&
        !main.querySelector('p[role="status"] > svg') &&
        !/\d of \d+ cells|\d goals? to come/.test(main.innerText)
      );
    },
    { timeout: 120_000 },
  );
  await page.waitForFunction(() => document.fonts.status === 'loaded');
  await new Promise((resolve) => setTimeout(resolve, 200));
  await page.screenshot({ path: join(folder, `${name}.png`) });
  await context.close();
  console.log(name);
}
await browser.close();
server.close();
