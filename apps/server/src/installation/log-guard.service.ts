import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import {
  Inject,
  Injectable,
  type BeforeApplicationShutdown,
  type OnApplicationBootstrap,
} from '@nestjs/common';
import { InjectDataSource } from '@nestjs/typeorm';
import {
  canonicalJson,
  compareHeads,
  err,
  makeSentences,
  openLog,
  reason,
  sha256Hex,
  type LogLine,
  type Reason,
} from '@kanzel/core';
import { DataSource } from 'typeorm';
import { LogRows, type LogRecord, type PersonRecord } from '../storage/log-rows.ts';
import { readJson } from '../storage/stored-entry.ts';
import { lookDeep } from '../storage/deep-look.ts';
import { DATABASE_FILE, isLookedOverAtStart } from '../storage/sqlite.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { WriteLock } from '../storage/write-lock.ts';
import { readAnchor, writeAnchor, type LogAnchor } from './log-anchor.ts';

/** Lines proven at one go, and how long others are let by between two of them (ms). */
const SLICE = 250;
const LETS_BY = 15;

/** A log as short as this is proven before anybody is let in. */
const SHORT = 5000;

/** How long after one look the next one begins (ms). */
const LOOKS_EVERY = 10 * 60_000;

/** What the log knows of a person's rights and proof of identity. */
interface LoggedPerson {
  readonly authorisations: unknown;
  readonly ended: boolean;
  readonly proof: string | undefined;
}

const { say } = makeSentences({ part: (k) => k, subject: (s) => s, thing: (t) => t });

/** How a passphrase's hash is named in the log: tells another one apart, and nothing about the passphrase. */
export const proofName = (passphraseHash: string): string => sha256Hex(passphraseHash).slice(0, 32);

/**
 * Holds the log of the installation against itself, against where it was known to end, against the records of the campaigns
 * and against what people may do: at the start and while the server runs, in slices that nobody notices. What does not agree
 * is said, nothing is signed while it does not, and rights that were given beside the log are not rights.
 */
@Injectable()
export class LogGuardService implements OnApplicationBootstrap, BeforeApplicationShutdown {
  private readonly rows: LogRows;
  private found: readonly Reason[] = [];
  private damage: readonly Reason[] = [];
  private doubted: ReadonlySet<string> = new Set();
  private known: LogAnchor | undefined;
  private ending = new AbortController();
  private looking: Promise<void> = Promise.resolve();

