import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Tables of the first version, and the triggers that make entries append-only in the database itself. */
export class FirstTables1764000000000 implements MigrationInterface {
  readonly name = 'FirstTables1764000000000';

  async up(runner: QueryRunner): Promise<void> {
    const statements = [
      `CREATE TABLE person (id TEXT PRIMARY KEY NOT NULL, name TEXT NOT NULL, fullName TEXT NOT NULL, passphraseHash TEXT NOT NULL, authorisations TEXT NOT NULL, createdAt TEXT NOT NULL)`,
      `CREATE UNIQUE INDEX person_name ON person (name)`,
      `CREATE TABLE session (tokenHash TEXT PRIMARY KEY NOT NULL, personId TEXT NOT NULL REFERENCES person (id), createdAt TEXT NOT NULL, expiresAt TEXT NOT NULL)`,
      `CREATE INDEX session_person ON session (personId)`,
      `CREATE TABLE campaign (id TEXT PRIMARY KEY NOT NULL, mark TEXT NOT NULL, createdAt TEXT NOT NULL)`,
      `CREATE INDEX campaign_mark ON campaign (mark)`,
      `CREATE TABLE entry (campaign TEXT NOT NULL REFERENCES campaign (id), seq INTEGER NOT NULL, id TEXT NOT NULL, hash TEXT NOT NULL, json TEXT NOT NULL, PRIMARY KEY (campaign, seq)) WITHOUT ROWID`,
      `CREATE UNIQUE INDEX entry_id ON entry (id)`,
      `CREATE TABLE monitor (mark TEXT PRIMARY KEY NOT NULL, host TEXT NOT NULL, port INTEGER NOT NULL)`,
      `CREATE TRIGGER entry_no_update BEFORE UPDATE ON entry BEGIN SELECT RAISE(ABORT, 'entries are never changed'); END`,
      `CREATE TRIGGER entry_no_delete BEFORE DELETE ON entry BEGIN SELECT RAISE(ABORT, 'entries are never deleted'); END`,
    ];
    for (const statement of statements) await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('A record is not taken back: restore a backup instead.'));
  }
}

/** The log of the installation, append-only like the entries. */
export class InstallationLog1764100000000 implements MigrationInterface {
  readonly name = 'InstallationLog1764100000000';

  async up(runner: QueryRunner): Promise<void> {
    const statements = [
      `CREATE TABLE log (seq INTEGER PRIMARY KEY NOT NULL, at TEXT NOT NULL, kind TEXT NOT NULL, campaign TEXT, body TEXT NOT NULL, prevHash TEXT NOT NULL, hash TEXT NOT NULL)`,
      `CREATE INDEX log_campaign ON log (campaign, seq)`,
      `CREATE TRIGGER log_no_update BEFORE UPDATE ON log BEGIN SELECT RAISE(ABORT, 'the log is never changed'); END`,
      `CREATE TRIGGER log_no_delete BEFORE DELETE ON log BEGIN SELECT RAISE(ABORT, 'the log is never shortened'); END`,
    ];
    for (const statement of statements) await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('A log is not taken back: restore a backup instead.'));
  }
}

/** PINs, shared tablets, and sessions that know their device and when a hand was last on it. */
export class SharedTablets1764200000000 implements MigrationInterface {
  readonly name = 'SharedTablets1764200000000';

  async up(runner: QueryRunner): Promise<void> {
    const statements = [
      `ALTER TABLE person ADD COLUMN pinHash TEXT`,
      `ALTER TABLE person ADD COLUMN pinFailures INTEGER NOT NULL DEFAULT 0`,
      `ALTER TABLE person ADD COLUMN endedAt TEXT`,
      `ALTER TABLE session ADD COLUMN kind TEXT NOT NULL DEFAULT 'passphrase'`,
      `ALTER TABLE session ADD COLUMN device TEXT NOT NULL DEFAULT ''`,
      `ALTER TABLE session ADD COLUMN seenAt TEXT NOT NULL DEFAULT ''`,
      `CREATE TABLE tablet (tokenHash TEXT PRIMARY KEY NOT NULL, name TEXT NOT NULL, createdAt TEXT NOT NULL)`,
      // Sessions begun before cannot say when a hand was last on them.
      `DELETE FROM session`,
    ];
    for (const statement of statements) await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('People are not taken back: restore a backup instead.'));
  }
}

/** Library files in the making. */
export class LibraryDrafts1764300000000 implements MigrationInterface {
  readonly name = 'LibraryDrafts1764300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE draft (format TEXT NOT NULL, id TEXT NOT NULL, version INTEGER NOT NULL, json TEXT NOT NULL, changedBy TEXT NOT NULL, changedAt TEXT NOT NULL, PRIMARY KEY (format, id)) WITHOUT ROWID`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE draft`);
  }
}

