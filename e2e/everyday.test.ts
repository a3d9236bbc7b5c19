import type { KeyInput, Page } from 'puppeteer-core';
import { expect, inject, test } from 'vitest';
import {
  arrived,
  downloads,
  fill,
  kept,
  closeProfile,
  openPage,
  press,
  savedFile,
  sees,
  useBrowser,
  visit,
} from './browser';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

/** Drives the interface and counts: a press of a key or of the mouse is one, words typed into a field are one field. */
class Hand {
  presses = 0;
  fields = 0;
  readonly page: Page;
  constructor(page: Page) {
    this.page = page;
  }
  async key(...keys: readonly KeyInput[]): Promise<void> {
    for (const key of keys) {
      await this.page.keyboard.press(key);
      this.presses += 1;
    }
  }
  async press(name: string, nth = 0): Promise<void> {
    await press(this.page, name, nth);
    this.presses += 1;
  }
  /** Into the field that has the focus. */
  async type(words: string): Promise<void> {
    await this.page.keyboard.type(words);
    this.fields += 1;
  }
  async fill(label: string, value: string, nth = 0): Promise<void> {
    await fill(this.page, label, value, nth);
    this.fields += 1;
  }
  /** Looked up by words, from anywhere. */
  async find(words: string, shown: string): Promise<void> {
    await this.key('/');
    await this.page.waitForSelector('dialog[open]');
    await this.type(words);
    await sees(this.page, shown, 'dialog [aria-selected="true"]');
    await this.key('Enter');
    await this.page.waitForSelector('dialog[open]', { hidden: true });
  }
  at(path: string): Promise<void> {
    return arrived(this.page, path);
  }
}

interface Task {
  readonly name: string;
  readonly how: string;
  /** Why it takes no fewer. */
  readonly least: string;
  readonly run: (hand: Hand) => Promise<void>;
}

/** Each begins on the register. */
const TASKS: readonly Task[] = [
  {
    name: 'Add a student',
    how: 'L, “Add a student”, name and instrument, “Add the student”',
    least: 'two fields are the least; everything else of a student can wait',
    run: async (hand) => {
      await hand.key('l');
      await hand.at('/students');
      await hand.press('Add a student');
      await hand.fill('Name', 'Wren Tallow');
      await hand.fill('Instrument or voice', 'flute');
      await kept(hand.page, () => hand.press('Add the student'));
    },
  },
  {
    name: 'Enter for an exam',
    how: '“Enter” at the decision on the register; as a rule is not met yet, the reason and “Enter anyway”',
    least: 'with every rule met it is one press; the reason is kept with the entry',
    run: async (hand) => {
      // Decisions still come in, the first due before the others: the list stands when all are there.
      await sees(hand.page, 'first due first');
      await kept(hand.page, async () => {
        await hand.press('Enter');
        // A rule of this programme is not met yet: the reason it is entered all the same is kept.
        await hand.page.waitForSelector('dialog[open]');
        await hand.fill('Why it is entered anyway', 'the pianist is asked tonight');
        await hand.press('Enter anyway');
      });
    },
  },
  {
    name: 'Mark five components',
    how: 'Enter for the lesson that is on, a figure for each criterion, a press for the next component',
    least:
      'a figure for each of twenty criteria; the next component is turned to by hand, so that the last mark can still be looked at',
    run: async (hand) => {
      await hand.key('Enter');
      await hand.at('/mark');
      for (const [at, component] of ['SSong', 'DDance', 'YStudy', 'TTechnique', 'EEar and page'].entries()) {
        if (at > 0) await hand.press(component);
        const criteria = await hand.page.$$eval(
          '[role="group"][aria-label*=", out of "]',
          (all) => all.length,
        );
        for (let which = 0; which < criteria; which += 1) await kept(hand.page, () => hand.key('4'));
      }
    },
  },
  {
    name: 'Find a piece',
    how: '/, some of its words, Enter',
    least: 'one field and two keys from any page',
    run: async (hand) => {
      await hand.find('ropewalk gig', 'Ropewalk Gigue');
      await hand.at('/repertoire');
    },
  },
  {
    name: 'Print this week’s card',
    how: 'S for the student of the lesson, P, “Print”',
    least: 'the sheet is seen before it goes to paper',
    run: async (hand) => {
      await hand.key('s');
      await hand.at('/student');
      await sees(hand.page, 'Print this week’s card');
      await hand.key('p');
      await hand.at('/print').catch(() => hand.page.waitForSelector('article'));
      await hand.press('Print');
    },
  },
  {
    name: 'Move a lesson',
    how: '“Move” at the lesson, day and start, “Move the lesson”',
    least: 'day and start are both new',
    run: async (hand) => {
      await hand.press('Move');
      await hand.fill('To the day', '2027-01-21');
      await hand.fill('Start', '17:00');
      await kept(hand.page, () => hand.press('Move the lesson'));
    },
  },
  {
    name: 'Note at a bar',
    how: 'Enter for the lesson that is on, N, the bars, Tab, the note, Enter',
    least: 'bars and words are two fields',
    run: async (hand) => {
      await hand.key('Enter');
      await hand.at('/mark');
      await sees(hand.page, 'Notes by bar');
      await hand.key('n');
      await hand.type('12-14');
      await hand.key('Tab');
      await hand.type('Count the rest aloud.');
      await kept(hand.page, () => hand.key('Enter'));
    },
  },
  {
    name: 'Pass a gate',
    how: '“Passed” at the decision on the register',
    least: 'one press',
    run: async (hand) => {
      await kept(hand.page, () => hand.press('Passed'));
    },
  },
  {
    name: 'Defer to the next session',
    how: '“Defer to” at the decision on the register',
    least: 'one press; it can be undone',
    run: async (hand) => {
      await kept(hand.page, async () => {
        await hand.press('Defer to 23 Jun');
      });
    },
  },
  {
    name: 'Back up',
    how: '/, “back up”, Enter',
    least: 'the file is saved from any page; a passphrase is asked for in Settings alone',
    run: async (hand) => {
      const folder = await downloads(hand.page);
      await hand.find('back up', 'Back up');
      await savedFile(folder, '.zip');
    },
  },
];

test('ten everyday tasks: docs/everyday.md says how many presses each takes', async () => {
  const rows: string[] = [];
  for (const { name, how, least, run } of TASKS) {
    const { page, problems } = await openPage(browser());
    await page.evaluateOnNewDocument(() => {
      window.print = () => undefined;
    });
    await visit(page, `${baseUrl}/?studio=demo`);
    await sees(page, 'Decisions waiting');
    const hand = new Hand(page);
    await run(hand).catch((error: unknown) => {
      throw new Error(`${name}: ${String(error)}`);
    });
    rows.push(`| ${name} | ${hand.presses} | ${hand.fields} | ${how} | ${least} |`);
    expect(problems, name).toEqual([]);
    await closeProfile(page);
  }
  await expect(
    [
      '# Everyday tasks, counted',
      '',
      'Made by `e2e/everyday.test.ts`, which does each task in the demo studio, from the register, and counts. A press is a key',
      'or a press of the mouse; words typed into a field are counted as one field. When a count changes the test fails until',
      'this page is rewritten: `npx vitest run --project e2e e2e/everyday.test.ts -u`.',
      '',
      '| task | presses | fields | how | why no fewer |',
      '| --- | --- | --- | --- | --- |',
      ...rows,
      '',
    ].join('\n'),
  ).toMatchFileSnapshot('../docs/everyday.md');
});
