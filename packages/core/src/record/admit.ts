import { indexBasis, partKey, type BasisIndex, type Part } from '../checks/basis-index.ts';
import { compareBases, isSameBasis } from '../checks/compare-bases.ts';
import type { Role } from '../checks/types.ts';
import { aboardDoubt, emptyLineDoubt } from '../loading/empty.ts';
import { sheetProblems } from '../loading/problems.ts';
import type { LoadingSheet } from '../loading/types.ts';
import { isRequired, occasionOf, proposeScope } from '../planning/scope.ts';
import { MAY_LEAVE_OUT_REQUIRED } from '../planning/work.ts';
import { measuredOf } from '../checks/judge-answer.ts';
import { judgeConditions } from '../limits/conditions.ts';
import type { Reading } from '../limits/types.ts';
import { err, ok, type Result } from '../result.ts';
import { isInstant } from '../quantity/instant.ts';
import { reason, type Reason } from '../words/reason.ts';
import { deriveStatus, type CampaignStatus } from '../gates/derive.ts';
import {
  ENTRY_VERSIONS,
  type EntryBodies,
  type EntryDraft,
  type EntryKind,
  type PartAnswer,
} from './entry.ts';
import { computedVerdicts } from '../checks/computed.ts';
import { runningTimer } from './losses.ts';
import { implausible, isFigureSpec, tenTimesOff } from './plausible.ts';
import { MAY, MAY_OVERRULE } from './roles.ts';
import { standingAnswer, type AnswerRecord, type CampaignState, type Deed } from './state.ts';
import { subjectsOfState } from './states.ts';

/** What the door knows beside the record. */
interface Door {
  readonly state: CampaignState;
  readonly index: BasisIndex;
  /** Derived on demand, since most entries need only a part of it. */
  readonly status: () => CampaignStatus;
  /** The same of what the author had seen: what they could do is asked of what they had before them. */
  readonly seen: { readonly state: CampaignState; readonly status: () => CampaignStatus };
}

type Rule<K extends EntryKind> = (draft: EntryDraft<K>, door: Door) => Reason | undefined;

function partOf(door: Door, body: { check: string; subject: string }): Part | undefined {
  return door.index.parts.get(partKey(body.check, body.subject));
}

const unknownPart = (body: { check: string; subject: string }): Reason =>
  reason('checkUnknown', { check: body.check, subject: body.subject });

function readingsOf(answer: PartAnswer): readonly Reading[] {
  const measured = measuredOf(answer);
  switch (measured?.kind) {
    case 'one':
      return [measured.reading];
    case 'pair':
      return [measured.before, measured.after];
    case 'many':
      return Object.values(measured.readings);
    default:
      return [];
  }
}

/** Whether the answer has the form that the check asks for; a stopwatch time may stand for a series. */
function formFits(part: Part, answer: PartAnswer, door: Door): boolean {
  const { answer: spec, subject } = part.check;
  if (spec.kind === 'series')
    return answer.kind === 'series' || (answer.kind === 'reading' && answer.reading.unit === 's');
  if (spec.kind === 'computed' || spec.kind !== answer.kind) return false;
  if (answer.kind !== 'cylinders') return true;
  const engine = door.index.basis.aircraft.engines.find((e) => subject === 'engine' && e.id === part.subject);
  const wanted = Array.from({ length: engine?.cylinders ?? 0 }, (_, i) => String(i + 1));
  return (
    wanted.length > 0 &&
    wanted.every((c) => c in answer.readings) &&
    Object.keys(answer.readings).length === wanted.length
  );
}

function settingMissed(part: Part, draft: EntryDraft<'answer.given'>): Reason | undefined {
  const { setting } = part.check;
  if (!setting) return undefined;
  const condition = {
    fact: setting.channel,
    low: setting.value - setting.tolerance,
    high: setting.value + setting.tolerance,
    unit: setting.unit,
  };
  const outcome = judgeConditions([condition], draft.body.facts);
  return outcome.state === 'met' ? undefined : outcome.reason;
}

/**
 * Why a figure would be refused or asked back: off the gauge, of the wrong kind, from an unknown instrument, or
 * ten times off and not confirmed. What screens show while typing, and what the door asks.
 */
