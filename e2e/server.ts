import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { createServer, type AddressInfo } from 'node:net';
import type { TestProject } from 'vitest/node';
import { openBrowser } from './launch';

declare module 'vitest' {
  export interface ProvidedContext {
    baseUrl: string;
    /** Where the browsers of the workers are asked, one each; none where each file opens its own. */
    browsers?: readonly string[];
  }
}

export async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as AddressInfo;
  probe.close();
  await once(probe, 'close');
  return port;
}

export async function startServer(port: number): Promise<ChildProcess> {
  const server = spawn(process.execPath, ['server/start.mjs'], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port) },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  for (let attempt = 0; attempt < 100; attempt += 1) {
    if (server.exitCode !== null) throw new Error(`server exited with ${server.exitCode}`);
    const up = await fetch(`http://127.0.0.1:${port}/api/health`).then(
      (response) => response.ok,
      () => false,
    );
    if (up) return server;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  server.kill();
  throw new Error('server did not start');
}

export async function stopServer(server: ChildProcess): Promise<void> {
  if (server.exitCode !== null) return;
  server.kill('SIGTERM');
  await once(server, 'exit');
}

export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const port = await freePort();
  const server = await startServer(port);
  project.provide('baseUrl', `http://127.0.0.1:${port}`);
  // Opening one takes seconds, and what it has read and compiled of the program serves the next file as well.
  const browsers = await Promise.all(Array.from({ length: project.config.maxWorkers }, () => openBrowser()));
  project.provide(
    'browsers',
    browsers.map((browser) => browser.wsEndpoint()),
  );
  return async () => {
    await Promise.all(browsers.map((browser) => browser.close()));
    await stopServer(server);
  };
}
