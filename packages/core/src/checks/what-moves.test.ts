import { AIRCRAFT, BASIS, BOOK, check, CHECKS, DROP_LIMIT, PACK } from '../testing/world.ts';
import type { Limit } from '../limits/types.ts';
import {
  compareBases,
  compareChecks,
  indexBasis,
  isSameBasis,
  touchedByMove,
  type Basis,
  type BasisChanges,
  type Check,
} from './index.ts';
import type { Aircraft } from '../aircraft/index.ts';
import type { SystemTree } from '../systems/types.ts';

/** Moving a campaign from one basis to another: everything that can differ, alone, and what it takes with it. */

const craft = (change: Partial<Aircraft>): Basis => ({ ...BASIS, aircraft: { ...AIRCRAFT, ...change } });
const pack = (change: Partial<Basis['pack']>): Basis => ({ ...BASIS, pack: { ...PACK, ...change } });
const changed = (id: string, change: Partial<Check>): Check[] =>
  CHECKS.map((c) => (c.id === id ? { ...c, ...change } : c));
/** Parts that lose their standing, with the code and the parameters of the reason. */
function lost(before: Basis, after: Basis): Record<string, unknown> {
  const index = indexBasis(after);
  if (!index.ok) throw new Error(index.error.map((e) => e.code).join());
  const found = touchedByMove(compareBases(before, after), index.value);
  return Object.fromEntries(found.map((f) => [f.part, { code: f.reason.code, ...f.reason.params }]));
}

