import { Injectable } from '@nestjs/common';
import { InjectDataSource } from '@nestjs/typeorm';
import { canonicalJson, chainLine, type Entry, type LoggedHead, type LogLine } from '@kanzel/core';
import type Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import { platformHash, StoredEntries, takeApart } from './stored-entry.ts';

interface Statements {
  readonly entryById: Database.Statement;
  readonly entriesAfter: Database.Statement;
  readonly insertEntry: Database.Statement;
  readonly insertBasis: Database.Statement;
  readonly basisByHash: Database.Statement;
  readonly lastLine: Database.Statement;
  readonly headLine: Database.Statement;
  readonly insertLine: Database.Statement;
}

/**
 * The one place that is asked for every entry, with statements prepared once: of one entry, half the time went into preparing
 * them anew. Whoever writes holds the write lock, so that no other transaction is open on the one connection.
 */
@Injectable()
export class EntryStore {
  private prepared: Statements | undefined;
  private reading: StoredEntries | undefined;

  constructor(@InjectDataSource() private readonly dataSource: DataSource) {}

  private database(): Database.Database {
    return (this.dataSource.driver as unknown as { databaseConnection: Database.Database })
      .databaseConnection;
  }

  private statements(): Statements {
    return (this.prepared ??= {
      entryById: this.database().prepare('SELECT json FROM entry WHERE id = ?').pluck(),
      entriesAfter: this.database()
        .prepare('SELECT json FROM entry WHERE campaign = ? AND seq > ? AND seq <= ? ORDER BY seq')
        .pluck(),
      insertEntry: this.database().prepare(
        'INSERT INTO entry (campaign, seq, id, hash, json) VALUES (?, ?, ?, ?, ?)',
      ),
      insertBasis: this.database().prepare('INSERT OR IGNORE INTO basis (hash, json) VALUES (?, ?)'),
      basisByHash: this.database().prepare('SELECT json FROM basis WHERE hash = ?').pluck(),
      lastLine: this.database().prepare('SELECT seq, hash FROM log ORDER BY seq DESC LIMIT 1'),
      headLine: this.database()
        .prepare(
          "SELECT body FROM log WHERE campaign = ? AND kind = 'head.advanced' ORDER BY seq DESC LIMIT 1",
        )
        .pluck(),
      insertLine: this.database().prepare(
        'INSERT INTO log (seq, at, kind, campaign, body, prevHash, hash) VALUES (?, ?, ?, ?, ?, ?, ?)',
      ),
    });
  }

  private stored(): StoredEntries {
    return (this.reading ??= new StoredEntries(this.database()));
  }

  /** The entry of an id, in whatever campaign. */
  find(id: string): Entry | undefined {
    const json = this.statements().entryById.get(id) as string | undefined;
    return json === undefined ? undefined : this.stored().read(json);
  }

  /** Where a campaign's record stood by the log; undefined when the log has never heard of it. */
  loggedHead(campaign: string): LoggedHead | undefined {
    const body = this.statements().headLine.get(campaign) as string | undefined;
    return body === undefined ? undefined : (JSON.parse(body) as LoggedHead);
  }

  /** Entries of a campaign behind one place up to another, in order; up to the first that cannot be read any more. */
  between(campaign: string, after: number, upTo = Number.MAX_SAFE_INTEGER): Entry[] {
    const entries: Entry[] = [];
    for (const json of this.statements().entriesAfter.all(campaign, after, upTo) as string[]) {
      const entry = this.stored().read(json);
      if (!entry) break;
      entries.push(entry);
    }
    return entries;
  }

  /** Whether what an entry is judged by lies on the disk as it is, or not at all yet. */
  soundFor(entry: Entry): boolean {
    const { basis } = takeApart(entry);
    return !basis || this.agrees(basis);
  }

  private agrees({ hash, json }: { readonly hash: string; readonly json: string }): boolean {
    const there = this.statements().basisByHash.get(hash) as string | undefined;
    return there === undefined || there === json;
  }

  /** Writes entries; within a transaction of whoever asks. */
  insert(entries: readonly Entry[]): void {
    const { insertEntry, insertBasis } = this.statements();
    for (const entry of entries) {
      const { json, basis } = takeApart(entry);
      if (basis && insertBasis.run(basis.hash, basis.json).changes === 0 && !this.agrees(basis))
        throw new Error('What campaigns are judged by was written over in the database; restore a backup.');
      insertEntry.run(entry.campaign, entry.seq, entry.id, entry.hash, json);
    }
  }

  /**
   * Writes entries and the heads they lead to, all of it or nothing; it is on the disk when this comes back. `heads` are said
   * in the log, one line each.
   */
  append(entries: readonly Entry[], heads: readonly LogLine['body'][], at: string): void {
    const { lastLine, insertLine } = this.statements();
    this.database().transaction(() => {
      this.insert(entries);
      for (const body of heads) {
        const last = lastLine.get() as Pick<LogLine, 'seq' | 'hash'> | undefined;
        const line = chainLine({ at, kind: 'head.advanced', body }, last, platformHash);
        insertLine.run(
          line.seq,
          line.at,
          line.kind,
          String(body['campaign']),
          canonicalJson(body),
          line.prevHash,
          line.hash,
        );
      }
    })();
  }
}
