/**
 * The server's endpoints as functions from a checked body to an answer, over the same core as the views.
 *
 * Read `endpoint` first: it reads a JSON body under a size limit, checks it, and answers problems as RFC 9457
 * documents with a JSON pointer for each. Bodies are never logged.
 */
export { endpoint, methodNotAllowed } from './endpoint';
export { openApi } from './open-api';
export { problem } from './problem';
export { SCHEMAS } from './schemas';
export { scoreAnswer } from './score';
export { schemeProblems } from './scheme-problems';
export { setProblems } from './set-problems';
