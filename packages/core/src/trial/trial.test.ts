import fc from 'fast-check';
import {
  addCheck,
  changeCheck,
  freeCheckId,
  inStationOrder,
  moveCheck,
  packProblems,
  removeCheck,
  splitCheck,
  STATIONS,
  type Basis,
  type Check,
  type Pack,
} from '../checks/index.ts';
import { deriveStatus, pastFigures } from '../standing/index.ts';
import { standingOf } from '../words/index.ts';
import { foldEntries } from '../entries/index.ts';
import { verifyChain } from '../record/index.ts';
import { scriptedRecord, tryPack } from './index.ts';
import { AIRCRAFT, BASIS, CHECKS, GAUGE, IDLE_LIMIT, PACK, Scribe, reading } from '../testing/world.ts';

/** The pack of the test world with its checks as a pack keeps them. */
const pack: Pack = { ...PACK, checks: inStationOrder(CHECKS) };
const withPack = (change: Partial<Pack>): Basis => ({ ...BASIS, pack: { ...pack, ...change } });
const ids = (p: Pack): string[] => p.checks.map((c) => c.id);

describe('a steady hand', () => {
  test('releases a pack without dead ends, through the same door as people', () => {
    expect(tryPack(withPack({}))).toMatchObject({ released: true, stuck: [], watched: 2 });
  });

  test.each([
    ['a state nobody sets', CHECKS.map((c) => (c.id === 'start' ? { ...c, sets: {} } : c)), 'wrongState'],
    [
      'a limit that is not in the book',
      CHECKS.map((c) => (c.id === 'idle' ? { ...c, limits: ['x'] } : c)),
      'noLimitEntered',
    ],
    ['a check before its ground', [...CHECKS].reverse(), 'gateHeld'],
  ])('is stopped by %s, and says where', (_, checks, code) => {
    const trial = tryPack(withPack({ checks: checks as readonly Check[] }));
    expect(trial.released).toBe(false);
    expect(trial.stuck.map((s) => s.reason.code)).toContain(code);
  });

  test('writes records of any length that verify and end in a release', () => {
    const aircraft = {
      ...AIRCRAFT,
      instruments: [...AIRCRAFT.instruments, { ...GAUGE, id: 'trial', accuracy: 0 }],
    };
    const [once, thrice] = [1, 3].map((times) => scriptedRecord({ ...withPack({}), aircraft }, times));
    if (!once?.ok || !thrice?.ok) throw new Error(JSON.stringify([once, thrice]));
    expect(thrice.value.length).toBeGreaterThan(once.value.length);
    expect(verifyChain(thrice.value).ok).toBe(true);
    expect(foldEntries(thrice.value).release?.by).toBe('third');
  });
});

describe('editing a pack', () => {
  const anyId = fc.constantFrom(...ids(pack));

  test('moving keeps every check once, in its station, and takes it where it was asked (property)', () => {
    fc.assert(
      fc.property(anyId, fc.integer({ min: -3, max: 12 }), (id, to) => {
        const moved = moveCheck(pack, id, to);
        expect([...ids(moved)].sort()).toEqual([...ids(pack)].sort());
        const order = moved.checks.map((c) => STATIONS.indexOf(c.station));
        expect(order).toEqual([...order].sort((a, b) => a - b));
        const { station } = pack.checks.find((c) => c.id === id) as Check;
        const own = moved.checks.filter((c) => c.station === station);
        expect(own.findIndex((c) => c.id === id)).toBe(Math.max(0, Math.min(own.length - 1, to)));
      }),
    );
  });

  test('a problem is found exactly when a reference does not look back (second route, property)', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(pack.checks.map((c) => c)), (some) => {
        const checks = inStationOrder(some);
        const here = checks.map((c) => c.id);
        const broken = checks.some((c, i) =>
          [...c.after, ...c.standsOn, ...(c.answer.kind === 'computed' ? c.answer.from : [])].some(
            (r) => !here.slice(0, i).includes(r),
          ),
        );
        const codes = packProblems({ ...pack, checks }).map((p) => p.reason.code);
        expect(codes.some((c) => c === 'comesBefore' || c === 'checkNotInPack')).toBe(broken);
      }),
    );
  });

  test('split: the second stands on the first, what stood on the check stands on both, and it still works', () => {
    const split = splitCheck(pack, 'start', { title: 'Second start', challenge: 'Again?' });
    expect(ids(split).slice(ids(split).indexOf('start'), ids(split).indexOf('start') + 2)).toEqual([
      'start',
      'second-start',
    ]);
    expect(split.checks.find((c) => c.id === 'drop-a')?.standsOn).toEqual(['start', 'second-start']);
    expect(split.checks.find((c) => c.id === 'start')?.sets).toEqual({});
    expect(tryPack(withPack(split)).released).toBe(true);
  });

  test('add behind, change, take out; an id is never taken twice', () => {
    const fresh = { ...(CHECKS[0] as Check), id: freeCheckId(pack, 'Idle'), station: 'run-up' as const };
    expect(fresh.id).toBe('idle-2');
    const added = addCheck(pack, fresh, 'idle');
    expect(ids(added)[ids(added).indexOf('idle') + 1]).toBe('idle-2');
    expect(changeCheck(added, 'idle-2', { station: 'papers' }).checks[1]?.id).toBe('idle-2');
    expect(removeCheck(added, 'idle-2')).toEqual(pack);
    expect(packProblems(removeCheck(pack, 'start')).map((p) => p.reason.code)).toContain('checkNotInPack');
  });
});

