import { filesOf } from '../entries/files-of.ts';
import { admit } from '../entries/admit.ts';
import type { EntryBodies, EntryDraft, EntryKind } from '../record/entry.ts';
import type { Basis } from '../checks/types.ts';
import { ANN, BASIS, BO, check, IDLE_LIMIT, PACK, reading, Scribe } from '../testing/world.ts';
import { deriveStatus } from './derive.ts';
import { openDoubts } from './doubts.ts';
import { landingForces, stoppedOnRun } from './in-the-air.ts';

const NOW = '2026-11-24T12:00:00.000Z';
const READ = {
  kind: 'reading' as const,
  unit: 'rpm',
  resolution: 1,
  plausible: { low: 0, high: 3500 },
};
const FLIGHT: Basis = {
  ...BASIS,
  limitBook: { ...BASIS.limitBook, limits: [IDLE_LIMIT] },
  pack: {
    ...PACK,
    states: [
      ...PACK.states,
      { name: 'flown', title: 'Flight', per: 'aircraft', values: ['no', 'yes'], initial: 'no' },
    ],
    gates: [
      { id: 'fly', title: 'Fly', before: 'flight', conditions: [] },
      { id: 'release', title: 'Release', before: 'release', conditions: [] },
    ],
    checks: [
      check('flow', { station: 'fuel', answer: READ, limits: ['idle'], proves: ['fuel.left.flow'] }),
      check('gear', { station: 'inspection', answer: READ, limits: ['idle'], proves: ['gear.main'] }),
      check('run', {
        station: 'flight',
        answer: {
          kind: 'roll',
          calls: [{ id: 'alive', title: 'Speed alive', expects: 'moving' }],
          abort: 'A swing.',
        },
        proves: ['air-data.airspeed'],
      }),
      check('climbs', { station: 'flight', proves: ['fuel.left'] }),
      check('levels', { station: 'flight', proves: ['engine.left.power'] }),
      check('landed', { station: 'flight', sets: { flown: 'yes' } }),
    ],
  },
};

function flight() {
  const s = new Scribe().open(FLIGHT);
  const about = () => {
    const state = s.state();
    const status = deriveStatus(state, NOW);
    if (!state.index || !status) throw new Error('There is no basis.');
    return { state, index: state.index, status };
  };
  return {
    s,
    give: (id: string, answer: object) =>
      void s.add('answer.given', { check: id, subject: 'aircraft', answer, facts: {} } as never),
    pass: () => s.add('gate.passed', { gate: 'fly', snapshot: s.entries.at(-1)?.hash ?? '' }),
    door: <K extends EntryKind>(
      kind: K,
      body: EntryBodies[K],
      change: Parameters<Scribe['draft']>[2] = {},
    ) => {
      const said = admit(s.draft(kind, body, change) as EntryDraft, s.state(), NOW);
      return said.ok ? 'taken' : said.error.code;
    },
    doubts: () => {
      const { state, index, status } = about();
      return openDoubts(state, index, status).map((d) => [d.says.code, d.settledBy]);
    },
    forces: () => {
      const { state, index, status } = about();
      return [
        landingForces(state, index, status, Date.parse(NOW)).map((r) => r.code),
        stoppedOnRun(state, index),
      ];
    },
    release: () =>
      about()
        .status.gates.find((g) => g.gate.id === 'release')
        ?.holdings.flatMap((h) => (h.cure.to === 'note' ? [h.cure.note] : [])),
  };
}

test('a doubt is settled by the steps of the flight that prove the same, as long as they are not proven', () => {
  const f = flight();
  expect(f.doubts()).toEqual([]);
  f.give('gear', { kind: 'reading', reading: reading(950) });
  // Three figures of one step apart: it is the guarded edge of the world of the tests.
  f.give('flow', { kind: 'reading', reading: reading(950) });
  expect(f.doubts()).toEqual([
    ['doubtOut', ['climbs']],
    ['doubtOut', []],
  ]);
  f.s.add('finding.raised', {
    finding: 'smell',
    title: 'Smell of fuel',
    where: '',
    check: 'flow',
    subject: 'aircraft',
  });
  f.s.add('finding.raised', { finding: 'knock', title: 'A knock', where: '' });
  expect(f.doubts()).toEqual([
    ['doubtFinding', ['climbs']],
    ['doubtOut', ['climbs']],
    ['doubtFinding', []],
    ['doubtOut', []],
  ]);
  // What was worked on places it, too.
  f.s.add('action.recorded', {
    action: 'a',
    finding: 'knock',
    what: 'Tightened',
    measure: '',
    touches: ['engine.left'],
  });
  expect(f.doubts().filter(([code]) => code === 'doubtFinding')).toEqual([
    ['doubtFinding', ['climbs']],
    ['doubtFinding', ['levels']],
  ]);
  f.s.add(
    'finding.merged',
    { finding: 'knock', into: 'smell', reason: 'the same' },
    { role: 'inspector', by: BO },
  );
  expect(f.doubts().filter(([code]) => code === 'doubtFinding')).toEqual([
    ['doubtFinding', ['climbs', 'levels']],
  ]);
  f.give('flow', { kind: 'reading', reading: reading(700) });
  f.give('gear', { kind: 'reading', reading: reading(700) });
  expect(f.doubts().map(([code]) => code)).toEqual(['doubtFinding']);
});

