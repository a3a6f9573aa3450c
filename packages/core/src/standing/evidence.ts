import { computedVerdicts, figuresOf } from './computed.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
import { WHOLE_AIRCRAFT } from '../checks/types.ts';
import { kindOf } from '../answers/answers.ts';
import { plugsOf } from '../answers/plugs-of.ts';
import { permitAgainst } from './permits.ts';
import type { ScopeItem } from '../record/scope.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { bothSides, lossSince } from './losses.ts';
import { outsideScope, type Outside } from '../scope/outside.ts';
import { hasSeen } from '../record/seen.ts';
import { changesOf, stateFor, stateSubject, subjectsOfState } from '../record/states.ts';
import { isFine } from './judged-answer.ts';
import { settledAgainst } from './walked-again.ts';
import { standingAnswer, type AnswerRecord, type CampaignState, type Deed } from '../record/state.ts';

/** Why an answer does not count, or counts no longer, with the chain of reasons. */
export interface Doubt {
  /**
   * `lost`: touched since; `ranOut`: time, flights, stops or cycles ended it; `ground`: what it stands on is not good,
   * or was proven again since; `state`: given in another state than the check needs; `empty`: beside the answer it is compared
   * with it says nothing.
   */
  readonly kind: 'lost' | 'ranOut' | 'ground' | 'state' | 'empty';
  readonly reasons: readonly Reason[];
}

/** Subjects of a state that matter to a part: its own engine, or every one for a part that is of none. */
function subjectsFor(index: BasisIndex, state: string, part: Part): readonly string[] {
  return part.check.subject === 'engine'
    ? [stateSubject(index, state, part.subject)]
    : subjectsOfState(index, state);
}

/** Why the states a check needs do not hold: as a deed had seen them, or as they are now. Undefined when they do. */
export function wrongState(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  deed?: Deed,
): Reason | undefined {
  for (const [name, wanted] of Object.entries(part.check.needs)) {
    const title = index.states.get(name)?.title ?? name;
    for (const subject of subjectsFor(index, name, part)) {
      const is = stateFor(state, name, subject, deed);
      if (is?.kind === 'contested')
        return reason('stateContested', {
          state: title,
          subject,
          one: is.by[0].value,
          other: is.by[1].value,
        });
      if (is?.value !== wanted)
        return reason('wrongState', { state: title, subject, is: is?.value ?? '', wanted });
    }
  }
  return undefined;
}

/** Changes of a state, of the subjects that matter to a part, that a deed had not seen. */
function changesUnseen(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  name: string,
  deed: Deed,
): { readonly value: string; readonly was: string | undefined; readonly since: Deed }[] {
  return subjectsFor(index, name, part).flatMap((subject) => {
    const changes = changesOf(state, name, subject);
    return changes.flatMap((change, i) =>
      hasSeen(deed, change.since)
        ? []
        : [
            {
              value: change.value,
              was: changes[i - 1]?.value ?? index.states.get(name)?.initial,
              since: change.since,
            },
          ],
    );
  });
}

/** A change of state that ends what was proven until it; undefined while there is none. */
function stateEnded(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  deed: Deed,
): readonly Reason[] | undefined {
  const ends = part.check.validity?.endsWhen;
  if (!ends) return undefined;
  const change = changesUnseen(state, index, part, ends.state, deed).find((c) => c.value === ends.becomes);
  const title = index.states.get(ends.state)?.title ?? ends.state;
  return (
    change && bothSides([reason('stateEnded', { state: title, value: ends.becomes })], change.since, deed)
  );
}

/** So long after a landing what was flown may be written down as of that flight; after it another flight is meant (ms). */
const WRITTEN_DOWN = 12 * 3_600_000;

/** Whether a check of the flight has an answer that nothing has touched since, or need not be flown. */
function isFlown(state: CampaignState, part: Part): boolean {
  const own = state.parts.get(part.key);
  const answer = standingAnswer(own);
  return answer ? !lossSince(own, answer) : outsideScope(state, part.key) !== undefined;
}

/**
 * Whether another flight is to come: some check of the flight has no answer that stands, and that is not because the
 * flight just landed is still being written down. After a landing another flight is meant once the state was set back,
 * once the flight of the plan that was begun is written down whole, or, without a plan, when half a day has passed.
 */
