// The code of the server's threads as one file: the answers without the pages.
import { join } from 'node:path';
import { build } from 'vite';
import { root } from './setup.mjs';

await build({
  root,
  configFile: false,
  logLevel: 'warn',
  resolve: { alias: { '@': join(root, 'src') } },
  build: {
    ssr: join(root, 'src', 'api', 'pool-worker.ts'),
    outDir: join(root, 'dist', 'pool'),
    emptyOutDir: true,
    copyPublicDir: false,
    target: 'node20',
    rollupOptions: { output: { entryFileNames: 'worker.mjs' } },
  },
  // The core and what it needs stand in the file, so that a thread starts with one read.
  ssr: { noExternal: true },
});