test('the pilot alone decides, in the air alone, and goes on against what speaks for landing with a reason alone', () => {
  const f = flight();
  const pilot = { role: 'pilot' as const, by: BO };
  const on = { choice: 'on' as const, reason: '', said: [] };
  expect(f.door('flight.decided', on, pilot)).toBe('noFlight');
  f.pass();
  expect(f.door('flight.decided', on, pilot)).toBe('taken');
  expect(f.door('flight.decided', on)).not.toBe('taken');
  expect(f.door('flight.decided', { ...on, said: ['Out.'] }, pilot)).toBe('needsReason');
  expect(f.door('flight.decided', { ...on, said: ['Out.'], reason: 'Known' }, pilot)).toBe('taken');
  expect(f.door('flight.decided', { choice: 'land', reason: '', said: ['Out.'] }, pilot)).toBe('taken');
  f.s.add('flight.decided', on, pilot);
  f.s.add('flight.decided', { ...on, choice: 'land' }, pilot);
  expect(f.s.state().flightDecisions.map((d) => [d.choice, d.by])).toEqual([
    ['on', BO],
    ['land', BO],
  ]);
  f.give('landed', { kind: 'confirm', asExpected: true });
  expect(f.door('flight.decided', on, pilot)).toBe('noFlight');
});

test('a run that was stopped keeps it on the ground; the next one that lifts off does not', () => {
  const f = flight();
  expect(f.forces()).toEqual([[], undefined]);
  f.pass();
  expect(f.forces()).toEqual([[], false]);
  f.give('run', { kind: 'roll', calls: [{ id: 'alive', came: false, after: 4 }], ended: 'stopped' });
  expect(f.forces()).toEqual([['landStopped'], true]);
  f.give('run', { kind: 'roll', calls: [{ id: 'alive', came: true, after: 4 }], ended: 'lifted' });
  expect(f.forces()).toEqual([[], false]);
  // Gone on all the same, with a gauge that is dead: it flies, and has to land.
  f.give('run', { kind: 'roll', calls: [{ id: 'alive', came: false, after: 4 }], ended: 'lifted' });
  expect(f.forces()).toEqual([['landOut'], false]);
});

test('a note holds the release until something came of it, keeps its first time, and is nobody else’s to change', () => {
  const f = flight();
  expect(f.release()).toEqual([]);
  const kept = f.s.add('note.kept', { note: 'n', text: '', check: 'climbs' });
  expect(f.release()).toEqual(['n']);
  f.s.add('note.kept', { note: 'n', text: 'A knock at lift-off' });
  expect(f.s.state().notes.get('n')).toMatchObject({
    text: 'A knock at lift-off',
    check: 'climbs',
    kept: { entry: kept.id, by: ANN },
  });
  const sound = { sha256: 'a'.repeat(64), name: 'Note', type: 'audio/webm' as const, size: 9 };
  f.s.add('note.kept', { note: 'spoken', text: '', sound });
  f.s.add('note.kept', { note: 'spoken', text: 'Rough above 2000' });
  expect(f.s.state().notes.get('spoken')).toMatchObject({ text: 'Rough above 2000', sound });
  expect(f.s.entries.flatMap(filesOf)).toEqual([sound]);
  f.s.add('note.settled', { note: 'spoken', reason: 'a known one' });
  expect(f.door('note.kept', { note: 'n', text: 'Nothing' }, { by: BO })).toBe('noteOfOther');
  expect(f.door('note.kept', { note: 'm', text: '', check: 'moon' })).toBe('checkUnknown');
  expect(f.door('note.settled', { note: 'm', reason: 'x' })).toBe('noteNotOpen');
  expect(f.door('note.settled', { note: 'n', reason: ' ' })).toBe('needsReason');
  expect(f.door('note.settled', { note: 'n', finding: 'moon', reason: '' })).toBe('findingNotOpen');
  f.s.add('finding.raised', { finding: 'knock', title: 'A knock', where: '' });
  f.s.add('note.settled', { note: 'n', finding: 'knock', reason: '' });
  expect(f.release()).toEqual([]);
  expect(f.door('note.settled', { note: 'n', reason: 'x' })).toBe('noteNotOpen');
  expect(f.door('note.kept', { note: 'n', text: 'More' })).toBe('noteSettled');
});
