import {
  indexBasis,
  partKey,
  reachFromParts,
  stateKey,
  type BasisIndex,
  type Part,
  type Reach,
} from '../checks/basis-index.ts';
import { basisNames, compareBases, touchedByMove } from '../checks/compare-bases.ts';
import { provenOf } from '../checks/computed.ts';
import { judgeAnswer } from '../checks/judge-answer.ts';
import { overlaps } from '../checks/systems.ts';
import { WHOLE_AIRCRAFT } from '../checks/types.ts';
import { aboardAt } from '../loading/aboard.ts';
import { occasionOf, proposeScope } from '../planning/scope.ts';
import { reason, type Reason } from '../words/reason.ts';
import type { Entry, EntryKind } from './entry.ts';
import { EMPTY_CAMPAIGN, type AnswerRecord, type CampaignState, type Deed, type PartState } from './state.ts';
import { upcast } from './upcast.ts';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };
type MapKey = {
  [K in keyof CampaignState]: CampaignState[K] extends ReadonlyMap<string, unknown> ? K : never;
}[keyof CampaignState];
type ValueOf<K extends MapKey> = CampaignState[K] extends ReadonlyMap<string, infer V> ? V : never;

/**
 * The next state in the making. Collections and histories are copied the first time they are written to, so
 * that folding many entries copies each once, and the state handed in is never changed.
 */
class Draft {
  readonly state: Mutable<CampaignState>;
  private readonly owned = new Set<string>();

  constructor(base: CampaignState) {
    this.state = { ...base };
  }

  put<K extends MapKey>(collection: K, key: string, value: ValueOf<K>): void {
    if (!this.owned.has(collection)) {
      (this.state as Record<string, unknown>)[collection] = new Map(
        this.state[collection] as ReadonlyMap<string, unknown>,
      );
      this.owned.add(collection);
    }
    (this.state[collection] as Map<string, ValueOf<K>>).set(key, value);
  }

  /** The history of a part, writable. */
  history(key: string): AnswerRecord[] {
    const part = this.state.parts.get(key) ?? { history: [] };
    if (this.owned.has(`history ${key}`)) return part.history as AnswerRecord[];
    const history = [...part.history];
    this.put('parts', key, { ...part, history });
    this.owned.add(`history ${key}`);
    return history;
  }

  part(key: string, change: Partial<PartState>): void {
    this.put('parts', key, { ...(this.state.parts.get(key) ?? { history: [] }), ...change });
  }
}

function deedOf(entry: Entry): Deed {
  return {
    entry: entry.id,
    seq: entry.seq,
    at: entry.at,
    by: entry.by,
    role: entry.role,
    pending: entry.hash === '',
  };
}

/** The way by which a part was reached, as reasons. */
function chainOf(found: Reach): Reason[] {
  return found.through.map((through) => reason('standsOnPart', { part: through }));
}

/** Takes the standing of everything that touching `touched` reaches. */
function disturb(
  draft: Draft,
  index: BasisIndex,
  seq: number,
  touched: readonly string[],
  what: string,
): void {
  if (touched.length === 0) return;
  for (const found of index.reachOf(touched)) {
    draft.part(found.part, {
      lost: { seq, reasons: [reason('touched', { what, system: found.system }), ...chainOf(found)] },
    });
  }
}

/** Sets a state and ends what was proven only until it. */
function setState(
  draft: Draft,
  index: BasisIndex,
  entry: Entry,
  name: string,
  subject: string,
  value: string,
): void {
  draft.put('states', stateKey(name, subject), { value, since: deedOf(entry) });
  const ended = [...index.parts.values()].filter(({ check, subject: own }) => {
    const ends = check.validity?.endsWhen;
    return (
      ends?.state === name &&
      ends.becomes === value &&
      (own === subject || own === WHOLE_AIRCRAFT || subject === WHOLE_AIRCRAFT)
    );
  });
  if (ended.length === 0) return;
  const why = reason('stateEnded', { state: index.states.get(name)?.title ?? name, value });
  for (const found of reachFromParts(
    index,
    ended.map((p) => p.key),
  )) {
    draft.part(found.part, { lost: { seq: entry.seq, reasons: [why, ...chainOf(found)] } });
  }
}