describe('two bases differ', () => {
  const nothing: BasisChanges = {
    checks: [],
    reordered: false,
    limits: [],
    gates: false,
    enginesChanged: false,
    things: [],
    loading: false,
    emergency: false,
    revisions: false,
  };
  test('in nothing, and then nothing is said', () => {
    expect(compareBases(BASIS, structuredClone(BASIS))).toEqual(nothing);
    expect(isSameBasis(nothing)).toBe(true);
  });

  const loading = { stations: [] } as unknown as NonNullable<Aircraft['loading']>;
  test.each<[string, Basis, Partial<BasisChanges>]>([
    ['the identity of the pack', pack({ id: 'other' }), { revisions: true }],
    ['the revision of the pack', pack({ revision: 2 }), { revisions: true }],
    ['the identity of the book', { ...BASIS, limitBook: { ...BOOK, id: 'other' } }, { revisions: true }],
    ['the revision of the book', { ...BASIS, limitBook: { ...BOOK, revision: 2 } }, { revisions: true }],
    ['a gate', pack({ gates: PACK.gates.slice(1) }), { gates: true }],
    [
      'the emergency cards',
      {
        ...BASIS,
        emergency: [
          { id: 'fire', title: 'Fire', phase: 'ground', when: { text: 'Smoke', missing: [] }, steps: [] },
        ],
      },
      { emergency: true },
    ],
    ['the order', pack({ checks: [...CHECKS].reverse() }), { reordered: true }],
    ['the loading', craft({ loading }), { loading: true }],
    [
      'the serial number',
      craft({ serial: '2' }),
      { things: [{ kind: 'serial', title: '1 to 2', touches: [] }] },
    ],
    [
      'the configuration',
      craft({ configuration: { code: 'B2', title: 'floats', touches: ['gear', 'loading'] } }),
      { configuration: { from: 'A1', to: 'B2', touches: ['loading', 'gear'] } },
    ],
  ])('in %s alone', (_, after, wanted) => {
    const changes = compareBases(BASIS, after);
    expect(changes).toEqual({ ...nothing, ...wanted });
    expect(isSameBasis(changes)).toBe(false);
  });

  test('in their engines: another one, one more, one fewer, each by its name', () => {
    const [left, right] = AIRCRAFT.engines as [Aircraft['engines'][number], Aircraft['engines'][number]];
    const things = (engines: Aircraft['engines'], before = AIRCRAFT.engines) => {
      const { things: said, enginesChanged } = compareBases(craft({ engines: before }), craft({ engines }));
      return [said.map((t) => `${t.kind} ${t.title} ${t.touches.join()}`), enginesChanged];
    };
    expect(things([left, { ...right, cylinders: 6 }])).toEqual([
      ['engine Right engine engine.right,motor.right'],
      true,
    ]);
    expect(things([left])).toEqual([['engine Right engine engine.right,motor.right'], true]);
    expect(things([left, right], [left])).toEqual([['engine Right engine engine.right,motor.right'], true]);
    // Another word for it makes it no other engine, though the basis differs.
    expect(things([left, { ...right, title: 'Starboard' }])).toEqual([[], true]);
    // What an engine is counts where both say it, and only there.
    const kinds = (kind: 'piston' | 'electric') => [left, right].map((e) => ({ ...e, kind }));
    expect(things(kinds('electric'), kinds('piston'))).toEqual([
      ['engine Left engine engine.left,motor.left', 'engine Right engine engine.right,motor.right'],
      true,
    ]);
    expect(things(kinds('electric'))).toEqual([[], false]);
    expect(things([{ ...left, kind: 'piston' }, right], kinds('electric'))).toEqual([[], false]);
  });

  test('in what is fitted: the systems of the old thing and of the new, and always the loading', () => {
    const item = (id: string, change: object = {}) =>
      ({ id, title: `Item ${id}`, quantity: 1, ...change }) as unknown as NonNullable<
        Aircraft['equipment']
      >[number];
    const things = (before: readonly object[] | undefined, after: readonly object[] | undefined) =>
      compareBases(
        craft({ equipment: before } as unknown as Partial<Aircraft>),
        craft({ equipment: after } as unknown as Partial<Aircraft>),
      ).things.map((t) => `${t.kind} ${t.title}: ${t.touches.join()}`);
    expect(things([item('a')], [item('a')])).toEqual([]);
    expect(things(undefined, [item('a', { touches: ['radio'] })])).toEqual([
      'equipment Item a: loading,radio',
    ]);
    expect(things([item('a', { touches: ['radio'] })], undefined)).toEqual([
      'equipment Item a: loading,radio',
    ]);
    expect(
      things(
        [item('a', { touches: ['radio'], serial: '1' })],
        [item('a', { touches: ['antenna'], serial: '2' })],
      ),
    ).toEqual(['equipment Item a: loading,radio,antenna']);
    expect(things([item('a', { touches: ['radio'] })], [item('a', { title: 'Renamed' })])).toEqual([]);
  });

  test('in their checks: added, removed, asking another thing, or only said otherwise', () => {
    const extra = check('extra');
    expect(compareChecks(CHECKS, [...CHECKS, extra])).toEqual([
      { check: 'extra', title: 'extra', change: 'added', fields: [], asksOther: true },
    ]);
    expect(compareChecks([...CHECKS, extra], CHECKS)).toEqual([
      { check: 'extra', title: 'extra', change: 'removed', fields: [], asksOther: false },
    ]);
    expect(compareChecks(CHECKS, changed('idle', { why: 'Other.', minutes: 9 }))).toEqual([
      { check: 'idle', title: 'idle', change: 'changed', fields: ['why', 'minutes'], asksOther: false },
    ]);
    // What was answered by hand is answered by a choice from now on; which schools do it changes no answer.
    expect(compareChecks(CHECKS, changed('idle', { decides: 'stall' }))).toMatchObject([{ asksOther: true }]);
    expect(compareChecks(CHECKS, changed('idle', { ways: { stall: ['never'] } }))).toMatchObject([
      { asksOther: false },
    ]);
    expect(compareChecks(CHECKS, changed('idle', { why: 'Other.', challenge: 'Read it.' }))).toMatchObject([
      { fields: ['challenge', 'why'], asksOther: true },
    ]);
  });

  test('in their order only where checks of both stand otherwise to each other', () => {
    const order = (before: readonly Check[], after: readonly Check[]) =>
      compareBases(pack({ checks: before }), pack({ checks: after })).reordered;
    const [a, b, c, d] = ['a', 'b', 'c', 'd'].map((id) => check(id)) as [Check, Check, Check, Check];
    expect(order([a, b, c], [a, c])).toBe(false);
    expect(order([a, c], [a, b, c])).toBe(false);
    expect(order([d, a, b], [a, b])).toBe(false);
    expect(order([a, b, c], [a, c, b])).toBe(true);
    expect(order([a, b, c], [b, a, c])).toBe(true);
    expect(order([a, b], [b, d, a])).toBe(true);
  });
});

