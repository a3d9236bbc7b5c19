// Every check that is not a test: types, lint, styles, format, the dependency rule, unused code, the page budget.
// Each counts as one in the closing line of `npm test`.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { root, run } from './setup.mjs';

/** Runs a package's own command with this Node, so that it works without a shell. */
function tool(name, ...args) {
  const [packageName, command = packageName.replace(/^@[^/]+\//, '')] = name.split('#');
  const folder = join(root, 'node_modules', packageName);
  const { bin } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
  const file = typeof bin === 'string' ? bin : (bin[command] ?? Object.values(bin)[0]);
  return run(process.execPath, [join(folder, file), ...args], { ASTRO_TELEMETRY_DISABLED: '1' });
}

export const CHECKS = [
  ['types of pages, islands and tests', () => tool('astro', 'check')],
  ['types of the core without browser or Node', () => tool('typescript#tsc', '-p', 'tsconfig.core.json')],
  ['lint', () => tool('eslint', '.')],
  ['styles', () => tool('stylelint', 'src/**/*.css')],
  ['format', () => tool('prettier', '--check', '--log-level', 'warn', '.')],
  [
    'dependency rule',
    () => tool('dependency-cruiser#depcruise', 'src', 'e2e', 'bench', '--output-type', 'err'),
  ],
  ['unused code', () => tool('knip')],
];

/** Runs the checks; returns how many passed and failed. */
export function runChecks(checks = CHECKS) {
  const total = { passed: 0, failed: 0 };
  for (const [name, check] of checks) {
    console.log(`\n== check: ${name}`);
    const ok = check();
    total[ok ? 'passed' : 'failed'] += 1;
    console.log(ok ? 'ok' : `FAILED: ${name}`);
  }
  return total;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const { passed, failed } = runChecks();
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exitCode = failed > 0 ? 1 : 0;
}