/** Subject under which a state of a check's part is recorded. */
export function stateSubject(index: BasisIndex, state: string, partSubject: string): string {
  return index.states.get(state)?.per === 'engine' ? partSubject : WHOLE_AIRCRAFT;
}

/** The value a state has now: as last set, else its initial value. */
export function stateValue(state: CampaignState, name: string, subject: string): string | undefined {
  return state.states.get(stateKey(name, subject))?.value ?? state.index?.states.get(name)?.initial;
}

/**
 * The first reason why an answer to this part would not count now: a state it needs is not set, or something
 * it stands on is not proven. Undefined when it would count.
 */
export function flawOf(state: CampaignState, index: BasisIndex, part: Part): Reason | undefined {
  for (const [name, wanted] of Object.entries(part.check.needs)) {
    const subject = stateSubject(index, name, part.subject);
    const subjects =
      index.states.get(name)?.per === 'engine' && part.subject === WHOLE_AIRCRAFT
        ? index.basis.aircraft.engines.map((e) => e.id)
        : [subject];
    for (const s of subjects) {
      const is = stateValue(state, name, s);
      if (is !== wanted)
        return reason('wrongState', {
          state: index.states.get(name)?.title ?? name,
          subject: s,
          is: is ?? '',
          wanted,
        });
    }
  }
  for (const ground of part.standsOn) {
    if (!provenOf(state, index, ground)) return reason('groundNotProven', { part: ground });
  }
  return undefined;
}

type Reducer<K extends EntryKind> = (draft: Draft, index: BasisIndex, entry: Entry<K>) => void;

/** Strikes an answer through in the history of its part. */
function strike(history: AnswerRecord[], id: string, by: string, why: string): void {
  const at = history.findIndex((record) => record.entry === id);
  const old = history[at];
  if (old) history[at] = { ...old, struck: { by, reason: why } };
}

/** Adds to the record of one answer, wherever it is in the history of its part. */
function amend(
  draft: Draft,
  body: { check: string; subject: string; answerEntry: string },
  change: Partial<AnswerRecord>,
): void {
  const history = draft.history(partKey(body.check, body.subject));
  const at = history.findLastIndex((record) => record.entry === body.answerEntry);
  const old = history[at];
  if (old) history[at] = { ...old, ...change };
}

/** A sheet stands on the weighing it was made from: another one takes it, and what stands on it, with it. */
function weighedAgain(draft: Draft, index: BasisIndex, part: Part, seq: number): void {
  if (draft.history(part.key).length < 2) return;
  for (const found of reachFromParts(index, [part.key]))
    if (found.part !== part.key)
      draft.part(found.part, { lost: { seq, reasons: [reason('weighedAgain'), ...chainOf(found)] } });
}

const answerGiven: Reducer<'answer.given'> = (draft, index, entry) => {
  const { check, subject, answer, facts, correction } = entry.body;
  const part = index.parts.get(partKey(check, subject));
  if (!part) return;
  const flaw = flawOf(draft.state, index, part);
  const history = draft.history(part.key);
  if (entry.supersedes) strike(history, entry.supersedes, entry.id, correction ?? '');
  history.push({
    ...deedOf(entry),
    answer,
    facts,
    verdicts: judgeAnswer(index, part, answer, facts, entry.at),
    ...(flaw ? { flaw } : {}),
  });
  if (flaw) return;
  if (answer.kind === 'weighing') weighedAgain(draft, index, part, entry.seq);
  for (const [name, value] of Object.entries(part.check.sets))
    setState(draft, index, entry, name, stateSubject(index, name, subject), value);
};

/** What the scope of a campaign says of each part, by the basis it has now. */
function scopeItems(
  draft: Draft,
  index: BasisIndex,
  body: Entry<'scope.settled'>['body'],
): NonNullable<CampaignState['scope']>['items'] {
  return proposeScope(index, occasionOf(draft.state.opened?.occasion), body);
}