test('the past of an airframe is what stands in its earlier campaigns, by limit and subject, in order', () => {
  const trend = {
    ...IDLE_LIMIT,
    kind: 'trend',
    against: 'airframe',
    minimum: 2,
    tolerance: 3,
    floor: 10,
  } as const;
  const { bounds: _bounds, ...limit } = trend as typeof trend & { bounds: unknown };
  const basis = {
    ...BASIS,
    limitBook: { ...BASIS.limitBook, limits: [...BASIS.limitBook.limits.slice(0, 2), limit] },
  } as Basis;
  const campaign = (...idles: number[]): ReturnType<typeof foldEntries> => {
    const scribe = new Scribe().upToRunning();
    scribe.drop('drop-a', 'left', 1700, 1620);
    for (const value of idles)
      scribe.add('answer.given', {
        check: 'idle',
        subject: 'left',
        answer: { kind: 'reading', reading: reading(value) },
        facts: {},
      });
    return foldEntries(scribe.entries);
  };
  const airframe = [campaign(700), campaign(640, 705), campaign()];
  const past = pastFigures({ airframe, fleet: [campaign(650)] }, basis);
  expect(past).toEqual({
    'idle@left': [
      { value: 700, unit: 'rpm' },
      { value: 705, unit: 'rpm' },
    ],
  });
  // A limit against the fleet is compared with the fleet, and never with the airframe alone.
  const limits = basis.limitBook.limits.map((l) =>
    l.kind === 'trend' ? { ...l, against: 'fleet' as const } : l,
  );
  const fleet = { ...basis, limitBook: { ...basis.limitBook, limits } };
  expect(pastFigures({ airframe, fleet: [campaign(650)] }, fleet)).toEqual({
    'idle@left': [{ value: 650, unit: 'rpm' }],
  });
});

test('a standing says what the status says, and opens no gate on stale data', () => {
  const scribe = new Scribe().upToRunning();
  scribe.add('tag.on', { tag: 't', thing: 'Hose off', where: 'engine', why: 'flow', touches: [] });
  const state = foldEntries(scribe.entries);
  const now = '2026-11-24T10:00:00.000Z';
  const status = deriveStatus(state, now);
  const standing = standingOf(state, now);
  expect(standing?.stations.map((s) => s.mark)).toEqual(status?.stations.map((s) => s.mark));
  expect(standing?.tags.map((t) => t.thing)).toEqual(['Hose off']);
  expect(standing?.sentence).toMatch(/A tag is on: hose off, engine/);
  const stale = standingOf(foldEntries(scribe.entries.slice(0, 2)), now, { waiting: 0, confirmed: false });
  expect(stale?.gates.every((g) => g.state !== 'open')).toBe(true);
});
