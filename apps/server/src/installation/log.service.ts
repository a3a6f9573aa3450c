import { Inject, Injectable } from '@nestjs/common';
import { InjectDataSource, InjectRepository } from '@nestjs/typeorm';
import { canonicalJson, chainLine, type LogLine } from '@kanzel/core';
import { DataSource, In, MoreThan, Repository, type EntityManager } from 'typeorm';
import { CLOCK, type Clock } from '../settings.ts';
import { LogRow } from '../storage/entities.ts';
import { WriteLock } from '../storage/write-lock.ts';

/** What the log tells of, beside the heads of campaigns: everything that bears on who may do what here. */
export type LogKind =
  | 'head.advanced'
  | 'key.made'
  | 'backup.restored'
  | 'person.added'
  | 'person.changed'
  | 'passphrase.changed'
  | 'pin.set'
  | 'session.begun'
  | 'session.ended'
  | 'signIn.refused'
  | 'pin.refused'
  | 'signature.refused'
  | 'tablet.enrolled'
  | 'tablet.ended'
  | 'library.changed'
  | 'library.published'
  | 'library.adopted'
  | 'monitor.changed'
  | 'mission.sent'
  | 'field.changed'
  | 'chart.changed';

const lineOf = (row: LogRow): LogLine => ({
  seq: row.seq,
  at: row.at,
  kind: row.kind,
  body: JSON.parse(row.body) as LogLine['body'],
  prevHash: row.prevHash,
  hash: row.hash,
});

/** The log of the installation: one chain over the heads of all campaigns and every security event. */
@Injectable()
export class LogService {
  constructor(
    @InjectRepository(LogRow) private readonly rows: Repository<LogRow>,
    @InjectDataSource() private readonly dataSource: DataSource,
    private readonly lock: WriteLock,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** Adds a line inside a transaction of a caller who holds the write lock. */
  async addWithin(
    manager: EntityManager,
    kind: LogKind,
    body: Readonly<Record<string, unknown>>,
  ): Promise<void> {
    const [last] = await manager.find(LogRow, { order: { seq: 'DESC' }, take: 1 });
    const line = chainLine({ at: this.clock.now().toISOString(), kind, body }, last);
    await manager.insert(LogRow, {
      ...line,
      body: canonicalJson(body),
      campaign: typeof body['campaign'] === 'string' ? body['campaign'] : null,
    });
  }

  /** Adds a line on its own. */
  add(kind: LogKind, body: Readonly<Record<string, unknown>>): Promise<void> {
    return this.lock.run(() => this.dataSource.transaction((manager) => this.addWithin(manager, kind, body)));
  }

  /** Lines after a place, in order. */
  async list(after: number, limit: number): Promise<LogLine[]> {
    const rows = await this.rows.find({
      where: { seq: MoreThan(after) },
      order: { seq: 'ASC' },
      take: limit,
    });
    return rows.map(lineOf);
  }

  /** The newest lines that are not about heads, newest first: what an administrator reads. */
  async events(limit: number): Promise<LogLine[]> {
    const rows = await this.rows
      .createQueryBuilder('log')
      .where('log.kind != :kind', { kind: 'head.advanced' })
      .orderBy('log.seq', 'DESC')
      .take(limit)
      .getMany();
    return rows.map(lineOf);
  }

  /** Every line of some kinds, in order. */
  async ofKinds(kinds: readonly LogKind[]): Promise<LogLine[]> {
    return (await this.rows.find({ where: { kind: In([...kinds]) }, order: { seq: 'ASC' } })).map(lineOf);
  }
}
