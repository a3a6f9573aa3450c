import { errorCode } from '../error-code.ts';
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join, relative, sep } from 'node:path';
import { err, makeSentences, ok, type Reason, type Result } from '@kanzel/core';
import { ATTACHMENTS_FOLDER } from '../attachments/index.ts';
import { isInUse } from '../storage/folder-lock.ts';
import { addLogLine, copyDatabase, verifyDatabase, type VerifiedDatabase } from '../storage/snapshot.ts';
import { DATABASE_FILE } from '../storage/sqlite.ts';

/** Newest version of the backup that this program writes and reads. */
const VERSION = 1;
const MANIFEST = 'manifest.json';

interface Manifest {
  readonly format: 'kanzel-backup';
  readonly version: number;
  readonly madeAt: string;
  /** Head of the log of the installation at that moment. */
  readonly logHead: string;
  readonly files: readonly { readonly path: string; readonly size: number; readonly sha256: string }[];
}

const { say } = makeSentences({ part: (k) => k, subject: (s) => s, thing: (t) => t });
const inWords = (problem: Reason | string): string => (typeof problem === 'string' ? problem : say(problem));

function filesBelow(folder: string, at = folder): string[] {
  return readdirSync(at, { withFileTypes: true }).flatMap((entry) => {
    const path = join(at, entry.name);
    return entry.isDirectory() ? filesBelow(folder, path) : [relative(folder, path).split(sep).join('/')];
  });
}

/** Copies what lies in a folder that is worked on: a file that has got its final name meanwhile is copied under that. */
function copyFiles(from: string, to: string): void {
  if (!existsSync(from)) return;
  for (const path of filesBelow(from)) {
    if (path.startsWith('.coming')) continue;
    const copy = (name: string): void => {
      mkdirSync(dirname(join(to, name)), { recursive: true });
      copyFileSync(join(from, name), join(to, name));
    };
    try {
      copy(path);
    } catch (error) {
      if (errorCode(error) !== 'ENOENT') throw error;
      copy(path.replace(/\.coming$/, ''));
    }
  }
}

const describe = (folder: string, path: string): Manifest['files'][number] => ({
  path,
  size: statSync(join(folder, path)).size,
  sha256: createHash('sha256')
    .update(readFileSync(join(folder, path)))
    .digest('hex'),
});

/**
 * Copies an installation, running or not, into a new folder: the database as of one moment, the library, and a
 * manifest with the hash of each file. The signing key stays where it is. The copy is verified before it is
 * called a backup; a copy that fails leaves nothing behind.
 */
export async function makeBackup(
  dataFolder: string,
  target: string,
  now: Date,
): Promise<Result<VerifiedDatabase, readonly string[]>> {
  const database = join(dataFolder, DATABASE_FILE);
  if (!existsSync(database)) return err([`There is no database in ${dataFolder}; nothing was copied.`]);
  if (existsSync(target)) return err([`${target} exists already. Nothing was copied; name another folder.`]);
  const making = `${target}.making`;
  rmSync(making, { recursive: true, force: true });
  mkdirSync(making, { recursive: true });
  try {
    await copyDatabase(database, join(making, DATABASE_FILE));
    // After the database: whatever it names is on the disk by now, and what came since is harmless.
    for (const folder of ['library', ATTACHMENTS_FOLDER])
      copyFiles(join(dataFolder, folder), join(making, folder));
    for (const file of ['field.json', 'field-chart.json'])
      if (existsSync(join(dataFolder, file))) copyFileSync(join(dataFolder, file), join(making, file));
    const verified = verifyDatabase(join(making, DATABASE_FILE));
    if (!verified.ok)
      return err([
        'The installation does not verify, and a backup of it would not either. Nothing was kept.',
        ...verified.error.map(inWords),
      ]);
    const manifest: Manifest = {
      format: 'kanzel-backup',
      version: VERSION,
      madeAt: now.toISOString(),
      logHead: verified.value.logHead,
      files: filesBelow(making).map((path) => describe(making, path)),
    };
    writeFileSync(join(making, MANIFEST), `${JSON.stringify(manifest, null, 2)}\n`, { flush: true });
    mkdirSync(dirname(target), { recursive: true });
    renameSync(making, target);
    return verified;
  } finally {
    rmSync(making, { recursive: true, force: true });
  }
}

