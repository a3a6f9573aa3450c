import fc from 'fast-check';
import { limitErrors, limitTypeOf, LIMIT_KINDS, type Limit, type NeededLimit } from '@kanzel/core';
import { begun, EDGES, pasted, underNeeds, withEdge, withLimit } from './needed-limit.ts';

const SOURCE = { document: 'Handbook', revision: '2' };
const need = (key: string, kind: NeededLimit['kind'] = 'band'): NeededLimit => ({
  key,
  title: `Limit ${key}`,
  kind,
  unit: 'rpm',
  class: 'airworthiness',
  acceptance: 'guarded',
  method: {},
  checks: [{ title: 'Check', station: 'run-up' }],
});
const NEEDS = ['a', 'b', 'c', 'd'].map((k) => need(k));

test('typed figures make a limit of the pack’s name and unit, and taken away again leave the book as it was (property)', () => {
  const edges = fc.array(
    fc.tuple(fc.constantFrom(...EDGES), fc.double({ noNaN: true, min: -1e6, max: 1e6 })),
    {
      minLength: 1,
    },
  );
  fc.assert(
    fc.property(fc.constantFrom(...NEEDS), edges, (of, typed) => {
      let limits: readonly Limit[] = [];
      for (const [edge, value] of typed)
        limits = withLimit(limits, withEdge(limits[0] ?? begun(of, SOURCE), edge, value));
      expect(limits).toHaveLength(1);
      expect(limits[0]).toMatchObject({ key: of.key, unit: 'rpm', acceptance: 'guarded', source: SOURCE });
      const last = Object.fromEntries(typed);
      expect(limits[0]).toMatchObject({ bounds: last });
      for (const edge of EDGES) {
        const [held] = limits;
        if (held) limits = withLimit(limits, withEdge(held, edge, undefined));
      }
      expect(limits).toEqual([]);
    }),
  );
});

test('a block of cells goes down and to the right from where it was put; what is no figure, or beyond, is told', () => {
  const block = '10\t\t\t20\n\t12\nabout 5\t6\n\n1\t2\t3\t4\t5\r\n';
  const found = pasted([], NEEDS, block, { row: 0, edge: 'low' }, SOURCE);
  expect(found.limits.map((l) => [l.key, 'bounds' in l ? l.bounds : {}])).toEqual([
    ['a', { low: 10, high: 20 }],
    ['b', { cautionLow: 12 }],
    ['c', { cautionLow: 6 }],
  ]);
  expect(found.unread).toEqual(['about 5', '1', '2', '3', '4', '5']);
  expect(found.entered).toBe(4);
  // Named rows go to what they name, wherever the block was put.
  const named = pasted([], NEEDS, 'limit  D\t7\t\t\t9', { row: 0, edge: 'high' }, SOURCE);
  expect(named.limits.map((l) => [l.key, 'bounds' in l ? l.bounds : {}])).toEqual([
    ['d', { low: 7, high: 9 }],
  ]);
  expect(pasted([], NEEDS, '8\t9', { row: 3, edge: 'high' }, SOURCE)).toMatchObject({
    entered: 1,
    unread: ['9'],
  });
});

test('one of a kind with figures of its own is kept until all are there, and says what it still needs', () => {
  for (const kind of LIMIT_KINDS) {
    const type = limitTypeOf({ kind });
    const own = type.members.filter((m) => m.ofType === true && m.optional !== true);
    const method = Object.fromEntries(
      type.members.filter((m) => m.ofType !== true).map((m) => [m.name, m.first]),
    );
    const first = begun({ ...need('x', kind), unit: type.unit ?? 'rpm', method }, SOURCE);
    const missing = limitErrors(first).filter((r) => r.code === 'memberMissing');
    expect({ kind, missing: missing.length }).toEqual({ kind, missing: own.length });
  }
});

test('one that follows from its own past stays when it is changed', () => {
  const trend = { ...begun(need('t', 'trend'), SOURCE), minimum: 8 } as Limit;
  expect(withLimit([trend], { ...trend, title: 'Renamed' })).toEqual([{ ...trend, title: 'Renamed' }]);
});

test('a table whose titles are those of needed limits is put under their keys, never over one that is there', () => {
  const row = (key: string, title: string): Limit => ({ ...begun(need(key), SOURCE), title });
  expect(underNeeds([row('limit-a', 'limit A'), row('other', 'Other')], NEEDS).map((l) => l.key)).toEqual([
    'a',
    'other',
  ]);
  expect(underNeeds([row('a', 'Limit a'), row('limit-a', 'Limit a')], NEEDS).map((l) => l.key)).toEqual([
    'a',
    'limit-a',
  ]);
});
