import { EventEmitter } from 'node:events';
import { hash, randomBytes } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { PersonView, SessionView, TabletView } from '@kanzel/contract';
import { LRUCache } from 'lru-cache';
import { LessThan, Repository } from 'typeorm';
import { LogService } from '../installation/index.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { SessionRow, TabletRow } from '../storage/entities.ts';
import { WriteLock } from '../storage/write-lock.ts';
import { PeopleService } from './people.service.ts';

/** A session lasts a working day. */
const SESSION_HOURS = 12;

/** How long nobody may touch a device before its session is over (minutes): shorter where others pass by. */
const ABSENCE: Readonly<Record<SessionRow['kind'], number>> = { pin: 10, passphrase: 60 };

/** How fine the last touch is kept (ms). */
const TOUCH = 30_000;

export const tokenHash = (token: string): string => hash('sha256', token, 'hex');

/** A session, or a tablet, is named by part of its token's hash, which opens nothing. */
const idOf = (row: SessionRow | TabletRow): string => row.tokenHash.slice(0, 24);

interface SessionEvents {
  /** By the hash of the token. */
  ended: [string];
}

/** Sessions of people on devices, and the shared tablets on which they sign on by PIN. */
@Injectable()
export class SessionService {
  readonly events = new EventEmitter<SessionEvents>();
  private readonly known = new LRUCache<string, SessionRow>({ max: 2000 });
  /** How many sessions have ended: what was looked up across an end may be out of date. */
  private ends = 0;

  constructor(
    @InjectRepository(SessionRow) private readonly sessions: Repository<SessionRow>,
    @InjectRepository(TabletRow) private readonly tablets: Repository<TabletRow>,
    private readonly people: PeopleService,
    private readonly lock: WriteLock,
    private readonly log: LogService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** Begins a session and returns its token, which is kept nowhere. */
  async begin(person: string, kind: SessionRow['kind'], device: string): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    const now = this.clock.now();
    await this.lock.run(async () => {
      await this.sessions.delete({ expiresAt: LessThan(now.toISOString()) });
      await this.sessions.insert({
        tokenHash: tokenHash(token),
        personId: person,
        createdAt: now.toISOString(),
        expiresAt: new Date(now.getTime() + SESSION_HOURS * 3_600_000).toISOString(),
        kind,
        device: device.slice(0, 120),
        seenAt: now.toISOString(),
      });
    });
    await this.log.add('session.begun', { person, by: kind, device: device.slice(0, 120) });
    return token;
  }

  /** The session of a token as it is in the database, which nobody else writes to; asked for with every request. */
  private async find(token: string): Promise<SessionRow | undefined> {
    const hash = tokenHash(token);
    const known = this.known.get(hash);
    if (known) return known;
    const before = this.ends;
    const row = await this.sessions.findOneBy({ tokenHash: hash });
    // One that ended while it was looked up is not remembered as one that goes on.
    if (row && this.ends === before) this.known.set(hash, row);
    return row ?? undefined;
  }

  private over(row: SessionRow): boolean {
    const now = this.clock.now().getTime();
    return Date.parse(row.expiresAt) < now || Date.parse(row.seenAt) + ABSENCE[row.kind] * 60_000 < now;
  }

  /** Whether a session goes on, which asking does not prolong. */
  async lasts(token: string | undefined): Promise<boolean> {
    const row = token ? await this.find(token) : undefined;
    if (!row || this.over(row)) return false;
    const person = await this.people.find(row.personId);
    return person !== undefined && !person.endedAt;
  }

  /** Whose session a token is; undefined when it is none, has ended, or nobody touched the device for too long. */
  async whose(token: string | undefined): Promise<PersonView | undefined> {
    if (!token) return undefined;
    const row = await this.find(token);
    if (!row || this.over(row)) return undefined;
    const now = this.clock.now();
    if (now.getTime() - Date.parse(row.seenAt) > TOUCH) {
      const seenAt = now.toISOString();
      if (this.known.has(row.tokenHash)) this.known.set(row.tokenHash, { ...row, seenAt });
      await this.lock.run(() => this.sessions.update({ tokenHash: row.tokenHash }, { seenAt }));
    }
    const person = await this.people.find(row.personId);
    return person && !person.endedAt ? person : undefined;
  }

