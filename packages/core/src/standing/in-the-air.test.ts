import type { Basis } from '../checks/types.ts';
import { BASIS, check, IDLE_LIMIT, PACK, reading, Scribe } from '../testing/world.ts';
import { deriveStatus } from './derive.ts';
import { flightBegan, landingForces, leftFromFlight, timesLeft } from './in-the-air.ts';

const MINUTE = 60_000;
const BASIS_OF_FLIGHT: Basis = {
  ...BASIS,
  limitBook: { ...BASIS.limitBook, limits: [IDLE_LIMIT] },
  pack: {
    ...PACK,
    states: [
      ...PACK.states,
      { name: 'flown', title: 'Flight', per: 'aircraft', values: ['no', 'yes'], initial: 'no' },
    ],
    gates: [{ id: 'fly', title: 'Fly', before: 'flight', conditions: [] }],
    checks: [
      check('fuel', { station: 'fuel', answer: { kind: 'worksheet', sheet: 'fuel-plan', figures: [] } }),
      check('samples', {
        station: 'fuel',
        answer: {
          kind: 'samples',
          drains: [{ id: 'bowl', title: 'Bowl' }],
          after: ['standing'],
          opened: 'screen',
        },
      }),
      check('screen', { station: 'debrief' }),
      check('alive', {
        station: 'flight',
        answer: { kind: 'reading', unit: 'rpm', resolution: 1, plausible: { low: 0, high: 3500 } },
        limits: ['idle'],
      }),
      check('landed', { station: 'flight', sets: { flown: 'yes' } }),
    ],
  },
};

function flight() {
  const s = new Scribe().open(BASIS_OF_FLIGHT);
  const give = (id: string, answer: object, more: object = {}): void =>
    void s.add('answer.given', { check: id, subject: 'aircraft', answer, facts: {}, ...more } as never);
  const litres = (value: number, unit: string) => ({
    value,
    unit,
    text: String(value),
    resolution: 0.1,
    source: 'typed',
  });
  return {
    s,
    give,
    planned: (): void =>
      give('fuel', {
        kind: 'worksheet',
        chosen: [],
        cells: [
          // 60 L aboard, 12 L/h in the air, 20 L kept back: 200 minutes to the turn back, nothing on the ground.
          ...(
            [
              ['stick', 60, 'L'],
              ['circuit', 0, 'min'],
              ['reserve', 100, 'min'],
              ['reserve-flow', 12, 'L/h'],
              ['contingency', 0, '%'],
            ] as const
          ).map(([column, value, unit]) => ({ row: 0, column, reading: litres(value, unit) })),
          ...[1, 2, 3, 4].flatMap((row) => [
            { row, column: 'minutes', reading: litres(row < 3 ? 0 : 10, 'min') },
            { row, column: 'flow', reading: litres(12, 'L/h') },
          ]),
        ],
      }),
    pass: () => s.add('gate.passed', { gate: 'fly', snapshot: s.entries[s.entries.length - 1]?.hash ?? '' }),
    began: () => {
      const state = s.state();
      if (!state.index) throw new Error('There is no basis.');
      return flightBegan(state, state.index);
    },
    left: (sunset?: number) => {
      const state = s.state();
      if (!state.index) throw new Error('There is no basis.');
      return timesLeft(state, state.index, sunset);
    },
    unsettled: () => {
      const state = s.state();
      const status = deriveStatus(state, '2026-11-24T12:00:00.000Z');
      if (!status) throw new Error('There is no basis.');
      return leftFromFlight(state, status).map((l) => [l.check, l.mark]);
    },
    forces: () => {
      const state = s.state();
      const at = '2026-11-24T12:00:00.000Z';
      const status = deriveStatus(state, at);
      if (!state.index || !status) throw new Error('There is no basis.');
      return landingForces(state, state.index, status, Date.parse(at)).map((r) => r.code);
    },
  };
}

