import fc from 'fast-check';
import { randomFrom } from '../planning/index.ts';
import { LOADING, SHEET } from '../testing/loading.ts';
import {
  burnSteps,
  checkTrack,
  crossingEdges,
  drawInside,
  drawProblem,
  edgesOf,
  facingMargins,
  flightTrack,
  fuelItems,
  isInside,
  judgeSheet,
  sheetProblems,
  sheetStanding,
  solveBallast,
  solveFuel,
  solvePack,
  solvePayload,
  solvePlace,
  type Envelope,
  type EnvelopePoint,
  type LoadingSheet,
} from './index.ts';

const points = (sheet: LoadingSheet): NonNullable<ReturnType<typeof sheetStanding>>['tracks'][0]['points'] =>
  sheetStanding(LOADING, sheet)!.tracks[0]!.points;

/** An envelope with a notch: inside at heavy and light, outside to the aft in between. */
const NOTCHED: Envelope = {
  id: 'notched',
  title: 'Notched',
  corners: [
    { arm: 0, mass: 0 },
    { arm: 10, mass: 0 },
    { arm: 10, mass: 3 },
    { arm: 6, mass: 5 },
    { arm: 10, mass: 7 },
    { arm: 10, mass: 10 },
    { arm: 0, mass: 10 },
  ],
};

/** The winding of the corners around a point: another way to tell inside from outside. */
function windsAround({ corners }: Envelope, { arm, mass }: EnvelopePoint): boolean {
  let angle = 0;
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % corners.length]!;
    const [x1, y1, x2, y2] = [a.arm - arm, a.mass - mass, b.arm - arm, b.mass - mass];
    angle += Math.atan2(x1 * y2 - y1 * x2, x1 * x2 + y1 * y2);
  });
  return Math.abs(angle) > Math.PI;
}

test('on an envelope with a notch the notch is what is near, and the edge behind it says nothing', () => {
  const edges = edgesOf(NOTCHED);
  const at = (arm: number, mass: number): [string, number, string][] =>
    facingMargins(edges, { arm, mass }).map((m) => [m.direction, m.value, m.edge.name]);
  expect(at(5, 5)).toEqual([
    ['forward', 5, 'forward limit'],
    ['aft', 1, 'aft limit'],
    ['up', 5, 'highest mass'],
    ['down', 5, 'lowest mass'],
  ]);
  // In the notch: outside, and back in going forward, up or down.
  expect(at(8, 5).map(([d, v]) => [d, Number(v.toFixed(6))])).toEqual([
    ['forward', -2],
    ['up', -1],
    ['down', -1],
  ]);
  // On the line is inside, with nothing left.
  expect(isInside(edges, { arm: 8, mass: 4 })).toBe(true);
  expect(at(8, 4)).toContainEqual(['aft', 0, 'aft limit']);
  expect(isInside(edges, { arm: 8, mass: 4.0001 })).toBe(false);
});

test('inside and every margin agree with winding and with walking to the edge, convex or not', () => {
  const star = fc
    .array(fc.tuple(fc.integer({ min: 20, max: 100 }), fc.integer({ min: 20, max: 100 })), {
      minLength: 4,
      maxLength: 9,
    })
    .map((radii): Envelope => {
      const corners = radii.map(([r], i) => {
        const angle = (2 * Math.PI * i) / radii.length;
        return { arm: 200 + r * Math.cos(angle), mass: 300 + r * Math.sin(angle) };
      });
      return { id: 'star', title: 'Star', corners };
    });
  fc.assert(
    fc.property(
      star,
      fc.integer({ min: 90, max: 310 }),
      fc.integer({ min: 190, max: 410 }),
      (envelope, x, y) => {
        const point = { arm: x + 0.123, mass: y + 0.457 };
        const edges = edgesOf(envelope);
        expect(crossingEdges(edges)).toBeUndefined();
        const inside = windsAround(envelope, point);
        expect(isInside(edges, point)).toBe(inside);
        const unit = { forward: [-1, 0], aft: [1, 0], up: [0, 1], down: [0, -1] } as const;
        for (const margin of facingMargins(edges, point)) {
          expect(Math.sign(margin.value)).toBe(inside ? 1 : -1);
          const [dx, dy] = unit[margin.direction];
          const walk = (share: number): boolean => {
            const far = Math.abs(margin.value) * share;
            return windsAround(envelope, { arm: point.arm + dx * far, mass: point.mass + dy * far });
          };
          // On one side all the way to the edge, on the other beyond it.
          expect([walk(0.3), walk(0.6), walk(0.999)]).toEqual([inside, inside, inside]);
          expect(walk(1.0001)).toBe(!inside);
        }
      },
    ),
  );
});

test('sides that cross or run back are found', () => {
  const bow = {
    ...NOTCHED,
    corners: [
      { arm: 0, mass: 0 },
      { arm: 2, mass: 2 },
      { arm: 2, mass: 0 },
      { arm: 0, mass: 2 },
    ],
  };
  expect(crossingEdges(edgesOf(bow))).toBeDefined();
  const back = {
    ...NOTCHED,
    corners: [
      { arm: 0, mass: 0 },
      { arm: 4, mass: 0 },
      { arm: 2, mass: 0 },
      { arm: 2, mass: 3 },
    ],
  };
  expect(crossingEdges(edgesOf(back))).toBeDefined();
  expect(crossingEdges(edgesOf(NOTCHED))).toBeUndefined();
});

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

