import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { spawnSync } from 'node:child_process';
import { parseArgs } from 'node:util';
import { ensureInstalled, ensureNode, ROOT } from './lib.mjs';

/**
 * `npm run fuzz -- --minutes 30`: random campaigns on random packs and on the packs that ship, with the seed of the clock, held against the oracle
 * until the time is over or one of them disagrees; that one is shrunk and printed with its seed.
 * `npm run fuzz -- --parsers 1000000`: so many damaged inputs for everything that reads what comes from outside.
 */
/** Readers in apps/server/src/parsers.test.ts. */
const PARSERS = 19;
const ROUND = 1500;
ensureNode();
ensureInstalled();
const { values } = parseArgs({
  options: {
    minutes: { type: 'string', default: '5' },
    seed: { type: 'string' },
    parsers: { type: 'string' },
  },
});
if (values.parsers !== undefined) {
  const each = Math.ceil(Number(values.parsers) / PARSERS);
  const done = spawnSync('npx', ['--no-install', 'jest', 'apps/server/src/parsers'], {
    cwd: ROOT,
    stdio: 'inherit',
    env: {
      ...process.env,
      KANZEL_FUZZ_INPUTS: String(each),
      KANZEL_FUZZ_SEED: values.seed ?? String(Date.now() % 1_000_000_000),
    },
  });
  process.stdout.write(`${each * PARSERS} inputs\n`);
  process.exit(done.status ?? 1);
}
const until = Date.now() + Number(values.minutes) * 60_000;

const SHIPPED = readdirSync(join(ROOT, 'packages/packs/library/packs')).length;
let campaigns = 0;
let seed = Number(values.seed ?? Date.now() % 1_000_000_000);
process.stdout.write(`Seed ${seed}\n`);
while (Date.now() < until) {
  const done = spawnSync(
    'npx',
    ['--no-install', 'jest', '--silent', 'packages/core/src/record/oracle', 'packages/packs/src/random'],
    {
      cwd: ROOT,
      encoding: 'utf8',
      env: { ...process.env, KANZEL_FUZZ_RUNS: String(ROUND), KANZEL_FUZZ_SEED: String(seed) },
    },
  );
  if (done.status !== 0) {
    process.stdout.write(done.stderr);
    process.stdout.write(`Seed ${seed} disagrees. ${campaigns} campaigns before it agreed.\n`);
    process.exit(1);
  }
  // Twice on random packs, and a twentieth on each of those that ship.
  campaigns += 2 * ROUND + SHIPPED * Math.ceil(ROUND / 20);
  process.stdout.write(`${campaigns} campaigns agree (seed ${seed})\n`);
  seed += 1;
}
process.stdout.write(`${campaigns} campaigns, 0 disagreements\n`);