export function figureDoubt(
  index: BasisIndex,
  part: Part,
  answer: PartAnswer,
  confirmed: boolean,
): Reason | undefined {
  const spec = part.check.answer;
  if (!isFigureSpec(spec)) return undefined;
  const limits = part.check.limits.flatMap((key) => index.limits.get(key) ?? []);
  for (const reading of readingsOf(answer)) {
    if (reading.instrument !== undefined && !index.instruments[reading.instrument])
      return reason('unknownInstrument', { instrument: reading.instrument });
    const doubt =
      implausible(reading, spec) ?? (confirmed ? undefined : tenTimesOff(reading, part.check, limits));
    if (doubt) return doubt;
  }
  return undefined;
}

const answerRule: Rule<'answer.given'> = (draft, door) => {
  const { body } = draft;
  const part = partOf(door, body);
  if (!part) return unknownPart(body);
  const status = door.seen.status().parts.get(part.key);
  if (status?.blocked) return status.blocked;
  if (!formFits(part, body.answer, door))
    return reason('wrongForm', { wanted: part.check.answer.kind, got: body.answer.kind });
  const doubt =
    figureDoubt(door.index, part, body.answer, body.confirmed === true) ?? settingMissed(part, draft);
  if (doubt) return doubt;
  const short = body.answer.kind === 'timer' ? timerRule(door, part, draft, body.answer) : undefined;
  if (short) return short;
  const loading = body.answer.kind === 'loading' ? sheetRule(door, body.answer.sheet) : undefined;
  if (loading) return loading;
  const standing = standingAnswer(door.state.parts.get(part.key));
  if (!draft.supersedes) return draft.role === 'observer' ? overruling(draft, standing) : undefined;
  if (!body.correction?.trim()) return reason('correctionNeedsReason');
  if (standing?.entry !== draft.supersedes) return reason('notStanding');
  return overruling(draft, standing);
};

/** Why somebody may not set aside an answer: it is not their own, and they may not speak for others. */
function overruling(
  draft: { readonly by: string; readonly role: Role },
  standing: AnswerRecord | undefined,
): Reason | undefined {
  return !standing || standing.by === draft.by || MAY_OVERRULE.includes(draft.role)
    ? undefined
    : reason('notYourAnswer', { roles: MAY_OVERRULE });
}

/** A sheet is reckoned from the empty aircraft as it is known now, and names what is aboard. */
function sheetRule(door: Door, sheet: LoadingSheet): Reason | undefined {
  const { loading } = door.index.basis.aircraft;
  if (!loading) return undefined;
  return (
    emptyLineDoubt(door.state, door.index, sheet) ??
    sheetProblems(loading, sheet)[0] ??
    aboardDoubt(door.state, loading, sheet)
  );
}

/** What is put aboard goes where the aircraft has a place for it. */
function loadoutRule(body: EntryBodies['loadout.changed'], door: Door): Reason | undefined {
  const { loading } = door.index.basis.aircraft;
  if (!loading) return reason('noLoadingData');
  if (body.mass !== undefined && body.mass < 0)
    return reason('negativeMass', {
      thing: body.item,
      value: { value: body.mass, unit: loading.units.mass },
    });
  const bay = loading.bays.find((b) => b.id === body.place);
  if (bay)
    return body.item === '' || bay.packs.includes(body.item)
      ? undefined
      : reason('packNotForBay', { thing: bay.title, pack: body.item });
  return loading.stations.some((s) => s.id === body.place)
    ? undefined
    : reason('stationUnknown', { thing: body.place });
}

/** Timers count in whole seconds; two clocks that agree to this are taken to agree. */
const TIMER_TOLERANCE = 1000;

function timerRule(
  door: Door,
  part: Part,
  draft: EntryDraft<'answer.given'>,
  answer: { startedAt: string; endedAt: string },
): Reason | undefined {
  const started = runningTimer(door.seen.state.parts.get(part.key));
  if (!started || started.at !== answer.startedAt) return reason('timerNotStarted');
  const wanted = part.check.answer.kind === 'timer' ? part.check.answer.seconds : 0;
  const ended = Date.parse(answer.endedAt);
  // It ended when it was answered at the latest, and a clock that was set meanwhile is set right by its offset.
  if (ended > Date.parse(draft.at) + TIMER_TOLERANCE) return reason('timerEndsLater');
  const elapsed =
    Math.min(
      ended - Date.parse(answer.startedAt),
      ended - (draft.offset ?? 0) - started.instant + TIMER_TOLERANCE,
    ) / 1000;
  if (elapsed >= wanted) return undefined;
  return reason('timerShort', {
    elapsed: { value: elapsed, unit: 's' },
    wanted: { value: wanted, unit: 's' },
  });
}

