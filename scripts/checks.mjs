// Every check that is not a test: types, lint, styles, format, the dependency rule, unused code, the page budget.
// Each counts as one in the closing line of `npm test`.
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { oddLicences } from './notices.mjs';
import { root } from './setup.mjs';

/**
 * Runs a package's own command with this Node, so that it works without a shell.
 * @returns whether it ended well, and what it wrote
 */
function tool(name, ...args) {
  const [packageName, command = packageName.replace(/^@[^/]+\//, '')] = name.split('#');
  const folder = join(root, 'node_modules', packageName);
  const { bin } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
  const file = typeof bin === 'string' ? bin : (bin[command] ?? Object.values(bin)[0]);
  // What these make lives briefly: with more room for it a sixth of their time is saved.
  const child = spawn(process.execPath, ['--max-semi-space-size=128', join(folder, file), ...args], {
    cwd: root,
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' },
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
  return new Promise((done) => child.on('close', (code) => done({ ok: code === 0, said })));
}

/** Left out of `npm test`, for its time: the form of the files is looked at by `npm run check` and `check:quick`. */
const FORM = 'format';

export const CHECKS = [
  ['types of pages', () => tool('astro', 'check', '--tsconfig', 'tsconfig.pages.json')],
  ['types of all else', () => tool('typescript-7#tsc')],
  ['types of the core without browser or Node', () => tool('typescript-7#tsc', '-p', 'tsconfig.core.json')],
  ['lint', () => tool('eslint', '.')],
  ['styles', () => tool('stylelint', 'src/**/*.css')],
  [FORM, () => tool('prettier', '--check', '--log-level', 'warn', '.')],
  [
    'dependency rule',
    () => tool('dependency-cruiser#depcruise', 'src', 'e2e', 'bench', '--output-type', 'err'),
  ],
  ['unused code', () => tool('knip')],
  [
    'licences of what is shipped',
    () => {
      const odd = oddLicences();
      return { ok: odd.length === 0, said: odd.join('\n') };
    },
  ],
];

/**
 * Runs the checks one after the other.
 * @param hasForm - whether the form of the files is one of them
 * @returns how many passed and failed
 */
export async function runChecks(hasForm = true) {
  const total = { passed: 0, failed: 0 };
  for (const [name, check] of CHECKS.filter(([each]) => hasForm || each !== FORM)) {
    const begun = performance.now();
    const { ok, said } = await check();
    const seconds = ((performance.now() - begun) / 1_000).toFixed(0);
    console.log(`\n== check: ${name}, ${seconds} s\n${said}${ok ? 'ok' : `FAILED: ${name}`}`);
    total[ok ? 'passed' : 'failed'] += 1;
  }
  return total;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const { passed, failed } = await runChecks();
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exitCode = failed > 0 ? 1 : 0;
}
