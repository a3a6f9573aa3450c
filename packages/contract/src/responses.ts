import type {
  Aircraft,
  Basis,
  Entry,
  EntryBodies,
  FindingStep,
  FlightPlan,
  InstrumentRecord,
  Reason,
  Role,
  ScopeRequest,
  Standing,
  Stretch,
  WindForecast,
  SystemTree,
} from '@kanzel/core';
import type { FieldRequest } from './plan-bodies.ts';

/** What a person may do: a role, for families of aircraft ("*" for all), until a day. */
export interface Authorisation {
  readonly role: Role;
  readonly families: readonly string[];
  readonly validUntil?: string;
  /** Only for these systems; absent: for all of the aircraft. */
  readonly systems?: readonly string[];
}

/** A person as everyone may see them. */
export interface PersonView {
  readonly id: string;
  readonly name: string;
  readonly fullName: string;
  readonly authorisations: readonly Authorisation[];
  readonly hasPin: boolean;
  /** Since when the person may not sign in any more. */
  readonly endedAt?: string;
}

/** How the server is, for whoever watches it. */
export interface HealthView {
  readonly ready: boolean;
  /** Whether the log of the installation agrees with itself and with what it tells of. */
  readonly logAgrees: boolean;
}

/** A proof for one act: whoever is signed on has just given their passphrase. */
export interface ProofView {
  readonly proof: string;
}

/** A shared tablet, as administrators see it. */
export interface TabletView {
  readonly id: string;
  readonly name: string;
  readonly createdAt: string;
  /** It is the device that asks. */
  readonly own: boolean;
}

/** A session as its owner and administrators see it. */
export interface SessionView {
  readonly id: string;
  readonly person: string;
  readonly kind: 'passphrase' | 'pin';
  readonly device: string;
  readonly createdAt: string;
  readonly seenAt: string;
  /** The session that asks. */
  readonly own: boolean;
}

/** What the sign-in page needs to know before anyone has signed in. */
/** What a device needs to reach this server and to trust it. */
export interface TrustView {
  /** Whether it is spoken to by TLS. */
  readonly secure: boolean;
  /** Under which addresses others reach it, each with a code to scan (SVG). */
  readonly addresses: readonly { readonly address: string; readonly code: string }[];
  /** When its certificate runs out. */
  readonly until?: string;
  /** SHA-256 of the certificate of its own authority; absent where its certificate was supplied. */
  readonly fingerprint?: string;
}

export interface FrontDoor {
  /** No account exists yet: the first one can be made with the code printed at the server. */
  readonly empty: boolean;
  /** This device is a shared tablet: its name, and who can sign on by PIN. */
  readonly tablet?: {
    readonly name: string;
    readonly people: readonly { readonly id: string; readonly fullName: string }[];
  };
  /** Made-up people of the demonstration with their passphrases; absent in a real installation. */
  readonly demo?: readonly {
    readonly name: string;
    readonly fullName: string;
    readonly passphrase: string;
    readonly roles: readonly Role[];
  }[];
}

/** A campaign as the hangar lists it; everything shown of its state is folded from its entries. */
export interface CampaignView {
  readonly id: string;
  readonly mark: string;
  readonly count: number;
  readonly head: string;
  readonly title: string;
  /** When its release was signed; absent while it is in hand. */
  readonly releasedAt?: string;
  /** Where it stood when it was asked; absent for a released one. */
  readonly standing?: Standing;
  /** What it was opened by; it may have been moved since. */
  readonly openedOn: {
    readonly pack: string;
    readonly packRevision: number;
    readonly limitBook: string;
    readonly limitBookRevision: number;
  };
  /** Set when the record in the database does not verify. */
  readonly damaged?: Reason;
}

/** What the hangar shows of the campaigns of one aircraft. */
export interface HangarLineView {
  readonly mark: string;
  /** Newest first. */
  readonly inHand: readonly CampaignView[];
  /** The newest of those released, newest first. */
  readonly released: readonly CampaignView[];
  /** All that were released. */
  readonly releasedCount: number;
}