  constructor(
    @InjectDataSource() dataSource: DataSource,
    private readonly lock: WriteLock,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {
    this.rows = new LogRows(dataSource);
  }

  /** What does not agree; empty as long as all does. */
  problems(): readonly Reason[] {
    return [...this.damage, ...this.found];
  }

  /** Whether what a person may do was changed beside the log. */
  doubts(person: string): boolean {
    return this.doubted.has(person);
  }

  async onApplicationBootstrap(): Promise<void> {
    this.known = readAnchor(this.settings.dataFolder);
    const last = (await this.rows.last())?.seq ?? 0;
    if (last <= SHORT) await this.look();
    else await this.lock.run(() => this.lookAtPeople(new Map(), false));
    this.looking = this.goOn(last <= SHORT);
    if (!isLookedOverAtStart(this.settings.dataFolder)) this.lookOverDatabase();
  }

  /** A large database is looked over as a whole beside the work. */
  private lookOverDatabase(): void {
    const path = join(this.settings.dataFolder, DATABASE_FILE);
    const { found, stop } = lookDeep(path);
    this.ending.signal.addEventListener('abort', stop);
    void found.then((said) => {
      if (said.length > 0) this.damage = [reason('databaseDamaged', { said: said.join('; ') })];
      for (const why of this.damage) process.stderr.write(`${say(why)}\n`);
    });
  }

  private async goOn(looked: boolean): Promise<void> {
    const { signal } = this.ending;
    for (let first = !looked; !signal.aborted; first = false) {
      if (!first) await wait(LOOKS_EVERY, undefined, { signal, ref: false }).catch(() => undefined);
      if (!signal.aborted) await this.look().catch((error: unknown) => this.notLooked(error));
    }
  }

  /** A look that could not be taken to its end is no reason to stop, and none to go on signing. */
  private notLooked(error: unknown): void {
    const said = error instanceof Error ? error.message : String(error);
    this.damage = [reason('databaseDamaged', { said })];
    process.stderr.write(`${say(reason('databaseDamaged', { said }))}\n`);
  }

  async beforeApplicationShutdown(): Promise<void> {
    this.ending.abort();
    await this.looking;
    const last = await this.rows.last();
    // A log that does not agree with itself is not made the one to agree with.
    if (last && this.found.length === 0) writeAnchor(this.settings.dataFolder, last);
  }

  /** One look over everything. Lines that are written meanwhile are looked at in the end, while nobody writes. */
  async look(): Promise<void> {
    const problems: Reason[] = [];
    const log = openLog();
    const people = new Map<string, LoggedPerson>();
    const read = async (): Promise<boolean> => {
      const lines = await this.rows.after(log.last().seq, SLICE);
      for (const line of lines) {
        const body = readJson(line.body) as LogLine['body'] | undefined;
        const taken = body ? log.take({ ...line, body }) : err(reason('logHash', { seq: line.seq }));
        if (!taken.ok) {
          problems.push(taken.error);
          return false;
        }
        notePerson(people, line);
      }
      return lines.length === SLICE;
    };
    while (!this.ending.signal.aborted && (await read())) await wait(LETS_BY, undefined, { ref: false });
    if (this.ending.signal.aborted) return;
    await this.lock.run(async () => {
      while (problems.length === 0 && (await read()));
      problems.push(...(await this.againstAnchor()));
      // Beyond a line that is wrong the log tells nothing; what it would say of the campaigns is left out then.
      if (problems.length === 0) problems.push(...compareHeads(log.heads, await this.rows.heads()));
      problems.push(...(await this.lookAtPeople(people, problems.length === 0)));
      if (problems.length === 0) {
        this.known = log.last();
        if (this.known.seq > 0) writeAnchor(this.settings.dataFolder, this.known);
      }
    });
    for (const why of problems)
      if (!this.found.some((f) => canonicalJson(f) === canonicalJson(why)))
        process.stderr.write(
          `The log of this installation does not agree: ${say(why)} Nothing is signed until it does.\n`,
        );
    this.found = problems;
  }

  private async againstAnchor(): Promise<readonly Reason[]> {
    if (!this.known) return [];
    const { seq, hash } = this.known;
    return (await this.rows.hashOf(seq)) === hash ? [] : [reason('logCut', { seq })];
  }

  /** Rights as they are held against rights as they were given. `whole`: the log was read to its end and agrees. */
  private async lookAtPeople(
    logged: ReadonlyMap<string, LoggedPerson>,
    whole: boolean,
  ): Promise<readonly Reason[]> {
    const given = whole ? logged : await this.givenByLog();
    const rows = await this.rows.people();
    const odd = rows.filter((row) => !agrees(row, given.get(row.id)));
    this.doubted = new Set(odd.map((row) => row.id));
    return odd.map((row) => reason('rightsBesideLog', { person: row.fullName }));
  }

  private async givenByLog(): Promise<ReadonlyMap<string, LoggedPerson>> {
    const people = new Map<string, LoggedPerson>();
    const lines = await this.rows.ofPeople();
    for (const line of lines) notePerson(people, line);
    return people;
  }
}

function notePerson(
  people: Map<string, LoggedPerson>,
  { kind, body }: Pick<LogRecord, 'kind' | 'body'>,
): void {
  if (kind !== 'person.added' && kind !== 'person.changed' && kind !== 'passphrase.changed') return;
  const said = readJson(body) as (Partial<LoggedPerson> & { person: string }) | undefined;
  if (!said) return;
  const before = people.get(said.person);
  const proof = said.proof ?? before?.proof;
  if (kind === 'passphrase.changed') {
    if (before) people.set(said.person, { ...before, proof });
  } else people.set(said.person, { authorisations: said.authorisations, ended: said.ended ?? false, proof });
}

function agrees(row: PersonRecord, given: LoggedPerson | undefined): boolean {
  return (
    given !== undefined &&
    canonicalJson(readJson(row.authorisations) ?? null) === canonicalJson(given.authorisations) &&
    (row.endedAt !== null) === given.ended &&
    (given.proof === undefined || given.proof === proofName(row.passphraseHash))
  );
}