/**
 * Whether a person may look again at their own work: the pack allows it, it was chosen for this campaign, and so many
 * hours lie between. It is told on the release sheet.
 */
function ownLookRefusal(
  door: Door,
  done: Deed,
  draft: { readonly at: string; readonly offset?: number },
): Reason | undefined {
  const { ownWork } = door.index.basis.pack;
  if (!ownWork) return reason('samePerson');
  if (door.state.ways?.ways['own-work']?.choice !== 'stated') return reason('ownWorkNotChosen');
  const hours = (Date.parse(draft.at) - (draft.offset ?? 0) - done.instant) / 3_600_000;
  return hours >= ownWork.hours
    ? undefined
    : reason('ownWorkTooSoon', {
        wanted: { value: ownWork.hours, unit: 'h' },
        age: { value: hours, unit: 'h', resolution: 0.1 },
      });
}

/** The standing answer that a second person or a decision refers to, or why there is none such. */
function standingFor(
  door: Door,
  body: { check: string; subject: string; answerEntry: string },
): Result<AnswerRecord, Reason> {
  const part = partOf(door, body);
  if (!part) return err(unknownPart(body));
  const answer = standingAnswer(door.state.parts.get(part.key));
  return answer?.entry === body.answerEntry ? ok(answer) : err(reason('notStanding'));
}

/** A scope names checks of the pack, gives a reason for each decision, and leaves out what the person may. */
const scopeRule: Rule<'scope.settled'> = ({ body, role }, door) => {
  const { index } = door;
  for (const { check, reason: why } of [...body.added, ...body.leftOut]) {
    if (!index.checks.has(check)) return reason('checkUnknown', { check, subject: '' });
    if (why.trim() === '') return reason('needsReason');
  }
  if (occasionOf(door.state.opened?.occasion) === 'post-maintenance' && body.work.length === 0)
    return reason('scopeWithoutWork');
  if (body.work.some((item) => item.component.trim() === '' || item.touches.length === 0))
    return reason('workNeedsSystems');
  if (MAY_LEAVE_OUT_REQUIRED.includes(role)) return undefined;
  const scope = proposeScope(index, occasionOf(door.state.opened?.occasion), body);
  for (const [key, item] of scope) {
    const check = index.parts.get(key)?.check;
    if (item.verdict === 'leftOut' && check && isRequired(index, check))
      return reason('requiredLeftOut', { check: check.title, roles: MAY_LEAVE_OUT_REQUIRED });
  }
  return undefined;
};

/** A plan names checks of the pack, each once; what is planned badly is said where it is made, not refused here. */
const planRule: Rule<'plan.kept'> = ({ body }, door) => {
  const flown = body.flights?.flights.flat() ?? [];
  for (const list of [body.order, flown])
    if (new Set(list).size !== list.length) return reason('plannedTwice');
  for (const check of [...body.order, ...flown])
    if (!door.index.checks.has(check)) return reason('checkUnknown', { check, subject: '' });
  return undefined;
};

