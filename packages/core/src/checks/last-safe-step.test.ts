import fc from 'fast-check';
import { check } from '../testing/world.ts';
import { lastSafeStep } from './last-safe-step.ts';
import type { Check } from './types.ts';

const at = (id: string, rpm: number | undefined, engine = 'running'): Check => ({
  ...check(id, {}),
  needs: { engine },
  ...(rpm === undefined ? {} : { setting: { channel: 'rpm', value: rpm, unit: 'rpm', tolerance: 50 } }),
});

test('a sheet is taken up at the first step of the stretch that is done as the one in hand', () => {
  const order = [
    at('oil', undefined, 'stopped'),
    at('idle', undefined),
    at('drop-a', 1700),
    at('drop-b', 1700),
    at('governor', 1700),
    at('full', 2400),
  ];
  const always = (): boolean => true;
  const back = (id: string, canBegin: (c: Check) => boolean = always): string =>
    lastSafeStep(order, id, canBegin);
  expect(order.map((c) => back(c.id))).toEqual(['oil', 'idle', 'drop-a', 'drop-a', 'drop-a', 'full']);
  expect(back('elsewhere')).toBe('elsewhere');
  // Stopped meanwhile, the engine is started again; where nothing can be worked, it is the stretch itself.
  const stopped = (c: Check): boolean => c.needs['engine'] === 'stopped';
  expect(['oil', 'drop-b', 'full'].map((id) => back(id, stopped))).toEqual(['oil', 'oil', 'oil']);
  expect(back('drop-b', () => false)).toBe('drop-a');
});

test('on a walk it is the first step of the place, though another place is looked at in the same state', () => {
  const order = ['nose', 'left-1', 'left-2', 'tail'].map((id) => at(id, undefined, 'stopped'));
  const places = new Map([
    ['nose', 0],
    ['left-1', 1],
    ['left-2', 1],
    ['tail', 2],
  ]);
  expect(order.map((c) => lastSafeStep(order, c.id, () => true, places))).toEqual([
    'nose',
    'left-1',
    'left-1',
    'tail',
  ]);
  expect(lastSafeStep(order, 'tail', () => true)).toBe('nose');
});

test('whatever the order: it is at or before the one in hand, nothing between is done otherwise, and what is before it is', () => {
  const anyOrder = fc.array(
    fc.tuple(fc.constantFrom('stopped', 'running'), fc.constantFrom(undefined, 1700, 2400)),
    {
      minLength: 1,
      maxLength: 12,
    },
  );
  fc.assert(
    fc.property(anyOrder, fc.nat(11), (drawn, which) => {
      const order = drawn.map(([engine, rpm], i) => at(`c${i}`, rpm, engine));
      const inHand = which % order.length;
      const as = (i: number): string => String(drawn[i]);
      const found = Number(lastSafeStep(order, `c${inHand}`, () => true).slice(1));
      expect(found).toBeLessThanOrEqual(inHand);
      for (let i = found; i <= inHand; i += 1) expect(as(i)).toBe(as(inHand));
      if (found > 0) expect(as(found - 1)).not.toBe(as(inHand));
      // Taken up there and interrupted again, one is sent no further back.
      expect(lastSafeStep(order, `c${found}`, () => true)).toBe(`c${found}`);
    }),
  );
});
