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
import { reason, type Reason } from '../words/reason.ts';
import { deriveStatus, type CampaignStatus } from '../gates/derive.ts';
import {
  ENTRY_VERSIONS,
  type EntryBodies,
  type EntryDraft,
  type EntryKind,
  type PartAnswer,
} from './entry.ts';
import { implausible, isFigureSpec, tenTimesOff } from './plausible.ts';
import { runningTimer, standingAnswer, type CampaignState } from './state.ts';

/** What the door knows beside the record. */
interface Door {
  readonly state: CampaignState;
  readonly index: BasisIndex;
  /** Derived on demand, since most entries need only a part of it. */
  readonly status: () => CampaignStatus;
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
  const status = door.status().parts.get(part.key);
  if (status?.blocked) return status.blocked;
  if (!formFits(part, body.answer, door))
    return reason('wrongForm', { wanted: part.check.answer.kind, got: body.answer.kind });
  const doubt =
    figureDoubt(door.index, part, body.answer, body.confirmed === true) ?? settingMissed(part, draft);
  if (doubt) return doubt;
  if (body.answer.kind === 'timer') return timerRule(door, part, body.answer);
  const loading = body.answer.kind === 'loading' ? sheetRule(door, body.answer.sheet) : undefined;
  if (loading) return loading;
  if (!draft.supersedes) return undefined;
  if (!body.correction?.trim()) return reason('correctionNeedsReason');
  return standingAnswer(door.state.parts.get(part.key))?.entry === draft.supersedes
    ? undefined
    : reason('notStanding');
};

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

function timerRule(
  door: Door,
  part: Part,
  answer: { startedAt: string; endedAt: string },
): Reason | undefined {
  const started = runningTimer(door.state.parts.get(part.key));
  if (!started || started.at !== answer.startedAt) return reason('timerNotStarted');
  const wanted = part.check.answer.kind === 'timer' ? part.check.answer.seconds : 0;
  const elapsed = (Date.parse(answer.endedAt) - Date.parse(answer.startedAt)) / 1000;
  if (elapsed >= wanted) return undefined;
  return reason('timerShort', {
    elapsed: { value: elapsed, unit: 's' },
    wanted: { value: wanted, unit: 's' },
  });
}

