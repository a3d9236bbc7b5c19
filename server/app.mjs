// The HTTP server round the built app: compression, security headers, the prerendered pages, the endpoints.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
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

export async function createApp() {
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
          'manifest-src': ["'self'"],
          'base-uri': ["'none'"],
          'form-action': ["'self'"],
          'frame-ancestors': ["'none'"],
        },
      },
      strictTransportSecurity: false,
      referrerPolicy: { policy: 'no-referrer' },
    }),
  );
  app.use((_, response, next) => {
    response.setHeader('Permissions-Policy', 'camera=(), microphone=(), geolocation=(), payment=()');
    next();
  });
  app.use(compression());
  app.use('/_astro', express.static(join(client, '_astro'), { immutable: true, maxAge: '1y' }));
  app.use(express.static(client, { extensions: ['html'], redirect: false, cacheControl: false }));
  app.use(handler);
  app.use((_, response) => void response.status(404).sendFile(join(client, '404.html')));
  return app;
}
