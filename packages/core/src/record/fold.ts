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
import { judgeAnswer } from '../checks/judge-answer.ts';
import { overlaps } from '../checks/systems.ts';
import { aboardAt } from '../loading/aboard.ts';
import { occasionOf, proposeScope } from '../planning/scope.ts';
import { reason, type Reason } from '../words/reason.ts';
import type { Entry, EntryKind } from './entry.ts';
import { Evidence, isFine, mayHaveRunOut, wrongState } from './evidence.ts';
import { outsideScope } from './losses.ts';
import {
  EMPTY_CAMPAIGN,
  standingAnswer,
  type AnswerRecord,
  type CampaignState,
  type Deed,
  type Loss,
  type PartState,
} from './state.ts';
import { stateSubject } from './states.ts';
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
  /** Parts whose proof has to be asked anew behind this entry. */
  private stirred = new Set<string>();
  private everything = false;

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

  /** Takes a key out of a collection. */
  drop(collection: MapKey, key: string): void {
    if (!this.state[collection].has(key)) return;
    if (!this.owned.has(collection)) {
      (this.state as Record<string, unknown>)[collection] = new Map(
        this.state[collection] as ReadonlyMap<string, unknown>,
      );
      this.owned.add(collection);
    }
    (this.state[collection] as Map<string, unknown>).delete(key);
  }

  /** Says that the proof of some parts may have changed; without any, that of every part. */
  stir(keys?: Iterable<string>): void {
    if (keys) for (const key of keys) this.stirred.add(key);
    else this.everything = true;
  }

  /** The parts to be asked anew, with all that stand on them; forgotten once they were given. */
  takeStirred(index: BasisIndex): ReadonlySet<string> {
    const keys = this.everything ? index.parts.keys() : this.reached(index);
    const taken = new Set(keys);
    this.stirred = new Set();
    this.everything = false;
    return taken;
  }

  private reached(index: BasisIndex): readonly string[] {
    const own = [...this.stirred];
    const checks = own.flatMap((key) => index.parts.get(key)?.check ?? []);
    // Whether another flight is to come decides what the flight used up; a permit decides what may be loaded.
    if (checks.some((c) => c.station === 'flight')) own.push(...index.followStates);
    if (checks.some((c) => c.answer.kind === 'document')) own.push(...index.sheets);
    return reachFromParts(index, own).map((r) => r.part);
  }

  /** The history of a part, writable. */
  history(key: string): AnswerRecord[] {
    this.stirred.add(key);
    const part = this.state.parts.get(key) ?? { history: [] };
    if (this.owned.has(`history ${key}`)) return part.history as AnswerRecord[];
    const history = [...part.history];
    this.put('parts', key, { ...part, history });
    this.owned.add(`history ${key}`);
    return history;
  }

  part(key: string, change: Partial<PartState>): void {
    this.stirred.add(key);
    this.put('parts', key, { ...(this.state.parts.get(key) ?? { history: [] }), ...change });
  }
}

/**
 * When an entry was made, on the server's clock as far as that is known, in milliseconds: the device clock less what
 * it was ahead. Never after the entry was received, and never before what its author had seen at the head of the
 * record, so that a clock set back makes nothing younger or older than it can be.
 */
function instantOf(entry: Entry, state: CampaignState): number {
  const made = Date.parse(entry.at) - (entry.offset ?? 0);
  const received = entry.hash === '' ? Infinity : Date.parse(entry.receivedAt);
  const seenAll = (entry.seen ?? entry.seq - 1) >= entry.seq - 1;
  const least = seenAll ? state.clock : Math.min(state.opened?.instant ?? 0, state.clock);
  return Math.max(Math.min(made, received), least);
}

function deedOf(draft: Draft, entry: Entry): Deed {
  return {
    entry: entry.id,
    seq: entry.seq,
    at: entry.at,
    instant: instantOf(entry, draft.state),
    by: entry.by,
    role: entry.role,
    device: entry.device,
    seen: Math.min(entry.seen ?? entry.seq - 1, entry.seq - 1),
    pending: entry.hash === '',
  };
}

/** The way by which a part was reached, as reasons. */
function chainOf(found: Reach): Reason[] {
  return found.through.map((through) => reason('standsOnPart', { part: through }));
}

/** Takes the standing of a part from every answer whose author had not seen this entry. */
function lose(draft: Draft, entry: Entry, found: Reach, first: Reason): void {
  const { seq, device, at } = entry;
  const before = draft.state.parts.get(found.part)?.losses ?? [];
  const way = found.through.length > 0 ? { through: true as const } : {};
  const loss: Loss = { seq, device, at, reasons: [first, ...chainOf(found)], ...way };
  // Whoever saw the latest of a device saw those before: more need not be kept.
  const kept = before.filter((l) => l.device !== device || l.through !== loss.through);
  draft.part(found.part, { losses: [...kept, loss] });
}