describe('what moving takes the standing of', () => {
  test('a check that is new, or asks another thing, and what stands on it, with the words for it', () => {
    expect(lost(BASIS, pack({ checks: [...CHECKS, check('extra')] }))).toEqual({
      'extra@aircraft': { code: 'checkIsNew', check: 'extra', pack: 'Test pack' },
    });
    const other = pack({ checks: changed('idle', { challenge: 'Read it.' }) });
    const because = { code: 'checkAsksOther', check: 'idle', fields: ['challenge'] };
    expect(lost(BASIS, other)).toEqual({ 'idle@left': because, 'idle@right': because });
    expect(lost(BASIS, pack({ checks: changed('idle', { why: 'Other.' }) }))).toEqual({});
    expect(lost(pack({ checks: [...CHECKS, check('extra')] }), BASIS)).toEqual({});
  });

  test('checks on a limit that judges otherwise; the first reason found is the one that is told', () => {
    const limits = BOOK.limits.map((l) => (l.key === 'drop' ? { ...DROP_LIMIT, bounds: { high: 100 } } : l));
    const book: Basis = { ...BASIS, limitBook: { ...BOOK, limits: limits as Limit[] } };
    const because = { code: 'limitIsOther', limit: 'Drop' };
    expect(lost(BASIS, book)).toEqual({
      'drop-a@left': because,
      'drop-a@right': because,
      'drop-b@left': because,
      'drop-b@right': because,
      // What stands on them goes with them, for the same reason.
      'drops-apart@left': because,
      'drops-apart@right': because,
      'idle@left': because,
      'idle@right': because,
    });
    const both = { ...book, pack: { ...PACK, checks: changed('drop-a', { response: 'rpm' }) } };
    expect(lost(BASIS, both)['drop-a@left']).toMatchObject({ code: 'checkAsksOther' });
  });

  test('whatever the two configurations touch, and every limit that asks which one it is', () => {
    const floats = { code: 'B2', title: 'floats', touches: ['engine.left.idle'] };
    const because = { code: 'configurationIsOther', from: 'A1', to: 'B2' };
    expect(lost(BASIS, craft({ configuration: floats }))).toEqual({ 'idle@left': because });
    const asks = BOOK.limits.map((l) =>
      l.key === 'idle' ? { ...l, conditions: [{ fact: 'configuration', in: ['A1', 'B2'] }] } : l,
    ) as unknown as Limit[];
    const elsewhere = BOOK.limits.map((l) =>
      l.key === 'idle' ? { ...l, conditions: [{ fact: 'rpm', in: ['A1'] }] } : l,
    ) as unknown as Limit[];
    const plain = { code: 'B2', title: 'floats' };
    const with_ = (l: readonly Limit[], configuration = AIRCRAFT.configuration): Basis => ({
      ...BASIS,
      limitBook: { ...BOOK, limits: l },
      aircraft: { ...AIRCRAFT, configuration },
    });
    expect(lost(with_(asks), with_(asks, plain))).toEqual({ 'idle@left': because, 'idle@right': because });
    expect(lost(with_(elsewhere), with_(elsewhere, plain))).toEqual({});
    // A check that asks another thing as well is told for that.
    const both = { ...with_(asks, floats), pack: pack({ checks: changed('idle', { response: 'x' }) }).pack };
    expect(lost(with_(asks), both)['idle@left']).toMatchObject({ code: 'checkAsksOther' });
  });

  test('an engine that is another one: what looks at it and what proves its systems, and nothing of the other', () => {
    const [left, right] = AIRCRAFT.engines as [Aircraft['engines'][number], Aircraft['engines'][number]];
    const found = lost(BASIS, craft({ engines: [{ ...left, cylinders: 6 }, right] }));
    expect(Object.keys(found).every((k) => k.endsWith('@left'))).toBe(true);
    expect(Object.keys(found)).toEqual(expect.arrayContaining(['linkage@left', 'start@left', 'idle@left']));
    expect(found['start@left']).toEqual({ code: 'thingIsOther', kind: 'engine', title: 'Left engine' });
  });

  test('another serial number: the papers; another thing aboard: the look at what is fitted, and the loading', () => {
    const checks = [
      ...CHECKS,
      check('fitted', { station: 'inspection', answer: { kind: 'equipment' } }),
      check('sheet', { station: 'loading', answer: { kind: 'loading' }, proves: ['loading.sheet'] }),
    ];
    const with_ = (change: Partial<Aircraft>): Basis => ({ ...craft(change), pack: { ...PACK, checks } });
    expect(lost(with_({}), with_({ serial: '2' }))).toEqual({
      'papers@aircraft': { code: 'thingIsOther', kind: 'serial', title: '1 to 2' },
      'fitted@aircraft': { code: 'thingIsOther', kind: 'serial', title: '1 to 2' },
    });
    const equipment = [{ id: 'r', title: 'Radio', touches: ['radio'] }] as unknown as Aircraft['equipment'];
    const because = { code: 'thingIsOther', kind: 'equipment', title: 'Radio' };
    const fitted = with_({ equipment } as Partial<Aircraft>);
    expect(lost(with_({}), fitted)).toEqual({ 'fitted@aircraft': because, 'sheet@aircraft': because });
    const loading = { stations: [] } as unknown as Aircraft['loading'];
    const reckoned = with_({ loading } as Partial<Aircraft>);
    expect(lost(with_({}), reckoned)).toEqual({ 'sheet@aircraft': { code: 'loadingIsOther' } });
    const together = with_({ loading, equipment } as Partial<Aircraft>);
    expect(lost(with_({}), together)['sheet@aircraft']).toEqual(because);
  });
});

