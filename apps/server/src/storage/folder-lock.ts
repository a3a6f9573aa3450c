import { errorCode } from '../error-code.ts';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { StartRefused } from './sqlite.ts';

/** Lies in the folder it locks, so that whoever comes to the folder comes to it, whatever their environment says. */
const LOCK_FILE = 'in-use.lock';

/**
 * Takes the lock of a data folder; undefined when another process has it. A lock of the operating system on an empty
 * database rather than a file with a number in it: it goes with its process, however that ends.
 */
function lock(dataFolder: string): Database.Database | undefined {
  const database = new Database(join(dataFolder, LOCK_FILE), { timeout: 0 });
  try {
    database.exec('BEGIN EXCLUSIVE');
    return database;
  } catch (error) {
    database.close();
    if (errorCode(error) === 'SQLITE_BUSY') return undefined;
    throw error;
  }
}

/** Whether a server works on a data folder now. */
export function isInUse(dataFolder: string): boolean {
  if (!existsSync(join(dataFolder, LOCK_FILE))) return false;
  const taken = lock(dataFolder);
  taken?.close();
  return taken === undefined;
}

/** Holds the data folder of a server for as long as it runs. */
@Injectable()
export class FolderHold implements OnApplicationShutdown {
  private held: Database.Database | undefined;

  /** Takes the folder, or refuses to start. */
  take(dataFolder: string): void {
    this.held = lock(dataFolder);
    if (!this.held)
      throw new StartRefused(
        `Another server is working on ${dataFolder}. Nothing was changed. Stop that one, or choose another folder with --data.`,
      );
  }

  onApplicationShutdown(): void {
    this.held?.close();
    this.held = undefined;
  }
}