test('fuel counts from when the flight may have begun, daylight from the sunset: the first to come comes first', () => {
  const f = flight();
  f.planned();
  const sunset = Date.parse('2026-11-24T15:00:00.000Z');
  expect([f.began(), f.left()]).toEqual([undefined, []]);
  expect(f.left(sunset)).toEqual([{ by: 'daylight', what: 'down', at: sunset - 30 * MINUTE }]);
  const { at } = f.pass();
  const began = Date.parse(at);
  expect(f.left()).toEqual([{ by: 'fuel', what: 'turn-back', at: began + 200 * MINUTE }]);
  expect(f.left(sunset).map((t) => t.by)).toEqual(
    sunset - 30 * MINUTE < began + 200 * MINUTE ? ['daylight', 'fuel'] : ['fuel', 'daylight'],
  );
  // Landed: what was worked out for that flight says nothing of the next.
  f.give('landed', { kind: 'confirm', asExpected: true });
  expect([f.began(), f.left()]).toEqual([undefined, []]);
  // The gate passed again begins the next flight; its fuel is planned anew, or is not known.
  const next = f.pass();
  expect([Date.parse(next.at), f.left()]).toEqual([f.began()?.instant, []]);
  f.planned();
  expect(f.left()).toEqual([{ by: 'fuel', what: 'turn-back', at: Date.parse(next.at) + 200 * MINUTE }]);
});

test('what is out of limits since the gate was passed, or stops the aircraft, forces landing; what came before it does not', () => {
  const f = flight();
  f.give('alive', { kind: 'reading', reading: reading(950) });
  f.pass();
  // Out on the ground before: that held the gate, or was let go; it is no fact of this flight.
  expect(f.forces()).toEqual([]);
  f.give('alive', { kind: 'reading', reading: reading(960) });
  expect(f.forces()).toEqual(['landOut']);
  f.s.add('finding.raised', {
    finding: 'dead',
    title: 'Airspeed dead on the roll',
    text: '',
    place: '',
    attachments: [],
  } as never);
  expect(f.forces()).toEqual(['landOut']);
  f.s.add(
    'finding.assessed',
    { finding: 'dead', severity: 'stops', cause: 'Pitot covered' } as never,
    {
      role: 'inspector',
    } as never,
  );
  expect(f.forces()).toEqual(['landFinding', 'landOut']);
  f.give('landed', { kind: 'confirm', asExpected: true });
  expect(f.forces()).toEqual([]);
});

test('sediment that was stirred up before forces nothing alone, and is said as soon as anything else was found', () => {
  const f = flight();
  f.give('samples', {
    kind: 'samples',
    rounds: ['water', 'clear', 'clear'].map((what) => ({ after: 'standing', seen: { bowl: what } })),
  });
  f.pass();
  expect(f.forces()).toEqual([]);
  f.give('alive', { kind: 'reading', reading: reading(960) });
  expect(f.forces()).toEqual(['landOut', 'landStirred']);
});

test('what was out or near in the flight is left until a finding is raised of it, or it is within when read again', () => {
  const f = flight();
  f.pass();
  expect(f.unsettled()).toEqual([]);
  f.give('alive', { kind: 'reading', reading: reading(960) });
  expect(f.unsettled()).toEqual([['alive', 'out']]);
  const raise = (finding: string, check?: string, subject?: string): void =>
    void f.s.add('finding.raised', {
      finding,
      title: finding,
      text: '',
      place: '',
      attachments: [],
      ...(check === undefined ? {} : { check }),
      ...(subject === undefined ? {} : { subject }),
    } as never);
  // Of something else: it is left all the same.
  raise('other');
  raise('elsewhere', 'landed');
  raise('of-one-engine', 'alive', 'left');
  expect(f.unsettled()).toEqual([['alive', 'out']]);
  raise('alive-out', 'alive');
  expect(f.unsettled()).toEqual([]);
  // Read again and out again: the finding before is of the reading before.
  f.give('alive', { kind: 'reading', reading: reading(970) });
  expect(f.unsettled()).toEqual([['alive', 'out']]);
  f.give('alive', { kind: 'reading', reading: reading(700) });
  expect(f.unsettled()).toEqual([]);
});
