/* global jest, __dirname */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';

/**
 * For `npm run mutate` alone: the tests of the folders of the core that are named, as one file. The heart is loaded once
 * for each fault then, and not once for every file of tests. One test that sees the fault is enough: those after it are
 * not run, and the random campaigns, the slowest of all, come last.
 */
let seen = false;
const untilSeen = (body) =>
  body &&
  (async (...given) => {
    if (seen) return;
    try {
      await body(...given);
    } catch (fault) {
      seen = true;
      throw fault;
    }
  });
const plain = globalThis.test;
const asked = (title, body, limit) => plain(title, untilSeen(body), limit);
asked.each =
  (...table) =>
  (title, body, limit) =>
    plain.each(...table)(title, untilSeen(body), limit);
globalThis.test = globalThis.it = asked;

const files = (process.env['KANZEL_MUTATE_TESTS'] ?? '').split(',').flatMap((folder) => {
  const path = join(__dirname, '../packages/core/src', folder);
  return readdirSync(path).flatMap((file) => (file.endsWith('.test.ts') ? [join(path, file)] : []));
});
const slow = (path) => Number(path.endsWith('oracle.test.ts'));
for (const path of files.sort((one, other) => slow(one) - slow(other))) jest.requireActual(path);
