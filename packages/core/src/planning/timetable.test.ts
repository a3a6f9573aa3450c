import * as fc from 'fast-check';
import { indexBasis } from '../checks/basis-index.ts';
import type { Basis, Check } from '../checks/types.ts';
import { deriveStatus } from '../standing/derive.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { namesOf } from '../words/names.ts';
import { sayConflict } from '../words/plan-words.ts';
import { doneBars } from './actual.ts';
import { daylightOf } from './daylight.ts';
import { findOrder, orderSteps } from './order.ts';
import type { DayPlan } from '../record/plan.ts';
import { wayToGate } from './remaining.ts';
import { workOf } from './tasks.ts';
import { windowsOf, type TimetableRequest } from './day-problem.ts';
import { makeTimetable } from './timetable.ts';
import { whatIf } from './what-if.ts';

const NOW = '2026-11-25T08:00:00.000Z';
const FIELD = { name: 'Field', latitude: 58, longitude: 4 };

function dayOf(change: Partial<DayPlan> = {}): DayPlan {
  return {
    start: NOW,
    hours: { from: 8 * 60, to: 18 * 60, offset: 60 },
    days: 3,
    people: [
      { id: 'tech', name: 'Tech', roles: ['technician'], away: [] },
      { id: 'insp', name: 'Insp', roles: ['inspector', 'technician'], away: [] },
      { id: 'pilot', name: 'Pilot', roles: ['pilot', 'observer'], away: [] },
    ],
    places: {},
    instrumentsAway: {},
    field: FIELD,
    ...change,
  };
}

function basisOf(checks: readonly Check[]): Basis {
  const states = [
    ...PACK.states,
    { name: 'power', title: 'Power', per: 'aircraft' as const, values: ['off', 'on'], initial: 'off' },
  ];
  return { ...BASIS, pack: { ...PACK, states, checks } };
}

/** Checks drawn at random over the stations of a campaign, with states, places, watchers and a flight or two. */
const campaigns = fc
  .array(
    fc.record({
      station: fc.constantFrom('papers', 'inspection', 'controls', 'run-up', 'taxi', 'flight', 'debrief'),
      where: fc.constantFrom('cockpit', 'engine', 'desk'),
      who: fc.constantFrom('technician', 'pilot', 'inspector', 'technician, observer'),
      second: fc.boolean(),
      power: fc.option(fc.constantFrom('off', 'on'), { nil: undefined }),
      minutes: fc.integer({ min: 1, max: 50 }),
      link: fc.option(fc.nat(20), { nil: undefined }),
      wait: fc.option(fc.integer({ min: 5, max: 30 }), { nil: undefined, freq: 4 }),
    }),
    { minLength: 1, maxLength: 16 },
  )
  .map((drawn) => {
    const order = ['papers', 'inspection', 'controls', 'run-up', 'taxi', 'flight', 'debrief'];
    const sorted = [...drawn].sort((a, b) => order.indexOf(a.station) - order.indexOf(b.station));
    return sorted.map((d, i): Check =>
      check(`c${i}`, {
        station: d.station as Check['station'],
        where: d.where,
        who: d.who,
        secondPerson: d.second,
        needs: d.power ? { power: d.power } : {},
        minutes: d.minutes,
        after: d.link !== undefined && i > 0 ? [`c${d.link % i}`] : [],
        ...(d.wait !== undefined && i > 0 ? { waits: [{ after: `c${i - 1}`, atLeast: d.wait }] } : {}),
      }),
    );
  });

function requestFor(checks: readonly Check[], day: DayPlan, flights: boolean): TimetableRequest {
  const index = indexBasis(basisOf(checks));
  if (!index.ok) throw new Error(JSON.stringify(index.error));
  const work = workOf(index.value, new Set(index.value.parts.keys()));
  const order = findOrder(work);
  if (!order.ok) throw new Error(JSON.stringify(order.error));
  const flown = work.tasks.filter((t) => t.station === 'flight');
  return {
    work,
    order: order.value.order,
    day,
    flights:
      flights && flown.length > 0
        ? [{ checks: flown.map((t) => t.id), minutes: 20 + flown.reduce((sum, t) => sum + t.minutes, 0) }]
        : [],
    now: NOW,
  };
}