const RULES: { readonly [K in EntryKind]: Rule<K> } = {
  'campaign.opened': () => reason('alreadyOpened'),
  'scope.settled': scopeRule,
  'ways.chosen': ({ body }) =>
    Object.values(body.ways).some((w) => w.why.trim() === '') ? reason('needsReason') : undefined,
  'plan.kept': planRule,
  'answer.given': answerRule,
  'answer.notApplicable': ({ body, by, role }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (!part.check.notApplicable) return reason('notApplicableForbidden', { check: part.check.title });
    if (body.reason.trim() === '') return reason('needsReason');
    const blocked = door.seen.status().parts.get(part.key)?.blocked;
    if (blocked?.code === 'gateHeld' || blocked?.code === 'gateNotPassed') return blocked;
    const standing = standingAnswer(door.state.parts.get(part.key));
    // What was found out of limits is not made to disappear by whoever found it inconvenient.
    return standing?.verdicts[0]?.state === 'out' && !MAY_OVERRULE.includes(role)
      ? reason('notApplicableOverOut', { roles: MAY_OVERRULE })
      : overruling({ by, role }, standing);
  },
  'answer.withdrawn': ({ body, supersedes, by, role }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (body.reason.trim() === '') return reason('needsReason');
    const standing = standingAnswer(door.state.parts.get(part.key));
    if (supersedes === undefined || standing?.entry !== supersedes) return reason('notStanding');
    return overruling({ by, role }, standing);
  },
  'answer.witnessed': (draft, door) => {
    const found = standingFor(door, draft.body);
    if (!found.ok) return found.error;
    return found.value.by === draft.by ? ownLookRefusal(door, found.value, draft) : undefined;
  },
  'decision.recorded': ({ body }, door) => {
    if (body.reason.trim() === '') return reason('needsReason');
    const part = partOf(door, body);
    if (part?.check.answer.kind === 'computed')
      return computedVerdicts(door.state, door.index, part)?.figure === body.answerEntry
        ? undefined
        : reason('notStanding');
    const found = standingFor(door, body);
    return found.ok ? undefined : found.error;
  },
  'timer.started': ({ body }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (part.check.answer.kind !== 'timer')
      return reason('wrongForm', { wanted: part.check.answer.kind, got: 'timer' });
    return door.seen.status().parts.get(part.key)?.blocked;
  },
  'state.set': ({ body }, door) => {
    const definition = door.index.states.get(body.state);
    if (!definition?.values.includes(body.value))
      return reason('stateUnknown', { state: body.state, value: body.value });
    return subjectsOfState(door.index, body.state).includes(body.subject)
      ? undefined
      : reason('stateSubjectUnknown', { state: definition.title, subject: body.subject });
  },
  'loadout.changed': ({ body }, door) => loadoutRule(body, door),
  'tag.on': ({ body }, door) => {
    if (door.state.tags.has(body.tag) || door.state.actions.has(body.tag)) return reason('tagExists');
    return body.thing.trim() === '' || body.why.trim() === '' ? reason('tagNeedsWords') : undefined;
  },
  'tag.off': ({ body }, door) => {
    const tag = door.state.tags.get(body.tag);
    return tag && !tag.off ? undefined : reason('tagNotOn');
  },
  'finding.raised': ({ body }, door) => {
    if (door.state.findings.has(body.finding)) return reason('findingExists');
    return body.title.trim() === '' ? reason('findingNeedsTitle') : undefined;
  },
  'finding.assessed': (draft, door) => assessRule(draft, door),
  'action.recorded': ({ body }, door) => {
    if (door.state.actions.has(body.action) || door.state.tags.has(body.action))
      return reason('actionExists');
    if (
      body.finding !== undefined &&
      (!door.state.findings.has(body.finding) || door.state.findings.get(body.finding)?.closed)
    )
      return reason('findingNotOpen');
    if (body.what.trim() === '') return reason('actionNeedsWords');
    return body.touches.length === 0 ? reason('actionNeedsSystems') : undefined;
  },
  'inspection.signed': (draft, door) => {
    const action = door.state.actions.get(draft.body.action);
    if (!action) return reason('actionUnknown');
    if (action.done.by !== draft.by) return undefined;
    const refusal = ownLookRefusal(door, action.done, draft);
    return refusal?.code === 'samePerson' ? reason('inspectorIsDoer') : refusal;
  },
  'finding.closed': ({ body }, door) => closingHeld(door, body.finding),
  'gate.passed': ({ body, by }, door) => gateRule(door, body, by),
  'gate.overridden': ({ body }, door) => {
    const gate = door.index.basis.pack.gates.find((g) => g.id === body.gate);
    if (!gate?.conditions.some((c) => c.kind === body.condition && c.overridable))
      return reason('notOverridable');
    if (body.snapshot !== door.state.head) return reason('snapshotStale');
    if (body.reason.trim() === '') return reason('needsReason');
    // Named by whoever signs, and there: an override in advance would cover what nobody knows yet.
    const known = overridable(door.status(), body.gate, body.condition);
    return body.covers && body.covers.length > 0 && body.covers.every((id) => known.includes(id))
      ? undefined
      : reason('overrideCoversNothing');
  },
  'basis.moved': ({ body }, door) => moveRule(body, door),
  'instrument.noted': ({ body }) => (body.reason.trim() === '' ? reason('needsReason') : undefined),
  'release.signed': (draft, door) => releaseRule(draft, door),
};

