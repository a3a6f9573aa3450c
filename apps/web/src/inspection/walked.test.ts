import fc from 'fast-check';
import {
  areasOf,
  layoutFor,
  walkOf,
  type Area,
  type BasisIndex,
  type CampaignState,
  type Check,
  type CheckStatus,
  type Mark,
  type PartAnswer,
  type PartStatus,
} from '@kanzel/core';
import type { FindingLineView } from '@kanzel/contract';
import { earlierFlags, flagsOf, locksSeen, marksOfAreas, spread, stopsOf, titleOfAreas } from './walked.ts';

const areas = (family: Parameters<typeof layoutFor>[0], ...ids: readonly string[]): Area[] =>
  areasOf(layoutFor(family)).filter((a) => ids.includes(a.id));

test('a place is called by its parts in few words', () => {
  expect(titleOfAreas(areas('sailplane', 'wing-left', 'wing-right', 'tail'))).toBe('Wings and tail');
  expect(titleOfAreas(areas('sailplane', 'wing-left'))).toBe('Left wing');
  expect(titleOfAreas(areas('sailplane', 'fuselage', 'tail', 'gear'))).toBe('Fuselage, tail and gear');
  const motors = layoutFor('multirotor').propulsors.map((p) => p.id);
  expect(titleOfAreas(areas('multirotor', ...motors))).toBe('All 6 motors');
  const mixed = layoutFor('lift-and-cruise-fuel').propulsors.map((p) => p.id);
  expect(titleOfAreas(areas('lift-and-cruise-fuel', ...mixed))).toBe('Lift motor, front left and 4 more');
});

const status = (id: string, where: string, mark: Mark, proven: boolean): CheckStatus => ({
  check: {
    id,
    where,
    subject: 'aircraft',
    after: [],
    standsOn: [],
    needs: {},
    sets: {},
    answer: { kind: 'confirm' },
  } as unknown as Check,
  parts: [],
  mark,
  proven,
  outside: false,
});

test('a place shows the worst of its checks, and a part the worst of its places', () => {
  const checks = [
    status('spar', 'wings', 'within', true),
    status('hinges', 'surfaces', 'out', false),
    status('tail', 'tail', 'near', true),
    status('seats', 'cockpit', 'notStarted', false),
  ];
  const walk = walkOf(
    checks.map((c) => c.check),
    layoutFor('sailplane'),
  );
  const stops = stopsOf(walk, checks);
  const marks = marksOfAreas(stops);
  expect(new Map(stops.map((s) => [s.title, [s.mark, s.proven, s.checks.length]]))).toEqual(
    new Map([
      ['Wings', ['within', 1, 1]],
      ['Wings and tail', ['out', 0, 1]],
      ['Tail', ['near', 1, 1]],
      ['Cockpit', ['notStarted', 0, 1]],
    ]),
  );
  expect(['wing-left', 'tail', 'cockpit', 'fuselage'].map((id) => marks.get(id))).toEqual([
    'out',
    'out',
    'notStarted',
    undefined,
  ]);
  expect(stops.map((s) => s.number)).toEqual([1, 2, 3, 4]);
});

test('a tag that is on and a finding that is open stand at the part they name; others do not', () => {
  const deed = { at: '2026-11-26T08:00:00.000Z' };
  const tag = (where: string, thing: string, off = false): unknown => ({
    on: { ...deed, where, thing },
    ...(off ? { off: deed } : {}),
  });
  const state = {
    tags: new Map([
      ['t1', tag('engine, right side', 'Fuel hose off')],
      ['t2', tag('tail', 'Rudder cable off', true)],
      ['t3', tag('on the bench', 'Battery at the charger')],
    ]),
    findings: new Map([
      ['f1', { raised: { ...deed, where: '', title: 'Left wing tip scraped' }, actions: [] }],
      ['f2', { raised: { ...deed, where: 'tail', title: 'Play' }, actions: [], closed: deed }],
      ['f3', { raised: { ...deed, where: 'somewhere', title: 'A smell' }, actions: [] }],
    ]),
  } as unknown as CampaignState;
  expect(flagsOf(state, layoutFor('vintage')).map((f) => [f.kind, f.id, f.area.id])).toEqual([
    ['tag', 't1', 'engine'],
    ['finding', 'f1', 'wing-left'],
  ]);
});

