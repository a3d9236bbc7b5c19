// @vitest-environment jsdom
import { useEffect, useState } from 'react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { ReadyState } from '@/store';
import { dropLooked, mirror, rememberedAt, sayLooked } from './looked';
import { keepReady } from './ready-views';
import { pageTurned, turnPage } from './turn-page';
import { useAddress } from './view-address';
import { useLooked } from './view-state';

interface Store {
  state: ReadyState | null;
  readonly listeners: Set<() => void>;
}
const store = vi.hoisted((): Store => ({ state: null, listeners: new Set() }));
vi.mock('@/store', () => ({
  openedState: () => store.state,
  followStudio: (listener: () => void) => store.listeners.add(listener),
}));

const page = (name: string, current: string, bare = false) =>
  new DOMParser().parseFromString(
    `<title>${name}</title>${
      bare
        ? ''
        : `<header class="masthead"><nav>${['/', '/plan']
            .map((path) => `<a href="${path}" ${path === current ? 'aria-current="page"' : ''}>${path}</a>`)
            .join('')}</nav></header>`
    }<main id="main" tabindex="-1"><h1>${name}, as it came</h1></main>`,
    'text/html',
  );
const [one, two] = ['one', 'two'].map(
  (teacher) =>
    ({
      which: 'own',
      studio: { settings: { teacher } },
      now: { day: '2027-01-20' },
    }) as unknown as ReadyState,
) as [ReadyState, ReadyState];
const nameOf = (state: ReadyState | null) => state?.studio.settings.teacher ?? 'none';

const happened: string[] = [];
/** The tabs that were brought into sight. */
const inSight: string[] = [];
const created = vi.spyOn(document, 'createElement');
function Plan() {
  const [goal] = useLooked('goal');
  const [first] = useState(() => nameOf(store.state));
  const { path } = useAddress();
  happened.push('drawn');
  useEffect(() => {
    happened.push(`begun at ${location.pathname}`);
    return () => void happened.push('ended');
  }, []);
  return (
    <h1>
      {path} of {first}, {goal ?? 'no goal'}
    </h1>
  );
}

const title = () => document.querySelector('h1')?.textContent;
/** Turns to a page as the router does. */
function turn(to: string, next: Document): 'whole page' | 'main' {
  const swap = vi.fn(() => document.body.replaceChildren(...next.body.children));
  const event = { newDocument: next, to: new URL(to, location.href), swap };
  turnPage(event, () => undefined);
  event.swap();
  history.pushState({}, '', to);
  pageTurned();
  return swap.mock.calls.length > 0 ? 'whole page' : 'main';
}
/** Resolves when the view stands in its place, which is in no page. */
const drawn = () =>
  vi.waitFor(() =>
    expect(
      created.mock.results.some(({ value }) => (value as HTMLElement).querySelector('h1') !== null),
    ).toBe(true),
  );

beforeEach(() => {
  vi.stubGlobal('requestIdleCallback', (work: () => void) => setTimeout(work));
  vi.stubGlobal('cancelIdleCallback', clearTimeout);
  inSight.length = 0;
  Element.prototype.scrollIntoView = function (this: Element) {
    inSight.push(this.textContent);
  };
  document.body.replaceChildren(...page('Register', '/').body.children);
  history.replaceState({}, '', '/');
  sessionStorage.clear();
  store.state = one;
  happened.length = 0;
  created.mockClear();
});
afterEach(() => {
  // What is shown ends, and what was not shown goes: it is of no studio that is open.
  store.state = null;
  turn('/plan', page('Plan', '/plan'));
  vi.unstubAllGlobals();
});

test('a view drawn beforehand is shown as it is, begins when it is there and ends when it is left', async () => {
  mirror('goal', 'goal-7');
  sayLooked();
  history.replaceState({}, '', '/?day=2027-01-21');
  keepReady(new Map([['/plan', Plan]]));
  await drawn();
  const nav = document.querySelector('nav');
  expect(turn('/plan', page('Plan', '/plan'))).toBe('main');
  expect(title()).toBe('/plan of one, goal-7');
  expect(happened).toEqual(['drawn', 'begun at /plan']);
  // What the pages have in common is the same to the element.
  expect(document.querySelector('nav')).toBe(nav);
  expect(document.querySelector('[aria-current]')?.getAttribute('href')).toBe('/plan');
  expect(document.title).toBe('Plan');
  expect(document.activeElement?.id).toBe('main');
  expect(turn('/', page('Register', '/'))).toBe('main');
  expect(happened.at(-1)).toBe('ended');
  expect(title()).toBe('Register, as it came');
});

test.each([
  ['the studio is another', '/plan', () => void (store.state = two)],
  ['the goal looked at is another', '/plan', () => mirror('goal', 'goal-8')],
  ['the address asks for something', '/plan?goal=goal-8', () => undefined],
])('it is not shown when %s: the page comes as it is', async (_, to, change) => {
  keepReady(new Map([['/plan', Plan]]));
  await drawn();
  change();
  expect(turn(to, page('Plan', '/plan'))).toBe('main');
  expect(title()).toBe('Plan, as it came');
  expect(happened.filter((what) => what !== 'drawn')).toEqual([]);
});

test('after an edit it is drawn anew when nobody presses anything', async () => {
  keepReady(new Map([['/plan', Plan]]));
  await drawn();
  created.mockClear();
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  store.state = two;
  for (const listener of store.listeners) listener();
  await vi.advanceTimersByTimeAsync(3_100);
  vi.useRealTimers();
  await drawn();
  turn('/plan', page('Plan', '/plan'));
  expect(title()).toBe('/plan of two, no goal');
});

test('a sheet without a masthead takes the place of the whole page, and gives it back', () => {
  expect(turn('/print', page('Print', '', true))).toBe('whole page');
  expect(inSight).toEqual([]);
  expect(turn('/plan', page('Plan', '/plan'))).toBe('whole page');
  expect(inSight).toEqual(['/plan']);
});

test('the address says what is looked at after the page is drawn, or when it is left, and never of another page', () => {
  const told = vi.spyOn(history, 'replaceState');
  history.replaceState({}, '', '/plan');
  told.mockClear();
  mirror('goal', 'g');
  mirror('week', '3');
  mirror('component', null);
  expect(rememberedAt('/plan', 'week')).toBe('3');
  expect(location.search).toBe('');
  sayLooked();
  expect(location.search).toBe('?goal=g&week=3');
  sayLooked();
  expect(told).toHaveBeenCalledTimes(1);
  mirror('week', '4');
  history.pushState({}, '', '/mark');
  sayLooked();
  expect(location.search).toBe('');
  mirror('component', 'scales');
  dropLooked();
  sayLooked();
  expect(location.search).toBe('');
});
