import { packProblems } from '../checks/pack-problems.ts';
import { indexBasis } from '../checks/index.ts';
import type { Check } from '../checks/types.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { workOf } from '../planning/tasks.ts';
import { namesOf } from '../words/names.ts';
import { deriveStatus } from './index.ts';

/** A play read on each side, how far the sides are apart, and a rod that is looked at on each side, standing on the play. */
const FIGURE = { unit: 'rpm', resolution: 1, plausible: { low: 0, high: 3500 } };
const CHECKS: readonly Check[] = [
  check('play', { subject: 'side', answer: { kind: 'reading', ...FIGURE }, limits: ['idle'] }),
  check('apart', { answer: { kind: 'computed', from: ['play'], value: 'reading' }, limits: ['difference'] }),
  check('rod', { subject: 'side', standsOn: ['play'] }),
  check('mount', { subject: 'engine', standsOn: ['play'] }),
  check('turning', { subject: 'side', needs: { engine: 'running' } }),
  check('start', { subject: 'engine', sets: { engine: 'running' } }),
];
const packOf = (checks: readonly Check[]) => ({ ...PACK, gates: [], checks });
const basis = { ...BASIS, pack: packOf(CHECKS) };

const marks = (scribe: Scribe) => {
  const state = scribe.state();
  const status = deriveStatus(state, new Date(state.clock).toISOString());
  if (!status) throw new Error('No campaign.');
  return {
    parts: Object.fromEntries([...status.parts].map(([key, p]) => [key, p.mark])),
    checks: Object.fromEntries(
      status.stations.flatMap((s) => s.checks.map((c) => [c.check.id, [c.mark, c.proven]])),
    ),
  };
};

test('left stands beside right: each has an answer of its own, and the check is proven by both', () => {
  const scribe = new Scribe().open(basis);
  scribe.read('play', 'left-side', 700);
  expect(marks(scribe).checks['play']).toEqual(['inHand', false]);
  scribe.read('play', 'right-side', 720);
  expect(marks(scribe).checks['play']).toEqual(['within', true]);
  // The difference is judged of itself: 20 of 50.
  expect(marks(scribe).checks['apart']).toEqual(['within', true]);
  const lame = new Scribe().open(basis);
  lame.read('play', 'left-side', 620);
  lame.read('play', 'right-side', 790);
  // Each is good by itself, and one beside the other they are not.
  expect(marks(lame).checks['play']).toEqual(['within', true]);
  expect(marks(lame).checks['apart']?.[0]).toBe('out');
  const worn = new Scribe().open(basis);
  worn.read('play', 'left-side', 700);
  worn.read('play', 'right-side', 830);
  expect(marks(worn).parts).toMatchObject({ 'play@left-side': 'within', 'play@right-side': 'out' });
  expect(marks(worn).checks['play']).toEqual(['out', false]);
});

test('what stands on a side stands on that side; what is of an engine stands on both', () => {
  const scribe = new Scribe().open(basis);
  for (const side of ['left-side', 'right-side']) scribe.read('play', side, 700);
  for (const side of ['left-side', 'right-side']) scribe.confirm('rod', side);
  for (const engine of ['left', 'right']) scribe.confirm('mount', engine);
  expect(marks(scribe).checks).toMatchObject({ rod: ['within', true], mount: ['within', true] });
  scribe.read('play', 'left-side', 900);
  const { parts } = marks(scribe);
  expect(parts['rod@right-side']).toBe('within');
  for (const key of ['rod@left-side', 'mount@left', 'mount@right'])
    expect([key, parts[key]]).toEqual([key, 'again']);
});

test('an engine called as a side is called is not that side', () => {
  const [left, right] = BASIS.aircraft.engines;
  if (!left || !right) throw new Error('Two engines.');
  const engines = [
    { ...left, id: 'left-side' },
    { ...right, id: 'right-side' },
  ];
  const made = indexBasis({ ...basis, aircraft: { ...BASIS.aircraft, engines } });
  if (!made.ok) throw new Error('No basis.');
  expect(made.value.parts.get('mount@left-side')?.standsOn).toEqual(['play@left-side', 'play@right-side']);
});

test('a step on a side that needs an engine running needs all of them', () => {
  const scribe = new Scribe().open(basis);
  scribe.confirm('start', 'left');
  scribe.confirm('turning', 'left-side');
  expect(marks(scribe).parts['turning@left-side']).toBe('unknown');
  scribe.confirm('start', 'right');
  scribe.confirm('turning', 'right-side');
  expect(marks(scribe).parts['turning@right-side']).toBe('within');
});

test('the plan runs every engine for a step on a side, and ends it when any of them stops', () => {
  const until = check('shake', {
    subject: 'side',
    needs: { engine: 'running' },
    validity: { endsWhen: { state: 'engine', becomes: 'stopped' } },
  });
  const made = indexBasis({ ...basis, pack: packOf([...CHECKS, until]) });
  if (!made.ok) throw new Error('No basis.');
  const { tasks } = workOf(made.value, new Set(made.value.parts.keys()));
  const task = tasks.find((t) => t.id === 'shake');
  expect(task?.needs).toEqual({ 'engine@left': 'running', 'engine@right': 'running' });
  expect([...new Set(task?.ends.map((e) => e.key))].sort()).toEqual(['engine@left', 'engine@right']);
});

test('a side has no engine to start, and is called by its name', () => {
  const problems = packProblems(packOf([check('a', { subject: 'side', sets: { engine: 'running' } })]));
  expect(problems.map((p) => p.reason.code)).toContain('sideSetsEngine');
  const names = namesOf(new Scribe().open(basis).state().index);
  expect(names.part('play@left-side')).toBe('play, left side');
  expect(names.subject('right-side')).toBe('Right side');
});
