import {
  earlierEvidence,
  findOrder,
  flightPoints,
  flightSlots,
  makeTimetable,
  packFlights,
  partsToDo,
  deriveStatus,
  remainingWork,
  type DayPlan,
  type EntryBodies,
  type FlightBudget,
  type Role,
  reachOfWork,
  type WorkItem,
} from '@kanzel/core';
import type { FieldView, PersonView } from '@kanzel/contract';
import { type RecordService } from '@kanzel/server';
import type { Cast } from './crew.ts';
import type { TypedCrew } from './typed-crew.ts';

/** Where Grauholm lies; invented, in a sea of its own. The clock of the field is that of this machine. */
export function grauholm(): FieldView {
  return {
    code: 'QXGH',
    name: 'Grauholm',
    latitude: 57.6,
    longitude: 1.4,
    hours: { from: 8 * 60, to: 18 * 60, offset: -new Date().getTimezoneOffset() },
    runways: [
      { name: '06/24', heading: 62 },
      { name: '14/32', heading: 141 },
    ],
    windLimit: 20,
    crossLimit: 12,
  };
}

/** The people of a campaign as they are there on a day. */
function presentOf(cast: Cast): DayPlan['people'] {
  const people = new Map((Object.values(cast) as PersonView[]).map((p) => [p.id, p] as const));
  return [...people.values()].map((p) => ({
    id: p.id,
    name: p.fullName,
    roles: p.authorisations.map((a) => a.role).filter((r): r is Role => r !== 'administrator'),
    away: [],
  }));
}

function dayFrom(start: Date, cast: Cast, days: number): DayPlan {
  const { name, latitude, longitude, hours } = grauholm();
  return {
    start: start.toISOString(),
    hours,
    days,
    people: presentOf(cast),
    places: {},
    instrumentsAway: {},
    field: { name, latitude, longitude },
  };
}

/** Settles the scope of a campaign by what was done, and by what earlier campaigns of the airframe still carry. */
export async function settleScope(
  record: RecordService,
  crew: TypedCrew,
  campaign: string,
  work: readonly WorkItem[],
  now: Date,
): Promise<void> {
  const { index } = await crew.state();
  if (!index) throw new Error('settleScope: the campaign is not open');
  const earlier = (await record.earlierOf(index.basis.aircraft.mark)).filter((e) => e.id !== campaign);
  const evidence = earlierEvidence(earlier, index, now.toISOString());
  const touched = work.map((item) => ({
    ...item,
    touches: reachOfWork(index.basis.systems, item.touches, item.action),
  }));
  await crew.post('scope.settled', { work: touched, evidence, added: [], leftOut: [], note: '' });
}

/** Plans what is left of a campaign as a person would on its plan sheet: order, flights, day; and keeps it. */
export async function keepPlan(
  crew: TypedCrew,
  cast: Cast,
  start: Date,
  days: number,
  budget: FlightBudget | undefined,
  ways: EntryBodies['ways.chosen'] | undefined,
): Promise<void> {
  if (ways) await crew.post('ways.chosen', ways, 'pilot');
  const state = await crew.state();
  const status = deriveStatus(state, start.toISOString());
  if (!state.index || !status) throw new Error('keepPlan: the campaign is not open');
  const work = remainingWork(state, state.index, status);
  const order = findOrder(work);
  if (!order.ok) throw new Error(`keepPlan: ${JSON.stringify(order.error)}`);
  const wanted = partsToDo(status);
  const packed =
    budget &&
    packFlights(flightPoints(state.index, wanted), budget, {
      profile: ways?.profile ?? 'programme',
      stall: 'never',
    });
  if (packed && !packed.ok) throw new Error(`keepPlan: ${JSON.stringify(packed.error)}`);
  const flights = budget && packed ? { budget, flights: packed.value.flights } : undefined;
  const day = dayFrom(start, cast, days);
  const planned = { order: order.value.order, day, note: '', ...(flights ? { flights } : {}) };
  const slots = flightSlots({ ...state, plan: { ...planned } as never }, state.index, wanted);
  const made = makeTimetable(
    { work, order: order.value.order, day, flights: slots, now: start.toISOString() },
    { seed: 1, lists: 300 },
  );
  await crew.post('plan.kept', {
    ...planned,
    ...(made.ok
      ? {
          timetable: {
            list: made.value.list,
            by: Object.fromEntries(made.value.bars.map((b) => [b.job, b.people])),
          },
        }
      : {}),
  });
}

/** Fuel of the tug for the first hours, as its builder reckons. */
export const HEILO_BUDGET: FlightBudget = {
  unit: 'L',
  usable: 62,
  reserve: 16,
  rate: { idle: 0.15, cruise: 0.42, climb: 0.62, full: 0.7 },
  taxiMinutes: 12,
  circuitMinutes: 8,
  climbRate: 180,
  longest: 60,
  circuitHeight: 300,
};

/** How the tug's first flight is flown, and why. */
export const HEILO_WAYS: EntryBodies['ways.chosen'] = {
  profile: 'circuit',
  ways: {
    reach: { choice: 'circuit', why: 'It has never flown: a circuit, a landing, a look.' },
    stall: { choice: 'never', why: 'The trim is looked at first; the stall waits for the second flight.' },
    'landing-flap': { choice: 'half', why: 'A go-around with flap stuck fully down may be marginal.' },
    fairings: { choice: 'off', why: 'Off: wheels and brakes can be seen and cooled in the first hours.' },
    'own-work': { choice: 'nobody', why: 'Somebody is there who can inspect what another did.' },
  },
};