/** What a campaign is called by its first entry, beside it: a hangar of thousands is listed without reading those. */
export class CampaignNames1764400000000 implements MigrationInterface {
  readonly name = 'CampaignNames1764400000000';

  async up(runner: QueryRunner): Promise<void> {
    const first = (path: string): string =>
      `(SELECT json_extract(json, '$.body.${path}') FROM entry WHERE entry.campaign = campaign.id AND seq = 1)`;
    const statements = [
      `ALTER TABLE campaign ADD COLUMN title TEXT NOT NULL DEFAULT ''`,
      `ALTER TABLE campaign ADD COLUMN pack TEXT NOT NULL DEFAULT ''`,
      `ALTER TABLE campaign ADD COLUMN packRevision INTEGER NOT NULL DEFAULT 0`,
      `ALTER TABLE campaign ADD COLUMN limitBook TEXT NOT NULL DEFAULT ''`,
      `ALTER TABLE campaign ADD COLUMN limitBookRevision INTEGER NOT NULL DEFAULT 0`,
      `UPDATE campaign SET title = ${first('title')}, pack = ${first('basis.pack.id')}, packRevision = ${first('basis.pack.revision')}, limitBook = ${first('basis.limitBook.id')}, limitBookRevision = ${first('basis.limitBook.revision')}
        WHERE EXISTS (SELECT 1 FROM entry WHERE entry.campaign = campaign.id AND seq = 1)`,
    ];
    for (const statement of statements) await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Campaigns are not taken back: restore a backup instead.'));
  }
}

/** Where the releases are: a list of what is in hand reads none of the entries of the others. */
export class ReleasesFound1764600000000 implements MigrationInterface {
  readonly name = 'ReleasesFound1764600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE INDEX entry_release ON entry (campaign) WHERE instr(json, '"kind":"release.signed"') > 0`,
    );
    await runner.query(`CREATE INDEX campaign_created ON campaign (createdAt, id)`);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Records are not taken back: restore a backup instead.'));
  }
}

/** What campaigns are judged by, once each, by hash. Entries from before keep theirs, as they were chained. */
export class BasesOnce1764500000000 implements MigrationInterface {
  readonly name = 'BasesOnce1764500000000';

  async up(runner: QueryRunner): Promise<void> {
    const statements = [
      `CREATE TABLE basis (hash TEXT PRIMARY KEY NOT NULL, json TEXT NOT NULL) WITHOUT ROWID`,
      `CREATE TRIGGER basis_no_update BEFORE UPDATE ON basis BEGIN SELECT RAISE(ABORT, 'what campaigns are judged by is never changed'); END`,
      `CREATE TRIGGER basis_no_delete BEFORE DELETE ON basis BEGIN SELECT RAISE(ABORT, 'what campaigns are judged by is never deleted'); END`,
    ];
    for (const statement of statements) await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Records are not taken back: restore a backup instead.'));
  }
}

/** Devices by protocol and settings, where there were monitors of one protocol with a host and a port. */
export class DevicesByProtocol1764700000000 implements MigrationInterface {
  readonly name = 'DevicesByProtocol1764700000000';

  async up(runner: QueryRunner): Promise<void> {
    const statements = [
      `CREATE TABLE device (mark TEXT PRIMARY KEY NOT NULL, protocol TEXT NOT NULL, settings TEXT NOT NULL)`,
      `INSERT INTO device (mark, protocol, settings) SELECT mark, 'engine-line', json_object('host', host, 'port', port) FROM monitor`,
      `DROP TABLE monitor`,
    ];
    for (const statement of statements) await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Devices are not taken back: restore a backup instead.'));
  }
}

/** Findings of all aircraft are listed without reading their records. */
export class FindingsFound1764800000000 implements MigrationInterface {
  readonly name = 'FindingsFound1764800000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE INDEX entry_finding ON entry (campaign, seq) WHERE instr(json, '"kind":"finding.') > 0`,
    );
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Records are not taken back: restore a backup instead.'));
  }
}

/** Flights of people are told without reading whole records: each begins with a gate that was passed. */
export class GatesPassed1764900000000 implements MigrationInterface {
  readonly name = 'GatesPassed1764900000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE INDEX entry_gate ON entry (campaign, seq) WHERE instr(json, '"kind":"gate.passed"') > 0`,
    );
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Records are not taken back: restore a backup instead.'));
  }
}

export const MIGRATIONS = [
  FirstTables1764000000000,
  InstallationLog1764100000000,
  SharedTablets1764200000000,
  LibraryDrafts1764300000000,
  CampaignNames1764400000000,
  BasesOnce1764500000000,
  ReleasesFound1764600000000,
  DevicesByProtocol1764700000000,
  FindingsFound1764800000000,
  GatesPassed1764900000000,
];