const anySheet: fc.Arbitrary<LoadingSheet> = fc
  .record({
    pilot: fc.integer({ min: 50, max: 110 }),
    nose: fc.integer({ min: 0, max: 40 }),
    tail: fc.integer({ min: 0, max: 20 }),
    locker: fc.integer({ min: 0, max: 60 }),
    left: fc.integer({ min: 0, max: 80 }),
    right: fc.integer({ min: 0, max: 80 }),
    rear: fc.integer({ min: 0, max: 40 }),
    share: fc.double({ min: 0, max: 1, noNaN: true }),
  })
  .map((r) => ({
    ...SHEET,
    lines: [
      { station: 'pilot', mass: r.pilot },
      { station: 'nose-bay', mass: r.nose },
      { station: 'tail-bay', mass: r.tail },
      { station: 'locker', mass: r.locker },
    ],
    fuel: { left: r.left, right: r.right, tail: r.rear },
    used: Math.round((r.left + r.right + r.rear) * r.share),
  }));

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
    { numRuns: 120 },
  );
  expect(Math.min(outside, inside)).toBeGreaterThan(10);
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

test('draws agree with the closed form: on an edge half of them, and the count of a normal distribution beside it', () => {
  const plain = { ...SHEET, fuel: { left: 0, right: 0, tail: 0 }, used: 0 };
  const { arm, sigmaArm } = points(plain)[0]!.centre;
  const wall = (aft: number): typeof LOADING => ({
    ...LOADING,
    envelopes: [
      {
        id: 'wall',
        title: 'Wall',
        corners: [
          { arm: 0, mass: 1 },
          { arm: aft, mass: 1 },
          { arm: aft, mass: 5000 },
          { arm: 0, mass: 5000 },
        ],
      },
    ],
  });
  const share = (aft: number, seed: number): number => {
    const { inside, draws } = drawInside(drawProblem(wall(aft), plain)!, 20_000, randomFrom(seed));
    return inside / draws;
  };
  expect(share(arm, 1)).toBeGreaterThan(0.485);
  expect(share(arm, 1)).toBeLessThan(0.515);
  expect(Math.abs(share(arm + sigmaArm, 2) - 0.8413)).toBeLessThan(0.012);
  expect(Math.abs(share(arm + 2 * sigmaArm, 3) - 0.9772)).toBeLessThan(0.006);
});

test('every answer of a solver, applied, meets what was asked, and is loaded as it may be', () => {
  let [ballast, slides, fuels] = [0, 0, 0];
  fc.assert(
    fc.property(anySheet, fc.integer({ min: 0, max: 25 }), (sheet, wanted) => {
      for (const solution of solveBallast(LOADING, sheet, { kind: 'margin', arm: wanted })) {
        ballast += 1;
        const standing = sheetStanding(LOADING, solution.sheet)!;
        expect(standing.inside).toBe(true);
        expect(standing.margin.arm).toBeGreaterThanOrEqual(wanted - 1e-6);
        expect(sheetProblems(LOADING, solution.sheet)).toEqual([]);
      }
      for (const solution of solvePlace(LOADING, sheet, { kind: 'margin', arm: wanted })) {
        slides += 1;
        expect(sheetStanding(LOADING, solution.sheet)!.margin.arm).toBeGreaterThanOrEqual(wanted - 1e-6);
      }
      const total = 0.6 * (sheet.fuel['left']! + sheet.fuel['right']! + sheet.fuel['tail']!);
      for (const solution of solveFuel(LOADING, { ...sheet, used: 0 }, total)) {
        fuels += 1;
        const filled = Object.values(solution.sheet.fuel).reduce((s, v) => s + v, 0);
        expect(Math.abs(filled - total)).toBeLessThan(0.2);
        expect(sheetProblems(LOADING, solution.sheet)).toEqual([]);
      }
    }),
    { numRuns: 15 },
  );
  expect(Math.min(ballast, slides, fuels)).toBeGreaterThan(5);
});

test('ballast for a centre by the lever; a pack slid for a margin; a payload and a mission ranked', () => {
  const first = points(SHEET)[0]!.centre;
  const target = first.arm - 12;
  const [solution] = solveBallast(LOADING, SHEET, { kind: 'centre', arm: target });
  expect(solution!.sheet.lines.find((l) => l.station === 'nose-bay')!.mass).toBeCloseTo(
    (first.mass * 12) / (target - 300),
    0,
  );
  expect(Math.abs(points(solution!.sheet)[0]!.centre.arm - target)).toBeLessThanOrEqual(0.5);
  const model = {
    ...LOADING,
    tanks: [],
    burn: [],
    envelopes: [
      {
        id: 'm',
        title: 'Model',
        corners: [
          { arm: 2000, mass: 1 },
          { arm: 2020, mass: 1 },
          { arm: 2020, mass: 999 },
          { arm: 2000, mass: 999 },
        ],
      },
    ],
  };
  const heavy = { ...SHEET, fuel: {}, used: 0, lines: [], packs: [{ bay: 'bay', pack: 'large' }] };
  // 635 kg; the centre lies at (610·2040 + 25·1500)/635 = 2018.7; 5 mm from the edge needs 3.7·635/25 = 94.6 mm.
  const [slide] = solvePlace(model, heavy, { kind: 'margin', arm: 5 });
  expect(slide!.does).toMatchObject({ code: 'slideForward', params: { by: { value: 95 } } });
  expect(solvePayload(LOADING, SHEET, 15).map((s) => s.inside)).toContain(true);
  const [best] = solvePack(LOADING, SHEET, 1500);
  expect(best).toMatchObject({ pack: 'large', spare: 700, inside: true });
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