/** Takes the standing of everything that touching `touched` reaches. */
function disturb(
  draft: Draft,
  index: BasisIndex,
  entry: Entry,
  touched: readonly string[],
  what: string,
): void {
  if (touched.length === 0) return;
  for (const found of index.reachOf(touched))
    lose(draft, entry, found, reason('touched', { what, system: found.system }));
}

/** States something, and asks anew whatever a change of that state ends or counts. */
function setState(
  draft: Draft,
  index: BasisIndex,
  entry: Entry,
  said: {
    readonly state: string;
    readonly subject: string;
    readonly value: string;
    readonly answer?: string;
  },
): void {
  const key = stateKey(said.state, said.subject);
  const setting = {
    value: said.value,
    since: deedOf(draft, entry),
    ...(said.answer === undefined ? {} : { answer: said.answer }),
  };
  draft.put('states', key, [...(draft.state.states.get(key) ?? []), setting]);
  draft.stir(index.followStates);
}

type Reducer<K extends EntryKind> = (draft: Draft, index: BasisIndex, entry: Entry<K>) => void;

/** Marks what an answer set as taken back, or as holding again. */
function strikeSettings(draft: Draft, part: Part, answer: string, struck: boolean): void {
  const { index } = draft.state;
  if (!index || Object.keys(part.check.sets).length === 0) return;
  for (const name of Object.keys(part.check.sets)) {
    const key = stateKey(name, stateSubject(index, name, part.subject));
    const said = draft.state.states.get(key) ?? [];
    if (!said.some((s) => s.answer === answer)) continue;
    draft.put(
      'states',
      key,
      said.map((s) => {
        if (s.answer !== answer) return s;
        const { struck: _was, ...rest } = s;
        return struck ? { ...rest, struck: true } : rest;
      }),
    );
    // Whoever answered in a state that was taken back answered in another one.
    draft.stir();
  }
}

/** Strikes an answer through in the history of its part, and takes back what it set. */
function strike(draft: Draft, part: Part, id: string, by: string, why: string): void {
  const history = draft.history(part.key);
  const at = history.findIndex((record) => record.entry === id);
  const old = history[at];
  if (!old || old.struck) return;
  history[at] = { ...old, struck: { by, reason: why } };
  strikeSettings(draft, part, id, true);
}

