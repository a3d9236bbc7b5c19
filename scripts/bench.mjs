// Speed as ratios within one run: never a limit in a test. `KILLS` runs the long kill test too.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { build, install, root } from './setup.mjs';

install();
const vitest = join(root, 'node_modules', 'vitest', 'vitest.mjs');
const run = (args, env = {}) =>
  spawnSync(process.execPath, [vitest, 'run', ...args], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  }).status === 0;

let ok = run(['--project=bench', '--disable-console-intercept']);
build();
if (existsSync(process.env.CHROMIUM ?? '/usr/bin/chromium'))
  ok = run(['--project=e2e', 'e2e/store.test.ts', '-t', 'chromium killed'], { KILLS: '50' }) && ok;
process.exitCode = ok ? 0 : 1;