function flightDue(state: CampaignState, index: BasisIndex, now: number): boolean {
  const flown = new Map<string, boolean>();
  for (const part of index.parts.values()) {
    const { id, station, answer } = part.check;
    if (station === 'flight' && answer.kind !== 'computed')
      flown.set(id, (flown.get(id) ?? true) && isFlown(state, part));
  }
  if ([...flown.values()].every((done) => done)) return false;
  const landed = stateFor(state, 'flown', WHOLE_AIRCRAFT);
  if (landed?.kind !== 'is' || landed.value !== 'yes' || !landed.by) return true;
  const planned = state.plan?.flights?.flights ?? [];
  if (planned.length > 0)
    return !planned.some((f) => f.some((c) => flown.get(c)) && f.some((c) => flown.get(c) === false));
  return now - landed.by.since.instant > WRITTEN_DOWN;
}

/** The names of the states whose changes are counted, and what counts: the values they come to, or leave. */
const COUNTED = {
  flights: { state: 'flown', becomes: 'yes', leaves: undefined, code: 'flightsOver' },
  engineStops: { state: 'engine', becomes: undefined, leaves: 'running', code: 'engineStopsOver' },
  powerCycles: { state: 'power', becomes: 'on', leaves: undefined, code: 'powerCyclesOver' },
} as const;

/** Flights, engine stops or power cycles that have used up what was proven. */
function usedUp(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  deed: Deed,
  now: number,
): Reason | undefined {
  const { validity } = part.check;
  if (!validity) return undefined;
  for (const [member, { state: name, becomes, leaves, code }] of Object.entries(COUNTED)) {
    const allowed = validity[member as keyof typeof COUNTED];
    if (allowed === undefined) continue;
    const counted = changesUnseen(state, index, part, name, deed).filter((c) =>
      becomes === undefined ? c.was === leaves && c.value !== leaves : c.value === becomes,
    ).length;
    // What was proven for so many flights has served them, and is wanted anew only when another is to come.
    const spent =
      member === 'flights' ? counted >= allowed && flightDue(state, index, now) : counted > allowed;
    if (counted > 0 && spent) return reason(code, { count: counted, allowed });
  }
  return undefined;
}

/** The instant up to which an answer ages: now, or when the state was reached, after it, that ends what it was for. */
function agesUntil(state: CampaignState, index: BasisIndex, part: Part, answer: Deed, now: number): number {
  const until = part.check.validity?.until;
  if (!until) return now;
  const reached = changesUnseen(state, index, part, until.state, answer).find(
    (c) => c.value === until.becomes && c.since.instant >= answer.instant,
  );
  if (!reached || reached.since.instant > now) return now;
  return until.state === COUNTED.flights.state && flightDue(state, index, now) ? now : reached.since.instant;
}

/** Why an answer has outlived what it was good for. `now` in milliseconds. Undefined while it has not. */
export function ranOut(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  answer: AnswerRecord,
  now: number,
): Reason | undefined {
  const given = answer.answer;
  const ends = given ? kindOf(given).over : 'never';
  if (given && ends !== 'never') {
    const room = { day: new Date(now).toISOString().slice(0, 10), hours: index.basis.aircraft.hours };
    const over = ends(given, room);
    // What was over when it was looked at is out, and stays so; this is what has run out since.
    if (over && answer.verdicts[0]?.state !== 'out') return over;
  }
  const hours = part.check.validity?.hours;
  if (hours !== undefined) {
    const age = (agesUntil(state, index, part, answer, now) - answer.instant) / 3_600_000;
    if (age > hours)
      return reason('validityOver', {
        hours: { value: hours, unit: 'h' },
        age: { value: age, unit: 'h', resolution: 0.1, beside: [hours] },
      });
  }
  return usedUp(state, index, part, answer, now);
}

/**
 * Whether the clock alone, moving from one instant to another, can have ended what a part proves: a quick look that may
 * say so too often and never too seldom, so that the others need not be asked at every entry.
 */
export function mayHaveRunOut(
  state: CampaignState,
  index: BasisIndex,
  key: string,
  before: number,
  now: number,
): boolean {
  const part = index.parts.get(key);
  const item = state.scope?.items.get(key);
  if (item?.verdict === 'rests' && item.on.until !== undefined && now > Date.parse(item.on.until))
    return true;
  // A figure worked out from others has no answer of its own: any of theirs may have run out.
  if (part?.check.answer.kind === 'computed') return true;
  const answer = standingAnswer(state.parts.get(key));
  if (!part || !answer) return false;
  const { hours, flights, until } = part.check.validity ?? {};
  // Whoever was good for longer than that before was kept so by a state, and loses it by an entry, or after a landing.
  const limit = answer.instant + (hours ?? Infinity) * 3_600_000;
  if (before <= limit && now > limit) return true;
  // What a flight has used up is wanted anew some time after it: that time comes once.
  if ((flights !== undefined || until !== undefined) && landingPasses(state, before, now)) return true;
  const { kind } = part.check.answer;
  return (kind === 'document' || kind === 'loading') && dayOf(before) !== dayOf(now);
}

