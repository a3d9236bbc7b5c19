import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { VIEW_HELP } from './view-help';
import { TABS, viewOf, VIEWS } from './views-table';

const read = (...path: string[]) => readFileSync(join(process.cwd(), ...path), 'utf8');

test('every page is in the table, and every view of the table has its page', () => {
  const pages = readdirSync(join(process.cwd(), 'src', 'pages'))
    .filter((name) => name.endsWith('.astro') && name !== '404.astro')
    .map((name) => `/${name.replace(/\.astro$/, '')}`.replace('/index', '/'));
  expect(VIEWS.map(({ path }) => path).sort()).toEqual(pages.sort());
  expect(Object.keys(VIEW_HELP).sort()).toEqual(pages);
});

test('a view is found by its address and by its file, and by nothing else', () => {
  for (const view of VIEWS) {
    const file = view.path === '/' ? '/index.html' : `${view.path}.html`;
    for (const address of [view.path, file, ...(view.path === '/' ? [] : [`${view.path}/`])])
      expect(viewOf(address), address).toBe(view);
  }
  for (const address of ['/plans', '/plan/x', '/404.html', 'plan']) expect(viewOf(address)).toBeUndefined();
});

test('seven tabs, each view under one of them or under none', () => {
  expect(TABS).toHaveLength(7);
  const names = new Set(TABS.map(({ name }) => name));
  for (const { tab } of VIEWS) expect(tab === null || names.has(tab)).toBe(true);
});

/** Under twenty pictures: these are tables and parts. */
const WITHOUT_PICTURE = [
  '/kit',
  '/students',
  '/placements',
  '/cards',
  '/reports',
  '/requirement',
  '/settings',
  '/metronome',
];

test('each view is looked at by the browser tests, and has its picture', () => {
  const [tests, pictures] = [read('e2e', 'pages.ts'), read('scripts', 'screenshots.mjs')];
  for (const { path, name } of VIEWS) {
    const address = new RegExp(`'${path}(?:\\?[^']*)?'`);
    expect(tests, `${name} in the browser tests`).toMatch(address);
    if (!WITHOUT_PICTURE.includes(path)) expect(pictures, `${name} among the pictures`).toMatch(address);
  }
});