/** The holdings of a gate that an override of one condition may name, as they are now. */
export function overridable(status: CampaignStatus, gate: string, condition: string): readonly string[] {
  const found = status.gates.find((g) => g.gate.id === gate);
  return (found?.holdings ?? [])
    .filter((h) => h.overridable && h.condition === condition)
    .flatMap((h) => h.ids);
}

/** An assessment gives its reason; only who may overrule says less than "stops"; a deferral has conditions and an end. */
function assessRule({ body, role }: EntryDraft<'finding.assessed'>, door: Door): Reason | undefined {
  const finding = door.state.findings.get(body.finding);
  if (!finding || finding.closed) return reason('findingNotOpen');
  if (body.reason.trim() === '') return reason('needsReason');
  if (body.severity !== 'stops' && !MAY_OVERRULE.includes(role))
    return reason('roleNeeded', { roles: MAY_OVERRULE });
  if (body.severity !== 'deferred') return undefined;
  if (!body.conditions?.trim()) return reason('deferralNeedsConditions');
  return body.until === undefined && body.untilHours === undefined && body.untilFlights === undefined
    ? reason('deferralNeedsEnd')
    : undefined;
}

/** What a campaign is moved to has to work, and differ. */
function moveRule(body: EntryBodies['basis.moved'], door: Door): Reason | undefined {
  if (body.reason.trim() === '') return reason('needsReason');
  const { basis } = door.index;
  if (body.basis.aircraft.mark !== basis.aircraft.mark) return reason('otherAircraft');
  const next = indexBasis(body.basis);
  if (!next.ok) return next.error[0];
  return isSameBasis(compareBases(basis, body.basis)) ? reason('nothingMoves') : undefined;
}

function gateRule(door: Door, body: EntryBodies['gate.passed'], by: string): Reason | undefined {
  const found = door.status().gates.find((g) => g.gate.id === body.gate);
  if (!found || found.gate.before === 'release') return reason('gateUnknown', { gate: body.gate });
  if (found.state === 'held')
    return found.holdings[0]?.reason ?? reason('gateHeld', { gate: found.gate.title });
  const crew = found.gate.conditions.find((c) => c.kind === 'crew');
  const there = new Set([by, ...(body.crew ?? [])]).size;
  if (crew && there < crew.minimum) return reason('crewTooSmall', { count: there, wanted: crew.minimum });
  return body.snapshot === door.state.head ? undefined : reason('snapshotStale');
}

/** Why a finding cannot be closed yet; undefined when it can. */
function closingHeld(door: Door, id: string): Reason | undefined {
  const finding = door.state.findings.get(id);
  if (!finding || finding.closed) return reason('findingNotOpen');
  if (!finding.assessed) return reason('findingUnassessed', { title: finding.raised.title });
  const actions = finding.actions.flatMap((a) => door.state.actions.get(a) ?? []);
  if (finding.assessed.severity !== 'information' && actions.length === 0)
    return reason('findingNeedsAction');
  const uninspected = actions.find((a) => a.inspectionNeeded && a.inspection?.accepted !== true);
  if (uninspected) return reason('inspectionUnsigned', { what: uninspected.done.what });
  const touched = [...new Set(actions.flatMap((a) => door.index.reachOf(a.done.touches).map((r) => r.part)))];
  const { check, subject } = finding.raised;
  const named = check === undefined ? [] : (door.index.partsOfCheck.get(check) ?? []);
  // A finding that names no engine is about the check wherever it stands.
  const about = named
    .filter((p) => subject === undefined || subject === '' || p.subject === subject)
    .map((p) => p.key);
  const open = [...about, ...touched].find((key) => {
    const part = door.status().parts.get(key);
    return part?.proven === false && (part.answer !== undefined || part.figure !== undefined);
  });
  return open === undefined ? undefined : reason('findingChecksOpen', { part: open });
}

