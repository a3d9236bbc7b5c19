import { expect, inject, test } from 'vitest';
import { fill, kept, openPage, pick, press, recordsOf, sees, useBrowser, visit } from './browser';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

test('the shelf for a student: words, facets, what leads to what; a piece begun, its state set, its facts from the score', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/repertoire?studio=demo`);
  await fill(page, 'For', 'Orla Penhallow');
  await fill(page, 'Requirement', 'Tarrin Board, flute 2026–2029');
  await fill(page, 'Level', 'Level 5');
  await press(page, 'More');
  await fill(page, 'New to the student', 'nothing new');
  await fill(page, 'Find', 'gull');
  await sees(page, /of \d+ pieces, nearest first/);
  const titles = () =>
    page.$$eval('ul[aria-label="Pieces"] button', (all) =>
      all.map((each) => each.querySelector('span')?.textContent ?? ''),
    );
  expect(await titles()).toEqual(['Gull Evensong', 'Gull Romance']);
  await fill(page, 'Find', 'ropewlk gigue');
  await sees(page, 'Ropewalk Gigue', 'aside');
  await sees(page, 'Penhallow: first target since 11 November 2026', 'aside');
  await press(page, 'Fill in facts from it');
  await sees(page, 'Bars to learn', 'dialog');
  await sees(page, '15', 'dialog');
  await kept(page, () => press(page, 'Take them'));
  await sees(page, '0:44 · ', 'aside');
  await press(page, 'Show all');
  await sees(page, ', by level');
  await press(page, 'Stop looking for what follows from Ropewalk Gigue');
  await fill(page, 'Find', 'gull romance');
  await sees(page, /^Gull Romance/, 'aside');
  await kept(page, () => press(page, 'Begin with Penhallow'));
  await press(page, 'Set its state');
  await fill(page, 'State', 'refined');
  await kept(page, () => press(page, 'Set it'));
  await press(page, 'Penhallow’s own, 13');
  await sees(page, /Gull Romance.*refined/);
  await sees(page, 'Gull Evensongcould stand for Low Water Air');
  expect(problems).toEqual([]);
  await page.close();
});

test('pieces pasted, one of them here already: the two joined, in its list and the programme that chose it, undone at once', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/repertoire?studio=demo`);
  await press(page, 'Paste or open a table');
  await fill(
    page,
    'Table',
    'Title\tComposer\tTime\tDemands\nThe Low Water Air\tMardle\t2:40\tswell; dark tone\nNew Quay Song\tA. Hewn\t1:30\tswell',
  );
  await kept(page, () => press(page, 'Import 2 pieces'));
  await sees(page, 'Likely the same piece');
  await kept(page, () => press(page, 'Keep The Low Water Air, Mardle, 2:40'));
  await sees(page, 'No two pieces look alike');
  const pieces = async () => {
    const records = await recordsOf(page, 'demo');
    const goal = records['goal/orla-5'] as { programme: { d: { pieceId: string }[] } };
    return [goal.programme.d[0]?.pieceId, 'piece/tarrin-low-water-air' in records];
  };
  const [joined, there] = await pieces();
  expect([joined === 'tarrin-low-water-air', there]).toEqual([false, false]);
  await press(page, 'Close');
  await kept(page, () => press(page, 'Undo'));
  expect(await pieces()).toEqual(['tarrin-low-water-air', true]);
  expect(problems).toEqual([]);
  await page.close();
});

test('parts given out by level, then one by hand; the shelf walked by keys alone', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/repertoire?piece=mainsail-rope-march&studio=demo`);
  await press(page, 'Give out the parts');
  await kept(page, () => press(page, 'Give out by level'));
  const parts = async () =>
    Object.values(await recordsOf(page, 'demo')).flatMap((record) => {
      const { pieceId, studentId, part } = record as Readonly<Record<string, string>>;
      return pieceId === 'mainsail-rope-march' && part ? [`${studentId ?? ''} ${part}`] : [];
    });
  expect((await parts()).sort()).toEqual([
    'callum Guitar 2',
    'davit Guitar 1',
    'ivo Guitar 3',
    'tam Guitar 4',
  ]);
  const name = await page.$eval(
    'dialog button[aria-label*="Guitar 2 to Davit Sorrel"]',
    (each) => each.ariaLabel,
  );
  await kept(page, () => press(page, name ?? ''));
  expect(await parts()).toContain('davit Guitar 2');
  await page.keyboard.press('Escape');
  await page.keyboard.press('f');
  await page.keyboard.type('storm');
  await page.keyboard.press('Tab');
  await page.$eval('ul[aria-label="Pieces"] button', (each) => (each as HTMLElement).focus());
  await page.keyboard.press('j');
  const selected = 'ul[aria-label="Pieces"] [data-selected="true"]';
  await page.waitForSelector(selected);
  const picked = () => page.$eval(selected, (each) => each.ariaPosInSet);
  const before = Number(await picked());
  await page.keyboard.press('j');
  expect(Number(await picked())).toBe(before + 1);
  await press(page, 'More');
  await pick(page, 'Asks for', 'tremolo');
  await sees(page, 'tremolo ×');
  expect(problems).toEqual([]);
  await page.close();
});
