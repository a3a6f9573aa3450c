import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensureInstalled, ensureNode, ROOT } from './lib.mjs';

/** `npm test`: everything it needs, then every suite; ends with "N passed, N failed" summed over all of them. */
ensureNode();
ensureInstalled();
await build();
const chromium = ensureChromium();

const out = join(ROOT, '.tmp');
rmSync(out, { recursive: true, force: true });
mkdirSync(out, { recursive: true });

function suite(name, command, args, file, read, env = {}) {
  process.stdout.write(`\n${name}\n`);
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  const path = join(out, file);
  if (!existsSync(path)) {
    process.stderr.write(`${name}: no result was written, so nothing ran.\n`);
    return { passed: 0, failed: 1 };
  }
  const found = read(JSON.parse(readFileSync(path, 'utf8')));
  if (found.passed + found.failed === 0) {
    process.stderr.write(`${name}: no test ran, and that counts as failed.\n`);
    return { passed: 0, failed: 1 };
  }
  return { passed: found.passed, failed: Math.max(found.failed, done.status === 0 ? 0 : 1) };
}

const results = [
  suite(
    'Core, library, stand-in and server',
    'npx',
    ['jest', '--forceExit', '--json', `--outputFile=${join(out, 'jest.json')}`],
    'jest.json',
    (r) => ({
      passed: r.numPassedTests,
      failed: r.numFailedTests + r.numRuntimeErrorTestSuites + r.numPendingTests,
    }),
  ),
  suite(
    'Stories in the browser',
    'npx',
    ['playwright', 'test', '--config', 'e2e/playwright.config.ts'],
    'e2e.json',
    (r) => ({ passed: r.stats.expected, failed: r.stats.unexpected + r.stats.flaky + r.stats.skipped }),
    { KANZEL_CHROMIUM: chromium },
  ),
];
const sum = (key) => results.reduce((a, r) => a + r[key], 0);
process.stdout.write(`\n${sum('passed')} passed, ${sum('failed')} failed\n`);
process.exitCode = sum('failed') > 0 ? 1 : 0;
