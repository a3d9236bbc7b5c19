import { createApp } from './app.mjs';
import { createPool } from './pool.mjs';

const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 4321);

/** Milliseconds in which a request must have come whole. */
const REQUEST = 30_000;
const MOST_CONNECTIONS = 256;

const { ask, close } = createPool();
const app = await createApp({ ask });
const server = app.listen(port, host);
server.requestTimeout = REQUEST;
server.headersTimeout = REQUEST;
server.maxConnections = MOST_CONNECTIONS;
for (const signal of ['SIGINT', 'SIGTERM'])
  process.once(signal, () => {
    server.close();
    server.closeAllConnections();
    void close().then(() => process.exit(0));
  });
