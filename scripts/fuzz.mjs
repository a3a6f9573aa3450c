import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { spawnSync } from 'node:child_process';
import { parseArgs } from 'node:util';
import { ensureInstalled, ensureNode, filesBelow, ROOT } from './lib.mjs';

/**
 * `npm run fuzz -- --minutes 30`: random campaigns on random packs and on the packs that ship, with the seed of the clock, held against the oracle
 * until the time is over or one of them disagrees; that one is shrunk and printed with its seed.
 * `npm run fuzz -- --parsers 1000000`: so many damaged inputs for everything that reads what comes from outside.
 * `npm run fuzz -- --properties --minutes 30`: every property of every suite, with other draws than the suite's, round after round.
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
    properties: { type: 'boolean', default: false },
  },
});

/** Runs test files, each of which is there: a pattern that meets nothing would pass. */
function ask(files, env, options = {}) {
  for (const file of files) readFileSync(join(ROOT, file));
  return spawnSync('npx', ['--no-install', 'jest', '--forceExit', '--runTestsByPath', ...files], {
    cwd: ROOT,
    stdio: 'inherit',
    ...options,
    env: { ...process.env, ...env },
  });
}

const until = Date.now() + Number(values.minutes) * 60_000;
let seed = Number(values.seed ?? Date.now() % 1_000_000_000);
if (values.parsers !== undefined) {
  const each = Math.ceil(Number(values.parsers) / PARSERS);
  const done = ask(['apps/server/src/parsers.test.ts'], {
    KANZEL_FUZZ_INPUTS: String(each),
    KANZEL_FUZZ_SEED: String(seed),
  });
  process.stdout.write(`${each * PARSERS} inputs\n`);
  process.exit(done.status ?? 1);
}
if (values.properties) {
  const files = filesBelow(['packages', 'apps'])
    .filter((f) => f.endsWith('.test.ts') && readFileSync(f, 'utf8').includes("from 'fast-check'"))
    .map((f) => relative(ROOT, f));
  for (let rounds = 1; rounds === 1 || Date.now() < until; rounds += 1, seed += 1) {
    const done = ask(files, { KANZEL_PROPERTY_SEED: String(seed) }, { stdio: ['ignore', 'ignore', 'pipe'] });
    if (done.status !== 0) {
      process.stdout.write(done.stderr);
      process.stdout.write(`Seed ${seed} disagrees: KANZEL_PROPERTY_SEED=${seed} draws it again.\n`);
      process.exit(1);
    }
    process.stdout.write(`${rounds} times the properties of ${files.length} files hold (seed ${seed})\n`);
  }
  process.exit(0);
}

const SHIPPED = readdirSync(join(ROOT, 'packages/packs/library/packs')).length;
let campaigns = 0;
process.stdout.write(`Seed ${seed}\n`);
while (Date.now() < until) {
  const done = ask(
    ['packages/core/src/entries/oracle.test.ts', 'packages/packs/src/random.test.ts'],
    { KANZEL_FUZZ_RUNS: String(ROUND), KANZEL_FUZZ_SEED: String(seed) },
    { stdio: ['ignore', 'ignore', 'pipe'] },
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
