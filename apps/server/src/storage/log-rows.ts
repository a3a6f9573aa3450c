import type { LogLine, LoggedHead } from '@kanzel/core';
import type { DataSource } from 'typeorm';

/** A line of the log as it lies there: its body is text. */
export type LogRecord = Omit<LogLine, 'body'> & { readonly body: string };

/** What a person is let in by and may do, as it lies there. */
export type PersonRecord = Readonly<
  Record<'id' | 'fullName' | 'authorisations' | 'passphraseHash', string> & Record<'endedAt', string | null>
>;

/** What lies in the database of what the log speaks of, read as it is and judged elsewhere. */
export class LogRows {
  constructor(private readonly dataSource: DataSource) {}

  private ask<T>(sql: string, parameters: readonly unknown[] = []): Promise<T[]> {
    return this.dataSource.query<T[]>(sql, [...parameters]);
  }

  /** The last line; undefined for a log without any. */
  async last(): Promise<Pick<LogRecord, 'seq' | 'hash'> | undefined> {
    const [last] = await this.ask<LogRecord>('SELECT seq, hash FROM log ORDER BY seq DESC LIMIT 1');
    return last;
  }

  /** Lines behind one, in their order, so many at most. */
  after(seq: number, most: number): Promise<LogRecord[]> {
    return this.ask<LogRecord>(
      'SELECT seq, at, kind, body, prevHash, hash FROM log WHERE seq > ? ORDER BY seq LIMIT ?',
      [seq, most],
    );
  }

  async hashOf(seq: number): Promise<string | undefined> {
    const [line] = await this.ask<{ hash: string }>('SELECT hash FROM log WHERE seq = ?', [seq]);
    return line?.hash;
  }

  /** Lines that speak of the rights of people, in their order. */
  ofPeople(): Promise<Pick<LogRecord, 'kind' | 'body'>[]> {
    return this.ask(
      "SELECT kind, body FROM log WHERE kind IN ('person.added', 'person.changed', 'passphrase.changed') ORDER BY seq",
    );
  }

  people(): Promise<PersonRecord[]> {
    return this.ask<PersonRecord>('SELECT id, fullName, authorisations, passphraseHash, endedAt FROM person');
  }

  /** Where the record of every campaign ends. */
  async heads(): Promise<ReadonlyMap<string, LoggedHead>> {
    const rows = await this.ask<LoggedHead & { id: string }>(
      `SELECT campaign.id AS id, last.seq AS count, last.hash AS head FROM campaign
       CROSS JOIN entry AS last ON last.campaign = campaign.id
         AND last.seq = (SELECT MAX(seq) FROM entry WHERE entry.campaign = campaign.id)`,
    );
    return new Map(rows.map(({ id, count, head }) => [id, { count, head }]));
  }
}
