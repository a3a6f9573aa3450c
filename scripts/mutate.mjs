import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { spawnSync } from 'node:child_process';
import { parseArgs } from 'node:util';
import { ensureInstalled, ensureNode, ROOT } from './lib.mjs';

/** `npm run mutate`: every part one after another, or the one named; fails below 90 % of the faults seen. */
ensureNode();
ensureInstalled();
const { values } = parseArgs({
  options: { part: { type: 'string' }, force: { type: 'boolean', default: false } },
});
const { PARTS } = await import('../stryker.config.mjs');
const parts = values.part ? [values.part] : Object.keys(PARTS);
mkdirSync(join(ROOT, '.mutate'), { recursive: true });
let failed = 0;
for (const part of parts) {
  if (!PARTS[part]) {
    process.stderr.write(`There is no part "${part}"; there are ${Object.keys(PARTS).join(', ')}.\n`);
    process.exit(2);
  }
  process.stdout.write(`\n${part}\n`);
  const done = spawnSync('npx', ['--no-install', 'stryker', 'run', ...(values.force ? ['--force'] : [])], {
    cwd: ROOT,
    stdio: 'inherit',
    // The oracle tells enough of a fault by few campaigns; thousands are for npm test and npm run fuzz.
    env: {
      ...process.env,
      KANZEL_MUTATE_PART: part,
      KANZEL_MUTATE_TESTS: PARTS[part].tests.join(),
      KANZEL_FUZZ_RUNS: '12',
      KANZEL_DRAWS: '60',
      KANZEL_FUZZ_FAST: '1',
    },
  });
  if (done.status !== 0) failed += 1;
}
process.exitCode = failed > 0 ? 1 : 0;
