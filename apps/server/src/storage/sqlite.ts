import { errorCode } from '../error-code.ts';
import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readSync,
  closeSync,
  rmSync,
  statSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import type { DataSourceOptions } from 'typeorm';
import { ENTITIES } from './entities.ts';
import { MIGRATIONS } from './migrations.ts';

/** Everything that is special to SQLite stands here; the rest of the server knows TypeORM only. */

export const DATABASE_FILE = 'kanzel.sqlite';

/** Below this the next entries could not be written for certain. */
const LEAST_FREE_BYTES = 50 * 1024 * 1024;

/** A reason not to start, for the person who started it. */
export class StartRefused extends Error {}

/** The database connection for a data folder. WAL, and synced at every commit: what is acknowledged is on the disk. */
export function sqliteOptions(dataFolder: string): DataSourceOptions {
  return {
    type: 'better-sqlite3',
    database: join(dataFolder, DATABASE_FILE),
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsRun: true,
    migrationsTransactionMode: 'all',
    synchronize: false,
    enableWAL: true,
    prepareDatabase: (database: { pragma: (text: string) => unknown }) => {
      database.pragma('synchronous = FULL');
      database.pragma('foreign_keys = ON');
      database.pragma('busy_timeout = 5000');
    },
  };
}

function refuseUnlessWritable(dataFolder: string): void {
  try {
    mkdirSync(dataFolder, { recursive: true });
    accessSync(dataFolder, constants.W_OK | constants.R_OK);
    // Root may pass the check above on a read-only file system; only writing tells.
    const probe = join(dataFolder, '.write-probe');
    writeFileSync(probe, 'probe');
    rmSync(probe);
  } catch (error) {
    const code = errorCode(error);
    if (code === 'ENOSPC')
      throw new StartRefused(
        `The disk that holds ${dataFolder} is full. Nothing was written. Free some space and start again.`,
      );
    throw new StartRefused(
      `The data folder ${dataFolder} cannot be written (${code || String(error)}). Nothing was changed. Choose another with --data, or give yourself the right to write there.`,
    );
  }
}

/** The first bytes of every SQLite file. */
const MAGIC = 'SQLite format 3\u0000';

function refuseIfNotADatabase(path: string): void {
  if (!existsSync(path)) return;
  const handle = openSync(path, 'r');
  const head = Buffer.alloc(MAGIC.length);
  const read = readSync(handle, head, 0, MAGIC.length, 0);
  closeSync(handle);
  if (read > 0 && head.toString('latin1') !== MAGIC) {
    throw new StartRefused(
      `${path} is not a database, or its beginning is damaged. It was left as it is. Put a backup in its place, or move it away to begin anew.`,
    );
  }
}

/** Between taking away what was there and putting the backup in its place, a restore has neither under the name. */
function refuseIfHalfRestored(dataFolder: string): void {
  const coming = `${dataFolder}.restoring`;
  if (existsSync(dataFolder) || !existsSync(coming)) return;
  throw new StartRefused(
    `A restore into ${dataFolder} was cut off. Nothing was made: what was there before lies beside it as ${dataFolder}.before-…, what was coming as ${coming}. Restore the backup once more, and start again.`,
  );
}

/** An installation that has signed has a database: a new, empty one beside its key would say that nothing ever was. */
function refuseIfDatabaseIsGone(dataFolder: string): void {
  const path = join(dataFolder, DATABASE_FILE);
  const isThere = existsSync(path) && statSync(path).size > 0;
  if (isThere || !existsSync(join(dataFolder, 'keys', 'signing-key.pem'))) return;
  throw new StartRefused(
    `${path} is missing or empty, and ${dataFolder} holds the signing key of an installation. Nothing was made. Put a backup in its place, or begin anew in an empty folder with --data.`,
  );
}

/**
 * Looks at a data folder before anything is opened: it must be writable, have room, and hold either no
 * database or one that looks like one. Refuses with a sentence; changes and overwrites nothing.
 */
export function inspectDataFolder(dataFolder: string, leastFree = LEAST_FREE_BYTES): void {
  refuseIfHalfRestored(dataFolder);
  refuseUnlessWritable(dataFolder);
  const { bavail, bsize } = statfsSync(dataFolder);
  if (bavail * bsize < leastFree) {
    throw new StartRefused(
      `The disk that holds ${dataFolder} has only ${Math.floor((bavail * bsize) / 1048576)} MB left; 50 MB are needed to start. Nothing was written.`,
    );
  }
  refuseIfNotADatabase(join(dataFolder, DATABASE_FILE));
  refuseIfDatabaseIsGone(dataFolder);
}

/** What a failed opening of the database means, in words. */
export function explainOpening(dataFolder: string, error: unknown): StartRefused {
  const path = join(dataFolder, DATABASE_FILE);
  const code = errorCode(error);
  if (code.startsWith('SQLITE_CORRUPT') || code.startsWith('SQLITE_NOTADB'))
    return new StartRefused(
      `The database ${path} is damaged (${code}). It was left as it is. Put a backup in its place.`,
    );
  if (code.startsWith('SQLITE_FULL'))
    return new StartRefused(
      `The disk is full; ${path} could not be opened for writing. Nothing was changed.`,
    );
  if (code.startsWith('SQLITE_READONLY') || code.startsWith('SQLITE_CANTOPEN'))
    return new StartRefused(`The database ${path} cannot be written (${code}). Nothing was changed.`);
  return new StartRefused(
    `The database ${path} could not be opened: ${error instanceof Error ? error.message : String(error)}. It was left as it is.`,
  );
}

/** A database as large as this is looked over beside the work, not before it: the start does not grow with the record. */
const LOOKED_OVER_AT_START = 32 * 1024 * 1024;

/** Whether a database is looked over as a whole before anybody is let in. */
export const isLookedOverAtStart = (dataFolder: string): boolean =>
  statSync(join(dataFolder, DATABASE_FILE)).size <= LOOKED_OVER_AT_START;

/** Asks SQLite itself whether the file is sound, unless it is large. Refuses with what it said. */
export async function refuseIfDamaged(
  dataFolder: string,
  query: (sql: string) => Promise<unknown>,
): Promise<void> {
  if (!isLookedOverAtStart(dataFolder)) return;
  const rows = (await query('PRAGMA quick_check(3)')) as { quick_check: string }[];
  const said = rows.map((r) => r.quick_check);
  if (said.length === 1 && said[0] === 'ok') return;
  throw new StartRefused(
    `The database ${join(dataFolder, DATABASE_FILE)} is damaged: ${said.join('; ')}. It was left as it is. Put a backup in its place.`,
  );
}