test('a timetable keeps everything: links, waits, gates, states, people, places, hours and daylight', () => {
  fc.assert(
    fc.property(campaigns, fc.boolean(), (checks, packed) => {
      const request = requestFor(checks, dayOf(), packed);
      const made = makeTimetable(request, { seed: 1, lists: 12 });
      if (!made.ok) {
        // Only what is longer than a winter's day of light cannot be placed in three days.
        expect(made.error.conflict.kind).toMatch(/time|hurry|hours/);
        return;
      }
      const { bars } = made.value;
      const at = (check: string) => {
        const bar = bars.find(
          (b) =>
            (b.meaning.kind === 'check' && b.meaning.check === check) ||
            (b.meaning.kind === 'flight' && b.meaning.checks.includes(check)),
        );
        if (!bar) throw new Error(`no bar for ${check}`);
        return { start: Date.parse(bar.start), end: Date.parse(bar.end), bar };
      };
      const gate = (id: string): number =>
        Date.parse(bars.find((b) => b.meaning.kind === 'gate' && b.meaning.gate === id)?.start ?? '');
      for (const task of request.work.tasks) {
        const own = at(task.id);
        for (const link of task.links) {
          const before = at(link.task);
          if (before.bar !== own.bar)
            expect(own.start).toBeGreaterThanOrEqual(before.end + (link.atLeast ?? 0) * 60_000 - 100);
        }
        request.work.gates.forEach((g, i) => {
          if (task.phase > i) expect(own.start).toBeGreaterThanOrEqual(gate(g.id) - 100);
          else expect(own.end).toBeLessThanOrEqual(gate(g.id) + 100);
        });
        for (const [key, value] of Object.entries(task.needs))
          for (const other of request.work.tasks) {
            const o = at(other.id);
            const shares = o.start < own.end - 100 && own.start < o.end - 100;
            if (shares && o.bar !== own.bar && other.needs[key] !== undefined)
              expect(other.needs[key]).toBe(value);
          }
      }
      const sun = (iso: string) => daylightOf(iso.slice(0, 10), FIELD.latitude, FIELD.longitude);
      for (const bar of bars) {
        if (bar.meaning.kind !== 'check' && bar.meaning.kind !== 'flight') continue;
        const [start, end] = [Date.parse(bar.start), Date.parse(bar.end)];
        const local = (ms: number): number => (((ms / 60_000 + 60) % 1440) + 1440) % 1440;
        expect(local(start)).toBeGreaterThanOrEqual(8 * 60 - 0.01);
        expect(local(end - 1)).toBeLessThanOrEqual(18 * 60 + 0.01);
        const flies =
          bar.meaning.kind === 'flight' || checks.find((c) => c.id === bar.job)?.station === 'flight';
        if (flies) {
          expect(start).toBeGreaterThanOrEqual((sun(bar.start).sunrise ?? Infinity) - 100);
          expect(end).toBeLessThanOrEqual((sun(bar.start).sunset ?? -Infinity) + 100);
        }
        for (const other of bars) {
          if (other.job <= bar.job || Date.parse(other.end) <= Date.parse(other.start)) continue;
          if (Date.parse(other.start) >= end - 100 || start >= Date.parse(other.end) - 100) continue;
          expect(other.people.filter((p) => bar.people.includes(p))).toEqual([]);
          expect(other.uses.filter((u) => bar.uses.includes(u))).toEqual([]);
        }
      }
      expect(made.value.bound <= made.value.end).toBe(true);
      expect(bars.some((b) => b.critical && b.end === made.value.end)).toBe(true);
    }),
    { numRuns: 120 },
  );
});

test('hours, daylight and wind cut out when a flight may be', () => {
  const day = dayOf({
    days: 1,
    wind: {
      source: 'typed',
      stretches: [{ from: '2026-11-25T09:00:00.000Z', to: '2026-11-25T11:30:00.000Z' }],
    },
  });
  expect(windowsOf(day, NOW)).toEqual({ work: [{ from: -60, to: 540 }], flight: [{ from: 60, to: 210 }] });
});

/** A short campaign with one flight, for conflicts and suppositions. */
const SHORT = [
  check('papers', { station: 'papers', who: 'pilot', where: 'desk', minutes: 10, proves: ['papers'] }),
  check('look', {
    station: 'inspection',
    who: 'technician',
    minutes: 30,
    proves: ['engine.left'],
    secondPerson: true,
  }),
  check('fly', { station: 'flight', who: 'pilot', minutes: 40, proves: ['flight'] }),
];

