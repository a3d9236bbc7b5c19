// `npm run prove`: the long proofs whole, of which `npm test` runs a fifth. Run before an issue is closed.
import { run } from './setup.mjs';

const args = ['node_modules/vitest/vitest.mjs', 'run', '--project=unit', 'src/core/', 'scripts/recipes'];
process.exitCode = run(process.execPath, args, { PROVE: '1' }) ? 0 : 1;
