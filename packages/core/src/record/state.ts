import { partKey, type BasisIndex } from '../checks/basis-index.ts';
import type { BasisNames } from '../checks/compare-bases.ts';
import type { Role } from '../checks/types.ts';
import type { Fact, Series, Verdict } from '../limits/types.ts';
import type { Reason } from '../reasons/reason.ts';
import type { Scope } from './scope.ts';
import type { EntryBodies } from './entry.ts';
import type { Scan } from '../papers/types.ts';
import type { PartAnswer } from '../answers/part-answer.ts';
import { GENESIS_HASH } from './chain.ts';

/** Who did something, when, and what of the record they had seen. */
export interface Deed {
  readonly entry: string;
  readonly seq: number;
  /** Device clock, as written. */
  readonly at: string;
  /** When it was, in milliseconds since 1970 on the server's clock as far as that is known. */
  readonly instant: number;
  readonly by: string;
  readonly role: Role;
  readonly device: string;
  /** Place up to which its author had the record. */
  readonly seen: number;
  /** Not yet confirmed by the server. */
  readonly pending: boolean;
}

/** Something in the record that others may or may not have seen when they acted. */
export type Happening = Pick<Deed, 'seq' | 'device' | 'at'>;

/** One answer in the history of a part, struck through when superseded or withdrawn. */
export interface AnswerRecord extends Deed {
  /** null: not applicable, with `notApplicable` as the reason. */
  readonly answer: PartAnswer | null;
  readonly notApplicable?: string;
  readonly facts: Readonly<Record<string, Fact>>;
  /** Whether it lets its check be proven, as far as limits and expectations go. */
  readonly good: 'yes' | 'whenDecided' | 'no';
  /** Worst first; empty for not applicable. Found when they are first read. */
  readonly verdicts: readonly Verdict[];
  /** It was given in another state than the check needs, as far as its author had seen. */
  readonly misplaced?: true;
  /** Who called it, where one read and another looked. */
  readonly called?: {
    readonly call: string;
    readonly by: string;
    readonly to: string;
    /** Answered by voice, and written down by whoever called. */
    readonly spoken?: true;
    /** From the call to the answer; absent where the clocks of the two devices were never held against each other. */
    readonly seconds?: number;
  };
  /** Done from memory, and ticked off afterwards. */
  readonly afterwards?: true;
  /** The answer it corrects, which stands again when it is withdrawn. */
  readonly supersedes?: string;
  readonly struck?: { readonly by: string; readonly reason: string };
  readonly witness?: Deed;
  /** A second person, who was not shown it, saw something else: it proves nothing until both have looked again. */
  readonly differs?: Deed & { readonly saw: PartAnswer };
  readonly decision?: Deed & { readonly reason: string };
}

/** A check that was called to a position. */
export interface CallState extends Deed {
  readonly check: string;
  readonly to: string;
  readonly again?: 'wrong' | 'hesitant' | 'habitual';
  /** The clock of the device was held against the server's. */
  readonly clocked?: true;
}

/** Something that took the standing of every answer whose author had not seen it, with the chain of reasons. */
export interface Loss extends Happening {
  readonly reasons: readonly Reason[];
  /** It came through something that the part stands on, not to the part itself. */
  readonly through?: true;
}

/** Everything recorded about a check on one subject. */
export interface PartState {
  /** Oldest first. */
  readonly history: readonly AnswerRecord[];
  /** What touched it, oldest first; of one device and way only the latest, since whoever saw that saw the ones before. */
  readonly losses?: readonly Loss[];
  readonly timerStarted?: Deed;
  /** Decisions on figures worked out from others, by the answers they were worked out from. */
  readonly decided?: Readonly<Record<string, Deed & { readonly reason: string }>>;
}

/** One time a state was stated: by hand, or by an answer. */
export interface Setting {
  readonly value: string;
  readonly since: Deed;
  /** The answer that set it. */
  readonly answer?: string;
  /** That answer was corrected or withdrawn: its effect is taken back. */
  readonly struck?: true;
}

/** Since when, without a break, a part has been proven: what stands on it has to have seen this. */
export type Proof = Happening;

export interface TagState {
  readonly on: Deed & EntryBodies['tag.on'];
  readonly off?: Deed & EntryBodies['tag.off'];
}

export interface ActionState {
  readonly done: Deed & EntryBodies['action.recorded'];
  /** Whether the pack asks for an inspection by someone else. */
  readonly inspectionNeeded: boolean;
  readonly inspection?: Deed & EntryBodies['inspection.signed'];
}

/** A second walk of the inspection. What was said on it counts from when it was finished. */
export interface WalkState {
  readonly begun: Deed & EntryBodies['walk.begun'];
  /** What the draw of this campaign is made from, if this is the first walk; empty until the server has it. */
  readonly seed: string;
  /** By part key; newest only. */
  readonly said: ReadonlyMap<string, AnswerRecord>;
  readonly finished?: Deed & EntryBodies['walk.finished'];
}