const REDUCERS: { readonly [K in Exclude<EntryKind, 'campaign.opened'>]: Reducer<K> } = {
  'scope.settled': (draft, index, entry) => {
    const items = scopeItems(draft, index, entry.body);
    draft.state.scope = { ...deedOf(entry), ...entry.body, items };
  },
  'ways.chosen': (draft, _index, entry) => {
    draft.state.ways = { ...deedOf(entry), ...entry.body };
  },
  'plan.kept': (draft, _index, entry) => {
    draft.state.plan = { ...deedOf(entry), ...entry.body };
  },
  'answer.given': answerGiven,
  'answer.notApplicable': (draft, index, entry) => {
    const part = index.parts.get(partKey(entry.body.check, entry.body.subject));
    if (!part) return;
    draft
      .history(part.key)
      .push({ ...deedOf(entry), answer: null, notApplicable: entry.body.reason, facts: {}, verdicts: [] });
  },
  'answer.withdrawn': (draft, index, entry) => {
    const part = index.parts.get(partKey(entry.body.check, entry.body.subject));
    if (part && entry.supersedes)
      strike(draft.history(part.key), entry.supersedes, entry.id, entry.body.reason);
  },
  'answer.witnessed': (draft, _index, entry) => amend(draft, entry.body, { witness: deedOf(entry) }),
  'decision.recorded': (draft, _index, entry) =>
    amend(draft, entry.body, { decision: { ...deedOf(entry), reason: entry.body.reason } }),
  'timer.started': (draft, index, entry) => {
    const part = index.parts.get(partKey(entry.body.check, entry.body.subject));
    if (part) draft.part(part.key, { timerStarted: deedOf(entry) });
  },
  'state.set': (draft, index, entry) =>
    setState(draft, index, entry, entry.body.state, entry.body.subject, entry.body.value),
  'loadout.changed': (draft, index, entry) => {
    draft.put('loadout', entry.body.place, { ...deedOf(entry), ...entry.body });
    const { touches, title } = aboardAt(index.basis.aircraft.loading, entry.body.place);
    disturb(draft, index, entry.seq, touches, title);
  },
  'tag.on': (draft, index, entry) => {
    draft.put('tags', entry.body.tag, { on: { ...deedOf(entry), ...entry.body } });
    disturb(draft, index, entry.seq, entry.body.touches, entry.body.thing);
  },
  'tag.off': (draft, index, entry) => {
    const tag = draft.state.tags.get(entry.body.tag);
    if (tag) draft.put('tags', entry.body.tag, { ...tag, off: { ...deedOf(entry), ...entry.body } });
    disturb(draft, index, entry.seq, entry.body.touches, tag?.on.thing ?? entry.body.note);
  },
  'finding.raised': (draft, _index, entry) =>
    draft.put('findings', entry.body.finding, { raised: { ...deedOf(entry), ...entry.body }, actions: [] }),
  'finding.assessed': (draft, _index, entry) => {
    const finding = draft.state.findings.get(entry.body.finding);
    if (finding)
      draft.put('findings', entry.body.finding, {
        ...finding,
        assessed: { ...deedOf(entry), ...entry.body },
      });
  },
  'action.recorded': (draft, index, entry) => {
    const { body } = entry;
    const inspectionNeeded = body.touches.some((t) =>
      index.basis.pack.independentInspection.some((i) => overlaps(t, i)),
    );
    draft.put('actions', body.action, { done: { ...deedOf(entry), ...body }, inspectionNeeded });
    const finding = body.finding === undefined ? undefined : draft.state.findings.get(body.finding);
    if (finding)
      draft.put('findings', finding.raised.finding, {
        ...finding,
        actions: [...finding.actions, body.action],
      });
    disturb(draft, index, entry.seq, body.touches, body.what);
  },
  'inspection.signed': (draft, _index, entry) => {
    const action = draft.state.actions.get(entry.body.action);
    if (action)
      draft.put('actions', entry.body.action, { ...action, inspection: { ...deedOf(entry), ...entry.body } });
  },
  'finding.closed': (draft, _index, entry) => {
    const finding = draft.state.findings.get(entry.body.finding);
    if (finding)
      draft.put('findings', entry.body.finding, { ...finding, closed: { ...deedOf(entry), ...entry.body } });
  },
  'gate.passed': (draft, _index, entry) =>
    draft.put('gatesPassed', entry.body.gate, { ...deedOf(entry), snapshot: entry.body.snapshot }),
  'gate.overridden': (draft, _index, entry) => {
    draft.state.overrides = [...draft.state.overrides, { ...deedOf(entry), ...entry.body }];
  },
  'basis.moved': (draft, index, entry) => {
    const next = indexBasis(entry.body.basis);
    if (!next.ok) {
      draft.state.unreadable = [
        ...draft.state.unreadable,
        ...next.error.map((why) => ({ seq: entry.seq, reason: why })),
      ];
      return;
    }
    // What was noted in this campaign goes along, or answers taken with it would lose their instrument.
    const moved = { ...next.value, instruments: { ...index.instruments, ...next.value.instruments } };
    const changes = compareBases(index.basis, entry.body.basis);
    draft.state.index = moved;
    const { scope } = draft.state;
    if (scope) draft.state.scope = { ...scope, items: scopeItems(draft, moved, scope) };
    draft.state.moves = [
      ...draft.state.moves,
      {
        ...deedOf(entry),
        reason: entry.body.reason,
        from: basisNames(index.basis),
        to: basisNames(moved.basis),
      },
    ];
    const touched = touchedByMove(changes, moved);
    for (const found of touched)
      draft.part(found.part, { lost: { seq: entry.seq, reasons: [found.reason, ...chainOf(found)] } });
  },
  'instrument.noted': (draft, index, entry) => {
    const { instrument } = entry.body;
    const known = index.instruments[instrument.id];
    const noted = known ? { ...instrument, before: known } : instrument;
    draft.state.index = { ...index, instruments: { ...index.instruments, [instrument.id]: noted } };
  },
  'release.signed': (draft, _index, entry) => {
    draft.state.release = { ...deedOf(entry), ...entry.body };
  },
};