/** A flight that somebody began, as the records of this installation tell it: the gate Fly was passed. */
export interface RecordedFlightView {
  readonly mark: string;
  /** One book is one type. */
  readonly limitBook: string;
  readonly at: string;
  /** Whoever passed the gate as pilot, and whoever was named as crew. */
  readonly people: readonly string[];
}

/** A finding as it is listed over all aircraft. */
export interface FindingLineView {
  readonly finding: string;
  readonly campaign: string;
  readonly campaignTitle: string;
  readonly mark: string;
  readonly title: string;
  readonly where: string;
  /** Check it was raised at, by id and, where the campaign was read, by title. */
  readonly check?: string;
  readonly raisedAt: string;
  /** Person by id. */
  readonly raisedBy: string;
  readonly severity?: 'stops' | 'deferred' | 'information';
  /** What holds until it is cured, and until when it may be put off. */
  readonly conditions?: string;
  readonly until?: string;
  readonly closedAt?: string;
  /** The finding of the same campaign that it was part of at first. */
  readonly splitFrom?: string;
  /** Person by id who works on it next, about how long (minutes), and by which day. */
  readonly assignedTo?: string;
  readonly effort?: number;
  readonly due?: string;
  readonly released: boolean;
  /** What comes next; absent where the record of its campaign cannot be read. */
  readonly next?: FindingStep;
}

export interface AircraftView {
  readonly aircraft: Aircraft;
  readonly monitor?: { readonly host: string; readonly port: number };
  /** The monitor's line can be worked from a panel, since it is a stand-in. */
  readonly simulated?: 'engines' | 'vehicle' | 'flight';
}

export interface PostEntriesResponse {
  readonly accepted: readonly Entry[];
  readonly refused: readonly { readonly id: string; readonly reason: Reason }[];
}

export interface EntriesResponse {
  readonly entries: readonly Entry[];
  readonly head: string;
  readonly count: number;
}

/** One thing of the library in its newest revision. */
interface LibraryThing {
  readonly id: string;
  readonly revision: number;
  /** Every revision there is, oldest first. */
  readonly revisions: readonly number[];
  readonly title: string;
}

/** What the library calls things: what the pack editor offers to pick from. */
export interface LibraryNames {
  /** Absent where the library has no tree of systems: then names are typed. */
  readonly systems?: SystemTree;
  /** Limits of all limit books, each key once. */
  readonly limits: readonly { readonly key: string; readonly title: string }[];
}

export interface LibraryView {
  readonly packs: readonly (LibraryThing & {
    readonly families: readonly string[];
    readonly checks: number;
  })[];
  readonly limitBooks: readonly (LibraryThing & {
    readonly approvedBy: string;
    readonly approvedOn: string;
    readonly limits: number;
  })[];
  readonly aircraft: readonly (LibraryThing & {
    readonly family: string;
    readonly configuration: string;
    readonly pack: string;
    readonly limitBook: string;
  })[];
  readonly instruments: readonly InstrumentRecord[];
  readonly modules: readonly { readonly id: string; readonly title: string; readonly checks: number }[];
  readonly drafts: readonly DraftSummary[];
  /** Files refused, each with file, place and reason. */
  readonly problems: readonly string[];
}

export type DraftFormat = 'kanzel-pack' | 'kanzel-limit-book' | 'kanzel-aircraft' | 'kanzel-instrument';

export interface DraftSummary {
  readonly format: DraftFormat;
  readonly id: string;
  /** What people call it: its title, its name, or mark and type. */
  readonly title: string;
  readonly version: number;
  readonly changedBy: string;
  readonly changedAt: string;
}

/** A library file in the making, with what keeps it from being published. */
export interface DraftView extends DraftSummary {
  readonly document: Readonly<Record<string, unknown>>;
  readonly problems: readonly string[];
}

/** A library file for taking along. */
export interface ExportedFile {
  readonly name: string;
  readonly text: string;
}