export interface FindingState {
  readonly raised: Deed & EntryBodies['finding.raised'];
  readonly assessed?: Deed & EntryBodies['finding.assessed'];
  /** The last time it was said to stop the aircraft, whatever was said since. */
  readonly grounded?: Deed;
  readonly actions: readonly string[];
  readonly closed?: Deed & EntryBodies['finding.closed'];
  /** The last time it was opened again. */
  readonly reopened?: Deed & EntryBodies['finding.reopened'];
  /** With which it is one; that one is worked on, assessed and closed for both. */
  readonly merged?: Deed & EntryBodies['finding.merged'];
  /** Which it was part of at first, before it was found to be another. */
  readonly splitFrom?: string;
  readonly assigned?: Deed & EntryBodies['finding.assigned'];
}

/** Something noticed, and what came of it. */
export interface NoteState {
  /** The first time it was kept: that is when it was noticed. */
  readonly kept: Deed;
  readonly text: string;
  readonly check?: string;
  readonly sound?: Scan;
  readonly settled?: Deed & EntryBodies['note.settled'];
}

/** What the record says, without the clock: a pure function of the entries and the basis they carry. */
export interface CampaignState {
  readonly count: number;
  readonly head: string;
  readonly index: BasisIndex | undefined;
  readonly opened: (Deed & Omit<EntryBodies['campaign.opened'], 'basis'>) | undefined;
  /** What has to be proven; absent: everything in the pack. */
  readonly scope: (Deed & EntryBodies['scope.settled'] & { readonly items: Scope }) | undefined;
  readonly ways: (Deed & EntryBodies['ways.chosen']) | undefined;
  readonly plan: (Deed & EntryBodies['plan.kept']) | undefined;
  readonly parts: ReadonlyMap<string, PartState>;
  /** Every statement about a state, oldest first, by state key. */
  readonly states: ReadonlyMap<string, readonly Setting[]>;
  /** Parts that are proven by the record, and since when without a break; the clock stands at `clock`. */
  readonly proofs: ReadonlyMap<string, Proof>;
  /** The latest instant that the record has reached, in milliseconds since 1970. It never goes back. */
  readonly clock: number;
  /** By person and device, the latest instant of their entries: nobody acts far before what they did. */
  readonly lastOf: ReadonlyMap<string, number>;
  /** What is aboard at each place where something may be exchanged, as last said. */
  readonly loadout: ReadonlyMap<string, Deed & EntryBodies['loadout.changed']>;
  readonly tags: ReadonlyMap<string, TagState>;
  readonly findings: ReadonlyMap<string, FindingState>;
  readonly actions: ReadonlyMap<string, ActionState>;
  readonly walks: ReadonlyMap<string, WalkState>;
  /** By the id of their entry, oldest first. */
  readonly calls: ReadonlyMap<string, CallState>;
  /** How differences between two walks were settled, by what was said and what was answered: see `settlementKey`. */
  readonly settlements: ReadonlyMap<string, Deed & EntryBodies['walk.settled']>;
  /** By their ids, oldest first. */
  readonly notes: ReadonlyMap<string, NoteState>;
  /** What the pilot decided in the air, oldest first. */
  readonly flightDecisions: readonly (Deed & EntryBodies['flight.decided'])[];
  readonly gatesPassed: ReadonlyMap<string, Deed & EntryBodies['gate.passed']>;
  /** Every time that a gate was passed, oldest first. */
  readonly passes: readonly (Deed & { readonly gate: string })[];
  /** Every move to another revision or configuration, oldest first. */
  readonly moves: readonly (Deed & {
    readonly reason: string;
    readonly from: BasisNames;
    readonly to: BasisNames;
  })[];
  readonly overrides: readonly (Deed & EntryBodies['gate.overridden'])[];
  readonly release: (Deed & EntryBodies['release.signed']) | undefined;
  /** Entries that could not be read, named rather than dropped. */
  readonly unreadable: readonly { readonly seq: number; readonly reason: Reason }[];
}

/** The state before the first entry. */
export const EMPTY_CAMPAIGN: CampaignState = {
  count: 0,
  head: GENESIS_HASH,
  index: undefined,
  opened: undefined,
  scope: undefined,
  ways: undefined,
  plan: undefined,
  parts: new Map(),
  states: new Map(),
  proofs: new Map(),
  clock: 0,
  lastOf: new Map(),
  loadout: new Map(),
  tags: new Map(),
  findings: new Map(),
  actions: new Map(),
  walks: new Map(),
  calls: new Map(),
  settlements: new Map(),
  notes: new Map(),
  flightDecisions: [],
  gatesPassed: new Map(),
  passes: [],
  moves: [],
  overrides: [],
  release: undefined,
  unreadable: [],
};

/** The answer that stands: the newest one not struck through; undefined when there is none. */
export function standingAnswer(part: PartState | undefined): AnswerRecord | undefined {
  if (!part) return undefined;
  for (let i = part.history.length - 1; i >= 0; i -= 1) {
    const record = part.history[i];
    if (record && !record.struck) return record;
  }
  return undefined;
}

/**
 * The recording that an entry gave to a part; undefined where the entry gave none, or is not of that part.
 * Example: the return of the left governor, recorded for twelve seconds.
 */
export function recordingOf(
  state: CampaignState,
  check: string,
  subject: string,
  answerEntry: string | undefined,
): Series | undefined {
  const found = state.parts
    .get(partKey(check, subject))
    ?.history.find((h) => h.entry === answerEntry)?.answer;
  return found?.kind === 'series' ? found.series : undefined;
}
