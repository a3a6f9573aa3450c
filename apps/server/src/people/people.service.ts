import { randomInt, randomUUID } from 'node:crypto';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { hash, verify } from '@node-rs/argon2';
import { coversSystems, err, ok, type About, type Result, type Role } from '@kanzel/core';
import type { Authorisation, FirstPersonRequest, PersonRequest, PersonView } from '@kanzel/contract';
import { LRUCache } from 'lru-cache';
import { Repository, type EntityManager } from 'typeorm';
import { KeyService, LogGuardService, LogService, proofName } from '../installation/index.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { PersonRow } from '../storage/entities.ts';
import { WriteLock } from '../storage/write-lock.ts';
import { AttemptsService } from './attempts.service.ts';

/** Costs of argon2id as recommended by OWASP for 19 MiB. */
const ARGON = { memoryCost: 19456, timeCost: 2, parallelism: 1 };

/** Wrong PINs in a row before the PIN rests: ten thousand PINs stand against five tries. */
const PIN_TRIES = 5;

function viewOf(row: PersonRow): PersonView {
  return {
    id: row.id,
    name: row.name,
    fullName: row.fullName,
    authorisations: JSON.parse(row.authorisations) as Authorisation[],
    hasPin: row.pinHash !== null,
    ...(row.endedAt ? { endedAt: row.endedAt } : {}),
  };
}

/**
 * Whether a person may act in a role on a family of aircraft on a day, for what an entry is about.
 * Example: until 2026-05-31 includes that day; limited to avionics says nothing of the engine.
 */
export function mayAct(
  person: PersonView,
  role: Role,
  family: string,
  at: string,
  about: About = 'nothing',
): boolean {
  return person.authorisations.some(
    (a) =>
      a.role === role &&
      (a.families.includes('*') || a.families.includes(family)) &&
      isValid(a, at) &&
      coversSystems(a.systems, about),
  );
}

const isValid = (a: Authorisation, at: string): boolean =>
  a.validUntil === undefined || at.slice(0, 10) <= a.validUntil;

/** Whether a person holds a role today, for whatever family. */
export function holds(person: PersonView, role: Role, at: string): boolean {
  return !person.endedAt && person.authorisations.some((a) => a.role === role && isValid(a, at));
}

/** People, what they may do, and their proofs of identity. */
@Injectable()
export class PeopleService implements OnModuleInit {
  /** Printed at the server as long as there is no account; whoever can read it may make the first one. */
  readonly setupCode = Array.from({ length: 3 }, () => String(randomInt(1000)).padStart(3, '0')).join('-');
  /** Accounts as they are in the database, which nobody else writes to; asked for with every request. */
  private readonly known = new LRUCache<string, PersonRow>({ max: 1000 });
  private changes = 0;
  private readonly missingHash = hash('nobody has this passphrase', ARGON);