function releaseRule(draft: EntryDraft<'release.signed'>, door: Door): Reason | undefined {
  for (const gate of door.status().gates) {
    if (gate.state === 'held')
      return gate.holdings[0]?.reason ?? reason('gateHeld', { gate: gate.gate.title });
    if (gate.gate.before !== 'release' && gate.state !== 'passed')
      return reason('gateNotPassed', { gate: gate.gate.title });
  }
  const flew = [...door.state.parts.entries()].some(
    ([key, part]) =>
      door.index.parts.get(key)?.check.station === 'flight' &&
      // In whatever role, and whatever became of the answer: who flew is not undone by a correction.
      part.history.some((h) => h.by === draft.by),
  );
  if (flew) return reason('certifierFlew');
  return draft.body.snapshot === door.state.head ? undefined : reason('snapshotStale');
}

/** How far clocks may disagree before something is called wrong (ms). */
const CLOCK_TOLERANCE = 5 * 60_000;

/** Why the time of a draft cannot be: no instant, ahead of now, before the campaign, or far before the same person's last. */
function clockRefusal(draft: EntryDraft, state: CampaignState, now: string): Reason | undefined {
  const made = Date.parse(draft.at) - (draft.offset ?? 0);
  if (!isInstant(draft.at) || !Number.isFinite(made)) return reason('notAnInstant', { at: draft.at });
  if (made > Math.max(Date.parse(now), state.clock) + CLOCK_TOLERANCE)
    return reason('clockAhead', { at: draft.at });
  if (made < (state.opened?.instant ?? -Infinity) - CLOCK_TOLERANCE)
    return reason('clockBeforeCampaign', { at: draft.at });
  const last = state.lastOf[`${draft.by} ${draft.device}`] ?? -Infinity;
  return made < last - CLOCK_TOLERANCE
    ? reason('clockBack', { at: draft.at, last: new Date(last).toISOString() })
    : undefined;
}

function derived(state: CampaignState, now: string): () => CampaignStatus {
  let known: CampaignStatus | undefined;
  return () => {
    known ??= deriveStatus(state, now);
    if (!known) throw new Error('admit: an opened campaign has a status');
    return known;
  };
}

/**
 * The door of the record: whether a draft may be added to a campaign now, by what the record itself says: roles,
 * clocks, form, and what its kind asks. `asSeen` is the record as its author had it, where that is not all of it: what
 * they could do is asked of what they had before them, and what it is worth now is judged when it is folded.
 * Who holds which role is the server's to check before. A refusal changes nothing; the reason says what was wrong.
 * Asked on the device before an entry is queued, and again on the server before it is chained.
 */
export function admit(
  draft: EntryDraft,
  state: CampaignState,
  now: string,
  asSeen: CampaignState = state,
): Result<true, Reason> {
  if ((ENTRY_VERSIONS[draft.kind] as number | undefined) === undefined)
    return err(reason('entryKindUnknown', { kind: String(draft.kind) }));
  if (draft.version !== ENTRY_VERSIONS[draft.kind])
    return err(
      reason('entryVersionNewer', {
        kind: draft.kind,
        version: draft.version,
        known: ENTRY_VERSIONS[draft.kind],
      }),
    );
  const { index } = state;
  if (!MAY[draft.kind].includes(draft.role)) return err(reason('roleNeeded', { roles: MAY[draft.kind] }));
  if (draft.kind === 'campaign.opened') return state.count === 0 ? ok(true) : err(reason('alreadyOpened'));
  if (!index) return err(reason('notOpened'));
  if (state.release) return err(reason('alreadyReleased'));
  if (draft.seen !== undefined && draft.seen > state.count) return err(reason('seenAhead'));
  const clock = clockRefusal(draft, state, now);
  if (clock) return err(clock);
  const status = derived(state, now);
  const seen = asSeen === state ? { state, status } : { state: asSeen, status: derived(asSeen, now) };
  const refusal = (RULES[draft.kind] as Rule<EntryKind>)(draft, { state, index, status, seen });
  return refusal ? err(refusal) : ok(true);
}

/** Why a finding cannot be closed now; undefined when it can. For screens that show the way to closing it. */
export function whyNotClosable(
  state: CampaignState,
  status: CampaignStatus,
  finding: string,
): Reason | undefined {
  return state.index
    ? closingHeld(
        { state, index: state.index, status: () => status, seen: { state, status: () => status } },
        finding,
      )
    : reason('notOpened');
}
