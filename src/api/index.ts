/**
 * The server's endpoints: a route reads a body under its limit and has it worked out, by the pool of threads where there
 * is one, over the same core as the views.
 *
 * Read `ANSWERS` first: what can be asked, each a function from a body to an answer. Problems are RFC 9457 documents with a
 * JSON pointer for each. Bodies are never logged.
 */
export { openApi } from './open-api';
export { methodNotAllowed, posted } from './posted';
export { problem } from './problem';
export { SCHEMAS } from './schemas';
