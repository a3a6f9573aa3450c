import type { Role, Basis } from '../checks/types.ts';
import type { Instrument, Fact } from '../limits/types.ts';
import type { DayPlan, FlightPlan, KeptTimetable, Profile, WayChosen } from './plan.ts';
import type { ScopeRequest } from './scope.ts';
import type { Scan } from '../papers/types.ts';
import type { PartAnswer } from '../answers/part-answer.ts';

/** How a finding narrows the flight until it is closed. Heights in metres above the field, speeds in metres per second. */
export interface Narrowing {
  readonly circuitOnly?: true;
  /** Ids of flight checks that may not be flown. */
  readonly banned?: readonly string[];
  readonly maximumHeight?: number;
  readonly maximumSpeed?: { readonly value: number; readonly unit: string };
  /** What has to be looked at after landing. */
  readonly lookAfterLanding?: string;
}

/** Bodies by kind of entry. A new kind, or a new version of one, is added here and in the fold. */
export interface EntryBodies {
  /** The first entry: what everything after it is judged by. */
  'campaign.opened': {
    readonly title: string;
    readonly occasion: string;
    readonly workItems: readonly string[];
    readonly basis: Basis;
    /** A device opened it without the server, by the revisions that it had; the server completed it when it was heard. */
    readonly withoutServer?: true;
  };
  /** What has to be proven this time; what it does not name follows from the work. The newest one holds. */
  'scope.settled': ScopeRequest & { readonly note: string };
  /** Which schools are followed, and how far the first flight goes. The newest one holds. */
  'ways.chosen': { readonly profile: Profile; readonly ways: Readonly<Record<string, WayChosen>> };
  /** In which order, on which day, in which flights. What it leaves out is worked out. The newest one holds. */
  'plan.kept': {
    /** Checks in the order in which they are to be worked. */
    readonly order: readonly string[];
    readonly day?: DayPlan;
    readonly flights?: FlightPlan;
    /** The timetable that was looked at: jobs in an order, and who does each; it gives the rest again from any now. */
    readonly timetable?: KeptTimetable;
    readonly note: string;
  };
  /** An answer to a check on one subject. `facts` are the power setting and the like at that moment. */
  'answer.given': {
    readonly check: string;
    readonly subject: string;
    readonly answer: PartAnswer;
    readonly facts: Readonly<Record<string, Fact>>;
    /** The person was asked about an unlikely figure and meant it. */
    readonly confirmed?: boolean;
    /** Why an earlier answer is superseded. */
    readonly correction?: string;
    /** The call that it answers: who read stands there. */
    readonly call?: string;
    /** Done from memory, and ticked off afterwards. */
    readonly afterwards?: true;
    /** It was answered by voice, and whoever called wrote it down. */
    readonly spoken?: true;
  };
  /** One reads a check to a position, where another looks and answers; or reads it again, and what was answered does not count. */
  'call.made': {
    readonly check: string;
    readonly to: string;
    readonly again?: {
      /** Entries of the answers that are not taken. */
      readonly answers: readonly string[];
      readonly because: 'wrong' | 'hesitant' | 'habitual';
    };
  };
  'answer.notApplicable': { readonly check: string; readonly subject: string; readonly reason: string };
  /** The superseded answer was a slip; the one before it stands again. */
  'answer.withdrawn': { readonly check: string; readonly subject: string; readonly reason: string };
  /** A second person watched, or looked again, and agrees. */
  /** `saw`: what the second person saw without being shown the first answer, where the step asks for that. */
  'answer.witnessed': {
    readonly check: string;
    readonly subject: string;
    readonly answerEntry: string;
    readonly saw?: PartAnswer;
    /** What the vehicle on the line said of itself meanwhile. */
    readonly facts?: Readonly<Record<string, Fact>>;
  };
  /** A value too close to a limit to tell is accepted, with a reason, by someone who may. */
  'decision.recorded': {
    readonly check: string;
    readonly subject: string;
    readonly answerEntry: string;
    readonly reason: string;
  };
  'timer.started': { readonly check: string; readonly subject: string };
  'state.set': { readonly state: string; readonly subject: string; readonly value: string };
  /** Another pack or payload was put aboard; an empty `item` says that the place is empty now. */
  'loadout.changed': {
    readonly place: string;
    readonly item: string;
    readonly mass?: number;
    readonly note: string;
  };
  'tag.on': {
    readonly tag: string;
    readonly thing: string;
    readonly where: string;
    readonly why: string;
    readonly touches: readonly string[];
    /** The check it is on for: that one alone is not kept waiting by it. */
    readonly check?: string;
  };
  'tag.off': {
    readonly tag: string;
    readonly note: string;
    readonly touches: readonly string[];
    /** Only of records from before tags asked for an inspection: none is asked for. */
    readonly uninspected?: true;
  };
  'finding.raised': {
    readonly finding: string;
    readonly title: string;
    readonly where: string;
    readonly check?: string;
    readonly subject?: string;
    readonly answerEntry?: string;
    /** Where the answer is a recording: the stretch of it that shows what was found, in seconds of its own time. */
    readonly stretch?: { readonly from: number; readonly to: number };
  };
  'finding.assessed': {
    readonly finding: string;
    readonly severity: 'stops' | 'deferred' | 'information';
    readonly reason: string;
    /** For a deferral: what holds until it is cured. */
    readonly conditions?: string;
    /** For a deferral, at least one of the three: the last day, the hours of the aircraft, or so many flights from now. */
    readonly until?: string;
    readonly untilHours?: number;
    readonly untilFlights?: number;
    /** What the flight may not do as long as the finding is open. */
    readonly narrows?: Narrowing;
  };
  /** Work done: what was done, by what measure, and the systems it touched. */
  'action.recorded': {
    readonly action: string;
    readonly finding?: string;
    readonly what: string;
    readonly measure: string;
    readonly touches: readonly string[];
  };
  'inspection.signed': { readonly action: string; readonly accepted: boolean; readonly note: string };
  /** A second walk of the inspection, by somebody who has given none of its answers. */
  'walk.begun': { readonly walk: string };
  /** What was found there, without knowing what the first one found; said again, the newest holds until it is finished. */
  'walk.said': {
    readonly walk: string;
    readonly check: string;
    readonly subject: string;
    /** Absent: not applicable, with the reason. */
    readonly answer?: PartAnswer;
    readonly notApplicable?: string;
    readonly facts: Readonly<Record<string, Fact>>;
  };
  /** It counts from here on; or it was given up, with the reason, and counts for nothing. */
  'walk.finished': { readonly walk: string; readonly givenUp?: string };
  /** Two did not find the same: which of them holds, and why. */
  'walk.settled': {
    readonly check: string;
    readonly subject: string;
    readonly said: string;
    readonly answerEntry: string;
    readonly holds: 'first' | 'second';
    readonly reason: string;
  };
  'finding.closed': { readonly finding: string; readonly note: string };
  /** It was there again, or it was no longer one with another: it stands as it stood before. */
  'finding.reopened': { readonly finding: string; readonly reason: string };
  /** Two are one: what is done about the one that stays is done about both. */
  'finding.merged': { readonly finding: string; readonly into: string; readonly reason: string };
  /** One is two: the new one begins as the old one stands. */
  'finding.split': {
    readonly finding: string;
    /** The new one. */
    readonly into: string;
    readonly title: string;
    readonly where: string;
    readonly reason: string;
  };
  /** Who works on it next, and how long it is thought to take. It holds nothing and opens nothing. */
  'finding.assigned': {
    readonly finding: string;
    /** Absent: nobody any more. */
    readonly to?: string;
    readonly minutes?: number;
    readonly due?: string;
  };
  /** What somebody noticed, kept at once with its time; said again under the same id, the newest words hold and the first time stays. */
  'note.kept': {
    readonly note: string;
    /** May be empty: that something was noticed then is worth keeping before there is a hand free for its words. */
    readonly text: string;
    /** The step that was in hand. */
    readonly check?: string;
    /** As it was spoken. */
    readonly sound?: Scan;
  };
  /** What came of a note: it is told by a finding, or it is put aside with a reason. */
  'note.settled': {
    readonly note: string;
    readonly finding?: string;
    /** Why it needs none; asked for where no finding is named. */
    readonly reason: string;
  };
  /** The pilot goes on with the flight, or ends it, having read what speaks for landing. The newest one holds. */
  'flight.decided': {
    readonly choice: 'on' | 'land';
    readonly reason: string;
    /** What spoke for landing when it was decided, as it was said. */
    readonly said: readonly string[];
  };
  'gate.passed': {
    readonly gate: string;
    readonly snapshot: string;
    /** Who else is there, where the gate asks for a crew: ids of people. */
    readonly crew?: readonly string[];
  };
  'gate.overridden': {
    readonly gate: string;
    readonly condition: string;
    readonly reason: string;
    readonly snapshot: string;
    /** The holdings it covers, exactly as they were known: ids of `Holding`. Absent in records from before they were named. */
    readonly covers?: readonly string[];
  };
  /** The campaign goes on with another revision of pack or limit book, or another configuration. */
  'basis.moved': { readonly basis: Basis; readonly reason: string };
  /** An instrument that came in later, or came back with a new certificate. */
  'instrument.noted': { readonly instrument: Instrument; readonly reason: string };
  'release.signed': { readonly meaning: string; readonly snapshot: string; readonly statement: string };
}