/** The standing answer that a second person or a decision refers to, or why there is none such. */
function standingFor(
  door: Door,
  body: { check: string; subject: string; answerEntry: string },
): Result<{ by: string }, Reason> {
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
  'answer.notApplicable': ({ body }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (!part.check.notApplicable) return reason('notApplicableForbidden', { check: part.check.title });
    if (body.reason.trim() === '') return reason('needsReason');
    const blocked = door.status().parts.get(part.key)?.blocked;
    return blocked?.code === 'gateHeld' || blocked?.code === 'gateNotPassed' ? blocked : undefined;
  },
  'answer.withdrawn': ({ body, supersedes }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (body.reason.trim() === '') return reason('needsReason');
    return supersedes !== undefined && standingAnswer(door.state.parts.get(part.key))?.entry === supersedes
      ? undefined
      : reason('notStanding');
  },
  'answer.witnessed': ({ body, by }, door) => {
    const found = standingFor(door, body);
    if (!found.ok) return found.error;
    return found.value.by === by ? reason('samePerson') : undefined;
  },
  'decision.recorded': ({ body, role }, door) => {
    const found = standingFor(door, body);
    if (!found.ok) return found.error;
    if (role !== 'inspector' && role !== 'certifier')
      return reason('roleNeeded', { roles: ['inspector', 'certifier'] });
    return body.reason.trim() === '' ? reason('needsReason') : undefined;
  },
  'timer.started': ({ body }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (part.check.answer.kind !== 'timer')
      return reason('wrongForm', { wanted: part.check.answer.kind, got: 'timer' });
    return door.status().parts.get(part.key)?.blocked;
  },
  'state.set': ({ body }, door) => {
    const definition = door.index.states.get(body.state);
    return definition?.values.includes(body.value)
      ? undefined
      : reason('stateUnknown', { state: body.state, value: body.value });
  },
  'loadout.changed': ({ body }, door) => loadoutRule(body, door),
  'tag.on': ({ body }, door) => {
    if (door.state.tags.has(body.tag)) return reason('tagExists');
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
  'finding.assessed': ({ body }, door) => {
    const finding = door.state.findings.get(body.finding);
    if (!finding || finding.closed) return reason('findingNotOpen');
    if (body.reason.trim() === '') return reason('needsReason');
    return body.severity === 'deferred' && !body.conditions?.trim()
      ? reason('deferralNeedsConditions')
      : undefined;
  },
  'action.recorded': ({ body }, door) => {
    if (door.state.actions.has(body.action)) return reason('actionExists');
    if (
      body.finding !== undefined &&
      (!door.state.findings.has(body.finding) || door.state.findings.get(body.finding)?.closed)
    )
      return reason('findingNotOpen');
    if (body.what.trim() === '') return reason('actionNeedsWords');
    return body.touches.length === 0 ? reason('actionNeedsSystems') : undefined;
  },
  'inspection.signed': ({ body, by, role }, door) => {
    const action = door.state.actions.get(body.action);
    if (!action) return reason('actionUnknown');
    if (role !== 'inspector' && role !== 'certifier')
      return reason('roleNeeded', { roles: ['inspector', 'certifier'] });
    return action.done.by === by ? reason('inspectorIsDoer') : undefined;
  },
  'finding.closed': ({ body }, door) => closingHeld(door, body.finding),
  'gate.passed': ({ body }, door) => gateRule(door, body),
  'gate.overridden': ({ body, role }, door) => {
    const gate = door.index.basis.pack.gates.find((g) => g.id === body.gate);
    if (!gate?.conditions.some((c) => c.kind === body.condition && c.overridable))
      return reason('notOverridable');
    if (role !== 'certifier') return reason('roleNeeded', { roles: ['certifier'] });
    if (body.snapshot !== door.state.head) return reason('snapshotStale');
    return body.reason.trim() === '' ? reason('needsReason') : undefined;
  },
  'basis.moved': ({ body, role }, door) => moveRule(body, role, door),
  'instrument.noted': ({ body }) => (body.reason.trim() === '' ? reason('needsReason') : undefined),
  'release.signed': (draft, door) => releaseRule(draft, door),
};

/** Moving a campaign is for whoever may answer for its limits; what it is moved to has to work, and differ. */
function moveRule(body: EntryBodies['basis.moved'], role: Role, door: Door): Reason | undefined {
  if (role !== 'inspector' && role !== 'certifier')
    return reason('roleNeeded', { roles: ['inspector', 'certifier'] });
  if (body.reason.trim() === '') return reason('needsReason');
  const { basis } = door.index;
  if (body.basis.aircraft.mark !== basis.aircraft.mark) return reason('otherAircraft');
  const next = indexBasis(body.basis);
  if (!next.ok) return next.error[0];
  return isSameBasis(compareBases(basis, body.basis)) ? reason('nothingMoves') : undefined;
}

function gateRule(door: Door, body: EntryBodies['gate.passed']): Reason | undefined {
  const found = door.status().gates.find((g) => g.gate.id === body.gate);
  if (!found || found.gate.before === 'release') return reason('gateUnknown', { gate: body.gate });
  if (found.state === 'held')
    return found.holdings[0]?.reason ?? reason('gateHeld', { gate: found.gate.title });
  const before = door
    .status()
    .gates.slice(0, door.status().gates.indexOf(found))
    .find((g) => g.state !== 'passed');
  if (before) return reason('gateNotPassed', { gate: before.gate.title });
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
  const about =
    finding.raised.check === undefined ? [] : [partKey(finding.raised.check, finding.raised.subject ?? '')];
  const open = [...about, ...touched].find(
    (key) =>
      door.status().parts.get(key)?.proven === false &&
      (about.includes(key) || door.status().parts.get(key)?.answer !== undefined),
  );
  return open === undefined ? undefined : reason('findingChecksOpen', { part: open });
}

function releaseRule(draft: EntryDraft<'release.signed'>, door: Door): Reason | undefined {
  if (draft.role !== 'certifier') return reason('roleNeeded', { roles: ['certifier'] });
  for (const gate of door.status().gates) {
    if (gate.state === 'held')
      return gate.holdings[0]?.reason ?? reason('gateHeld', { gate: gate.gate.title });
    if (gate.gate.before !== 'release' && gate.state !== 'passed')
      return reason('gateNotPassed', { gate: gate.gate.title });
  }
  const flew = [...door.state.parts.entries()].some(
    ([key, part]) =>
      door.index.parts.get(key)?.check.station === 'flight' &&
      part.history.some((h) => h.by === draft.by && h.role === 'pilot' && !h.struck),
  );
  if (flew) return reason('certifierFlew');
  return draft.body.snapshot === door.state.head ? undefined : reason('snapshotStale');
}

/**
 * The door of the record: whether a draft may be added to a campaign now, by what the record itself says.
 * Who may act in which role is the server's to check before. A refusal changes nothing; the reason says what
 * was wrong. Asked on the device before an entry is queued, and again on the server before it is chained.
 */
export function admit(draft: EntryDraft, state: CampaignState, now: string): Result<true, Reason> {
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
  if (draft.kind === 'campaign.opened') return state.count === 0 ? ok(true) : err(reason('alreadyOpened'));
  if (!index) return err(reason('notOpened'));
  if (state.release) return err(reason('alreadyReleased'));
  let derived: CampaignStatus | undefined;
  const status = (): CampaignStatus => {
    derived ??= deriveStatus(state, now);
    if (!derived) throw new Error('admit: an opened campaign has a status');
    return derived;
  };
  const refusal = (RULES[draft.kind] as Rule<EntryKind>)(draft, { state, index, status });
  return refusal ? err(refusal) : ok(true);
}

/** Why a finding cannot be closed now; undefined when it can. For screens that show the way to closing it. */
export function whyNotClosable(
  state: CampaignState,
  status: CampaignStatus,
  finding: string,
): Reason | undefined {
  return state.index
    ? closingHeld({ state, index: state.index, status: () => status }, finding)
    : reason('notOpened');
}
