/* global jest, __dirname */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';

/**
 * For `npm run mutate` alone: the tests of the folders of the core that are named, as one file. The heart is loaded once
 * for each fault then, and not once for every file of tests.
 */
for (const folder of (process.env['KANZEL_MUTATE_TESTS'] ?? '').split(',')) {
  const path = join(__dirname, '../packages/core/src', folder);
  for (const file of readdirSync(path)) if (file.endsWith('.test.ts')) jest.requireActual(join(path, file));
}
