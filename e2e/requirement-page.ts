import type { ElementHandle, Page } from 'puppeteer-core';

/** Turns to a part of the requirement that is typed: a level by its name, "Marks and awards", "Sessions" … */
export async function turnTo(page: Page, part: string): Promise<void> {
  const tab = await page.waitForFunction(
    (name) =>
      [...document.querySelectorAll<HTMLElement>('[role="tab"]')].find(
        (each) => each.querySelector('b')?.textContent === name,
      ),
    { timeout: 30_000, polling: 20 },
    part,
  );
  await (tab.asElement() as ElementHandle | null)?.click();
}

/** The name of every part, in order. */
export const partsShown = (page: Page): Promise<string[]> =>
  page.$$eval('[role="tab"] b', (all) => all.map((each) => each.textContent));

export const PART = '#part';
