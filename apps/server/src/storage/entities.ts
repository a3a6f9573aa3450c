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
}

/** A session on one device; only the hash of its token is kept. */
@Entity('session')
export class SessionRow {
  @PrimaryColumn('text') tokenHash!: string;
  @Index() @Column('text') personId!: string;
  @Column('text') createdAt!: string;
  @Column('text') expiresAt!: string;
}

/** A campaign: only its identity; everything else is in its entries. */
@Entity('campaign')
export class CampaignRow {
  @PrimaryColumn('text') id!: string;
  @Index() @Column('text') mark!: string;
  @Column('text') createdAt!: string;
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

/** Where the monitor of an aircraft speaks. */
@Entity('monitor')
export class MonitorRow {
  @PrimaryColumn('text') mark!: string;
  @Column('text') host!: string;
  @Column('integer') port!: number;
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

export const ENTITIES = [PersonRow, SessionRow, CampaignRow, EntryRow, MonitorRow, LogRow];