function open(draft: Draft, entry: Entry<'campaign.opened'>): void {
  const { basis, ...rest } = entry.body;
  const index = indexBasis(basis);
  if (!index.ok) {
    draft.state.unreadable = [
      ...draft.state.unreadable,
      ...index.error.map((why) => ({ seq: entry.seq, reason: why })),
    ];
    return;
  }
  draft.state.index = index.value;
  draft.state.opened = { ...deedOf(entry), ...rest };
}

function step(draft: Draft, recorded: Entry): void {
  if (recorded.seq <= draft.state.count) return;
  draft.state.count = recorded.seq;
  draft.state.head = recorded.hash;
  const entry = upcast(recorded);
  if (!entry.ok) {
    draft.state.unreadable = [...draft.state.unreadable, { seq: recorded.seq, reason: entry.error }];
    return;
  }
  if (entry.value.kind === 'campaign.opened') return open(draft, entry.value);
  const { index } = draft.state;
  if (!index) return;
  // The table is complete over the kinds; the pairing of kind and body was checked at the door.
  (REDUCERS[entry.value.kind] as Reducer<EntryKind>)(draft, index, entry.value);
}

/**
 * Folds entries, in order of `seq`, onto a state and returns the next one; the state handed in stays as it is.
 * Folding all at once and one by one give the same state (proven by property tests). An entry whose place is
 * folded already changes nothing, so that a delivery repeated is harmless. An entry of an unknown
 * kind or a newer version is named in `unreadable`; it changes nothing else.
 * Example: `foldEntries(entries)` from nothing; `foldEntries([entry], state)` to append one.
 */
export function foldEntries(entries: Iterable<Entry>, onto: CampaignState = EMPTY_CAMPAIGN): CampaignState {
  const draft = new Draft(onto);
  for (const entry of entries) step(draft, entry);
  return draft.state;
}
