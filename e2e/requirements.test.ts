import { expect, inject, test } from 'vitest';
import { fill, kept, openPage, pick, press, recordsOf, sees, tabTo, useBrowser, visit } from './browser';
import { goTo } from './pages';
import type { Page } from 'puppeteer-core';
import { PART, turnTo } from './requirement-page';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

interface SetData {
  readonly name: string;
  readonly levels: readonly {
    readonly name: string;
    readonly components: readonly { readonly source: Record<string, unknown> }[];
    readonly rules: readonly { readonly kind: string }[];
  }[];
  readonly schemes: readonly { readonly totalling: unknown; readonly awards: readonly unknown[] }[];
}
/** Data of every record of a kind in the demo studio. */
const dataOf = async (page: Page, kind: string) =>
  Object.entries(await recordsOf(page, 'demo')).flatMap(([key, data]) =>
    key.startsWith(`${kind}/`) ? [data] : [],
  );
const setsOf = async (page: Page) => (await dataOf(page, 'set')) as SetData[];

/** Adds a rule of a kind; `at` is its place among the rules there. */
async function addRule(page: Page, at: number, kind: string): Promise<void> {
  await press(page, 'Add a rule');
  await fill(page, 'Rule', kind, at);
}

test('a requirement written from scratch: two levels, a scale table, weights, rules of eleven kinds, checked as it is typed', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/library?studio=demo`);
  await press(page, 'New requirement');
  await fill(page, 'Name', 'Saltmarsh Diploma');
  await fill(page, 'Kind', 'graded exam');
  await fill(page, 'Instrument or voice', 'flute');
  await turnTo(page, 'Marks and awards');
  await fill(page, 'The total is', 'weighted');
  await fill(page, 'Total', '60');
  await fill(page, 'Component passes', 'S 12');
  await turnTo(page, 'Sessions');
  await fill(page, 'Session', 'summer round');
  await fill(page, 'Day', '2027-06-05');
  await fill(page, 'Entry opens', '2027-02-01');
  await fill(page, 'Entry closes', '2027-04-30');
  await fill(page, 'Late entry until', '2027-05-07');
  await fill(page, 'Late fee', '5 crowns');
  await turnTo(page, 'Level 1');
  await fill(page, 'Level', 'Entry stage');
  await fill(page, 'What', 'own choice');
  await fill(page, 'At least', '2');
  await fill(page, 'At most', '3');
  await press(page, 'Add a component');
  await fill(page, 'Letter', 'S', 1);
  await fill(page, 'Component', 'Scales', 1);
  await fill(page, 'What', 'scales', 1);
  await fill(page, 'Rows drawn', '2');
  await fill(
    page,
    'Scale table, one row per line',
    'D major, scale, 2, q=96, slurred\nF minor, arpeggio, 2\nG major, scale, 2',
  );
  await fill(page, 'Weight', '3');
  await press(page, 'Bands and descriptors');
  await fill(page, 'Tone, 6', 'rings to the back of the room');

  await addRule(page, 0, 'choose');
  await fill(page, 'Letter', 'A', 2);
  await fill(page, 'At least', '2', 1);
  await fill(page, 'At most', '3', 1);
  await addRule(page, 1, 'time');
  await fill(page, 'At most', '9:00', 2);
  await addRule(page, 2, 'contrast');
  await addRule(page, 3, 'count where');
  await fill(page, 'How many', '1');
  await fill(page, 'Property', 'memory');
  await addRule(page, 4, 'different composers');
  await addRule(page, 5, 'age');
  await fill(page, 'From age', '12');
  await addRule(page, 6, 'year group');
  await fill(page, 'To year', '13');
  await addRule(page, 7, 'condition');
  await fill(page, 'Allowed', 'on the day, in the corridor');
  await addRule(page, 8, 'not used before');
  await addRule(page, 9, 'scales known');
  await fill(page, 'Letter of the table', 'S');
  await addRule(page, 10, 'combined');
  await press(page, 'Add a rule within');
  await fill(page, 'Rule', 'entry fact', 11);
  await fill(page, 'What', 'Pianist', 2);
  await press(page, 'Add a rule within');
  await fill(page, 'Rule', 'entry closes', 12);

  await sees(page, 'This level can be satisfied:', PART);

  // A time nobody can keep is found to conflict, by name; then it is mended.
  await fill(page, 'At most', '0:20', 2);
  // Pieces that nobody has timed might still be as short as that.
  await sees(page, /Not certain: \d+ programmes? would do only if/, PART);
  await fill(page, 'At most', '9:00', 2);
  await fill(page, 'At least', '1', 1);
  await fill(page, 'At most', '1', 1);
  await sees(page, /This level cannot be satisfied: rule 1 \(.*\) leaves no programme/, PART);
  await fill(page, 'At least', '2', 1);
  await fill(page, 'At most', '3', 1);
  await sees(page, 'This level can be satisfied:', PART);

  await press(page, 'Copy this level');
  await fill(page, 'Level', 'Higher stage');
  await kept(page, () => press(page, 'Save the requirement'));
  await sees(page, 'At least one piece from memory');
  await sees(page, 'Any of: Pianist named on the entry; Entered before entry closes');

  const set = (await setsOf(page)).find((each) => each.name === 'Saltmarsh Diploma');
  expect(set?.levels.map((level) => level.name)).toEqual(['Entry stage', 'Higher stage']);
  expect(new Set(set?.levels[0]?.rules.map((rule) => rule.kind)).size).toBe(11);
  expect(set?.levels[1]?.rules).toEqual(set?.levels[0]?.rules);
  expect(set?.levels[0]?.components[1]?.source).toMatchObject({ kind: 'scales', drawn: 2 });
  expect(set?.schemes).toHaveLength(1);
  expect(set?.schemes[0]).toMatchObject({ totalling: { kind: 'weighted', weights: { a: 3, s: 1 } } });

  // What was written can be opened and changed; levels are moved by a key.
  await press(page, 'Change this requirement');
  await turnTo(page, 'Entry stage');
  await page.focus('[role="tab"][aria-selected="true"]');
  await page.keyboard.down('Alt');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.up('Alt');
  await kept(page, () => press(page, 'Save the requirement'));
  expect((await setsOf(page)).find((each) => each.name === 'Saltmarsh Diploma')?.levels[0]?.name).toBe(
    'Higher stage',
  );
  expect(problems).toEqual([]);
});

test('five hundred pieces pasted, ten rows bad: named, one mended in place, the rest come in; one undo takes it back', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/library?studio=demo`);
  await press(page, 'New requirement');
  await fill(page, 'Name', 'Long List');
  await fill(page, 'Instrument or voice', 'any');
  await turnTo(page, 'Marks and awards');
  await fill(page, 'Total', '0');
  await turnTo(page, 'Sessions');
  await fill(page, 'Session', 'once');
  await fill(page, 'Day', '2027-06-05');
  await kept(page, () => press(page, 'Save the requirement'));
  const rows = Array.from({ length: 500 }, (_, at) => {
    const bad = at % 50 === 7;
    return `Marsh Tune ${at + 1}\tA. Hewn\t${bad ? 'quick' : `2:${String(at % 60).padStart(2, '0')}`}\tG major\t3/4\t${24 + (at % 40)}`;
  });
  await press(page, 'Paste a list');
  await fill(page, 'Table', ['Title\tComposer\tTime\tKey\tMetre\tBars', ...rows].join('\n'));
  await sees(page, '10 rows are left out', 'dialog');
  await sees(page, '"quick" is not a time: write 2:45', 'dialog');
  await fill(page, 'Line 9, time', '1:50');
  await sees(page, '9 rows are left out', 'dialog');
  await kept(page, () => press(page, 'Import 491 pieces'));
  await sees(page, '491 pieces, choose 1');
  await press(page, 'Undo');
  await sees(page, '0 pieces, choose 1');
  const pieces = ((await dataOf(page, 'piece')) as { title: string }[]).filter((piece) =>
    piece.title.startsWith('Marsh Tune'),
  );
  expect(pieces).toEqual([]);
  expect(problems).toEqual([]);
});

