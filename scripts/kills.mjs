import { spawnSync } from 'node:child_process';
import { parseArgs } from 'node:util';
import { build } from './build.mjs';
import { ensureInstalled, ensureNode, ROOT } from './lib.mjs';

/** `npm run kills -- --rounds 60`: the server ended without a word in the middle of everything it does, so often each. */
ensureNode();
ensureInstalled();
await build({ web: false });
const { values } = parseArgs({ options: { rounds: { type: 'string', default: '60' } } });
const done = spawnSync('npx', ['--no-install', 'jest', 'apps/server/src/kills', 'apps/server/src/process'], {
  cwd: ROOT,
  stdio: 'inherit',
  env: { ...process.env, KANZEL_ROUNDS: values.rounds },
});
process.exitCode = done.status ?? 1;
