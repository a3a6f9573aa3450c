import { createHash, randomBytes, randomInt, randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { hash, verify } from '@node-rs/argon2';
import { err, ok, type Result, type Role } from '@kanzel/core';
import type { Authorisation, FirstPersonRequest, PersonRequest, PersonView } from '@kanzel/contract';
import { LessThan, Repository } from 'typeorm';
import { CLOCK, type Clock } from '../settings.ts';
import { PersonRow, SessionRow } from '../storage/entities.ts';
import { WriteLock } from '../storage/write-lock.ts';

/** A session lasts a working day. */
const SESSION_HOURS = 12;

/** Costs of argon2id as recommended by OWASP for 19 MiB. */
const ARGON = { memoryCost: 19456, timeCost: 2, parallelism: 1 };

const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');

function viewOf(row: PersonRow): PersonView {
  return {
    id: row.id,
    name: row.name,
    fullName: row.fullName,
    authorisations: JSON.parse(row.authorisations) as Authorisation[],
  };
}

/** People, their proofs of identity, and their sessions. */
@Injectable()
export class PeopleService {
  /** Printed at the server as long as there is no account; whoever can read it may make the first one. */
  readonly setupCode = Array.from({ length: 3 }, () => String(randomInt(1000)).padStart(3, '0')).join('-');
  private readonly missingHash = hash('nobody has this passphrase', ARGON);

  constructor(
    @InjectRepository(PersonRow) private readonly people: Repository<PersonRow>,
    @InjectRepository(SessionRow) private readonly sessions: Repository<SessionRow>,
    private readonly lock: WriteLock,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  async isEmpty(): Promise<boolean> {
    return (await this.people.count()) === 0;
  }

  async list(): Promise<PersonView[]> {
    return (await this.people.find({ order: { fullName: 'ASC' } })).map(viewOf);
  }

  async find(id: string): Promise<PersonView | undefined> {
    const row = await this.people.findOneBy({ id });
    return row ? viewOf(row) : undefined;
  }

  /** Adds a person. Error: the name is taken. */
  async add(
    request: Omit<PersonRequest, 'authorisations'> & { authorisations: readonly Authorisation[] },
  ): Promise<Result<PersonView, 'nameTaken'>> {
    const passphraseHash = await hash(request.passphrase, ARGON);
    return this.lock.run(async () => {
      if (await this.people.existsBy({ name: request.name })) return err('nameTaken');
      const row = this.people.create({
        id: randomUUID(),
        name: request.name,
        fullName: request.fullName,
        passphraseHash,
        authorisations: JSON.stringify(request.authorisations),
        createdAt: this.clock.now().toISOString(),
      });
      await this.people.insert(row);
      return ok(viewOf(row));
    });
  }

  /** The first account, for whoever holds the code printed at the server; it may do everything. */
  async addFirst(
    request: FirstPersonRequest,
  ): Promise<Result<PersonView, 'notEmpty' | 'wrongCode' | 'nameTaken'>> {
    if (!(await this.isEmpty())) return err('notEmpty');
    if (request.setupCode.trim() !== this.setupCode) return err('wrongCode');
    const roles: Role[] = ['administrator', 'technician', 'inspector', 'certifier', 'pilot', 'observer'];
    return this.add({ ...request, authorisations: roles.map((role) => ({ role, families: ['*'] })) });
  }

  /** Whether a passphrase is this person's; takes as long for a name that does not exist. */
  async prove(name: string, passphrase: string): Promise<PersonView | undefined> {
    const row = await this.people.findOneBy({ name });
    const right = await verify(row?.passphraseHash ?? (await this.missingHash), passphrase);
    return row && right ? viewOf(row) : undefined;
  }

  /** Begins a session and returns its token, which is kept nowhere. */
  async beginSession(personId: string): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    const now = this.clock.now();
    await this.lock.run(async () => {
      await this.sessions.delete({ expiresAt: LessThan(now.toISOString()) });
      await this.sessions.insert({
        tokenHash: tokenHash(token),
        personId,
        createdAt: now.toISOString(),
        expiresAt: new Date(now.getTime() + SESSION_HOURS * 3_600_000).toISOString(),
      });
    });
    return token;
  }

  /** Whose session a token is; undefined when it is none, or over. */
  async whose(token: string | undefined): Promise<PersonView | undefined> {
    if (!token) return undefined;
    const session = await this.sessions.findOneBy({ tokenHash: tokenHash(token) });
    if (!session || session.expiresAt < this.clock.now().toISOString()) return undefined;
    return this.find(session.personId);
  }

  async endSession(token: string): Promise<void> {
    await this.lock.run(() => this.sessions.delete({ tokenHash: tokenHash(token) }));
  }
}

/** Whether a person may act in a role on a family of aircraft on a day. Example: until 2026-05-31 includes that day. */
export function mayAct(person: PersonView, role: Role, family: string, at: string): boolean {
  return person.authorisations.some(
    (a) =>
      a.role === role &&
      (a.families.includes('*') || a.families.includes(family)) &&
      (a.validUntil === undefined || at.slice(0, 10) <= a.validUntil),
  );
}
