import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { connect } from 'node:net';
import { describe, expect, inject, test } from 'vitest';
import { heavyProgrammes } from '../bench/heavy-level';
import { post } from './post';
import { freePort, stopServer } from './server';

const baseUrl = inject('baseUrl');

const periods = [{ minutes: 60 }, { minutes: 0 }, { minutes: 120 }];

test('health, schemas, OpenAPI and what is not there', async () => {
  const get = async (path: string) => {
    const response = await fetch(baseUrl + path);
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };
  expect(await get('/api/health')).toEqual({ status: 200, body: { status: 'ok' } });
  const { body: api } = await get('/api/openapi.json');
  expect(api['openapi']).toBe('3.1.0');
  for (const path of Object.keys(api['paths'] as object).filter((each) => !each.includes('{')))
    expect((await fetch(baseUrl + path)).status, path).not.toBe(404);
  for (const name of Object.keys((api['components'] as { schemas: object }).schemas))
    expect((await get(`/api/schemas/${name}.json`)).status, name).toBe(200);
  expect((await get('/api/schemas/constructor.json')).status).toBe(404);
  expect((await get('/api/nothing')).body).toMatchObject({ status: 404, title: 'No such address' });
});

test.each(['/', '/plan', '/api/health', '/_astro/', '/nowhere', '/api/nothing'])(
  'strict headers on %s',
  async (path) => {
    const response = await fetch(baseUrl + path);
    await response.arrayBuffer();
    const policy = response.headers.get('content-security-policy') ?? '';
    const scripts = /script-src ([^;]*)/.exec(policy)?.[1] ?? '';
    expect(scripts).toContain("'self'");
    expect(scripts).not.toMatch(/unsafe-inline|unsafe-eval(?<!wasm-unsafe-eval)/);
    expect(policy).toContain("default-src 'none'");
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    expect(response.headers.get('referrer-policy')).toBe('no-referrer');
    expect(response.headers.get('x-powered-by')).toBeNull();
  },
);

test.each([
  ['POST', '/', 405, 'GET, HEAD'],
  ['PUT', '/fit', 405, 'GET, HEAD'],
  ['DELETE', '/icons/icon.svg', 405, 'GET, HEAD'],
  ['POST', '/api/health', 405, 'GET, HEAD'],
  ['POST', '/nowhere', 404, null],
  ['HEAD', '/fit', 200, null],
  ['HEAD', '/api/health', 200, null],
  ['HEAD', '/api/openapi.json', 200, null],
  ['HEAD', '/api/schemas/requirement.json', 200, null],
  ['HEAD', '/api/score', 405, 'POST'],
  ['GET', '/_image?href=/icons/icon.svg&f=png&w=10', 404, null],
])('%s %s is answered %i', async (method, path, status, allow) => {
  const response = await fetch(baseUrl + path, { method });
  const text = await response.text();
  expect([response.status, response.headers.get('allow')]).toEqual([status, allow]);
  if (method === 'HEAD') expect(text).toBe('');
});

test.each([
  ['/', 'no-cache'],
  ['/fit', 'no-cache'],
  ['/nowhere', 'no-cache'],
  ['/sw.js', 'no-cache'],
  ['/api/health', 'no-store'],
])('%s is kept by nobody without asking, and framed by nobody', async (path, cache) => {
  const { headers, body } = await fetch(baseUrl + path);
  await body?.cancel();
  expect([headers.get('cache-control'), headers.get('x-frame-options')]).toEqual([cache, 'DENY']);
});

test('an upload that is broken off writes no stack, and the server goes on', async () => {
  const port = await freePort();
  const server = spawn(process.execPath, ['server/start.mjs'], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port) },
  });
  let written = '';
  for (const stream of [server.stdout, server.stderr]) stream.on('data', (data) => (written += String(data)));
  try {
    const up = () =>
      fetch(`http://127.0.0.1:${port}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      );
    await expect.poll(up, { timeout: 20_000 }).toBe(true);
    for (const path of ['/api/score', '/api/marks/totals', '/fit']) {
      const socket = connect(port, '127.0.0.1');
      await once(socket, 'connect');
      socket.write(`POST ${path} HTTP/1.1\r\nHost: x\r\nContent-Length: 100000\r\n\r\n<a>`);
      await new Promise((resolve) => setTimeout(resolve, 200));
      socket.destroy();
    }
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(await up()).toBe(true);
    expect(written).toBe('');
  } finally {
    await stopServer(server);
  }
});

test('pages and scripts are compressed', async () => {
  const response = await fetch(`${baseUrl}/`, { headers: { 'accept-encoding': 'gzip' } });
  await response.arrayBuffer();
  expect(response.headers.get('content-encoding')).toBe('gzip');
});

describe('under load', () => {
  interface Pool {
    ask(question: object): Promise<{ status: number; text: string }>;
    close(): Promise<void>;
  }
  const createPool = async (options: object): Promise<Pool> => {
    const file = (await import('../server/pool.mjs')) as { createPool(given: object): Pool };
    return file.createPool(options);
  };
  const heavy = () => ({
    name: 'programmes',
    body: new TextEncoder().encode(JSON.stringify(heavyProgrammes(1))),
    query: '',
  });

  test('what takes longer than the deadline is answered 503 with a document, and the next is worked out', async () => {
    const pool = await createPool({ deadline: 150 });
    try {
      const late = await pool.ask(heavy());
      expect(late.status).toBe(503);
      expect(JSON.parse(late.text)).toMatchObject({ status: 503, title: 'It takes too long' });
    } finally {
      await pool.close();
    }
  });
  test('what finds the queue full is answered 503 at once; those in it are worked out', async () => {
    const pool = await createPool({ waiting: 1, deadline: 60_000 });
    try {
      const answers = await Promise.all(Array.from({ length: 6 }, () => pool.ask(heavy())));
      const statuses = answers.map(({ status }) => status).sort();
      expect(new Set(statuses)).toEqual(new Set([200, 503]));
      const full = answers.find(({ status }) => status === 503);
      expect(JSON.parse(full?.text ?? '')).toMatchObject({ title: 'Too many requests at once' });
    } finally {
      await pool.close();
    }
  }, 120_000);
  test('bodies are let in up to 64 MB at once; the one beyond it is told to come again', async () => {
    const port = Number(new URL(baseUrl).port);
    const upload = (bytes: number) => {
      const socket = connect(port, '127.0.0.1');
      socket.write(`POST /api/score HTTP/1.1\r\nHost: x\r\nContent-Length: ${bytes}\r\n\r\n`);
      return socket;
    };
    const held = [upload(20_000_000), upload(20_000_000), upload(20_000_000)];
    try {
      await new Promise((resolve) => setTimeout(resolve, 300));
      const [answer] = (await once(upload(20_000_000), 'data')) as [Buffer];
      expect(String(answer)).toMatch(/^HTTP\/1.1 503 /);
      expect(String(answer)).toMatch(/retry-after: 2/i);
      expect((await fetch(`${baseUrl}/api/health`)).status).toBe(200);
    } finally {
      for (const socket of held) socket.destroy();
    }
    await expect
      .poll(async () => (await post('/api/plan/level', { periods, items: [] })).status, { timeout: 5_000 })
      .toBe(200);
  });
});
