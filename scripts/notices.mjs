// The licences of all that is shipped, in the pages and in the server: written beside the pages by the build, so that they
// go wherever the program goes.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { root } from './setup.mjs';

/** Built into the pages or the server though they are tools of the build. */
const BUILT_IN = ['astro', '@astrojs/node', '@astrojs/react', 'workbox-window'];

/** Licences that what is shipped may have. Another one is looked at by a person first. */
const ALLOWED =
  /^\(?(MIT|ISC|0BSD|BSD-[23]-Clause|Apache-2\.0|MPL-2\.0|LGPL-3\.0(-or-later)?|OFL-1\.1|Unlicense|BlueOak-1\.0\.0)(\s|\)|$)/;

const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8')).packages;

/** Folders of the packages that are shipped: all that is installed without the development dependencies. */
const shipped = Object.entries(lock)
  .filter(([path, entry]) => {
    const name = path.replace(/^.*node_modules\//, '');
    return path !== '' && !entry.optional && (!entry.dev || BUILT_IN.includes(name));
  })
  .map(([path]) => path);

const licenceFile = (folder) =>
  readdirSync(folder).find((name) => /^(licen[cs]e|copying|unlicense)(\.|$|-)/i.test(name));

function noticeOf(path) {
  const folder = join(root, path);
  const { name, version, license } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
  const own = licenceFile(folder);
  return {
    name,
    version,
    license: typeof license === 'string' ? license : 'none stated',
    text: own ? readFileSync(join(folder, own), 'utf8').replace(/\r\n/g, '\n').trim() : '',
  };
}

const shippedNotices = () =>
  shipped
    .filter((path) => existsSync(join(root, path)))
    .map(noticeOf)
    .sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : a.version < b.version ? -1 : 1));

/** Packages whose licence is not one of those allowed, as lines. */
export const oddLicences = () =>
  shippedNotices()
    .filter(({ license }) => !ALLOWED.test(license))
    .map(({ name, version, license }) => `${name} ${version}: ${license}`);

/** One text: each package with its licence, each licence text once. */
export function notices() {
  const texts = new Map();
  for (const each of shippedNotices()) texts.set(each.text, [...(texts.get(each.text) ?? []), each]);
  const parts = [...texts].map(
    ([text, of]) =>
      `${of.map(({ name, version, license }) => `${name} ${version}, ${license}`).join('\n')}\n\n${text}`,
  );
  return `What Formal Stave ships of others, each with its licence.\n\n${parts.join(`\n\n${'-'.repeat(72)}\n\n`)}\n`;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href)
  writeFileSync(join(root, 'dist', 'client', 'third-party.txt'), notices());