/** Whether the time in which a landed flight is still being written down ends between two instants. */
function landingPasses(state: CampaignState, before: number, now: number): boolean {
  const landed = stateFor(state, 'flown', WHOLE_AIRCRAFT);
  if (landed?.kind !== 'is' || !landed.by) return false;
  const until = landed.by.since.instant + WRITTEN_DOWN;
  return before <= until && now > until;
}

const dayOf = (instant: number): number => Math.floor(instant / 86_400_000);

/**
 * Why temperatures on one ignition alone say nothing: they are those on both, so that nothing was switched, or the other ignition is not
 * grounded. What is out by its spread is out all the same. Only where the pack says that they rise: what was recorded by an older one stands
 * as it stood.
 * Example: 700 °C each on both and 702 on the left alone: unknown, though the spread is within.
 */
function emptyPattern(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  answer: AnswerRecord,
): Doubt | undefined {
  const spec = part.check.answer;
  if (spec.kind !== 'cylinders' || !spec.rises) return undefined;
  if (answer.answer?.kind !== 'cylinders' || answer.good === 'no') return undefined;
  const plugs = plugsOf(
    index,
    part,
    answer.answer.readings,
    (key) => standingAnswer(state.parts.get(key))?.answer ?? undefined,
  );
  return plugs?.says.ok && plugs.says.value.whole === 'unchanged'
    ? {
        kind: 'empty',
        reasons: [reason('patternUnchanged', { ignition: plugs.ignition, rise: plugs.says.value.rise })],
      }
    : undefined;
}

/**
 * What the record proves at an instant: each part asked at most once, with everything it stands on.
 * `settled` gives the answer for parts that nothing has moved; without it every part is asked anew.
 */
export class Evidence {
  private readonly known = new Map<string, boolean>();
  private readonly doubts = new Map<AnswerRecord, Doubt | undefined>();
  private readonly now: number;

  constructor(
    private readonly state: CampaignState,
    private readonly index: BasisIndex,
    now: number,
    private readonly settled?: (key: string) => boolean | undefined,
    /** Told of every part that was asked and is proven, grounds first. */
    private readonly found?: (key: string, proven: boolean) => void,
  ) {
    // A clock that was set back revives nothing: time is at least where the record has been.
    this.now = Math.max(now, state.clock);
  }

  /** Whether a part is proven, or need not be. */
  proven(key: string): boolean {
    const known = this.known.get(key) ?? this.settled?.(key);
    if (known !== undefined) return known;
    const proven = this.ask(key);
    this.known.set(key, proven);
    this.found?.(key, proven);
    return proven;
  }

  private ask(key: string): boolean {
    const { state, index } = this;
    const part = index.parts.get(key);
    if (!part) return false;
    const outside = outsideScope(state, key);
    if (outside) return !this.earlierOver(outside);
    if (part.check.answer.kind === 'computed') return this.computedProven(part);
    const own = state.parts.get(key);
    const answer = standingAnswer(own);
    if (!answer || this.doubt(part, answer)) return false;
    if (answer.answer === null) return true;
    if (this.forbidden(answer)) return false;
    if (answer.good === 'no' || (answer.good === 'whenDecided' && answer.decision === undefined))
      return false;
    return !part.check.secondPerson || answer.witness !== undefined;
  }

  private computedProven(part: Part): boolean {
    if (this.computedDoubt(part)) return false;
    const computed = computedVerdicts(this.state, this.index, part);
    return computed !== undefined && isFine(computed.verdicts, computed.decision !== undefined);
  }

  /** Whether earlier evidence that a part outside the scope rests on has run out. */
  earlierOver(item: ScopeItem | Outside): boolean {
    return item.verdict === 'rests' && item.on.until !== undefined && this.now > Date.parse(item.on.until);
  }

  /** Why a permit in force forbids what a loading sheet says. */
  forbidden(answer: AnswerRecord): Reason | undefined {
    return answer.answer?.kind === 'loading'
      ? permitAgainst(this.state, this.index, answer.answer.sheet, new Date(this.now).toISOString())
      : undefined;
  }

