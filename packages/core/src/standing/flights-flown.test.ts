import type { EntryBodies } from '../record/entry.ts';
import type { Basis } from '../checks/types.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { flightsFlown } from './flights-flown.ts';

const MINUTE = 60_000;
const BASIS_OF_FLIGHTS: Basis = {
  ...BASIS,
  pack: {
    ...PACK,
    states: [
      ...PACK.states,
      { name: 'flown', title: 'Flight', per: 'aircraft', values: ['no', 'yes'], initial: 'no' },
    ],
    gates: [
      { id: 'start', title: 'Start', before: 'run-up', conditions: [] },
      { id: 'fly', title: 'Fly', before: 'flight', conditions: [] },
    ],
    checks: [
      check('run', {
        station: 'flight',
        answer: { kind: 'roll', abort: 'Stop.', calls: [{ id: 'speed', title: 'Speed', expects: 'alive' }] },
      }),
      check('landed', { station: 'flight', sets: { flown: 'yes' } }),
    ],
  },
};
const DAY = Date.parse('2026-11-24T08:00:00.000Z');

/** A campaign whose entries are written minute by minute after eight o'clock. */
function campaign() {
  const s = new Scribe().open(BASIS_OF_FLIGHTS);
  const at = (minute: number) => ({ at: new Date(DAY + minute * MINUTE).toISOString() });
  const give = (id: string, answer: EntryBodies['answer.given']['answer'], minute: number): void =>
    void s.add('answer.given', { check: id, subject: 'aircraft', answer, facts: {} }, at(minute));
  return {
    s,
    at,
    pass: (minute: number, gate = 'fly') =>
      s.add('gate.passed', { gate, snapshot: s.entries.at(-1)?.hash ?? '' }, at(minute)),
    run: (minute: number, ended: 'lifted' | 'stopped' = 'lifted') =>
      give(
        'run',
        { kind: 'roll', ended, calls: [{ id: 'speed', came: ended === 'lifted', after: 4 }] },
        minute,
      ),
    landed: (minute: number) => give('landed', { kind: 'confirm', asExpected: true }, minute),
    flights: () => {
      const state = s.state();
      if (!state.index) throw new Error('There is no basis.');
      return flightsFlown(state, state.index).map((f) => [
        (f.from - DAY) / MINUTE,
        (f.to - DAY) / MINUTE,
        f.by,
      ]);
    },
  };
}

test('a flight lasts from the run that lifted off to the landing; without a run from the gate, and never from the flight before', () => {
  const c = campaign();
  expect(c.flights()).toEqual([]);
  c.pass(120);
  expect(c.flights()).toEqual([]);
  // Stopped once, then lifted off.
  c.run(125, 'stopped');
  c.run(129);
  c.landed(174);
  expect(c.flights()).toEqual([[129, 174, 'run']]);
  // The next without calls on its run: from its own gate, not from the run of the flight before; another gate is no beginning.
  c.pass(200);
  c.pass(210, 'start');
  c.landed(230);
  expect(c.flights()).toEqual([
    [129, 174, 'run'],
    [200, 230, 'gate'],
  ]);
  // Said to be flown with nothing before it since: no flight.
  c.landed(240);
  expect(c.flights()).toHaveLength(2);
});

test('a landing that was struck through ends none', () => {
  const c = campaign();
  c.pass(120);
  c.run(125);
  c.landed(130);
  c.s.add(
    'answer.withdrawn',
    { check: 'landed', subject: 'aircraft', reason: 'Pressed in the hold.' },
    { ...c.at(131), supersedes: c.s.entries.at(-1)?.id ?? '' },
  );
  expect(c.flights()).toEqual([]);
  c.landed(170);
  expect(c.flights()).toEqual([[125, 170, 'run']]);
});
