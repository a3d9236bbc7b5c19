import type { Page } from 'puppeteer-core';
import { isProof } from '@/proof-runs';

/** The view itself stands, not only its frame. */
export const READY = 'main h1';

/** Every view of the demo studio by its address. */
export const VIEWS = [
  '/',
  '/students',
  '/student?student=orla',
  '/student?student=teodor',
  '/cards',
  '/reports',
  '/fit',
  '/programme?goal=jonah-4',
  '/programme?goal=teodor-chair',
  '/plan?goal=orla-5',
  '/plan?goal=teodor-chair',
  '/mark?goal=orla-5&component=d',
  '/mark?goal=teodor-chair',
  '/mark?goal=hester-chair&component=s',
  '/own-marks?goal=orla-5&component=s',
  '/run?student=orla',
  '/listen?student=orla&piece=tarrin-ropewalk-gigue',
  '/metronome',
  '/readiness?goal=jonah-4',
  '/panel',
  '/readiness?goal=orla-5',
  '/readiness?goal=teodor-chair',
  '/outlook',
  '/rescue?goal=recital-anouk',
  '/results',
  '/library',
  '/requirement',
  '/requirement?id=tarrin-flute-2026&level=level-5',
  '/placements',
  '/repertoire?student=orla',
  '/repertoire?student=orla&own=1',
  '/scores?score=score-ropewalk-gigue&student=orla',
  '/skills?student=jonah',
  '/settings',
  '/kit',
  '/print?sheet=card&goal=orla-5',
  '/print?sheet=marks&goal=orla-5&component=d',
  '/print?sheet=own&goal=orla-5',
  '/print?sheet=adjudication&occasion=festival-2026',
  '/print?sheet=outlook',
  '/print?sheet=reports&day=2026-10-28',
  '/print?sheet=debrief&goal=past-anouk-3',
  '/print?sheet=talk&student=anouk&goal=recital-anouk',
  '/print?sheet=stage&goal=orla-5',
  '/print?sheet=day',
  '/print?sheet=shaping&student=orla&piece=tarrin-ropewalk-gigue',
];
/** In `npm test` one of each view and sheet, all of them in the proof. */
export const LOOKED_AT = isProof
  ? VIEWS
  : [...new Map(VIEWS.toReversed().map((path) => [/^[^?]*(?:\?sheet=\w+)?/.exec(path)?.[0], path])).values()];

/** Dialogs by the view they are opened from and the name of the button. */
export const DIALOGS: readonly (readonly [string, string])[] = [
  ['/students', 'Add a student'],
  ['/skills?student=jonah', 'Add a skill'],
  ['/students', 'Paste a table'],
  ['/students', 'Timetable'],
  ['/cards', 'Paste practice'],
  ['/programme?goal=jonah-4', 'Set a goal'],
  ['/programme?goal=jonah-4', 'Side by side'],
  ['/programme?goal=jonah-4', 'Weights'],
  ['/plan?goal=orla-5', 'Minutes and effort'],
  ['/plan?goal=orla-5', 'Closures'],
  ['/mark?goal=orla-5&component=d', 'Tap the tempo'],
  ['/panel', 'Set a day'],
  ['/results', 'Paste results'],
  ['/repertoire?student=davit&piece=mainsail-mist-march', 'Give out the parts'],
];

/** Milliseconds in which nothing of a page changes once all of it is drawn. */
const QUIET = 200;

/** Waits until nothing comes any more. */
export const settled = (page: Page): Promise<void> =>
  page.evaluate(
    (quiet) =>
      new Promise<void>((resolve) => {
        const end = () => {
          watch.disconnect();
          resolve();
        };
        let timer = setTimeout(end, quiet);
        const watch = new MutationObserver(() => {
          clearTimeout(timer);
          timer = setTimeout(end, quiet);
        });
        watch.observe(document.body, { subtree: true, childList: true, characterData: true });
      }),
    QUIET,
  );

/** Goes to a view as by a link, unless it is there already. */
export async function goTo(page: Page, path: string): Promise<void> {
  await page.evaluate(async (href) => {
    if (location.pathname + location.search === href) return;
    const arrived = new Promise((done) => document.addEventListener('astro:page-load', done, { once: true }));
    const link = Object.assign(document.createElement('a'), { href });
    document.body.append(link);
    link.click();
    link.remove();
    await arrived;
  }, path);
  await page.waitForSelector(READY);
  // Its frame may stand before the first cell does.
  if (path.startsWith('/fit')) await page.waitForSelector('main tbody [tabindex="0"]');
}
