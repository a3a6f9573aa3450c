import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The root of the repository. */
export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));

/** Runs a command, its output passed through; ends this process with its code when it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

/** Starts a command and resolves with its exit code; output passed through. */
export function start(command, args, options = {}) {
  const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  return { child, ended: new Promise((resolve) => child.once('exit', (code) => resolve(code ?? 1))) };
}

/** Every file below the given paths, sorted, leaving out what is built or installed. */
export function filesBelow(paths) {
  const found = [];
  const visit = (path) => {
    if (statSync(path).isFile()) found.push(path);
    else
      for (const name of readdirSync(path))
        if (!['node_modules', 'dist', '.demo', '.tmp', '.mutate'].includes(name)) visit(join(path, name));
  };
  for (const path of paths) visit(join(ROOT, path));
  return found.sort();
}

/** One hash over names and contents. */
export function hashFiles(paths) {
  const hash = createHash('sha256');
  for (const file of filesBelow(paths))
    hash.update(relative(ROOT, file)).update('\0').update(readFileSync(file)).update('\0');
  return hash.digest('hex');
}

/** Whether something was done for this very `key` before, and all that it made is still there. */
function isDone(name, key, made) {
  const stamp = join(ROOT, 'node_modules', '.kanzel', name);
  const stamped = existsSync(stamp) && readFileSync(stamp, 'utf8') === key;
  return stamped && made.every((path) => existsSync(join(ROOT, path)));
}

/** Runs `work` unless it was done for this very `key` before and what it made is there; marked once it is through. */
export async function onceMade(name, key, made, work) {
  if (isDone(name, key, made)) return;
  await work();
  const stamp = join(ROOT, 'node_modules', '.kanzel', name);
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, key);
}

/** Runs `work` unless it was done for this very `key` before. */
export function onceFor(name, key, work) {
  const stamp = join(ROOT, 'node_modules', '.kanzel', name);
  if (isDone(name, key, [])) return false;
  work();
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, key);
  return true;
}

/** Installs the dependencies from the lockfile, unless this lockfile is installed already. */
export function ensureInstalled() {
  const key = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .update(process.version)
    .digest('hex');
  const complete = existsSync(join(ROOT, 'node_modules', 'typeorm', 'package.json'));
  if (!complete)
    process.stdout.write(
      'Installing the dependencies from the lockfile; on a new machine this takes a few minutes.\n',
    );
  const install = () => run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  if (complete) onceFor('installed', key, install);
  else {
    install();
    onceFor('installed', key, () => undefined);
  }
}

/** Refuses a Node.js that is too old before anything fails in a stranger way. */
export function ensureNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major > 20 || (major === 20 && minor >= 19)) return;
  process.stderr.write(
    `Kanzel needs Node.js 20.19 or newer; this is ${process.version}. Nothing was installed.\n`,
  );
  process.exit(1);
}
