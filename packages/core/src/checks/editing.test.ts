import { check, CHECKS, PACK } from '../testing/world.ts';
import {
  addCheck,
  changeCheck,
  freeCheckId,
  indexBasis,
  moveCheck,
  neighboursOf,
  packProblems,
  removeCheck,
  splitCheck,
  withCheckDefaults,
  type Check,
  type Pack,
} from './index.ts';
import { BASIS } from '../testing/world.ts';

/** A pack is written by hand: put in, moved, split, taken out, and told what depends on what. */

const ids = (pack: Pack): string[] => pack.checks.map((c) => c.id);
const of = (...checks: readonly Check[]): Pack => ({ ...PACK, checks });
const [a, b, c] = ['a', 'b', 'c'].map((id) => check(id)) as [Check, Check, Check];

test('a check goes to its place among those of its station, and no further than the ends', () => {
  const pack = of(check('p', { station: 'papers' }), a, b, c);
  expect(ids(moveCheck(pack, 'c', 0))).toEqual(['p', 'c', 'a', 'b']);
  expect(ids(moveCheck(pack, 'a', 1))).toEqual(['p', 'b', 'a', 'c']);
  expect(ids(moveCheck(pack, 'a', 99))).toEqual(['p', 'b', 'c', 'a']);
  expect(ids(moveCheck(pack, 'b', -5))).toEqual(['p', 'b', 'a', 'c']);
  expect(moveCheck(pack, 'nobody', 0)).toBe(pack);
});

test('one is put in behind another, the first too, or at the end of its station', () => {
  const pack = of(a, b, check('z', { station: 'flight' }));
  expect(ids(addCheck(pack, c, 'a'))).toEqual(['a', 'c', 'b', 'z']);
  expect(ids(addCheck(pack, c, 'b'))).toEqual(['a', 'b', 'c', 'z']);
  expect(ids(addCheck(pack, c))).toEqual(['a', 'b', 'c', 'z']);
  expect(ids(addCheck(pack, c, 'nobody'))).toEqual(['a', 'b', 'c', 'z']);
  expect(ids(changeCheck(pack, 'a', { station: 'flight' }))).toEqual(['b', 'a', 'z']);
  expect(ids(removeCheck(pack, 'a'))).toEqual(['b', 'z']);
});

test('an id that is free: letters and figures of what is wanted, numbered where it is taken', () => {
  const pack = of(check('oil-hot'), check('oil-hot-2'), check('check'));
  expect(freeCheckId(pack, 'Oil, hot!')).toBe('oil-hot-3');
  expect(freeCheckId(pack, '  (Oil)  --  cold ')).toBe('oil-cold');
  expect(freeCheckId(pack, '…')).toBe('check-2');
  expect(freeCheckId(of(), '!!')).toBe('check');
  expect(freeCheckId(pack, 'x'.repeat(80))).toHaveLength(50);
});

test('a check is split: the second stands on the first, what stood on it stands on both, and sets come last', () => {
  const pack = of(
    check('first', { standsOn: [], sets: { engine: 'running' } }),
    check('on-it', { standsOn: ['first'], after: ['first'] }),
    check('apart', { answer: { kind: 'computed', from: ['first'], value: 'reading' } }),
  );
  const split = splitCheck(pack, 'first', { title: 'Second look', challenge: 'Look again.' });
  expect(split.checks.slice(0, 3)).toMatchObject([
    { id: 'first', sets: {} },
    { id: 'second-look', standsOn: ['first'], sets: { engine: 'running' }, challenge: 'Look again.' },
    { id: 'on-it', standsOn: ['first', 'second-look'], after: ['first', 'second-look'] },
  ]);
  expect(splitCheck(pack, 'apart', { title: 'x', challenge: 'x' })).toBe(pack);
  expect(splitCheck(pack, 'nobody', { title: 'x', challenge: 'x' })).toBe(pack);
  expect(splitCheck(pack, 'on-it', { title: 'x', challenge: 'x' }).checks[2]).toMatchObject({
    id: 'x',
    standsOn: ['first', 'on-it'],
    after: ['first'],
  });
});

test('what a check waits for and what waits for it, by order, evidence, waiting and figures, each once', () => {
  const pack = of(
    a,
    check('b', { after: ['a'], standsOn: ['a'] }),
    check('c', { waits: [{ after: 'a', atLeast: 3 }] }),
    check('d', { answer: { kind: 'computed', from: ['a', 'b'], value: 'reading' } }),
  );
  expect(neighboursOf(pack, 'a')).toEqual({ waitsFor: [], neededBy: ['b', 'c', 'd'] });
  expect(neighboursOf(pack, 'b')).toEqual({ waitsFor: ['a'], neededBy: ['d'] });
  expect(neighboursOf(pack, 'd')).toEqual({ waitsFor: ['a', 'b'], neededBy: [] });
  expect(neighboursOf(pack, 'nobody')).toEqual({ waitsFor: [], neededBy: [] });
});