test('what was exchanged under a campaign had a hand at it: what any exchange disturbs is to do again, as the tree says', () => {
  const counted = check('tools-counted', { proves: ['left-behind.counted'] });
  const systems: SystemTree = {
    id: 'tree',
    revision: 1,
    title: 'Tree',
    systems: [
      {
        name: 'left-behind',
        title: 'Left',
        parts: [{ name: 'counted', title: 'Tools', reachedBy: ['replaced'] }],
      },
      { name: 'radio', title: 'Radio', disturbs: ['compass'] },
      { name: 'compass', title: 'Compass' },
      { name: 'placard', title: 'Placard', tools: false },
    ],
  };
  const swung = check('compass-swung', { proves: ['compass'] });
  const fitted = (touches: readonly string[], serial: string): Basis => ({
    ...BASIS,
    systems,
    pack: { ...PACK, checks: [...CHECKS, counted, swung] },
    aircraft: {
      ...AIRCRAFT,
      equipment: [{ id: 'item', title: 'Item', quantity: 1, touches, serial }] as unknown as NonNullable<
        Aircraft['equipment']
      >,
    },
  });
  const again = (touches: readonly string[]): string[] =>
    Object.keys(lost(fitted(touches, '1'), fitted(touches, '2'))).sort();
  expect(again(['radio'])).toEqual(
    expect.arrayContaining(['compass-swung@aircraft', 'tools-counted@aircraft']),
  );
  const placard = again(['placard']);
  expect(placard).not.toContain('tools-counted@aircraft');
  expect(placard).not.toContain('compass-swung@aircraft');
});
