import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { isProof } from './src/proof-runs';

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    projects: [
      {
        extends: true,
        test: {
          name: 'unit',
          environment: 'node',
          include: ['src/**/*.test.{ts,tsx}', 'scripts/**/*.test.ts'],
          // A busy machine takes several times as long; no test measures time by this. Proofs run whole take ten times that.
          testTimeout: isProof ? 600_000 : 60_000,
          hookTimeout: 60_000,
          // Modules are read once for all files of a worker. The tests hold in any order of the files.
          isolate: false,
          // There before any file reads the store, which looks for it once.
          setupFiles: ['fake-indexeddb/auto', 'src/core/files/test-words.ts'],
          // Every core: what is left free by default stays idle, as nothing else runs beside the tests.
          maxWorkers: '100%',
        },
      },
      {
        extends: true,
        test: {
          name: 'e2e',
          environment: 'node',
          include: ['e2e/**/*.test.ts'],
          globalSetup: ['e2e/server.ts'],
          // Modules are read once for all files of a worker.
          isolate: false,
          // One browser waits much of its time, and two keep both cores busy.
          maxWorkers: 2,
          // A busy machine takes several times as long; no test measures time by this.
          testTimeout: 180_000,
          hookTimeout: 60_000,
          expect: { poll: { timeout: 30_000 } },
        },
      },
      {
        extends: true,
        test: {
          name: 'bench',
          environment: 'node',
          include: ['bench/**/*.test.ts'],
          // What is measured runs alone.
          fileParallelism: false,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
