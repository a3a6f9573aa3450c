import fc from 'fast-check';
import { draws } from '../testing/draws.ts';
import { anySheet, NOTCHED, points } from '../testing/any-loading.ts';
import { LOADING, SHEET } from '../testing/loading.ts';
import { makeSentences, namesOf } from '../words/index.ts';
import {
  burnSteps,
  checkTrack,
  edgesOf,
  facingMargins,
  flightTrack,
  fuelItems,
  heaviestOf,
  isInside,
  judgeSheet,
  practicalSteps,
  sheetProblems,
  sheetStanding,
  shownSteps,
  stepFor,
  type LoadingSheet,
} from './index.ts';
import type { Envelope } from '../aircraft/index.ts';

test('tanks are drawn in their order, evenly, and the track bends where a tank or its table does', () => {
  const steps = burnSteps(LOADING, { left: 60, right: 30, tail: 30 }, 100);
  expect(steps.map((s) => [s.burned, s.volumes])).toEqual([
    [0, { left: 60, right: 30, tail: 30 }],
    [60, { left: 30, right: 0, tail: 30 }],
    [90, { left: 0, right: 0, tail: 30 }],
    [100, { left: 0, right: 0, tail: 20 }],
    [120, { left: 0, right: 0, tail: 0 }],
  ]);
  const track = flightTrack(LOADING, SHEET);
  expect(track.ok && track.value.map((p) => p.name)).toEqual(['take-off', 'landing', undefined, 'dry']);
  // Worked by hand: 610·2040 + 80·1900 + 10·1500 + 86.4·2150 + 14.4·4000 = 1 654 760; 800.8 kg; 2066.4 mm
  const [first] = points(SHEET);
  expect(first!.centre.mass).toBeCloseTo(800.8, 6);
  expect(first!.centre.arm).toBeCloseTo(1654760 / 800.8, 6);
});

/** Mass and arm with so much gone, by drawing the tanks litre part by litre part. */
function sampled(
  sheet: LoadingSheet,
  envelope: Envelope,
  count: number,
): { inside: boolean; aft: number; forward: number } {
  const edges = edgesOf(envelope);
  const dry = points({ ...sheet, fuel: { left: 0, right: 0, tail: 0 }, used: 0 })[0]!.centre;
  let [inside, aft, forward] = [true, Infinity, Infinity];
  for (let i = 0; i <= count; i += 1) {
    let gone = (sheet.used * i) / count;
    const volumes: Record<string, number> = { ...sheet.fuel };
    for (const group of LOADING.burn) {
      for (;;) {
        const open = group.filter((id) => volumes[id]! > 1e-9);
        if (open.length === 0 || gone <= 1e-12) break;
        const each = Math.min(gone / open.length, ...open.map((id) => volumes[id]!));
        for (const id of open) volumes[id]! -= each;
        gone -= each * open.length;
      }
    }
    const fuel = fuelItems(LOADING, volumes);
    const mass = dry.mass + fuel.reduce((s, f) => s + f.mass, 0);
    const arm = (dry.mass * dry.arm + fuel.reduce((s, f) => s + f.mass * f.arm, 0)) / mass;
    if (!isInside(edges, { arm, mass })) inside = false;
    for (const m of facingMargins(edges, { arm, mass })) {
      if (m.direction === 'aft') aft = Math.min(aft, m.value);
      if (m.direction === 'forward') forward = Math.min(forward, m.value);
    }
  }
  return { inside, aft, forward };
}

test('the track check equals a fine sampling of the flight, on convex envelopes and on one with a notch', () => {
  const notched: Envelope = {
    ...NOTCHED,
    corners: NOTCHED.corners.map((c) => ({ arm: 1980 + c.arm * 17, mass: 650 + c.mass * 22 })),
  };
  let [outside, inside] = [0, 0];
  fc.assert(
    fc.property(anySheet, fc.constantFrom(LOADING.envelopes[0]!, notched), (sheet, envelope) => {
      const check = checkTrack(LOADING, sheet, points(sheet), envelope);
      const fine = sampled(sheet, envelope, 250);
      if (check.state === 'outside') outside += 1;
      else inside += 1;
      const of = (d: string): number =>
        Math.min(...check.margins.filter((m) => m.direction === d).map((m) => m.value));
      if (!fine.inside) expect(check.state).toBe('outside');
      // What the sampling missed by its steps is small; what the check says is never larger than what was seen.
      if (check.state === 'outside' && fine.inside) expect(Math.abs(check.worst!.value)).toBeLessThan(1.5);
      if (check.state !== 'outside') {
        expect(of('aft')).toBeLessThanOrEqual(fine.aft + 1e-6);
        expect(of('forward')).toBeLessThanOrEqual(fine.forward + 1e-6);
        expect(fine.aft - of('aft')).toBeLessThan(1.5);
        expect(fine.forward - of('forward')).toBeLessThan(1.5);
      }
    }),
    { numRuns: draws(120) },
  );
  expect(Math.min(outside, inside)).toBeGreaterThan(2);
});

