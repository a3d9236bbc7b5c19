// Speed as ratios within one run: never a limit in a test. The kill test runs fifty times too.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { build, findBrowser, install, root } from './setup.mjs';

install();
build();
const chromium = findBrowser();
const vitest = join(root, 'node_modules', 'vitest', 'vitest.mjs');
const run = (args, env = {}) =>
  spawnSync(process.execPath, [vitest, 'run', ...args], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, CHROMIUM: chromium ?? '', ...env },
  }).status === 0;

let ok = run(['--project=bench', '--disable-console-intercept']);
if (chromium)
  ok = run(['--project=e2e', 'e2e/store.test.ts', '-t', 'chromium killed'], { KILLS: '50' }) && ok;
process.exitCode = ok ? 0 : 1;