  /** Sessions that are not over, of everyone or of one person, newest first. */
  async list(own: string | undefined, person?: string): Promise<SessionView[]> {
    const rows = await this.sessions.find({
      ...(person ? { where: { personId: person } } : {}),
      order: { createdAt: 'DESC' },
    });
    return rows
      .filter((row) => !this.over(row))
      .map((row) => ({
        id: idOf(row),
        person: row.personId,
        kind: row.kind,
        device: row.device,
        createdAt: row.createdAt,
        seenAt: row.seenAt,
        own: own !== undefined && row.tokenHash === tokenHash(own),
      }));
  }

  private async end(rows: readonly SessionRow[], by: string): Promise<void> {
    for (const row of rows) {
      await this.lock.run(() => this.sessions.delete({ tokenHash: row.tokenHash }));
      this.ends += 1;
      this.known.delete(row.tokenHash);
      await this.log.add('session.ended', { person: row.personId, device: row.device, by });
      this.events.emit('ended', row.tokenHash);
    }
  }

  /** Ends the session of a token. */
  async endOwn(token: string, by: string): Promise<void> {
    await this.end(await this.sessions.findBy({ tokenHash: tokenHash(token) }), by);
  }

  /** Ends a session by its name, of one person or of anybody. False when there is none such. */
  async endNamed(id: string, by: string, person?: string): Promise<boolean> {
    const rows = (await this.sessions.find(person ? { where: { personId: person } } : {})).filter(
      (row) => idOf(row) === id,
    );
    await this.end(rows, by);
    return rows.length > 0;
  }

  /** Ends every session of a person. */
  async endAll(person: string, by: string): Promise<void> {
    await this.end(await this.sessions.findBy({ personId: person }), by);
  }

  /** Ends every session of a person but the one of a token: whoever had the old passphrase is out. */
  async endOthers(person: string, own: string | undefined): Promise<void> {
    const keep = own === undefined ? '' : tokenHash(own);
    const rows = await this.sessions.findBy({ personId: person });
    await this.end(
      rows.filter((row) => row.tokenHash !== keep),
      person,
    );
  }

  /** Makes a device a shared tablet and returns its token. */
  async enrol(name: string, by: string): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    await this.lock.run(() =>
      this.tablets.insert({
        tokenHash: tokenHash(token),
        name,
        createdAt: this.clock.now().toISOString(),
      }),
    );
    await this.log.add('tablet.enrolled', { name, by });
    return token;
  }

  /** The name of the shared tablet that a token belongs to. */
  async tablet(token: string | undefined): Promise<string | undefined> {
    return token ? (await this.tablets.findOneBy({ tokenHash: tokenHash(token) }))?.name : undefined;
  }

  /** The shared tablets, newest first; `own` is the token of the device that asks. */
  async listTablets(own: string | undefined): Promise<TabletView[]> {
    const rows = await this.tablets.find({ order: { createdAt: 'DESC' } });
    return rows.map((row) => ({
      id: idOf(row),
      name: row.name,
      createdAt: row.createdAt,
      own: own !== undefined && row.tokenHash === tokenHash(own),
    }));
  }

  async endTablet(token: string, by: string): Promise<void> {
    await this.endTablets(await this.tablets.findBy({ tokenHash: tokenHash(token) }), by);
  }

  /** Ends a shared tablet by its name in the list, from any device: for one that was lost. False when there is none such. */
  async endNamedTablet(id: string, by: string): Promise<boolean> {
    const rows = (await this.tablets.find()).filter((row) => idOf(row) === id);
    await this.endTablets(rows, by);
    return rows.length > 0;
  }

  /** Nobody signs on there by PIN any more, and whoever is signed on by PIN on a tablet of that name is signed off. */
  private async endTablets(rows: readonly TabletRow[], by: string): Promise<void> {
    for (const row of rows) {
      await this.lock.run(() => this.tablets.delete({ tokenHash: row.tokenHash }));
      await this.log.add('tablet.ended', { name: row.name, by });
      await this.end(await this.sessions.findBy({ kind: 'pin', device: row.name.slice(0, 120) }), by);
    }
  }
}