test('an aircraft inside at take-off and landing and outside halfway is out, and is told where', () => {
  // Wing tanks first, so that the tail tank is felt most when they are dry. 772.8 kg at 2212.9 mm then.
  const sheet = {
    ...SHEET,
    lines: [
      { station: 'pilot', mass: 50 },
      { station: 'tail-bay', mass: 14 },
      { station: 'locker', mass: 60 },
    ],
    fuel: { left: 80, right: 80, tail: 40 },
    used: 196,
  };
  const edges = edgesOf(LOADING.envelopes[0]!);
  const [first, ...rest] = points(sheet);
  const landing = rest.find((p) => p.name === 'landing')!;
  expect([first!, landing].map((p) => isInside(edges, p.centre))).toEqual([true, true]);
  const [worst] = judgeSheet(LOADING, sheet);
  expect(worst).toMatchObject({
    state: 'out',
    reason: { code: 'trackOutside', params: { edge: 'aft limit' } },
  });
  expect((worst!.reason.params['left'] as { value: number }).value).toBeCloseTo(40, 6);
});

test('inside by less than its uncertainty is near and needs a decision; on reserve only likewise', () => {
  const first = points(SHEET)[0]!.centre;
  const tight = (aft: number, forward = 1900): typeof LOADING => ({
    ...LOADING,
    envelopes: [
      {
        id: 'tight',
        title: 'Tight',
        corners: [
          { arm: forward, mass: 500 },
          { arm: aft, mass: 500 },
          { arm: aft, mass: 950 },
          { arm: forward, mass: 950 },
        ],
      },
    ],
  });
  const least = Math.max(...points(SHEET).map((p) => p.centre.arm));
  const near = judgeSheet(tight(least + first.sigmaArm), { ...SHEET, used: 140 })[0];
  expect(near).toMatchObject({ state: 'near', decisionNeeded: true, reason: { code: 'trackTooClose' } });
  expect(judgeSheet(tight(least + 30), SHEET)[0]).toMatchObject({ state: 'within' });
  // Outside only once the fuel kept for a reserve is used.
  const spare = { ...SHEET, fuel: { left: 60, right: 60, tail: 40 }, used: 60 };
  const flown = Math.min(
    ...points(spare)
      .slice(0, 2)
      .map((p) => p.centre.arm),
  );
  expect(judgeSheet(tight(2300, flown - 35), spare)[0]).toMatchObject({
    state: 'near',
    reason: { code: 'trackReserve' },
  });
});

test('every tilt position has a track of its own, held against the envelopes that hold in it', () => {
  const corners = LOADING.envelopes[0]!.corners;
  const tilting = {
    ...LOADING,
    tilts: [
      { id: 'up', title: 'Motors up', mass: 20, shift: 0 },
      { id: 'forward', title: 'Motors forward', mass: 20, shift: -150 },
    ],
    envelopes: [
      { id: 'both', title: 'Both', corners },
      {
        id: 'cruise',
        title: 'Cruise',
        corners: corners.map((c) => ({ ...c, arm: c.arm - 100 })),
        tilt: 'forward',
      },
    ],
  };
  const { tracks } = sheetStanding(tilting, SHEET)!;
  expect(tracks.map((t) => [t.tilt, t.checks.map((c) => c.envelope.id)])).toEqual([
    ['up', ['both']],
    ['forward', ['both', 'cruise']],
  ]);
  const [up, forward] = tracks.map((t) => t.points[0]!.centre);
  // 20 kg moved 150 mm forward: 3000/M.
  expect(up!.arm - forward!.arm).toBeCloseTo(3000 / up!.mass, 9);
  expect(forward!.mass).toBe(up!.mass);
  // Inside with the motors up and outside with them forward is out, and says in which position.
  const narrow = (aft: number): typeof tilting => ({
    ...tilting,
    envelopes: [
      { id: 'n', title: 'N', corners: corners.map((c) => ({ ...c, arm: c.arm < 2100 ? aft : c.arm })) },
    ],
  });
  const least = Math.min(...tracks[0]!.points.map((p) => p.centre.arm));
  expect(judgeSheet(narrow(least - 1), { ...SHEET, used: 140 })[0]).toMatchObject({
    state: 'out',
    reason: { code: 'trackOutside', params: { tilt: 'Motors forward', edge: 'forward limit' } },
  });
});