  /** Why an answer counts for nothing now, the clock included; undefined when it counts. */
  doubt(part: Part, answer: AnswerRecord): Doubt | undefined {
    if (!this.doubts.has(answer)) this.doubts.set(answer, this.askDoubt(part, answer));
    return this.doubts.get(answer);
  }

  private askDoubt(part: Part, answer: AnswerRecord): Doubt | undefined {
    const { state, index } = this;
    const against = settledAgainst(state, answer);
    if (against) return { kind: 'lost', reasons: [reason('secondWasRight', { why: against.reason })] };
    const lost = lossSince(state.parts.get(part.key), answer);
    if (lost) return { kind: 'lost', reasons: bothSides(lost.reasons, lost, answer) };
    const ended = stateEnded(state, index, part, answer);
    if (ended) return { kind: 'lost', reasons: ended };
    const over = ranOut(state, index, part, answer, this.now);
    if (over) return { kind: 'ranOut', reasons: [over] };
    const wrong = answer.answer === null ? undefined : wrongState(state, index, part, answer);
    // The state it was given in was taken back since: it was good, and is to be repeated.
    if (wrong) return { kind: answer.misplaced ? 'state' : 'lost', reasons: [wrong] };
    return this.groundDoubt(part, answer) ?? emptyPattern(state, index, part, answer);
  }

  /** Why a figure worked out from others counts for nothing now; its own touching included. */
  computedDoubt(part: Part): Doubt | undefined {
    const own = this.state.parts.get(part.key);
    const figures = figuresOf(this.state, part);
    // What came through a ground is over once that ground was proven again; its own touching asks for all figures anew.
    const direct = own && { ...own, losses: own.losses?.filter((l) => !l.through) };
    for (const figure of figures) {
      const lost = lossSince(direct, figure);
      if (lost) return { kind: 'lost', reasons: bothSides(lost.reasons, lost, figure) };
    }
    const over = figures.flatMap(
      (f) => usedUp(this.state, this.index, part, f, this.now) ?? this.tooOld(part, f) ?? [],
    )[0];
    if (over) return { kind: 'ranOut', reasons: [over] };
    const bad = part.standsOn.find((key) => !this.proven(key));
    return bad === undefined ? undefined : { kind: 'ground', reasons: this.why(bad) };
  }

  private tooOld(part: Part, figure: AnswerRecord): Reason | undefined {
    return part.check.validity?.hours === undefined
      ? undefined
      : ranOut(this.state, this.index, part, { ...figure, answer: null }, this.now);
  }

  /** What a part stands on and is not good, or was proven again since by something its author had not seen. */
  private groundDoubt(part: Part, deed: Deed): Doubt | undefined {
    for (const key of part.standsOn) {
      if (!this.proven(key)) return { kind: 'ground', reasons: this.why(key) };
      const since = this.state.proofs.get(key);
      if (since && !hasSeen(deed, since))
        return { kind: 'ground', reasons: [reason('groundProvenSince', { part: key })] };
    }
    return undefined;
  }

  /** Why a part is not proven, from its root to "stands on" this part. */
  private why(key: string): readonly Reason[] {
    const part = this.index.parts.get(key);
    const answer = standingAnswer(this.state.parts.get(key));
    const own =
      part?.check.answer.kind === 'computed'
        ? this.computedDoubt(part)
        : part && answer
          ? this.doubt(part, answer)
          : undefined;
    const root = own?.reasons ?? this.notGood(key, answer);
    return [...root, reason('standsOnPart', { part: key })];
  }

  private notGood(key: string, answer: AnswerRecord | undefined): readonly Reason[] {
    const outside = outsideScope(this.state, key);
    if (outside?.verdict === 'rests')
      return [
        reason('earlierEvidenceOver', {
          title: outside.on.title,
          at: outside.on.at,
          until: outside.on.until ?? '',
        }),
      ];
    const worst = answer?.verdicts[0];
    if (answer && worst && !isFine([worst], answer.decision !== undefined))
      return [reason('groundIs', { part: key, mark: worst.state })];
    return [reason('groundNotProven', { part: key })];
  }
}

/** Whether a part is proven by the record as far as it goes: asked of what was settled when it was folded. */
export function isProven(state: CampaignState, key: string): boolean {
  return state.proofs.has(key);
}