test('what cannot be is said in words: a role nobody holds, no light for the flight', () => {
  const index = indexBasis(basisOf(SHORT));
  if (!index.ok) throw new Error('basis');
  const say = (day: DayPlan) => {
    const made = makeTimetable(requestFor(SHORT, day, false), { seed: 1, lists: 20 });
    if (made.ok) throw new Error('made');
    return sayConflict(
      made.error,
      namesOf(index.value),
      index.value,
      (id) => id,
      (iso) => iso.slice(11, 16),
      () => 'a pilot',
    );
  };
  const { people } = dayOf();
  expect(say(dayOf({ people: people.slice(0, 2) }))).toEqual({
    title: 'A role is held by nobody who is there',
    sentences: ['“papers” takes a pilot, and nobody is there who is one'],
  });
  const dark = say(dayOf({ days: 1, hours: { from: 17 * 60, to: 20 * 60, offset: 60 } }));
  expect(dark.sentences).toEqual([
    '“fly” can be done at no time at all: no hours, daylight and wind together',
  ]);
});

test('a supposition is weighed beside the plan, and the way to a gate uses the people who are there', () => {
  const scribe = new Scribe().open(basisOf(SHORT));
  scribe.confirm('papers', 'aircraft');
  const { id } = scribe.confirm('look', 'aircraft');
  scribe.add('answer.witnessed', { check: 'look', subject: 'aircraft', answerEntry: id }, { by: 'person-b' });
  const state = scribe.state();
  const status = deriveStatus(state, NOW);
  if (!state.index || !status) throw new Error('opened');
  const campaign = { state, index: state.index, status, day: dayOf(), now: NOW, lists: 10 };
  const action = whatIf(campaign, { kind: 'action', touches: ['engine.left.oil'], minutes: 15 });
  expect(action.added).toEqual(['look']);
  if (!action.now.ok || !action.then.ok) throw new Error('outlook');
  expect([action.now.value.minutes, action.then.value.minutes]).toEqual([40, 70]);
  // The sun is up at half past seven and a bit; the flight has to wait for the work and the look.
  expect(action.then.value.timetable.end > action.now.value.timetable.end).toBe(true);
  const alone = whatIf(campaign, { kind: 'absent', person: 'pilot' });
  expect(alone.then).toMatchObject({
    ok: false,
    error: { kind: 'time', none: { conflict: { kind: 'nobody' } } },
  });
  const later = whatIf(campaign, { kind: 'later', minutes: 120 });
  if (!later.now.ok || !later.then.ok) throw new Error('outlook');
  expect(later.then.value.timetable.end > later.now.value.timetable.end).toBe(true);

  const fresh = new Scribe().open(basisOf(SHORT)).state();
  const held = deriveStatus(fresh, NOW);
  const [gate] = held?.gates ?? [];
  if (!fresh.index || !held || !gate) throw new Error('gate');
  expect(wayToGate(fresh, fresh.index, gate, undefined, NOW).minutes).toBe(40);
  expect(wayToGate(fresh, fresh.index, gate, dayOf(), NOW).minutes).toBe(30);
  const pair = dayOf({ people: dayOf().people.slice(2) });
  expect(wayToGate(fresh, fresh.index, gate, pair, NOW).missing).toContain('technician');
  expect(makeSentences(namesOf(fresh.index)).say({ code: 'early.order', params: { check: 'look' } })).toBe(
    '“look” comes first.',
  );
});

test('what was done is drawn from the record, and what remains is planned after it', () => {
  const scribe = new Scribe().open(basisOf(SHORT));
  scribe.confirm('papers', 'aircraft');
  scribe.confirm('look', 'aircraft');
  const state = scribe.state();
  if (!state.index) throw new Error('opened');
  const done = doneBars(state, state.index);
  expect(done.map((d) => d.check)).toEqual(['papers', 'look']);
  expect(done.map((d) => (Date.parse(d.end) - Date.parse(d.start)) / 60_000)).toEqual([1, 1]);
  const steps = orderSteps(workOf(state.index, new Set(['fly@aircraft'])), []);
  expect(steps.map((s) => s.kind)).toEqual(['gate', 'check', 'gate']);
});