/** Lets an answer stand again whose correction was withdrawn, with what it had set. */
function restore(draft: Draft, part: Part, id: string): void {
  const history = draft.history(part.key);
  const at = history.findIndex((record) => record.entry === id);
  const old = history[at];
  if (!old?.struck) return;
  const { struck: _struck, ...rest } = old;
  history[at] = rest;
  strikeSettings(draft, part, id, false);
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

/** A sheet stands on the empty aircraft it was made from: another weighing takes it, and what stands on it, with it. */
function weighedAgain(draft: Draft, index: BasisIndex, part: Part, entry: Entry): void {
  const weighedBefore = draft.history(part.key).length > 1;
  for (const found of reachFromParts(index, weighedBefore ? [...index.sheets, part.key] : index.sheets))
    if (found.part !== part.key) lose(draft, entry, found, reason('weighedAgain'));
}

const answerGiven: Reducer<'answer.given'> = (draft, index, entry) => {
  const { check, subject, answer, facts, correction } = entry.body;
  const part = index.parts.get(partKey(check, subject));
  if (!part) return;
  const deed = deedOf(draft, entry);
  if (entry.supersedes) strike(draft, part, entry.supersedes, entry.id, correction ?? '');
  const verdicts = judgeAnswer(index, part, answer, facts, new Date(deed.instant).toISOString());
  const misplaced = wrongState(draft.state, index, part, deed) !== undefined;
  draft.history(part.key).push({
    ...deed,
    answer,
    facts,
    verdicts,
    ...(misplaced ? { misplaced: true as const } : {}),
    ...(entry.supersedes ? { supersedes: entry.supersedes } : {}),
  });
  // What failed, or was given in another state than it needs, brings nothing about.
  if (!isFine(verdicts, true) || misplaced) return;
  if (answer.kind === 'weighing') weighedAgain(draft, index, part, entry);
  for (const [state, value] of Object.entries(part.check.sets))
    setState(draft, index, entry, {
      state,
      subject: stateSubject(index, state, subject),
      value,
      answer: entry.id,
    });
};

/** Whether the pack asks for an inspection by somebody else when some systems are touched. */
function asksInspection(index: BasisIndex, touches: readonly string[]): boolean {
  return touches.some((t) => index.basis.pack.independentInspection.some((i) => overlaps(t, i)));
}

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
    draft.state.scope = { ...deedOf(draft, entry), ...entry.body, items };
    draft.stir();
  },
  'ways.chosen': (draft, _index, entry) => {
    draft.state.ways = { ...deedOf(draft, entry), ...entry.body };
  },
  'plan.kept': (draft, _index, entry) => {
    draft.state.plan = { ...deedOf(draft, entry), ...entry.body };
  },
  'answer.given': answerGiven,
  'answer.notApplicable': (draft, index, entry) => {
    const part = index.parts.get(partKey(entry.body.check, entry.body.subject));
    if (!part) return;
    draft.history(part.key).push({
      ...deedOf(draft, entry),
      answer: null,
      notApplicable: entry.body.reason,
      facts: {},
      verdicts: [],
    });
  },
  'answer.withdrawn': (draft, index, entry) => {
    const part = index.parts.get(partKey(entry.body.check, entry.body.subject));
    if (!part || !entry.supersedes) return;
    const withdrawn = draft.history(part.key).find((record) => record.entry === entry.supersedes);
    strike(draft, part, entry.supersedes, entry.id, entry.body.reason);
    // Withdrawing a correction restores what it corrected.
    if (withdrawn?.supersedes) restore(draft, part, withdrawn.supersedes);
  },
  'answer.witnessed': (draft, _index, entry) => amend(draft, entry.body, { witness: deedOf(draft, entry) }),
  'decision.recorded': (draft, index, entry) => {
    const { check, subject, answerEntry, reason: why } = entry.body;
    const key = partKey(check, subject);
    const decision = { ...deedOf(draft, entry), reason: why };
    if (index.checks.get(check)?.answer.kind !== 'computed') amend(draft, entry.body, { decision });
    else draft.part(key, { decided: { ...draft.state.parts.get(key)?.decided, [answerEntry]: decision } });
  },
  'timer.started': (draft, index, entry) => {
    const part = index.parts.get(partKey(entry.body.check, entry.body.subject));
    if (part) draft.part(part.key, { timerStarted: deedOf(draft, entry) });
  },
  'state.set': (draft, index, entry) => setState(draft, index, entry, entry.body),
  'loadout.changed': (draft, index, entry) => {
    draft.put('loadout', entry.body.place, { ...deedOf(draft, entry), ...entry.body });
    const { touches, title } = aboardAt(index.basis.aircraft.loading, entry.body.place);
    disturb(draft, index, entry, touches, title);
  },
  'tag.on': (draft, index, entry) => {
    draft.put('tags', entry.body.tag, { on: { ...deedOf(draft, entry), ...entry.body } });
    disturb(draft, index, entry, entry.body.touches, entry.body.thing);
  },
  'tag.off': (draft, index, entry) => {
    const tag = draft.state.tags.get(entry.body.tag);
    if (!tag) return;
    draft.put('tags', entry.body.tag, { ...tag, off: { ...deedOf(draft, entry), ...entry.body } });
    const touches = [...new Set([...tag.on.touches, ...entry.body.touches])];
    // What was open on controls or fuel lines and was closed again is work like any other: another person looks at it.
    if (!entry.body.uninspected && asksInspection(index, touches))
      draft.put('actions', entry.body.tag, {
        done: {
          ...deedOf(draft, entry),
          action: entry.body.tag,
          what: tag.on.thing,
          measure: entry.body.note,
          touches,
        },
        inspectionNeeded: true,
      });
    disturb(draft, index, entry, touches, tag.on.thing);
  },
  'finding.raised': (draft, _index, entry) =>
    draft.put('findings', entry.body.finding, {
      raised: { ...deedOf(draft, entry), ...entry.body },
      actions: [],
    }),
  'finding.assessed': (draft, _index, entry) => {
    const finding = draft.state.findings.get(entry.body.finding);
    if (finding)
      draft.put('findings', entry.body.finding, {
        ...finding,
        assessed: { ...deedOf(draft, entry), ...entry.body },
        ...(entry.body.severity === 'stops' ? { grounded: deedOf(draft, entry) } : {}),
      });
  },
  'action.recorded': (draft, index, entry) => {
    const { body } = entry;
    const inspectionNeeded = asksInspection(index, body.touches);
    draft.put('actions', body.action, { done: { ...deedOf(draft, entry), ...body }, inspectionNeeded });
    const finding = body.finding === undefined ? undefined : draft.state.findings.get(body.finding);
    if (finding)
      draft.put('findings', finding.raised.finding, {
        ...finding,
        actions: [...finding.actions, body.action],
      });
    disturb(draft, index, entry, body.touches, body.what);
  },
  'inspection.signed': (draft, _index, entry) => {
    const action = draft.state.actions.get(entry.body.action);
    if (action)
      draft.put('actions', entry.body.action, {
        ...action,
        inspection: { ...deedOf(draft, entry), ...entry.body },
      });
  },
  'finding.closed': (draft, _index, entry) => {
    const finding = draft.state.findings.get(entry.body.finding);
    if (finding)
      draft.put('findings', entry.body.finding, {
        ...finding,
        closed: { ...deedOf(draft, entry), ...entry.body },
      });
  },
  'gate.passed': (draft, _index, entry) =>
    draft.put('gatesPassed', entry.body.gate, { ...deedOf(draft, entry), ...entry.body }),
  'gate.overridden': (draft, _index, entry) => {
    draft.state.overrides = [...draft.state.overrides, { ...deedOf(draft, entry), ...entry.body }];
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
        ...deedOf(draft, entry),
        reason: entry.body.reason,
        from: basisNames(index.basis),
        to: basisNames(moved.basis),
      },
    ];
    const touched = touchedByMove(changes, moved);
    for (const found of touched) lose(draft, entry, found, found.reason);
    // What did not apply has to be answered where the new revision says that it does.
    for (const part of moved.parts.values())
      if (!part.check.notApplicable && standingAnswer(draft.state.parts.get(part.key))?.answer === null)
        for (const found of reachFromParts(moved, [part.key]))
          lose(draft, entry, found, reason('notApplicableForbidden', { check: part.check.title }));
    draft.stir();
  },
  'instrument.noted': (draft, index, entry) => {
    const { instrument } = entry.body;
    const known = index.instruments[instrument.id];
    const noted = known ? { ...instrument, before: known } : instrument;
    draft.state.index = { ...index, instruments: { ...index.instruments, [instrument.id]: noted } };
  },
  'release.signed': (draft, _index, entry) => {
    draft.state.release = { ...deedOf(draft, entry), ...entry.body };
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
  draft.state.opened = { ...deedOf(draft, entry), ...rest };
}

