import { spawnSync } from 'node:child_process';
import { parseArgs } from 'node:util';
import { ensureInstalled, ensureNode, ROOT } from './lib.mjs';

/**
 * `npm run fuzz -- --minutes 30`: random campaigns on random packs, with the seed of the clock, held against the oracle
 * until the time is over or one of them disagrees; that one is shrunk and printed with its seed.
 */
ensureNode();
ensureInstalled();
const { values } = parseArgs({
  options: { minutes: { type: 'string', default: '5' }, seed: { type: 'string' } },
});
const until = Date.now() + Number(values.minutes) * 60_000;
const ROUND = 1500;
let campaigns = 0;
let seed = Number(values.seed ?? Date.now() % 1_000_000_000);
process.stdout.write(`Seed ${seed}\n`);
while (Date.now() < until) {
  const done = spawnSync('npx', ['--no-install', 'jest', '--silent', 'packages/core/src/record/oracle'], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, KANZEL_FUZZ_RUNS: String(ROUND), KANZEL_FUZZ_SEED: String(seed) },
  });
  if (done.status !== 0) {
    process.stdout.write(done.stderr);
    process.stdout.write(`Seed ${seed} disagrees. ${campaigns} campaigns before it agreed.\n`);
    process.exit(1);
  }
  campaigns += 2 * ROUND;
  process.stdout.write(`${campaigns} campaigns agree (seed ${seed})\n`);
  seed += 1;
}
process.stdout.write(`${campaigns} campaigns, 0 disagreements\n`);
