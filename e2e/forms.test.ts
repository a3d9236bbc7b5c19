/** Forms that are left with something typed. */
import { expect, inject, test } from 'vitest';
import { fill, kept, openPage, press, recordsOf, sees, useBrowser, visit } from './browser';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

test('Escape asks before typing is lost: kept on, it is saved; closed, nothing is', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=demo`);
  await visit(page, `${baseUrl}/repertoire?piece=tarrin-low-water-air`);
  const fields = async () => {
    const records = await recordsOf(page, 'demo');
    return records['r/piece/tarrin-low-water-air'] as { notes?: string; composer: string };
  };
  const { composer } = await fields();
  await press(page, 'Change its facts');
  await fill(page, 'Notes', 'slower at the end');
  await page.keyboard.press('Escape');
  await sees(page, 'What you typed here is not saved.', 'dialog');
  await press(page, 'Keep typing');
  await kept(page, () => press(page, 'Save'));
  expect(await fields()).toMatchObject({ notes: 'slower at the end' });
  await press(page, 'Change its facts');
  await fill(page, 'Composer', 'lost');
  await page.keyboard.press('Escape');
  await press(page, 'Close without saving');
  expect(await fields()).toMatchObject({ notes: 'slower at the end', composer });
  expect(problems).toEqual([]);
  await page.close();
});
