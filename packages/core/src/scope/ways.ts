import type { BasisIndex } from '../checks/basis-index.ts';
import { overlaps } from '../systems/overlap.ts';
import type { Check, Occasion, Pack } from '../checks/types.ts';
import { WAY_QUESTIONS, type WayQuestion } from '../checks/ways.ts';
import { otherWay, outsideScope } from './outside.ts';
import type { WayChosen } from '../record/plan.ts';
import type { CampaignState } from '../record/state.ts';
import { reason, type Reason } from '../reasons/reason.ts';

/** What a recommendation is made from. */
export interface WayFacts {
  readonly occasion: Occasion;
  /** Hours of the airframe. */
  readonly hours: number;
  readonly stabilised: boolean;
  readonly model: boolean;
  readonly hasFlaps: boolean;
  readonly hasWheels: boolean;
  /** Open findings about fuel, engine or structure. */
  readonly doubts: readonly string[];
  /** The lateral trim held in the air is out of its limit, in this record. */
  readonly trimOut: boolean;
  /** Somebody with the pilot's role is known to fly this for the first time. */
  readonly beginner: boolean;
  /** People there who may inspect what somebody else did. */
  readonly inspectors: number;
}

/** What is recommended on a question, and why. `forced`: nothing else is open as long as the reason stands. */
export interface Recommendation {
  readonly choice: string;
  readonly why: Reason;
  readonly forced: boolean;
}

const advise = (
  choice: string,
  code: string,
  params: Reason['params'] = {},
  forced = false,
): Recommendation => ({
  choice,
  why: reason(`way.${code}`, params),
  forced,
});

const RULES: { readonly [Q in WayQuestion]: (facts: WayFacts) => Recommendation | undefined } = {
  reach: ({ doubts, occasion, hours }) => {
    const [doubt] = doubts;
    if (doubt !== undefined) return advise('circuit', 'doubt', { doubt }, true);
    if (occasion === 'maiden') return advise('circuit', hours > 0 ? 'longStanding' : 'neverFlown');
    return occasion === 'acceptance' ? advise('programme', 'acceptance') : advise('overhead', 'knownType');
  },
  'first-take-off': ({ stabilised, beginner }) => {
    if (!stabilised) return undefined;
    return beginner ? advise('assisted', 'beginner') : advise('unassisted', 'correctionUnproven');
  },
  stall: ({ model, trimOut, occasion }) => {
    if (trimOut) return advise('never', 'trimOut', {}, true);
    if (occasion === 'post-maintenance' || occasion === 'site-release') return advise('never', 'stallKnown');
    return model ? advise('if-benign', 'modelStall') : advise('before', 'approachSpeed');
  },
  'landing-flap': ({ hasFlaps, model, beginner }) => {
    if (!hasFlaps) return undefined;
    return model && beginner ? advise('none', 'beginnerFlap') : advise('half', 'goAround');
  },
  fairings: ({ hasWheels, occasion }) => {
    if (!hasWheels || occasion === 'site-release') return undefined;
    return occasion === 'maiden' ? advise('off', 'wheelsSeen') : advise('on', 'asFlown');
  },
  centring: ({ model, stabilised }) =>
    model || stabilised ? advise('mechanical', 'mechanicalFirst') : undefined,
  'own-work': ({ inspectors }) =>
    inspectors > 0 ? advise('nobody', 'inspectorThere') : advise('stated', 'alone'),
};

const MODELS = ['electric-model', 'ducted-fan', 'flying-wing', 'flapping'];
const STABILISED = ['stabiliser', 'autopilot', 'gyro'];
const DOUBTFUL = ['fuel', 'engine', 'structure', 'energy', 'motor'];

/**
 * Facts for recommending schools, from a campaign: what its aircraft is, what is open, what was measured. The
 * campaign itself does not say who is new to it; that is asked of the person who plans.
 */
