import type { BasisIndex } from '../checks/basis-index.ts';
import { overlaps } from '../systems/overlap.ts';
import type { Occasion } from '../checks/types.ts';
import type { CampaignState } from '../record/state.ts';
import { reason, type Reason } from '../words/reason.ts';

/** Questions on which practitioners disagree, and the schools there are; the first flight's reach is the profile. */
export const WAYS = {
  reach: ['circuit', 'overhead', 'programme'],
  'first-take-off': ['unassisted', 'assisted'],
  stall: ['before', 'if-benign', 'never'],
  'landing-flap': ['half', 'none', 'full'],
  fairings: ['off', 'on'],
  centring: ['mechanical', 'electronic'],
  'own-work': ['nobody', 'stated'],
} as const;
export type WayQuestion = keyof typeof WAYS;

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

/**
 * The school recommended on each question that the aircraft asks at all, with the reason; after the table of
 * schools of the work. A recommendation that is forced leaves nothing else open: an open doubt about fuel, engine
 * or structure leaves only the circuit, a lateral trim out of its limit forbids the stall before landing.
 * Example: a maiden flight with an open finding on the fuel flow is circuit only, because of that finding.
 */
export function recommendWays(facts: WayFacts): Readonly<Partial<Record<WayQuestion, Recommendation>>> {
  const found: Partial<Record<WayQuestion, Recommendation>> = {};
  for (const question of Object.keys(RULES) as WayQuestion[]) {
    const advice = RULES[question](facts);
    if (advice) found[question] = advice;
  }
  return found;
}