export type EntryKind = keyof EntryBodies;

/** What a device makes: everything but what the server adds. */
export type EntryDraft<K extends EntryKind = EntryKind> = {
  [P in K]: {
    /** Made by the client, unique; makes a retry harmless. */
    readonly id: string;
    readonly campaign: string;
    /** Device clock, ISO with its zone. */
    readonly at: string;
    /** Milliseconds that this clock was ahead of the server's when the server was last heard. Absent: never heard. */
    readonly offset?: number;
    /**
     * Place of the last entry of the server that its author had before him; what the same device made before counts as
     * seen too. Absent in records from before it was written down: everything that arrived before.
     */
    readonly seen?: number;
    /** Person id. */
    readonly by: string;
    readonly role: Role;
    readonly device: string;
    readonly kind: P;
    readonly version: number;
    readonly body: EntryBodies[P];
    /** Id of the entry that this one replaces. */
    readonly supersedes?: string;
  };
}[K];

/** A draft as accepted: placed, received and chained. */
export type Entry<K extends EntryKind = EntryKind> = EntryDraft<K> & {
  /** Place in the campaign, from 1, without gaps. */
  readonly seq: number;
  readonly receivedAt: string;
  /** Hash of the entry before; sixty-four zeros before the first. */
  readonly prevHash: string;
  /** SHA-256, hexadecimal, of the canonical JSON of everything above. */
  readonly hash: string;
};
