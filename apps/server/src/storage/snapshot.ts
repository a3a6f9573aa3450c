import Database from 'better-sqlite3';
import {
  canonicalJson,
  chainLine,
  compareHeads,
  err,
  ok,
  openLog,
  reason,
  verifyChain,
  type Entry,
  type LoggedHead,
  type LogLine,
  type Reason,
  type Result,
} from '@kanzel/core';
import { platformHash, StoredEntries } from './stored-entry.ts';

/** Copies a database that may be in use, page by page, into a file of its own; what is copied is of one moment. */
export async function copyDatabase(from: string, to: string): Promise<void> {
  const source = new Database(from, { readonly: true, fileMustExist: true });
  try {
    await source.backup(to);
  } finally {
    source.close();
  }
  // The copy is one file, without the journal that a running server keeps beside it.
  const copy = new Database(to);
  copy.pragma('journal_mode = DELETE');
  copy.close();
}

/** What a whole installation amounts to, once it has been verified. */
export interface VerifiedDatabase {
  readonly campaigns: number;
  readonly entries: number;
  readonly lines: number;
  readonly logHead: string;
}

type Row = Omit<LogLine, 'body'> & { readonly body: string };

function verifyLog(
  database: Database.Database,
): Result<{ heads: ReadonlyMap<string, LoggedHead>; lines: number; head: string }, Reason> {
  const log = openLog();
  const rows = database.prepare('SELECT seq, at, kind, body, prevHash, hash FROM log ORDER BY seq').iterate();
  for (const row of rows as IterableIterator<Row>) {
    const taken = log.take({ ...row, body: JSON.parse(row.body) as LogLine['body'] });
    if (!taken.ok) return taken;
  }
  return ok({ heads: log.heads, lines: log.last().seq, head: log.last().hash });
}

/**
 * Verifies a database from end to end: that SQLite finds it sound, every campaign's chain, the log of the
 * installation, and that each campaign ends where the log says. Every problem found, as reasons or as SQLite's words.
 */
export function verifyDatabase(path: string): Result<VerifiedDatabase, readonly (Reason | string)[]> {
  const database = new Database(path, { readonly: true, fileMustExist: true });
  try {
    const sound = database.pragma('quick_check(3)') as { quick_check: string }[];
    if (sound[0]?.quick_check !== 'ok') return err(sound.map((s) => s.quick_check));
    const problems: Reason[] = [];
    const found = new Map<string, LoggedHead>();
    let entries = 0;
    const ids = database.prepare('SELECT id FROM campaign').pluck().all() as string[];
    const listing = database.prepare('SELECT json FROM entry WHERE campaign = ? ORDER BY seq').pluck();
    const stored = new StoredEntries(database);
    for (const id of ids) {
      const rows = listing.all(id) as string[];
      const own = rows.map((json) => stored.read(json));
      const unread = own.findIndex((entry) => entry === undefined);
      const verified =
        unread < 0
          ? verifyChain(own as Entry[], platformHash)
          : err(reason('chainHash', { seq: unread + 1, id: '', kind: '' }));
      if (!verified.ok) problems.push(verified.error);
      else found.set(id, verified.value);
      entries += own.length;
    }
    const log = verifyLog(database);
    if (!log.ok) problems.push(log.error);
    else problems.push(...compareHeads(log.value.heads, found));
    if (problems.length > 0 || !log.ok) return err(problems);
    return ok({ campaigns: ids.length, entries, lines: log.value.lines, logHead: log.value.head });
  } catch (error) {
    return err([error instanceof Error ? error.message : String(error)]);
  } finally {
    database.close();
  }
}

/** Adds a line to the log of a database that no server works on. */
export function addLogLine(path: string, line: Pick<LogLine, 'at' | 'kind' | 'body'>): void {
  const database = new Database(path);
  try {
    const last = database.prepare('SELECT seq, hash FROM log ORDER BY seq DESC LIMIT 1').get() as
      { seq: number; hash: string } | undefined;
    const next = chainLine(line, last);
    database
      .prepare(
        'INSERT INTO log (seq, at, kind, campaign, body, prevHash, hash) VALUES (?, ?, ?, NULL, ?, ?, ?)',
      )
      .run(next.seq, next.at, next.kind, canonicalJson(next.body), next.prevHash, next.hash);
  } finally {
    database.close();
  }
}
