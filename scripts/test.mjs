import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import { join } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
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

/** Runs a suite. One that stands `aside` takes what the others leave of the machine, and says what it printed at its end. */
async function suite(name, [script, ...args], file, read, { env = {}, aside = false } = {}) {
  if (!aside) process.stdout.write(`\n${name}\n`);
  const child = spawn(process.execPath, [join(ROOT, 'node_modules', script), ...args], {
    cwd: ROOT,
    stdio: aside ? ['ignore', 'pipe', 'pipe'] : 'inherit',
    env: { ...process.env, ...env },
  });
  // Before it has children: they begin with what it has.
  if (aside) setPriority(child.pid, constants.priority.PRIORITY_BELOW_NORMAL);
  let printed = '';
  for (const stream of [child.stdout, child.stderr])
    stream?.setEncoding('utf8').on('data', (text) => (printed += text));
  const [status] = await once(child, 'close');
  if (aside) process.stdout.write(`\n${name}\n${printed}`);
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
  return { ...found, failed: Math.max(found.failed, status === 0 ? 0 : 1) };
}

/** Titles and first lines of what failed, for the end of a long log. */
const LINES = 12;
const told = (title, message) =>
  `${title}\n${stripVTControlCharacters(message)
    .split('\n')
    .filter((l) => l.trim() !== '')
    .slice(0, LINES)
    .join('\n')}`;
const failuresOfJest = (r) =>
  r.testResults.flatMap((file) =>
    file.assertionResults.length === 0 && file.message
      ? [told(file.name, file.message)]
      : file.assertionResults
          .filter((t) => t.status === 'failed')
          .map((t) => told(t.fullName, t.failureMessages.join('\n'))),
  );
const failuresOfStories = (suites) =>
  suites.flatMap((s) => [
    ...failuresOfStories(s.suites ?? []),
    ...(s.specs ?? [])
      .filter((spec) => !spec.ok)
      .map((spec) =>
        told(
          spec.title,
          spec.tests.flatMap((t) => t.results.flatMap((r) => r.errors.map((e) => e.message))).join('\n'),
        ),
      ),
  ]);

// Half of a story is waiting, for engines that turn and for whoever reads: the other suite works meanwhile, behind it.
const results = await Promise.all([
  suite(
    'Core, library, stand-in and server',
    ['jest/bin/jest.js', '--forceExit', '--json', `--outputFile=${join(out, 'jest.json')}`],
    'jest.json',
    (r) => ({
      passed: r.numPassedTests,
      failed: r.numFailedTests + r.numRuntimeErrorTestSuites + r.numPendingTests,
      failures: failuresOfJest(r),
    }),
    { aside: true },
  ),
  suite(
    'Stories in the browser',
    ['@playwright/test/cli.js', 'test', '--config', 'e2e/playwright.config.ts'],
    'e2e.json',
    (r) => ({
      passed: r.stats.expected,
      failed: r.stats.unexpected + r.stats.flaky + r.stats.skipped,
      failures: failuresOfStories(r.suites),
    }),
    { env: { KANZEL_CHROMIUM: chromium } },
  ),
]);
for (const failure of results.flatMap((r) => r.failures ?? [])) process.stdout.write(`\n${failure}\n`);
const sum = (key) => results.reduce((a, r) => a + r[key], 0);
process.stdout.write(`\n${sum('passed')} passed, ${sum('failed')} failed\n`);
process.exitCode = sum('failed') > 0 ? 1 : 0;