  constructor(
    @InjectRepository(PersonRow) private readonly people: Repository<PersonRow>,
    private readonly lock: WriteLock,
    private readonly log: LogService,
    private readonly attempts: AttemptsService,
    private readonly guard: LogGuardService,
    private readonly key: KeyService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** Accounts that are older than the log are taken into it once, with the start that makes the key. */
  async onModuleInit(): Promise<void> {
    if (!(await this.key.beginsNow())) return;
    for (const row of await this.people.find({ order: { createdAt: 'ASC' } })) {
      const { id: person, fullName, authorisations, ended } = { ...viewOf(row), ended: row.endedAt !== null };
      await this.log.add('person.changed', { person, fullName, authorisations, ended, by: 'installation' });
    }
  }

  /** Changes an account and says so in the log, both or neither; the caller holds the write lock. */
  private async logged(
    kind: Parameters<LogService['add']>[0],
    body: Readonly<Record<string, unknown>>,
    change: (manager: EntityManager) => Promise<unknown>,
  ): Promise<void> {
    await this.people.manager.transaction(async (manager) => {
      await change(manager);
      await this.log.addWithin(manager, kind, body);
    });
    this.changes += 1;
    this.known.clear();
  }

  /** A person with what the log says they may do: rights that were given beside it are none. */
  private trusted(row: PersonRow): PersonView {
    return viewOf(this.guard.doubts(row.id) ? { ...row, authorisations: '[]' } : row);
  }

  private today(): string {
    return this.clock.now().toISOString();
  }

  async isEmpty(): Promise<boolean> {
    return (await this.people.count()) === 0;
  }

  async list(): Promise<PersonView[]> {
    return (await this.people.find({ order: { fullName: 'ASC' } })).map((row) => this.trusted(row));
  }

  async find(id: string): Promise<PersonView | undefined> {
    const known = this.known.get(id);
    if (known) return this.trusted(known);
    const before = this.changes;
    const row = await this.people.findOneBy({ id });
    if (!row) return undefined;
    // One that was changed while it was looked up is not remembered as it was.
    if (this.changes === before) this.known.set(id, row);
    return this.trusted(row);
  }

  /** Adds a person. Error: the name is taken. */
  async add(
    request: Omit<PersonRequest, 'authorisations'> & { authorisations: readonly Authorisation[] },
    by = 'installation',
  ): Promise<Result<PersonView, 'nameTaken'>> {
    const passphraseHash = await hash(request.passphrase, ARGON);
    return this.lock.run(async () => {
      if (await this.people.existsBy({ name: request.name })) return err('nameTaken' as const);
      const row = this.people.create({
        id: randomUUID(),
        name: request.name,
        fullName: request.fullName,
        passphraseHash,
        authorisations: JSON.stringify(request.authorisations),
        createdAt: this.today(),
        pinHash: null,
        pinFailures: 0,
        endedAt: null,
      });
      const { name, authorisations } = request;
      const proof = proofName(passphraseHash);
      await this.logged('person.added', { person: row.id, name, authorisations, by, proof }, (manager) =>
        manager.insert(PersonRow, row),
      );
      return ok(viewOf(row));
    });
  }

  /** The first account, for whoever holds the code printed at the server; it may do everything. */
  async addFirst(
    request: FirstPersonRequest,
  ): Promise<Result<PersonView, 'notEmpty' | 'wrongCode' | 'nameTaken'>> {
    if (!(await this.isEmpty())) return err('notEmpty');
    if (request.setupCode.trim() !== this.setupCode) {
      await this.log.add('signIn.refused', { name: request.name, with: 'setup code' });
      return err('wrongCode');
    }
    const roles: Role[] = ['administrator', 'technician', 'inspector', 'certifier', 'pilot', 'observer'];
    return this.add({ ...request, authorisations: roles.map((role) => ({ role, families: ['*'] })) });
  }

  /**
   * Changes what a person is called and may do, or ends their account. Errors: there is no such person; the
   * installation would be left without an administrator.
   */
  async change(
    id: string,
    change: { fullName: string; authorisations: readonly Authorisation[]; ended: boolean },
    by: string,
    confirmedBy?: string,
  ): Promise<Result<PersonView, 'unknown' | 'lastAdministrator'>> {
    return this.lock.run(async () => {
      const row = await this.people.findOneBy({ id });
      if (!row) return err('unknown');
      const { fullName, authorisations, ended } = change;
      const endedAt = ended ? (row.endedAt ?? this.today()) : null;
      const next: PersonRow = {
        ...row,
        fullName,
        authorisations: JSON.stringify(authorisations),
        endedAt,
      };
      const all = (await this.people.find()).map((p) => (p.id === id ? viewOf(next) : this.trusted(p)));
      if (!all.some((p) => holds(p, 'administrator', this.today()))) return err('lastAdministrator');
      await this.logged(
        'person.changed',
        { person: id, fullName, authorisations, ended, by, ...(confirmedBy ? { confirmedBy } : {}) },
        (manager) => manager.update(PersonRow, { id }, next),
      );
      return ok(viewOf(next));
    });
  }

  /** Gives a person a new passphrase; a resting PIN may be used again. */
  async setPassphrase(id: string, passphrase: string, by: string): Promise<boolean> {
    const passphraseHash = await hash(passphrase, ARGON);
    return this.lock.run(async () => {
      if (!(await this.people.existsBy({ id }))) return false;
      await this.logged(
        'passphrase.changed',
        { person: id, by, proof: proofName(passphraseHash) },
        (manager) => manager.update(PersonRow, { id }, { passphraseHash, pinFailures: 0 }),
      );
      return true;
    });
  }

  async setPin(id: string, pin: string): Promise<void> {
    const pinHash = await hash(pin, ARGON);
    await this.lock.run(() =>
      this.logged('pin.set', { person: id }, (manager) =>
        manager.update(PersonRow, { id }, { pinHash, pinFailures: 0 }),
      ),
    );
  }

  /**
   * Whether a passphrase is this person's; takes as long for a name that does not exist. After too many wrong ones the
   * account waits, whoever asks and from wherever.
   */
  async prove(name: string, passphrase: string): Promise<Result<PersonView, 'wrong' | 'wait'>> {
    if (!this.attempts.begin(name)) return err('wait');
    const row = await this.people.findOneBy({ name });
    const right = await verify(row?.passphraseHash ?? (await this.missingHash), passphrase);
    // A passphrase that was put in beside the log proves nothing.
    if (!row || !right || row.endedAt || this.guard.doubts(row.id)) return err('wrong');
    this.attempts.succeeded(name);
    if (row.pinFailures > 0)
      await this.lock.run(() => this.people.update({ id: row.id }, { pinFailures: 0 }));
    return ok(this.trusted(row));
  }

  /** Whether a PIN is this person's. After too many wrong ones in a row it rests until the passphrase is given. */
  async provePin(id: string, pin: string): Promise<Result<PersonView, 'wrong' | 'resting'>> {
    // Counted before it is judged: forty PINs sent at once are forty tries, not one.
    const row = await this.lock.run(async () => {
      const found = await this.people.findOneBy({ id });
      if (found && found.pinFailures < PIN_TRIES) await this.people.increment({ id }, 'pinFailures', 1);
      return found;
    });
    if (row && row.pinFailures >= PIN_TRIES) return err('resting');
    const right = await verify(row?.pinHash ?? (await this.missingHash), pin);
    if (row?.pinHash && right && !row.endedAt) {
      await this.lock.run(() => this.people.update({ id }, { pinFailures: 0 }));
      return ok(viewOf(row));
    }
    await this.log.add('pin.refused', { person: id });
    return err(row && row.pinFailures + 1 >= PIN_TRIES ? 'resting' : 'wrong');
  }
}
