import { indexBasis } from '../checks/basis-index.ts';
import { compareBases, isSameBasis } from '../checks/compare-bases.ts';
import { isRequired, occasionOf, proposeScope } from '../scope/scope.ts';
import { recommendWays, wayFacts } from '../scope/ways.ts';
import { MAY_LEAVE_OUT_REQUIRED } from '../scope/work.ts';
import { err, ok, type Result } from '../result.ts';
import { isInstant } from '../quantity/instant.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { deriveStatus, partStatusOf, type CampaignStatus } from '../standing/derive.ts';
import { ENTRY_VERSIONS, type EntryBodies, type EntryDraft, type EntryKind } from '../record/entry.ts';
import { computedVerdicts } from '../standing/computed.ts';
import { MAY, MAY_OVERRULE } from './roles.ts';
import { standingAnswer, type CampaignState } from '../record/state.ts';
import { subjectsOfState } from '../record/states.ts';
import { partOf, standingFor, unknownPart, type Door, type Rule } from './door.ts';
import { answerRule, loadoutRule, overruling } from './admit-answer.ts';
import { assessRule, closingHeld, ownLookRefusal } from './admit-finding.ts';
import { gateRule, overridable, releaseRule } from './admit-gate.ts';
import { ownMember } from '../own-member.ts';
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
/** A choice says why, agrees with the profile, and is one of those that an open doubt leaves. */
const waysRule: Rule<'ways.chosen'> = ({ body }, door) => {
  if (Object.values(body.ways).some((w) => w.why.trim() === '')) return reason('needsReason');
  const reach = body.ways['reach']?.choice;
  if (reach !== undefined && reach !== body.profile)
    return reason('profileContradicts', { profile: body.profile, choice: reach });
  // Who is new to it, and who else is there, forces nothing; what is open or was measured does.
  const facts = wayFacts(door.state, door.index, occasionOf(door.state.opened?.occasion), {
    beginner: false,
    inspectors: 0,
  });
  for (const [question, advice] of Object.entries(recommendWays(facts))) {
    const chosen = ownMember(body.ways, question)?.choice;
    if (advice.forced && chosen !== undefined && chosen !== advice.choice)
      return reason('wayForced', { question, choice: advice.choice });
  }
  return undefined;
};

const planRule: Rule<'plan.kept'> = ({ body }, door) => {
  const flown = body.flights?.flights.flat() ?? [];
  for (const list of [body.order, flown])
    if (new Set(list).size !== list.length) return reason('plannedTwice');
  for (const check of [...body.order, ...flown])
    if (!door.index.checks.has(check)) return reason('checkUnknown', { check, subject: '' });
  return undefined;
};

/** What a campaign is moved to has to work, and differ. */
function moveRule(body: EntryBodies['basis.moved'], door: Door): Reason | undefined {
  if (body.reason.trim() === '') return reason('needsReason');
  const { basis } = door.index;
  if (body.basis.aircraft.mark !== basis.aircraft.mark) return reason('otherAircraft');
  const next = indexBasis(body.basis);
  if (!next.ok) return next.error[0];
  return isSameBasis(compareBases(basis, body.basis)) ? reason('nothingMoves') : undefined;
}

const RULES: { readonly [K in EntryKind]: Rule<K> } = {
  'campaign.opened': () => reason('alreadyOpened'),
  'scope.settled': scopeRule,
  'ways.chosen': waysRule,
  'plan.kept': planRule,
  'answer.given': answerRule,
  'answer.notApplicable': ({ body, by, role }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (!part.check.notApplicable) return reason('notApplicableForbidden', { check: part.check.title });
    if (body.reason.trim() === '') return reason('needsReason');
    const blocked = door.seen.part(part.key)?.blocked;
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
    return door.seen.part(part.key)?.blocked;
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
  const last = state.lastOf.get(`${draft.by} ${draft.device}`) ?? -Infinity;
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

/** What the author had before them, made only if a rule asks for it: most ask for nothing of it. */
function seenLazily(asSeen: () => CampaignState, now: string): Door['seen'] {
  let known: CampaignState | undefined;
  const state = (): CampaignState => (known ??= asSeen());
  return {
    get state() {
      return state();
    },
    part: (key) => partStatusOf(state(), key, now),
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
  asSeen: () => CampaignState = () => state,
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
  const seen = seenLazily(asSeen, now);
  const refusal = (RULES[draft.kind] as Rule<EntryKind>)(draft, { state, index, status, seen });
  return refusal ? err(refusal) : ok(true);
}