test('what keeps a pack from being worked is told: gauges, engines at large, states nobody brings about, schools', () => {
  const codes = (...checks: readonly Check[]): string[] =>
    packProblems(of(...checks)).map((p) => p.reason.code);
  const gauge = (low: number, high: number): Check =>
    check('g', { answer: { kind: 'reading', unit: 'rpm', resolution: 1, plausible: { low, high } } });
  expect([codes(gauge(0, 1)), codes(gauge(1, 1)), codes(gauge(2, 1))]).toEqual([
    [],
    ['gaugeReversed'],
    ['gaugeReversed'],
  ]);
  const engine = { proves: ['engine.{engine}.oil'] };
  expect(codes(check('e', engine), check('f', { ...engine, subject: 'engine' }))).toEqual([
    'provesEngineAtLarge',
  ]);
  const start = check('s', { subject: 'engine', sets: { engine: 'running' }, cautions: ['Live.'] });
  const stop = check('t', { subject: 'engine', sets: { engine: 'stopped' } });
  const needs = check('n', { subject: 'engine', needs: { engine: 'running' } });
  expect([codes(start, needs), codes(stop, needs), codes(needs, start)]).toEqual([
    [],
    ['stateNeverSet'],
    ['stateNeverSet'],
  ]);
  expect(codes(check('u', { needs: { nobody: 'x' } }))).toEqual(['stateUndefined', 'stateNeverSet']);
  const caution = { cautions: ['Propeller live.'] };
  const nearIt: readonly Partial<Check>[] = [
    { needs: { armed: 'yes' } },
    { sets: { engine: 'running' }, subject: 'engine' as const },
    { needs: { 'fuel-engine': 'running' }, where: 'outside' },
  ];
  for (const near of nearIt) {
    const said = (change: Partial<Check>) =>
      codes(check('d', { ...near, ...change })).includes('cautionMissing');
    expect([
      said({ cautions: [] }),
      said(caution),
      said({ uncautioned: 'Behind glass.' }),
      said({ uncautioned: ' ' }),
    ]).toEqual([true, false, false, true]);
  }
  const farFromIt: readonly Partial<Check>[] = [
    { needs: { engine: 'running' }, where: 'cockpit' },
    { needs: { engine: 'running' }, where: 'outside', station: 'flight' as const },
    { needs: { engine: 'stopped', armed: 'no' }, sets: { engine: 'stopped', armed: 'no' }, where: 'outside' },
  ];
  for (const far of farFromIt) expect(codes(check('d', far))).not.toContain('cautionMissing');
  const choice = (...options: readonly string[]): Check =>
    check('w', {
      decides: 'fairings',
      answer: { kind: 'choice', options: options.map((id) => ({ id, text: id, good: id !== 'bad' })) },
    });
  expect([codes(choice('on', 'off')), codes(choice('on', 'off', 'bad'))]).toEqual([[], []]);
  for (const wrong of [choice('on'), choice('on', 'off', 'half'), check('w', { decides: 'fairings' })])
    expect(codes(wrong)).toEqual(['decidesOther']);
  expect(codes(check('w', { ways: { fairings: ['on'], stall: ['before', 'never'] } }))).toEqual([]);
  expect(codes(check('w', { ways: { fairings: ['half'] } }))).toEqual(['wayUnknown']);
  expect(codes(check('w', { ways: { fairings: [] } }))).toEqual(['wayUnknown']);
  expect(codes(check('w', { ways: { nobody: ['x'] } as Check['ways'] & object }))).toEqual(['wayUnknown']);
});

test('members that a file leaves out have their usual value, and those it gives are kept', () => {
  expect(withCheckDefaults({ id: 'a', limits: ['x'] })).toMatchObject({
    id: 'a',
    limits: ['x'],
    subject: 'aircraft',
    needs: {},
    standsOn: [],
    secondPerson: false,
    notApplicable: true,
  });
});

test('a circle is told from where it closes, through evidence or order; a gate is before every later station', () => {
  const made = (checks: readonly Check[]) => indexBasis({ ...BASIS, pack: { ...PACK, checks } });
  const circle = made([
    check('into', { after: ['x'] }),
    check('x', { standsOn: ['y'] }),
    check('y', { after: ['z'] }),
    check('z', { standsOn: ['x'] }),
  ]);
  expect(circle.ok ? [] : circle.error).toEqual([
    {
      code: 'cycle',
      params: { checks: ['x@aircraft', 'y@aircraft', 'z@aircraft', 'x@aircraft'] },
    },
  ]);
  const fine = made(CHECKS);
  if (!fine.ok) throw new Error('no index');
  const before = (station: string) => fine.value.gatesBefore.get(station)?.map((g) => g.id);
  expect([before('inspection'), before('controls'), before('run-up'), before('release')]).toEqual([
    [],
    ['power'],
    ['power'],
    ['power', 'release'],
  ]);
});