function readManifest(folder: string): Result<Manifest, string> {
  const path = join(folder, MANIFEST);
  if (!existsSync(path)) return err(`${folder} is not a backup: it has no ${MANIFEST}.`);
  let manifest: Manifest;
  try {
    manifest = JSON.parse(readFileSync(path, 'utf8')) as Manifest;
  } catch (error) {
    return err(`${path} cannot be read: ${error instanceof Error ? error.message : String(error)}.`);
  }
  if (manifest.format !== 'kanzel-backup' || !Array.isArray(manifest.files))
    return err(`${path} is not the manifest of a backup.`);
  return manifest.version > VERSION
    ? err(`This backup is of version ${manifest.version}; this program reads version ${VERSION}.`)
    : ok(manifest);
}

/** Verifies a backup: every file it names, none beside them, and the database from end to end. */
export function verifyBackup(folder: string): Result<VerifiedDatabase, readonly string[]> {
  const manifest = readManifest(folder);
  if (!manifest.ok) return err([manifest.error]);
  const { files, logHead } = manifest.value;
  const there = filesBelow(folder).filter((path) => path !== MANIFEST);
  const named = new Set(files.map((f) => f.path));
  const problems = [
    ...there.filter((path) => !named.has(path)).map((path) => `${path} is not in the manifest.`),
    ...files.flatMap(({ path, sha256 }) => {
      if (!there.includes(path)) return [`${path} is missing.`];
      return describe(folder, path).sha256 === sha256
        ? []
        : [`${path} was altered since the backup was made.`];
    }),
  ];
  if (problems.length > 0) return err(problems);
  const verified = verifyDatabase(join(folder, DATABASE_FILE));
  if (!verified.ok) return err(verified.error.map(inWords));
  return verified.value.logHead === logHead
    ? verified
    : err(['The log of the installation ends elsewhere than the manifest says.']);
}

/**
 * Puts a backup in the place of an installation. It is verified before anything is replaced; what was there is
 * put aside whole, and its signing key goes on being used. Refused while a server works on the folder.
 */
export function restoreBackup(
  folder: string,
  dataFolder: string,
  now: Date,
): Result<VerifiedDatabase & { readonly aside: string | undefined }, readonly string[]> {
  const verified = verifyBackup(folder);
  if (!verified.ok)
    return err([`${folder} was not restored, and ${dataFolder} was left as it is.`, ...verified.error]);
  const exists = existsSync(dataFolder);
  if (exists && isInUse(dataFolder))
    return err([`A server is working on ${dataFolder}. Nothing was replaced; stop it first.`]);
  const coming = `${dataFolder}.restoring`;
  rmSync(coming, { recursive: true, force: true });
  cpSync(folder, coming, { recursive: true, filter: (path) => !path.endsWith(`${sep}${MANIFEST}`) });
  const keys = join(dataFolder, 'keys');
  if (existsSync(keys)) cpSync(keys, join(coming, 'keys'), { recursive: true });
  addLogLine(join(coming, DATABASE_FILE), {
    at: now.toISOString(),
    kind: 'backup.restored',
    body: { logHead: verified.value.logHead, keyKept: existsSync(keys) },
  });
  const aside = exists ? `${dataFolder}.before-${now.toISOString().replace(/[:.]/g, '-')}` : undefined;
  if (aside) renameSync(dataFolder, aside);
  renameSync(coming, dataFolder);
  return ok({ ...verified.value, aside });
}
