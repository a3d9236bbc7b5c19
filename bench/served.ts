import type { ChildProcess } from 'node:child_process';
import { afterAll, beforeAll } from 'vitest';
import { freePort, startServer, stopServer } from '../e2e/server';

/** The built app served for a file of benches; ask for its address inside a bench. */
export function useServer(): () => string {
  let served: { readonly process: ChildProcess; readonly url: string } | undefined;
  beforeAll(async () => {
    const port = await freePort();
    served = { process: await startServer(port), url: `http://127.0.0.1:${port}` };
  }, 60_000);
  afterAll(() => served && stopServer(served.process));
  return () => {
    if (!served) throw new Error('the server starts with the first bench');
    return served.url;
  };
}
