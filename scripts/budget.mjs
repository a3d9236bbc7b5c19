// How much JavaScript each page loads before its first useful paint, gzipped. At most 200 kB.
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, posix } from 'node:path';
import { gzipSync } from 'node:zlib';
import { root } from './setup.mjs';

const LIMIT = 200_000;
const client = join(root, 'dist', 'client');
const sizes = new Map();

/** The script and everything it imports at once; what is imported when used does not count. */
function closure(path, seen) {
  if (seen.has(path)) return;
  seen.add(path);
  const source = readFileSync(join(client, path), 'utf8');
  if (!sizes.has(path)) sizes.set(path, gzipSync(source).length);
  for (const [, name] of source.matchAll(
    /(?:^|[;}\s])(?:import|export)(?:[\w$*{},\s]*from)?\s*["'](\.{1,2}\/[^"']+)["']/g,
  ))
    closure(posix.join(dirname(path), name), seen);
}

/** Prints a line a page; true when every page keeps the budget. */
export function budget() {
  const pages = readdirSync(client).filter((name) => name.endsWith('.html'));
  let kept = true;
  for (const page of pages) {
    const html = readFileSync(join(client, page), 'utf8');
    const seen = new Set();
    for (const [, url] of html.matchAll(/(?:component-url|renderer-url|src)="(\/_astro\/[^"]+\.js)"/g))
      closure(url, seen);
    const bytes = [...seen].reduce((sum, path) => sum + sizes.get(path), 0);
    kept &&= bytes <= LIMIT;
    console.log(
      `${page.padEnd(18)} ${(bytes / 1000).toFixed(1).padStart(6)} kB${bytes > LIMIT ? '  OVER THE BUDGET' : ''}`,
    );
  }
  return kept;
}
