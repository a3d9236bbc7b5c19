import type { Page } from 'puppeteer-core';

/** The list of console errors and page errors, as they come. */
export function watch(page: Page): string[] {
  const problems: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error' || message.type() === 'warn') problems.push(message.text());
  });
  page.on('pageerror', (error) => problems.push(String(error)));
  void page.evaluateOnNewDocument(tellLostFocus);
  return problems;
}

/** In the page: an act, by mouse or by key, after which nothing has the focus that something had before is an error. */
function tellLostFocus(): void {
  let isTabbing = false;
  /** Tab went on from the last control to the browser's own: nothing is lost by that, whatever act went before. */
  let isBeyond = false;
  document.addEventListener('focusout', () => (isBeyond = isTabbing), true);
  document.addEventListener('focusin', () => (isBeyond = false), true);
  document.addEventListener('keyup', () => (isTabbing = false), true);
  const isLost = () => (document.activeElement ?? document.body) === document.body && !isBeyond;
  const isOpening = () =>
    [...document.querySelectorAll('[role="status"]')].some((each) =>
      each.textContent.includes('Opening the studio'),
    );
  const watchAct = (event: Event) => {
    const { target } = event;
    isTabbing = event instanceof KeyboardEvent && event.key === 'Tab';
    if (isTabbing) return;
    // A press beside everything gives the focus up on purpose.
    if (
      isLost() ||
      (event.type === 'click' && target instanceof Element && !target.closest('button, a, summary'))
    )
      return;
    const from = document.activeElement;
    const words = (from?.ariaLabel ?? from?.textContent ?? '').slice(0, 40);
    const what = event instanceof KeyboardEvent ? event.key : 'a press';
    const tell = () => {
      // While a studio opens there is nothing that could have the focus.
      if (isOpening()) setTimeout(tell, 500);
      else if (isLost()) console.error(`the focus fell to the page after ${what} on "${words}"`);
    };
    setTimeout(tell, 500);
  };
  for (const type of ['keydown', 'click']) document.addEventListener(type, watchAct, true);
}
