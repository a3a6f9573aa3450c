import {
  indexBasis,
  partKey,
  reachFromParts,
  stateKey,
  type BasisIndex,
  type Part,
} from '../checks/basis-index.ts';
import { basisNames, compareBases, touchedByMove } from '../checks/compare-bases.ts';
import { overlaps } from '../systems/overlap.ts';
import { aboardAt } from '../loading/aboard.ts';
import { occasionOf, proposeScope } from '../scope/scope.ts';
import { reason } from '../reasons/reason.ts';
import type { Entry, EntryKind } from '../record/entry.ts';
import { wrongState } from '../standing/evidence.ts';
import { judgedAnswer } from '../standing/judged-answer.ts';
import { standingAnswer, type AnswerRecord, type CampaignState } from '../record/state.ts';
import { stateSubject } from '../record/states.ts';
import { type Draft } from './next-state.ts';
import { deedOf, disturb, lose, setState } from './effects.ts';
import { ownMember } from '../own-member.ts';
/** What one kind of entry does to the state in the making. */
export type Reducer<K extends EntryKind> = (draft: Draft, index: BasisIndex, entry: Entry<K>) => void;

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
  const { check, subject, answer, correction } = entry.body;
  const part = index.parts.get(partKey(check, subject));
  if (!part) return;
  const deed = deedOf(draft, entry);
  if (entry.supersedes) strike(draft, part, entry.supersedes, entry.id, correction ?? '');
  const judged = judgedAnswer(index, part, deed, entry);
  const misplaced = wrongState(draft.state, index, part, deed) !== undefined;
  draft.history(part.key).push(misplaced ? { ...judged, misplaced: true } : judged);
  // What failed, or was given in another state than it needs, brings nothing about.
  if (judged.good === 'no' || misplaced) return;
  if (answer.kind === 'weighing') weighedAgain(draft, index, part, entry);
  for (const [state, value] of Object.entries(part.check.sets))
    setState(draft, index, entry, {
      state,
      subject: stateSubject(index, state, subject),
      value,
      answer: entry.id,
    });
};

/** What was chosen answers the check about it; where nothing is chosen any more, the answer that stands stands no longer. */
function answerByWay(draft: Draft, index: BasisIndex, part: Part, entry: Entry<'ways.chosen'>): void {
  const { check, subject } = part;
  if (check.decides === undefined) return;
  const chosen = entry.body.ways[check.decides];
  const answer = { kind: 'choice' as const, option: chosen?.choice ?? '' };
  if (check.answer.kind === 'choice' && check.answer.options.some((o) => o.id === answer.option)) {
    const body = { check: check.id, subject, answer, facts: {} };
    answerGiven(draft, index, { ...entry, kind: 'answer.given', body });
  } else if (standingAnswer(draft.state.parts.get(part.key))?.answer)
    lose(
      draft,
      entry,
      { part: part.key, system: '', through: [] },
      reason('wayOpen', { check: check.title }),
    );
}

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

/** What each kind of entry does to the state. Complete over the kinds: the compiler asks for a new one. */
export const REDUCERS: { readonly [K in Exclude<EntryKind, 'campaign.opened'>]: Reducer<K> } = {
  'scope.settled': (draft, index, entry) => {
    const items = scopeItems(draft, index, entry.body);
    draft.state.scope = { ...deedOf(draft, entry), ...entry.body, items };
    draft.stir();
  },
  'ways.chosen': (draft, index, entry) => {
    draft.state.ways = { ...deedOf(draft, entry), ...entry.body };
    for (const part of index.parts.values()) answerByWay(draft, index, part, entry);
    draft.stir();
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
      good: 'yes',
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
    const known = ownMember(index.instruments, instrument.id);
    const noted = known ? { ...instrument, before: known } : instrument;
    draft.state.index = { ...index, instruments: { ...index.instruments, [instrument.id]: noted } };
  },
  'release.signed': (draft, _index, entry) => {
    draft.state.release = { ...deedOf(draft, entry), ...entry.body };
  },
};
