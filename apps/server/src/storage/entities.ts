import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** A person with an account. Authorisations are JSON: roles with scope and validity. */
@Entity('person')
export class PersonRow {
  @PrimaryColumn('text') id!: string;
  @Index({ unique: true }) @Column('text') name!: string;
  @Column('text') fullName!: string;
  @Column('text') passphraseHash!: string;
  @Column('text') authorisations!: string;
  @Column('text') createdAt!: string;
  @Column('text', { nullable: true }) pinHash!: string | null;
  /** Wrong PINs in a row; the PIN rests once there were too many, until the passphrase is given. */
  @Column('integer') pinFailures!: number;
  /** Set once the person may not sign in any more; their name stays in the records. */
  @Column('text', { nullable: true }) endedAt!: string | null;
}

/** A session on one device; only the hash of its token is kept. */
@Entity('session')
export class SessionRow {
  @PrimaryColumn('text') tokenHash!: string;
  @Index() @Column('text') personId!: string;
  @Column('text') createdAt!: string;
  @Column('text') expiresAt!: string;
  /** How it was begun. */
  @Column('text') kind!: 'passphrase' | 'pin';
  /** Name of the shared tablet, or what the browser says of itself. */
  @Column('text') device!: string;
  /** When a hand was last on it. */
  @Column('text') seenAt!: string;
}

/** A shared tablet, where people sign on by PIN; only the hash of its token is kept. */
@Entity('tablet')
export class TabletRow {
  @PrimaryColumn('text') tokenHash!: string;
  @Column('text') name!: string;
  @Column('text') createdAt!: string;
}

/** A campaign: only its identity, and what its first entry calls it; everything else is in its entries. */
@Entity('campaign')
export class CampaignRow {
  @PrimaryColumn('text') id!: string;
  @Index() @Column('text') mark!: string;
  @Column('text') createdAt!: string;
  @Column('text') title!: string;
  @Column('text') pack!: string;
  @Column('integer') packRevision!: number;
  @Column('text') limitBook!: string;
  @Column('integer') limitBookRevision!: number;
}

/** One entry of a record, exactly as it was chained. Triggers refuse UPDATE and DELETE. */
@Entity('entry')
export class EntryRow {
  @PrimaryColumn('text') campaign!: string;
  @PrimaryColumn('integer') seq!: number;
  @Index({ unique: true }) @Column('text') id!: string;
  @Column('text') hash!: string;
  @Column('text') json!: string;
}

/** The device of an aircraft: by which protocol it speaks, and the settings of its driver as JSON. */
@Entity('device')
export class DeviceRow {
  @PrimaryColumn('text') mark!: string;
  @Column('text') protocol!: string;
  @Column('text') settings!: string;
}

/** One line of the log of the installation, exactly as it was chained. Triggers refuse UPDATE and DELETE. */
@Entity('log')
export class LogRow {
  @PrimaryColumn('integer') seq!: number;
  @Column('text') at!: string;
  @Column('text') kind!: string;
  /** The campaign it speaks of, for looking up where a record stood. */
  @Index() @Column('text', { nullable: true }) campaign!: string | null;
  /** Canonical JSON. */
  @Column('text') body!: string;
  @Column('text') prevHash!: string;
  @Column('text') hash!: string;
}

/** A library file in the making: nothing is judged by it until it is published. */
@Entity('draft')
export class DraftRow {
  @PrimaryColumn('text') format!: string;
  /** Id of what is drafted; the mark of an aircraft. */
  @PrimaryColumn('text') id!: string;
  /** Raised with every change, so that two people do not write over each other unseen. */
  @Column('integer') version!: number;
  @Column('text') json!: string;
  @Column('text') changedBy!: string;
  @Column('text') changedAt!: string;
}

export const ENTITIES = [
  PersonRow,
  SessionRow,
  CampaignRow,
  EntryRow,
  DeviceRow,
  LogRow,
  TabletRow,
  DraftRow,
];
