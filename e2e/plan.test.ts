import { expect, inject, test } from 'vitest';
import { fill, kept, openPage, press, sees, useBrowser, visit } from './browser';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

test('two goals in one plan: what does not fit is named, each way to mend it is tried, one is taken', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/plan?goal=hester-7&studio=demo`);
  const over =
    /20 Jan to 9 Feb holds \d+ minutes of work in 990, for Fairlead Youth Winds Second oboe, second flute and Tarrin Board Level 7: \d+ minutes a week too many\./;
  await sees(page, over);
  await sees(page, 'What would mend it');
  const ways = await page.$$eval('section[aria-label="What would mend it"] li', (rows) =>
    rows.map((row) => ({
      peak: Number(/(\d+) %\s*(?:fits|still)/.exec(row.textContent)?.[1]),
      fits: !row.textContent.includes('still too much'),
    })),
  );
  expect(ways.length).toBeGreaterThanOrEqual(3);
  for (const { peak, fits } of ways) expect(fits ? peak <= 100 : peak > 100).toBe(true);
  expect(ways.filter(({ fits }) => fits).length).toBeGreaterThanOrEqual(2);

  // A way tried is drawn and not kept.
  await press(page, 'Try: Withdraw from Tarrin Board Level 7');
  await sees(page, 'Tried, not kept: Withdraw from Tarrin Board Level 7. Tightest stretch:');
  await page.waitForFunction(() => !document.body.innerText.includes('Harbour Rondel'));
  await press(page, 'Back to the plan as it stands');
  await sees(page, over);

  // A way taken mends it, and can be undone.
  const name = await page.$eval('[aria-label^="Take: "]', (each) => each.ariaLabel ?? '');
  expect(name).toMatch(/^Take: \d+ minutes more on each practice day$/);
  await kept(page, () => press(page, name));
  await sees(page, /Tightest stretch: .* holds \d+ minutes of work in 1\d{3}/);
  await kept(page, () => press(page, 'Undo'));
  await sees(page, over);

  // A week closed for good reason shows at once, and is restored.
  await kept(page, () => press(page, 'No practice this week'));
  await sees(page, 'Restore this week');
  await kept(page, () => press(page, 'Undo'));
  await sees(page, over);

  // A gate set by hand is told apart, and let go again.
  const gate = await page.$eval('[aria-label^="1, rhythm gate"]', (each) => each.ariaLabel ?? '');
  expect(gate).toMatch(/ to come$/);
  await press(page, gate);
  await kept(page, () => fill(page, 'Set to the week of', '2027-02-03'));
  await press(page, '1, rhythm gate, 3 February 2027, set by hand, to come');
  await kept(page, () => press(page, 'Let it follow the plan'));
  await sees(page, over);
  expect(problems).toEqual([]);
  await page.close();
});