test('fit by keyboard alone: the student found, why a level is out of reach read, another chosen, entered', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=demo`);
  await page.keyboard.press('2');
  await page.waitForSelector('[role="gridcell"][aria-label*="Anouk"][aria-label*="reachable"]');
  await page.keyboard.press('f');
  await page.keyboard.type('anouk');
  await sees(page, '1 student');
  /** The focus follows in the next frame. */
  const focused = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
  const focuses = (words: string) => expect.poll(focused, { timeout: 10_000 }).toContain(words);
  for (let step = 0; step < 12 && !(await focused()).startsWith('Anouk Vell, '); step += 1)
    await page.keyboard.press('Tab');
  await focuses('Tarrin Board Level 4: reachable');
  for (let level = 5; level <= 7; level += 1) await page.keyboard.press('ArrowRight');
  await focuses('Tarrin Board Level 7: not eligible');
  await sees(page, 'Not eligible: Rank 5 of Tarrin Board harp passed before', 'aside');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await focuses('Tarrin Board Level 5: beyond');
  await sees(page, /For this level by itself: too early: /, 'aside');
  await page.keyboard.press('l');
  await sees(page, 'Anouk Vell, Level 4');
  await sees(page, 'Best programme found', 'aside');
  await tabTo(page, /^Enter Level 4/);
  await kept(page, () => page.keyboard.press('Enter'));
  await sees(page, 'Entered Wed 20 Jan.');
  const goals = ((await dataOf(page, 'goal')) as Record<string, unknown>[]).filter(
    (goal) => goal['studentId'] === 'anouk' && goal['levelId'] === 'level-4',
  );
  expect(goals).toMatchObject([{ setId: 'tarrin-harp-2026', enteredOn: '2027-01-20' }]);
  expect(Object.keys(goals[0]?.['programme'] as object).sort()).toEqual(['d', 's', 'y']);
  expect(problems).toEqual([]);
});

test('a skill of one’s own and a common level: a circle is named and not saved, the fit asks for the skill, undo takes it back', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/skills?student=jonah&studio=demo`);
  const type = async (name: string, needs: string) => {
    await press(page, 'Add a skill');
    await fill(page, 'Skill', name);
    await fill(page, 'Stage', '3');
    await pick(page, 'Add a skill it needs', needs);
    await kept(page, () => press(page, 'Save the skill'));
  };
  await type('echo song', 'crotchets and quavers');
  await type('canon', 'echo song');
  await press(page, 'echo song', 1);
  await pick(page, 'Add a skill it needs', 'canon');
  await sees(page, 'A circle: echo song needs canon needs echo song.', 'dialog');
  const canSave = () =>
    page.$$eval(
      'dialog button',
      (all) => all.find((each) => each.textContent === 'Save the skill')?.disabled,
    );
  expect(await canSave()).toBe(true);
  await page.keyboard.press('Escape');
  await kept(page, () => press(page, 'Undo'));
  await sees(page, 'Your own skills1');
  await goTo(page, '/placements');
  await sees(page, 'Shingle Allegro');
  await sees(page, '2 levels');
  const label = 'Ostrand College flute, Step 1: common level';
  await fill(page, label, '3');
  await kept(page, () => page.keyboard.press('Tab'));
  await fill(page, 'Find', 'shingle allegro');
  await sees(page, /Shingle AllegroR. Quoin(?!.*2 levels)/);
  expect(problems).toEqual([]);
  await page.close();
});
