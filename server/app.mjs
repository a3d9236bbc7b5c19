// The HTTP server round the built app: compression, security headers, the prerendered pages, the endpoints.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, sep } from 'node:path';
import { fileURLToPath } from 'node:url';
import compression from 'compression';
import express from 'express';
import helmet from 'helmet';

const dist = fileURLToPath(new URL('../dist', import.meta.url));
const client = join(dist, 'client');

/** Hashes of the inline scripts in the built pages, so that the policy needs no `unsafe-inline` for scripts. */
function scriptHashes() {
  const pages = readdirSync(client, { recursive: true }).filter((name) => String(name).endsWith('.html'));
  const hashes = new Set();
  for (const page of pages) {
    const html = readFileSync(join(client, String(page)), 'utf8');
    for (const [, attributes, body] of html.matchAll(/<script([^>]*)>([\s\S]*?)<\/script>/g))
      if (!/\bsrc=/.test(attributes))
        hashes.add(`'sha256-${createHash('sha256').update(body).digest('base64')}'`);
  }
  return [...hashes];
}

/** The addresses of all pages and files in the built app. */
function addressesOfFiles() {
  const files = readdirSync(client, { recursive: true, withFileTypes: true }).filter((each) => each.isFile());
  return new Set(
    files.flatMap(({ parentPath, name }) => {
      const path = `/${relative(client, join(parentPath, name)).split(sep).join('/')}`;
      return path.endsWith('.html') ? [path, path.replace(/(?:\/index)?\.html$/, '') || '/'] : [path];
    }),
  );
}

/** Bytes of bodies that may be in the server at once, and what a body counts for whose length is not told. */
const MOST_IN_FLIGHT = 64_000_000;
const UNTOLD = 20_000_000;

/** Lets bodies in up to a sum of bytes; what comes beyond it is asked to come again. */
function bytesInFlight() {
  let sum = 0;
  return (request, response, next) => {
    if (request.method === 'GET' || request.method === 'HEAD') return next();
    const told = Number(request.headers['content-length']);
    const bytes = Number.isFinite(told) ? told : UNTOLD;
    if (sum + bytes > MOST_IN_FLIGHT && sum > 0) {
      // What is still being sent is not read.
      response.setHeader('Connection', 'close');
      response.status(503).setHeader('Retry-After', '2').type('application/problem+json');
      response.send({ type: 'about:blank', title: 'Too much is being sent at once', status: 503 });
      return undefined;
    }
    sum += bytes;
    response.once('close', () => {
      sum -= bytes;
    });
    return next();
  };
}

/** @param ask - has a question worked out; left out where that is done by the thread that answers */
export async function createApp({ ask } = {}) {
  const { handler } = await import(join(dist, 'server', 'entry.mjs'));
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          'default-src': ["'none'"],
          'script-src': ["'self'", "'wasm-unsafe-eval'", ...scriptHashes()],
          // Islands set sizes from data as custom properties on elements; scripts never come this way.
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          // The engraver puts the signs of a tempo mark into its page as a font of its own.
          'font-src': ["'self'", 'data:'],
          'connect-src': ["'self'"],
          'worker-src': ["'self'"],
          'media-src': ["'self'", 'blob:'],
          'manifest-src': ["'self'"],
          'base-uri': ["'none'"],
          'form-action': ["'self'"],
          'frame-ancestors': ["'none'"],
        },
      },
      strictTransportSecurity: false,
      // As `frame-ancestors` says, for browsers that know only the older header.
      xFrameOptions: { action: 'deny' },
      referrerPolicy: { policy: 'no-referrer' },
    }),
  );
  app.use((_, response, next) => {
    response.setHeader(
      'Permissions-Policy',
      'camera=(), microphone=(self), midi=(self), geolocation=(), payment=()',
    );
    next();
  });
  app.use(compression());
  app.use('/_astro', express.static(join(client, '_astro'), { immutable: true, maxAge: '1y' }));
  // The pages, the service worker and what stands beside them keep their names from build to build: a browser asks again.
  const asksAgain = (response) => response.setHeader('Cache-Control', 'no-cache');
  app.use(
    express.static(client, {
      extensions: ['html'],
      redirect: false,
      cacheControl: false,
      setHeaders: asksAgain,
    }),
  );
  app.use('/api', bytesInFlight());
  // The endpoints alone are Astro's: its own addresses, such as the one that makes images, are not for anyone.
  app.use((request, response, next) =>
    request.path.startsWith('/api/') ? handler(request, response, next, { ...(ask && { ask }) }) : next(),
  );
  const addresses = addressesOfFiles();
  app.use((request, response) => {
    asksAgain(response);
    const reads = request.method === 'GET' || request.method === 'HEAD';
    if (!reads && addresses.has(request.path))
      response
        .status(405)
        .setHeader('Allow', 'GET, HEAD')
        .type('text')
        .send('This address takes GET, HEAD\n');
    else response.status(404).sendFile(join(client, '404.html'), { cacheControl: false });
  });
  // A fault is said in one line, without what only its author can read. Four arguments make it Express's last resort.
  app.use((error, request, response, next) => {
    if (response.headersSent) return next(error);
    const status = error.status >= 400 && error.status < 500 ? error.status : 500;
    if (status === 500) console.error(`${request.method} ${request.path}: ${error.message}`);
    response.status(status).type('text').send(`${status}\n`);
  });
  return app;
}