/**
 * Asks anew which of some parts are proven. A part that was not and is now is proven from this entry on; one that was
 * and still is keeps its beginning.
 */
function prove(draft: Draft, index: BasisIndex, parts: ReadonlySet<string>, entry: Entry | undefined): void {
  if (parts.size === 0) return;
  const { state } = draft;
  const settle = (key: string, proven: boolean): void => {
    if (!proven) draft.drop('proofs', key);
    else if (!state.proofs.has(key) && entry)
      draft.put(
        'proofs',
        key,
        // What need not be proven here was so before anybody here did anything.
        outsideScope(state, key)
          ? { seq: 0, device: '', at: entry.at }
          : { seq: entry.seq, device: entry.device, at: entry.at },
      );
  };
  const evidence = new Evidence(
    state,
    index,
    state.clock,
    (key) => (parts.has(key) ? undefined : state.proofs.has(key)),
    settle,
  );
  for (const key of parts) evidence.proven(key);
}

/** Parts whose proof may end by the clock alone. */
function timedParts(state: CampaignState, index: BasisIndex): readonly string[] {
  if (!state.scope) return index.timed;
  const resting = [...state.scope.items].flatMap(([key, item]) =>
    item.verdict === 'rests' && item.on.until !== undefined ? [key] : [],
  );
  return [...index.timed, ...resting];
}

/** Moves the clock of the record on to an entry, and takes the proof of what has run out by then. */
function advance(draft: Draft, index: BasisIndex, instant: number): void {
  const before = draft.state.clock;
  if (!(instant > before)) return;
  draft.state.clock = instant;
  const due = timedParts(draft.state, index).filter(
    (key) => draft.state.proofs.has(key) && mayHaveRunOut(draft.state, index, key, before, instant),
  );
  if (due.length === 0) return;
  const evidence = new Evidence(draft.state, index, instant, (key) =>
    due.includes(key) ? undefined : draft.state.proofs.has(key),
  );
  const over = due.filter((key) => !evidence.proven(key));
  if (over.length === 0) return;
  draft.stir(over);
  prove(draft, index, draft.takeStirred(index), undefined);
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
  if (entry.value.kind === 'campaign.opened') {
    open(draft, entry.value);
    draft.state.clock = draft.state.opened?.instant ?? 0;
    if (draft.state.index)
      prove(draft, draft.state.index, new Set(draft.state.index.parts.keys()), entry.value);
    return;
  }
  const { index } = draft.state;
  if (!index) return;
  const instant = instantOf(entry.value, draft.state);
  advance(draft, index, instant);
  const author = `${entry.value.by} ${entry.value.device}`;
  draft.state.lastOf = {
    ...draft.state.lastOf,
    [author]: Math.max(draft.state.lastOf[author] ?? 0, instant),
  };
  // The table is complete over the kinds; the pairing of kind and body was checked at the door.
  (REDUCERS[entry.value.kind] as Reducer<EntryKind>)(draft, index, entry.value);
  const now = draft.state.index ?? index;
  prove(draft, now, draft.takeStirred(now), entry.value);
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
