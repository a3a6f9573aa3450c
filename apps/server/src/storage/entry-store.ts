import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectDataSource } from '@nestjs/typeorm';
import { canonicalJson, chainLine, type Entry, type LoggedHead, type LogLine } from '@kanzel/core';
import type Database from 'better-sqlite3';
import { DataSource } from 'typeorm';

/** What was written as JSON, or undefined where somebody has written over it. */
export function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    // Not a fault of ours and not to be mended here: whoever asks says what is missing.
    return undefined;
  }
}

/** SHA-256 of a text by the platform: the same as the core's, and several times as fast. */
export const platformHash = (text: string): string => createHash('sha256').update(text, 'utf8').digest('hex');

interface Statements {
  readonly entryById: Database.Statement;
  readonly entriesAfter: Database.Statement;
  readonly insertEntry: Database.Statement;
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

  /** The entry of an id, in whatever campaign. */
  find(id: string): Entry | undefined {
    const json = this.statements().entryById.get(id) as string | undefined;
    return json === undefined ? undefined : (readJson(json) as Entry | undefined);
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
      const entry = readJson(json) as Entry | undefined;
      if (!entry) break;
      entries.push(entry);
    }
    return entries;
  }

  /**
   * Writes entries and the heads they lead to, all of it or nothing; it is on the disk when this comes back. `heads` are said
   * in the log, one line each.
   */
  append(entries: readonly Entry[], heads: readonly LogLine['body'][], at: string): void {
    const { insertEntry, lastLine, insertLine } = this.statements();
    this.database().transaction(() => {
      for (const entry of entries)
        insertEntry.run(entry.campaign, entry.seq, entry.id, entry.hash, canonicalJson(entry));
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
