// `npm run check:quick`: types, lint and form of the changed files, and the unit tests of the folders they stand in. For
// between two edits; `npm test` has the last word.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { root } from './setup.mjs';

const git = (...args) =>
  spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);

/** Files that differ from the last commit, or from the one named on the command line. */
const since = process.argv[2] ?? 'HEAD';
const changed = [
  ...new Set([
    ...git('diff', '--name-only', '--diff-filter=d', since),
    ...git('ls-files', '--others', '--exclude-standard'),
  ]),
].filter((name) => existsSync(join(root, name)) && statSync(join(root, name)).isFile());
const code = changed.filter((name) => /\.(ts|tsx|mjs|astro)$/.test(name));
const folders = [...new Set(code.filter((name) => /^(src|scripts)\//.test(name)).map(dirname))];

/** By all rules: `npm test` leaves the slowest out. */
const env = { ...process.env, PROVE: '1' };

const tools = {
  // What was looked at last time is not looked at again.
  types: [
    'typescript-7/bin/tsc',
    ...['--noEmit', '-p', 'tsconfig.json', '--incremental'],
    ...['--tsBuildInfoFile', 'node_modules/.cache/quick.tsbuildinfo'],
  ],
  ...(code.length > 0 && { lint: ['eslint/bin/eslint.js', '--no-warn-ignored', ...code] }),
  ...(changed.length > 0 && {
    form: ['prettier/bin/prettier.cjs', '--check', '--ignore-unknown', '--log-level', 'warn', ...changed],
  }),
  ...(folders.length > 0 && {
    tests: [
      'vitest/vitest.mjs',
      'run',
      '--project=unit',
      '--passWithNoTests',
      ...folders.map((each) => `${each}/`),
    ],
  }),
};

const begun = performance.now();
const ended = await Promise.all(
  Object.entries(tools).map(
    ([name, [file, ...args]]) =>
      new Promise((done) => {
        const child = spawn(process.execPath, [join(root, 'node_modules', file), ...args], {
          cwd: root,
          ...(name === 'lint' && { env }),
        });
        let said = '';
        for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
        child.on('close', (status) => done({ name, ok: status === 0, said }));
      }),
  ),
);
for (const { name, ok, said } of ended) console.log(`== ${name}: ${ok ? 'ok' : `FAILED\n${said}`}`);
console.log(`${changed.length} changed files, ${((performance.now() - begun) / 1_000).toFixed(0)} s`);
process.exitCode = ended.every(({ ok }) => ok) ? 0 : 1;
