import { expect, inject, test } from 'vitest';
import { fill, kept, nameOfFocus, openPage, pick, press, sees, tabTo, textOf, useBrowser } from './browser';
import { goTo } from './pages';
import { turnTo } from './requirement-page';

const baseUrl = inject('baseUrl');
const browser = useBrowser();
const STEPS = '[aria-label="First steps"]';
const ahead = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);

test('the first half hour: from an empty studio over a pasted class list and one requirement to a printed card', async () => {
  const { page, problems } = await openPage(browser());
  await page.evaluateOnNewDocument(() => {
    // Paper is not at hand; what is printed is noted.
    window.print = () => document.documentElement.setAttribute('data-printed', document.title);
  });
  await page.goto(`${baseUrl}/`);
  await press(page, 'Begin an empty studio');
  await sees(page, 'Paste your class list', STEPS);

  await press(page, 'Paste a class list');
  await fill(
    page,
    'Table',
    'Name\tInstrument\tBorn\tDay\tTime\nWren Tallow\tflute\t2014-05-04\tMon\t16.00\nIda Quill\tflute\t2013-01-09\tTue\t16.30',
  );
  await kept(page, () => press(page, 'Import 2 students'));
  await page.waitForSelector('dialog', { hidden: true });

  await sees(page, 'Type what one exam level', STEPS);
  await press(page, 'Type a requirement');
  await fill(page, 'Name', 'Quay Recital');
  await fill(page, 'Instrument or voice', 'flute');
  await turnTo(page, 'Paste lists');
  await fill(
    page,
    'Table',
    'Level\tList\tTitle\tComposer\tTime\tBars\nLevel 1\tA\tFen Air\tA. Hewn\t1:40\t32\nLevel 1\tA\tTern Song\tP. Ostrey\t1:55\t40',
  );
  await press(page, 'Import 2 pieces');
  await turnTo(page, 'Marks and awards');
  await fill(page, 'Total', '12');
  await turnTo(page, 'Sessions');
  await fill(page, 'Session', 'spring');
  await fill(page, 'Day', ahead(90));
  await kept(page, () => press(page, 'Save the requirement'));

  await sees(page, 'Say who prepares what', STEPS);
  await press(page, 'Set a goal');
  await page.waitForSelector('dialog[open]');
  await pick(page, 'Student', 'Wren');
  await pick(page, 'Level', 'Quay');
  await kept(page, () => press(page, 'Set the goal'));

  await sees(page, 'Choose the pieces of the programme', STEPS);
  await press(page, 'Choose the pieces');
  await sees(page, 'Wren Tallow: programme', 'h1');
  await press(page, 'A: List A');
  await (await page.waitForSelector('[data-piece] button[aria-pressed]'))?.click();
  await kept(page, () => press(page, 'Set'));

  await sees(page, 'Print this week’s card', STEPS);
  await press(page, 'Open the card');
  await sees(page, 'Wren Tallow');
  await sees(page, 'Fen Air');
  await kept(page, () => press(page, 'Print'));
  expect(await page.$eval('html', (root) => root.dataset['printed'])).toMatch(/Formal Stave/);
  await page.goto(`${baseUrl}/`);
  await sees(page, 'Register', 'h1');
  expect(await page.$(STEPS)).toBeNull();
  expect(problems).toEqual([]);
  await page.close();
});

test('each step can be skipped, and found again; by keyboard', async () => {
  const { page, problems } = await openPage(browser());
  await page.goto(`${baseUrl}/`);
  await press(page, 'Begin an empty studio');
  await sees(page, 'Paste your class list', STEPS);
  await tabTo(page, /^Skip this step$/);
  await kept(page, () => page.keyboard.press('Enter'));
  await sees(page, 'Type what one exam level', STEPS);
  expect(await textOf(page, `${STEPS} li:first-child`)).toBe('Studentsskipped');
  expect(await nameOfFocus(page)).toBe('Skip this step');
  await kept(page, () => press(page, 'Skip all'));
  await page.waitForSelector(STEPS, { hidden: true });
  await goTo(page, '/settings');
  await kept(page, () => press(page, 'Show them again'));
  await sees(page, 'Paste your class list', STEPS);
  expect(problems).toEqual([]);
  await page.close();
});
