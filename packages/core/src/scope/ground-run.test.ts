import fc from 'fast-check';
import { indexBasis, STATIONS } from '../checks/index.ts';
import type { Check } from '../checks/index.ts';
import { admit, foldEntries } from '../entries/index.ts';
import { deriveStatus } from '../standing/index.ts';
import { BASIS, BO, check, PACK, Scribe } from '../testing/world.ts';
import { gatesFor, getsTo, isRequired, proposeScope } from './index.ts';

const NOTHING = { work: [], evidence: {}, added: [], leftOut: [] };
const AFTER = ['taxi', 'ready', 'flight', 'debrief'] as const;
const permit = (more: Partial<Check> = {}) =>
  check('permit', {
    station: 'papers',
    answer: { kind: 'document', runsOut: { by: 'day' }, copy: false },
    ...more,
  } as Partial<Check>);
const checks = [
  ...PACK.checks,
  permit(),
  ...AFTER.map((station) =>
    check(`at-${station}`, {
      station,
      standsOn: ['idle'],
      // Required, and left out by the occasion all the same: nobody has to be asked for that.
      secondPerson: true,
      proves: ['engine.{engine}.ignition.a'],
      subject: 'engine',
    }),
  ),
];
const gates = [
  ...PACK.gates,
  ...AFTER.map((before) => ({ id: `g-${before}`, title: before, before, conditions: [] })),
];
const made = indexBasis({ ...BASIS, pack: { ...PACK, checks, gates } });
if (!made.ok) throw new Error(JSON.stringify(made.error));
const index = made.value;

test('a ground run brings in the run, what it stands on and the permit, and never what leads on from it, whatever was touched (property)', () => {
  const systems = [...new Set([...index.parts.values()].flatMap((p) => p.proves))];
  fc.assert(
    fc.property(fc.subarray(systems), fc.subarray(checks.map((c) => c.id)), (touches, added) => {
      const work =
        touches.length === 0 ? [] : [{ component: 'Something', action: 'adjusted' as const, touches }];
      const scope = proposeScope(index, 'ground-run', {
        ...NOTHING,
        work,
        added: added.map((id) => ({ check: id, reason: 'asked' })),
      });
      for (const [key, item] of scope) {
        const part = index.parts.get(key);
        if (!part) throw new Error(key);
        const { station, id } = part.check;
        if ((AFTER as readonly string[]).includes(station)) expect(item.verdict).not.toBe('prove');
        // What was touched and is not run is said to be left out, so that nothing earlier carries it either.
        if (
          (AFTER as readonly string[]).includes(station) &&
          touches.includes('engine.left.ignition.a') &&
          part.subject === 'left'
        )
          expect(item.verdict).toBe('leftOut');
        if (station === 'run-up' || id === 'permit') expect(item.verdict).toBe('prove');
        if (item.verdict === 'prove')
          for (const ground of part.standsOn) expect(scope.get(ground)?.verdict).toBe('prove');
      }
    }),
    { numRuns: 200 },
  );
});

test('gates that lead on from a ground run are not there, in the list and at the door; those before it hold as ever', () => {
  expect(gatesFor(index, 'maiden')).toHaveLength(gates.length);
  expect(gatesFor(index, 'ground-run').map((g) => g.id)).toEqual(
    PACK.gates.map((g) => g.id).filter((id) => !id.startsWith('g-')),
  );
  for (const station of STATIONS)
    expect(getsTo('ground-run', station)).toBe(!(AFTER as readonly string[]).includes(station));
  const scribe = new Scribe();
  scribe.add('campaign.opened', { title: 'Run', occasion: 'ground-run', workItems: [], basis: index.basis });
  scribe.add('scope.settled', { ...NOTHING, note: '' });
  const state = foldEntries(scribe.entries);
  const now = new Date(state.clock).toISOString();
  expect(deriveStatus(state, now)?.gates.map((g) => g.gate.id)).not.toContain('g-flight');
  const pass = admit(scribe.draft('gate.passed', { gate: 'g-flight', snapshot: state.head }), state, now);
  expect(pass.ok ? 'passed' : pass.error.code).toBe('gateUnknown');
});

test('nothing behind a gate that is not there can be answered or set aside, with a scope or without one', () => {
  for (const settled of [true, false]) {
    const scribe = new Scribe();
    scribe.add('campaign.opened', {
      title: 'Run',
      occasion: 'ground-run',
      workItems: [],
      basis: index.basis,
    });
    if (settled) scribe.add('scope.settled', { ...NOTHING, note: '' });
    const state = foldEntries(scribe.entries);
    const now = new Date(state.clock).toISOString();
    for (const station of AFTER) {
      const about = { check: `at-${station}`, subject: 'left' };
      const answer = { kind: 'confirm' as const, asExpected: true };
      const given = admit(
        scribe.draft('answer.given', { ...about, answer, facts: {} }, { at: now }),
        state,
        now,
      );
      expect(given.ok ? 'admitted' : given.error.code).toBe('groundRunEnds');
      const skipped = admit(
        scribe.draft('answer.notApplicable', { ...about, reason: 'no' }, { at: now }),
        state,
        now,
      );
      expect(skipped.ok ? 'admitted' : skipped.error.code).toBe('groundRunEnds');
    }
  }
});

test('a technician settles a ground run; a permit is left out by nobody whom it binds', () => {
  const scribe = new Scribe();
  scribe.add('campaign.opened', { title: 'Run', occasion: 'ground-run', workItems: [], basis: index.basis });
  const state = foldEntries(scribe.entries);
  const now = new Date(state.clock).toISOString();
  const said = (leftOut: readonly string[], role: 'technician' | 'pilot' | 'inspector'): string => {
    const work = [
      { component: 'Ignition', action: 'repaired' as const, touches: ['engine.left.ignition.a'] },
    ];
    const body = {
      ...NOTHING,
      work,
      leftOut: leftOut.map((id) => ({ check: id, reason: 'not today' })),
      note: '',
    };
    const found = admit(
      scribe.draft('scope.settled', body, { role, ...(role === 'inspector' ? { by: BO } : {}) }),
      state,
      now,
    );
    return found.ok ? 'admitted' : found.error.code;
  };
  expect(said([], 'technician')).toBe('admitted');
  expect(said(['permit'], 'technician')).toBe('requiredLeftOut');
  expect(said(['permit'], 'pilot')).toBe('requiredLeftOut');
  expect(said(['permit'], 'inspector')).toBe('admitted');
  expect(isRequired(index, permit({ required: false }))).toBe(true);
  // A limit that nobody has entered may be one of safety.
  expect(isRequired(index, check('x', { limits: ['nobody-entered-it'] }))).toBe(true);
  expect(isRequired(index, check('x', { limits: [] }))).toBe(false);
});
