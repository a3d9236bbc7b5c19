/**
 * Where each component of a goal stands today, from what was heard and nothing else.
 *
 * Marks are whole marks of the goal's scheme. No forecast is made. Read `readinessOf` first.
 */
export { readinessOf, type ComponentReadiness, type Readiness } from './readiness';