/** What a campaign could be moved to. */
export interface MoveOffer {
  readonly basis: Basis;
  /** Names exactly this basis; sent back with the request to move. */
  readonly hash: string;
}

/** An earlier campaign of an airframe or of another of its type, as a template for the next. */
export interface EarlierCampaignView {
  readonly id: string;
  readonly title: string;
  readonly occasion: string;
  readonly openedAt: string;
  readonly releasedAt?: string;
  readonly workItems: readonly string[];
  /** Which aircraft of the type it was. */
  readonly mark: string;
  readonly ways?: Pick<EntryBodies['ways.chosen'], 'profile' | 'ways'>;
  readonly order?: readonly string[];
  readonly flights?: FlightPlan;
  /** What its scope was made from; absent when everything was proven. */
  readonly scope?: Pick<ScopeRequest, 'work' | 'added' | 'leftOut'>;
}

/** What a campaign that is planned can count on. */
export interface ProspectView {
  readonly basis: Basis;
  /** Of the aircraft as it is described; absent for a campaign in hand, which keeps what it was opened by. */
  readonly revision?: number;
  /** What earlier campaigns proved and still carry, by part. */
  readonly evidence: ScopeRequest['evidence'];
  /** Newest first. */
  readonly earlier: readonly EarlierCampaignView[];
}

/** The field the installation stands on. */
export type FieldView = Omit<FieldRequest, 'weather' | 'scales'> & {
  readonly weather?: string;
  readonly scales?: string;
};

/** What a set of scales shows, scale by scale. */
export interface ScalesView {
  readonly at: string;
  readonly scales: readonly {
    readonly id: string;
    readonly value: number;
    readonly unit: string;
    /** How far its figures lay apart while it was listened to. */
    readonly spread: number;
  }[];
}

/** The newest forecast that was heard. */
export interface WeatherView {
  readonly text: string;
  readonly heardAt: string;
  readonly forecast: readonly WindForecast[];
  /** When the wind allows flying at this field, by its limits. */
  readonly stretches: readonly Stretch[];
}

/** The key by which exported records of an installation are known. */
export interface InstallationView {
  /** Ed25519, 32 bytes in hexadecimal. */
  readonly publicKey: string;
  /** What people compare by eye. */
  readonly fingerprint: string;
}

/** How every refusal of the server looks. */
export interface Refusal {
  readonly message: string;
  readonly reason?: Reason;
  readonly details?: readonly string[];
}

/** Readings of one moment as the server passes them on, in the units of the monitor. */
export interface MonitorEvent {
  readonly mark: string;
  /** Server clock, milliseconds since 1970. */
  readonly at: number;
  /**
   * When it was taken by the clock of the monitor (ms), and since when that clock counts, by the server's: readings of one
   * count are exactly as far apart as it says, however they were held up on their way.
   */
  readonly source?: { readonly since: number; readonly time: number };
  /** By engine and channel; null: no reading. */
  readonly values: Readonly<Record<string, Readonly<Record<string, number | null>>>>;
}

/** What is listened to for an aircraft, and all that could be. */
export interface LineView {
  /** By which protocol and where; absent where nothing is. */
  readonly line?: {
    readonly protocol: string;
    readonly host: string;
    readonly port: number;
    readonly system?: number;
    readonly writes?: boolean;
  };
  readonly protocols: readonly {
    readonly id: string;
    readonly title: string;
    /** Whether several speak on such a line, each with its number. */
    readonly numbered: boolean;
  }[];
}

/** State of the line to a monitor. */
export interface MonitorState {
  readonly mark: string;
  /** What speaks there: the monitor of the engines, or the whole vehicle. */
  readonly speaker: 'monitor' | 'vehicle' | 'receiver';
  readonly state: 'live' | 'silent' | 'unreachable';
  /** A mission may be put aboard over this line. */
  readonly writes?: boolean;
  readonly since: number;
  readonly note?: string;
}