test('what was found in campaigns before stands as one ring at each part, on the side that was said', () => {
  const line = (campaign: string, title: string, where: string, mark = 'QX-TJD'): FindingLineView =>
    ({ campaign, title, where, finding: title, mark }) as FindingLineView;
  const lines = [
    // Of another of its type, and newer: still told behind this one's own.
    line('there', 'Landing light cracked', 'right wing', 'QX-TJE'),
    line('before', 'Landing light intermittent', 'right wing, outer leading edge'),
    line('long ago', 'Right wing tip scraped', ''),
    line('now', 'Left wing dented', ''),
    line('before', 'A smell', 'somewhere'),
  ];
  expect(
    earlierFlags(
      lines,
      { id: 'now', index: { basis: { aircraft: { mark: 'QX-TJD' } } } as unknown as BasisIndex },
      layoutFor('piston-twin'),
    ).map((f) => [f.kind, f.area.id, f.text]),
  ).toEqual([
    [
      'earlier',
      'wing-right',
      'Landing light intermittent; Right wing tip scraped; QX-TJE: Landing light cracked',
    ],
  ]);
});

test('locks are counted one by one: seen, felt, marked where they carry a mark, and none at fault', () => {
  const index = {
    basis: {
      aircraft: {
        engines: [
          { id: 'm1', title: 'Motor 1' },
          { id: 'm2', title: 'Motor 2' },
        ],
      },
    },
  } as unknown as BasisIndex;
  const check = {
    answer: {
      kind: 'locks',
      locks: [
        { id: 'arm', title: 'Arm lock', form: 'latch', each: 'engine' },
        { id: 'nut', title: 'Rod end', form: 'jam-nut' },
      ],
    },
  } as unknown as Check;
  const seen = (mark: Mark, locks: readonly object[]): CheckStatus => ({
    check,
    parts: [
      { key: 'x', mark, answer: { answer: { kind: 'locks', locks } as PartAnswer } } as unknown as PartStatus,
    ],
    mark,
    proven: false,
    outside: false,
  });
  const rows = [
    { id: 'arm.m1', seen: true, felt: true },
    { id: 'arm.m2', seen: true, felt: true, fault: 'half closed' },
    { id: 'nut', seen: true, felt: true },
  ];
  expect(locksSeen([seen('out', rows)], index)).toEqual({ seen: 1, all: 3 });
  expect(locksSeen([seen('within', [rows[0] ?? {}, { ...rows[2], marked: true }])], index)).toEqual({
    seen: 2,
    all: 3,
  });
  // To be done again: nothing that was felt before counts.
  expect(locksSeen([seen('again', rows)], index)).toEqual({ seen: 0, all: 3 });
});

test('signs are moved until none lies on another, and stay on the picture (property)', () => {
  const box = { width: 300, height: 260 };
  const spot = fc.record({
    x: fc.double({ min: -20, max: 320, noNaN: true }),
    y: fc.double({ min: -20, max: 280, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(spot, { maxLength: 16 }), fc.boolean(), (drawn, heaped) => {
      const spots = heaped ? drawn.map(() => ({ x: 150, y: 130 })) : drawn;
      const moved = spread(spots, 25, box);
      expect(moved.length).toBe(spots.length);
      moved.forEach((a, i) => {
        expect(a.x).toBeGreaterThanOrEqual(12.5);
        expect(a.x).toBeLessThanOrEqual(box.width - 12.5);
        expect(a.y).toBeGreaterThanOrEqual(12.5);
        expect(a.y).toBeLessThanOrEqual(box.height - 12.5);
        moved.slice(i + 1).forEach((b) => expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(22));
      });
    }),
  );
});
