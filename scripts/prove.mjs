// `npm run prove`: the long proofs whole and lint by all rules, of which `npm test` runs a part. Run before an issue is
// closed.
import { build, findBrowser, install, run } from './setup.mjs';

const vitest = (...args) =>
  run(process.execPath, ['node_modules/vitest/vitest.mjs', 'run', ...args], {
    PROVE: '1',
    CHROMIUM: findBrowser() ?? '',
  });

install();
let ok = run(process.execPath, ['--max-semi-space-size=128', 'node_modules/eslint/bin/eslint.js', '.'], {
  PROVE: '1',
});
ok = vitest('--project=unit', 'src/core/', 'scripts/recipes') && ok;
if (findBrowser()) {
  build();
  ok = vitest('--project=e2e', 'e2e/axe', 'e2e/terms', 'e2e/practice', 'e2e/store') && ok;
}
process.exitCode = ok ? 0 : 1;
