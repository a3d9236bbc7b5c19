import { launch, type Browser } from 'puppeteer-core';

/** What a page is shown in where a test says nothing else. */
export const VIEWPORT = { width: 1280, height: 800 };

/** The field for addresses, which nobody sees here, would be a page of its own: a second of work for each browser. */
const UNSEEN = ['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup', 'WebUIOmniboxFullPopup'];

/** @param more - further words of the browser's command line */
export function openBrowser(userDataDir?: string, more: readonly string[] = []): Promise<Browser> {
  // Waiting polls by the clock: a page in the background draws no frames.
  return launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    headless: true,
    args: [
      '--no-sandbox',
      '--disable-dev-shm-usage',
      '--disable-gpu',
      '--lang=en-GB',
      `--disable-features=${UNSEEN.join()}`,
      ...more,
    ],
    defaultViewport: VIEWPORT,
    ...(userDataDir === undefined ? {} : { userDataDir }),
  });
}