test('a tilt position that no envelope holds for is unknown, and the lateral nearest to its limit is the one judged', () => {
  const tilts = [
    { id: 'up', title: 'Motors up', mass: 90, shift: 0 },
    { id: 'forward', title: 'Motors forward', mass: 90, shift: -10 },
  ];
  const [envelope] = LOADING.envelopes;
  const half = { ...LOADING, tilts, envelopes: [{ ...envelope!, tilt: 'up' }] };
  const verdicts = judgeSheet(half, { ...SHEET, used: 140 });
  expect(verdicts.find((v) => v.state === 'unknown')?.reason).toMatchObject({
    code: 'noEnvelopeTilted',
    params: { tilt: 'Motors forward' },
  });
  // Left wing full and right wing empty, then burnt to the end: far to the left first, in the middle at last.
  const leaning = { ...SHEET, fuel: { left: 80, right: 0, tail: 0 }, used: 70 };
  const sides = points(leaning).map((p) => p.centre.lateral);
  const left = Math.min(...sides);
  expect(left).toBeLessThan(-20);
  const lopsided = { ...LOADING, lateral: { low: left + 1, high: 500 } };
  expect(judgeSheet(lopsided, leaning).find((v) => v.reason.code === 'lateralOutside')?.state).toBe('out');
  // The other way round: near the narrow limit on the right, and further out on the wide left.
  const wide = { ...LOADING, lateral: { low: -500, high: Math.max(...sides) - 1 } };
  expect(judgeSheet(wide, leaning).find((v) => v.reason.code === 'lateralOutside')?.state).toBe('out');
});

test('figures are shown in steps that suit the aircraft, and what is outside never as outside by nothing', () => {
  const drone = {
    ...LOADING,
    envelopes: [
      { ...LOADING.envelopes[0]!, corners: LOADING.envelopes[0]!.corners.map((c) => ({ ...c, mass: 16 })) },
    ],
  };
  expect(shownSteps(drone.units, heaviestOf(drone))).toEqual({ mass: 0.01, arm: 1, volume: 0.01 });
  expect(shownSteps(LOADING.units, heaviestOf(LOADING))).toEqual({ mass: 0.1, arm: 1, volume: 0.1 });
  // 66.1 lb are 29.98 kg, 66.2 lb are 30.03 kg.
  const pounds = { mass: 'lb', arm: 'in', volume: 'US gal' } as const;
  expect([66.1, 66.2].map((lb) => shownSteps(pounds, lb).mass)).toEqual([0.01, 0.1]);
  expect([practicalSteps(drone).mass, practicalSteps(LOADING).mass]).toEqual([0.01, 0.5]);
  expect([0, 0.6, 0.3, -0.04, 1e-9].map((v) => stepFor(v, 1))).toEqual([1, 1, 0.1, 0.01, 0.001]);
  // Outside by 0.3 mm.
  const least = Math.max(...points({ ...SHEET, used: 140 }).map((p) => p.centre.arm));
  const tight = {
    ...LOADING,
    envelopes: [
      {
        ...LOADING.envelopes[0]!,
        corners: [
          { arm: 1000, mass: 1 },
          { arm: least - 0.3, mass: 1, edge: 'aft limit' },
          { arm: least - 0.3, mass: 5000 },
          { arm: 1000, mass: 5000 },
        ],
      },
    ],
  };
  const [verdict] = judgeSheet(tight, { ...SHEET, used: 140 });
  expect(verdict).toMatchObject({ state: 'out', reason: { code: 'trackOutside' } });
  expect(makeSentences(namesOf(undefined)).say(verdict!.reason)).toMatch(/by 0\.3\smm at the aft limit/);
});

test('a sheet that cannot be loaded so is told line by line, and nothing is reckoned from it', () => {
  const codes = (change: Partial<LoadingSheet>): string[] =>
    sheetProblems(LOADING, { ...SHEET, ...change }).map((r) => r.code);
  expect(codes({})).toEqual([]);
  expect(codes({ lines: [{ station: 'pilot', mass: -80 }] })).toEqual(['negativeMass']);
  expect(codes({ lines: [{ station: 'pilot', mass: 111 }] })).toEqual(['stationOver']);
  expect(codes({ lines: [{ station: 'locker', mass: 5, arm: -2700 }] })).toEqual(['offAirframe']);
  expect(codes({ lines: [{ station: 'locker', mass: 5, arm: 3100 }] })).toEqual(['armBeyondTravel']);
  expect(codes({ lines: [{ station: 'pilot', mass: 80, arm: 2000 }] })).toEqual(['armFixed']);
  expect(codes({ fuel: { left: 81 }, used: 10 })).toEqual(['tankOverfull']);
  expect(codes({ used: 141 })).toEqual(['usedTooMuch']);
  expect(codes({ packs: [{ bay: 'bay', pack: 'other' }] })).toEqual(['packNotForBay']);
  expect(judgeSheet(LOADING, { ...SHEET, fuel: { left: 81 } })[0]?.state).toBe('unknown');
  expect(judgeSheet({ ...LOADING, envelopes: [] }, SHEET)).toMatchObject([
    { state: 'unknown', reason: { code: 'noEnvelope' } },
  ]);
});
