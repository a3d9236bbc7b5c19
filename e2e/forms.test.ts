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
    return records['piece/tarrin-low-water-air'] as { notes?: string; composer: string };
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

test('what a form refuses when it is empty is said to be required before', async () => {
  const { page, problems } = await openPage(browser());
  // A form that is typed in asks before it is left.
  page.on('dialog', (asked) => void asked.accept());
  await visit(page, `${baseUrl}/?studio=demo`);
  const said: string[] = [];
  for (const [path, open, submit] of FORMS) {
    await visit(page, baseUrl + path);
    await press(page, open);
    await page.waitForSelector('dialog[open]');
    said.push(
      ...(await page.evaluate(async (name) => {
        const dialog = document.querySelector('dialog[open]');
        const fields = () =>
          [...(dialog?.querySelectorAll<HTMLInputElement>('input, textarea') ?? [])].filter(
            (each) => !['checkbox', 'radio', 'file'].includes(each.type) && each.role !== 'combobox',
          );
        for (const field of fields()) {
          const proto = field instanceof HTMLTextAreaElement ? HTMLTextAreaElement : HTMLInputElement;
          Object.getOwnPropertyDescriptor(proto.prototype, 'value')?.set?.call(field, '');
          field.dispatchEvent(new Event('input', { bubbles: true }));
        }
        await new Promise((done) => setTimeout(done, 100));
        [...(dialog?.querySelectorAll('button') ?? [])].find((each) => each.textContent === name)?.click();
        await new Promise((done) => setTimeout(done, 200));
        return fields()
          .filter((each) => each.ariaInvalid === 'true' && each.value === '' && each.ariaRequired !== 'true')
          .map((each) => `${location.pathname}: ${each.labels?.[0]?.textContent ?? each.ariaLabel ?? ''}`);
      }, submit)),
    );
    const refused = await page.$$eval('dialog[open] [aria-required="true"]', (all) => all.length);
    expect(refused, `${open} has fields that are required`).toBeGreaterThan(0);
  }
  expect(said).toEqual([]);
  expect(problems).toEqual([]);
  await page.browserContext().close();
});

/** Where a form is, what opens it, what saves it. */
const FORMS = [
  ['/', 'Add a student', 'Add the student'],
  ['/', 'Timetable', 'Save the timetable'],
  ['/', 'Move', 'Move the lesson'],
  ['/skills?student=jonah', 'Type a skill', 'Save the skill'],
  ['/programme?goal=jonah-4', 'Weights', 'Save'],
  ['/plan?goal=orla-5', 'Minutes and effort', ''],
  ['/plan?goal=orla-5', 'Closures', 'Add the closure'],
  ['/library', 'Type a requirement', 'Save the requirement'],
  ['/repertoire?student=davit&piece=mainsail-mist-march', 'Change its facts', 'Save'],
] as const;
