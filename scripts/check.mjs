import { spawnSync } from 'node:child_process';
import { ensureInstalled, ensureNode, ROOT } from './lib.mjs';

/** `npm run check`: types, lint, format, dependency rules, unused code. All are run, then it fails if any did. */
ensureNode();
ensureInstalled();
const PROJECTS = [
  'packages/core',
  'packages/formats',
  'packages/packs',
  'packages/contract',
  'packages/standins',
  'packages/world',
  'apps/server',
  'apps/demo',
  'apps/web',
];
const CHECKS = [
  ...PROJECTS.map((p) => [`types of ${p}`, 'tsc', ['-p', `${p}/tsconfig.json`]]),
  ['types of the tests', 'tsc', ['-p', 'tsconfig.tests.json']],
  ['lint', 'eslint', ['--max-warnings', '0', '.']],
  ['format', 'prettier', ['--check', '--log-level', 'warn', '.']],
  ['dependency rules', 'depcruise', ['--config', '.dependency-cruiser.cjs', 'packages', 'apps']],
  ['unused code', 'knip', []],
];
let failed = 0;
for (const [name, command, args] of CHECKS) {
  const done = spawnSync('npx', ['--no-install', command, ...args], { cwd: ROOT, encoding: 'utf8' });
  const fine = done.status === 0;
  process.stdout.write(`${fine ? 'clean ' : 'FAILED'} ${name}\n`);
  if (!fine) {
    failed += 1;
    process.stdout.write(`${done.stdout}${done.stderr.replace(/^npm warn.*\n/gm, '')}\n`);
  }
}
process.exitCode = failed > 0 ? 1 : 0;
