/**
 * base: results, problems and small tools with no music words in them.
 * Start with result.ts; every room builds on it.
 */
export { fail, ok, type Result } from './result';
export { formatProblem, problemAt, problemIn, type Problem } from './problem';
export { unreachable } from './unreachable';
export { remember } from './remember';
export type { Brand } from './brand';
export { ordinal } from './ordinal';
export { finished } from './finished';
export { fileName } from './file-name';
export { sameData } from './same-data';