export function wayFacts(
  state: CampaignState,
  index: BasisIndex,
  occasion: Occasion,
  asked: { readonly beginner: boolean; readonly inspectors: number },
): WayFacts {
  const { aircraft, pack } = index.basis;
  const proves = pack.checks.flatMap((c) => c.proves);
  const open = [...state.findings.values()].filter(
    (f) => !f.closed && (f.assessed?.severity !== 'information' || f.assessed.narrows?.circuitOnly === true),
  );
  const doubts = open.filter(({ raised, actions, assessed }) => {
    if (assessed?.narrows?.circuitOnly) return true;
    const about = raised.check === undefined ? [] : (index.checks.get(raised.check)?.proves ?? []);
    const touched = actions.flatMap((a) => state.actions.get(a)?.done.touches ?? []);
    const systems = [...about, ...touched];
    // A finding nobody can place is a doubt about everything.
    return systems.length === 0 || systems.some((s) => DOUBTFUL.some((d) => overlaps(s, d)));
  });
  const trim = [...state.parts].some(([key, part]) => {
    const verdicts = part.history.filter((h) => !h.struck).at(-1)?.verdicts ?? [];
    const about = index.parts.get(key)?.check;
    return about?.proves.includes('flight.trim') === true && verdicts.some((v) => v.state === 'out');
  });
  return {
    occasion,
    hours: aircraft.hours,
    stabilised: proves.some((p) => STABILISED.includes(p.split('.')[0] ?? '')),
    model: MODELS.includes(aircraft.family),
    hasFlaps:
      proves.some((p) => p.split('.').some((part) => part.startsWith('flap'))) &&
      aircraft.family !== 'flapping',
    hasWheels: proves.some((p) => /wheel|brake|landing-gear/.test(p)),
    doubts: doubts.map((f) => f.raised.title),
    trimOut: trim,
    ...asked,
  };
}

/** The questions on which a pack follows a school: some check is about one, or done by some schools only. */
export function waysAsked(pack: Pack): readonly WayQuestion[] {
  const asked = new Set(
    pack.checks.flatMap((c) => [
      ...(c.decides ? [c.decides] : []),
      ...WAY_QUESTIONS.filter((q) => c.ways?.[q]),
    ]),
  );
  return WAY_QUESTIONS.filter((q) => asked.has(q));
}

/** What choosing ways changes about a campaign: checks that come in, and those that go out. */
export interface WaysCost {
  readonly comeIn: readonly Check[];
  readonly goOut: readonly Check[];
  /** Answered already: they stay, and count, although the way does not ask for them. */
  readonly stay: readonly Check[];
  /** Minutes of work more; fewer where negative. */
  readonly minutes: number;
}

/**
 * What a choice of ways would change, beside what is chosen now. Nothing is recorded.
 * Example: "never" where the stall was to come before the landing takes the approach to the stall out, 6 min fewer.
 */
export function costOfWays(
  state: CampaignState,
  index: BasisIndex,
  chosen: Readonly<Record<string, WayChosen>>,
): WaysCost {
  const deed = {
    entry: '',
    seq: 0,
    at: '',
    instant: 0,
    by: '',
    role: 'pilot',
    device: '',
    seen: 0,
    pending: true,
  } as const;
  const next: CampaignState = {
    ...state,
    ways: { ...deed, profile: 'circuit', ...state.ways, ways: chosen },
  };
  const out = (where: CampaignState, check: Check): boolean =>
    (index.partsOfCheck.get(check.id) ?? []).every((part) => outsideScope(where, part.key) !== undefined);
  const concerned = index.basis.pack.checks.filter((c) => c.ways);
  const comeIn = concerned.filter((c) => out(state, c) && !out(next, c));
  const goOut = concerned.filter((c) => !out(state, c) && out(next, c));
  const stay = concerned.filter((c) => otherWay(next.ways, c) && !out(next, c));
  const minutes = (checks: readonly Check[]): number => checks.reduce((sum, c) => sum + c.minutes, 0);
  return { comeIn, goOut, stay, minutes: minutes(comeIn) - minutes(goOut) };
}

/**
 * The school recommended on each question that the aircraft asks at all, with the reason; after the table of
 * schools of the work. A recommendation that is forced leaves nothing else open: an open doubt about fuel, engine
 * or structure leaves only the circuit, a lateral trim out of its limit forbids the stall before landing.
 * Example: a maiden flight with an open finding on the fuel flow is circuit only, because of that finding.
 */
export function recommendWays(facts: WayFacts): Readonly<Partial<Record<WayQuestion, Recommendation>>> {
  const found: Partial<Record<WayQuestion, Recommendation>> = {};
  for (const question of WAY_QUESTIONS) {
    const advice = RULES[question](facts);
    if (advice) found[question] = advice;
  }
  return found;
}
