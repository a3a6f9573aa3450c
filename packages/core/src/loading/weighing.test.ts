import fc from 'fast-check';
import { LOADING, SCALES, scaleReading, weighing } from '../testing/loading.ts';
import {
  centreOf,
  compareWeighing,
  expectedEmpty,
  judgeWeighing,
  weigh,
  type Item,
  type ScaleWeighing,
} from './index.ts';
import type { LoadingData } from '../aircraft/index.ts';

const room = { instruments: SCALES, at: '2026-11-20T10:00:00.000Z' };
const value = <T>(result: { ok: true; value: T } | { ok: false; error: unknown }): T => {
  if (!result.ok) throw new Error(JSON.stringify(result.error));
  return result.value;
};
const codeOf = (result: { ok: boolean; error?: { code: string } }): string => result.error?.code ?? 'ok';

/** Worked by hand on paper, to 0.1 kg and 0.1 mm. */
test.each([
  // 130·600 + 240·2500·2 = 1 278 000; /610 = 2095.08
  { net: [130, 240, 240], along: 0, mass: 610, arm: 2095.1, lateral: 0 },
  // one wheel heavier: (250−230)·1200/610 = 39.3 to the right
  { net: [130, 230, 250], along: 0, mass: 610, arm: 2095.1, lateral: 39.3 },
  // nose up by 2°: 900·tan 2° = 31.43 too far aft as it stands
  { net: [130, 240, 240], along: 2, mass: 610, arm: 2063.7, lateral: 0 },
])('three scales, $net at $along°: $mass kg at $arm mm', ({ net, along, mass, arm, lateral }) => {
  const weighed = value(
    weigh(
      LOADING,
      weighing(net, {
        level: {
          along: scaleReading(along, 'deg-angle', 'level'),
          across: scaleReading(0, 'deg-angle', 'level'),
        },
      }),
      room,
    ),
  );
  expect(weighed.mass).toBeCloseTo(mass, 1);
  expect(Math.abs(weighed.arm - arm)).toBeLessThan(0.05);
  expect(Math.abs(weighed.lateral - lateral)).toBeLessThan(0.05);
});

/** What three supports carry of a body that stands inclined, by the equilibrium of forces and moments. */
function carried(
  body: { mass: number; arm: number; lateral: number; height: number },
  along: number,
  across: number,
): number[] {
  const [pitch, roll] = [(along * Math.PI) / 180, (across * Math.PI) / 180];
  // Where things stand over the ground: nose up takes what is high aft, right wing down takes it to the right.
  const x = (arm: number, height: number): number => arm * Math.cos(pitch) + height * Math.sin(pitch);
  const y = (lateral: number, height: number): number => lateral * Math.cos(roll) + height * Math.sin(roll);
  const rows = [
    LOADING.weighing.points.map(() => 1),
    LOADING.weighing.points.map((p) => x(p.arm, 0)),
    LOADING.weighing.points.map((p) => y(p.lateral, 0)),
  ];
  const wanted = [body.mass, body.mass * x(body.arm, body.height), body.mass * y(body.lateral, body.height)];
  const determinant = (matrix: readonly (readonly number[])[]): number => {
    const [a, b, c, d, e, f, g, h, i] = matrix.flat() as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    return a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  };
  return [0, 1, 2].map(
    (column) =>
      determinant(rows.map((row, k) => row.map((v, j) => (j === column ? wanted[k]! : v)))) /
      determinant(rows),
  );
}

test('whatever stands on the scales, level or not, is found again: the other way round through the equilibrium', () => {
  const { height } = LOADING.weighing;
  fc.assert(
    fc.property(
      fc.double({ min: 300, max: 1200, noNaN: true }),
      fc.double({ min: 1500, max: 2400, noNaN: true }),
      fc.double({ min: -150, max: 150, noNaN: true }),
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.double({ min: -3, max: 3, noNaN: true }),
      (mass, arm, lateral, along, across) => {
        const net = carried({ mass, arm, lateral, height: height!.value }, along, across);
        const level = {
          along: scaleReading(along, 'deg-angle', 'level'),
          across: scaleReading(across, 'deg-angle', 'level'),
        };
        const found = value(weigh(LOADING, weighing(net, { level }), room));
        expect(Math.abs(found.mass - mass)).toBeLessThan(1e-6);
        expect(Math.abs(found.arm - arm)).toBeLessThan(1e-6);
        expect(Math.abs(found.lateral - lateral)).toBeLessThan(1e-6);
      },
    ),
  );
});

test('the uncertainty of a weighing is what small changes of its readings, its level and its height make of it', () => {
  const level = {
    along: scaleReading(1.2, 'deg-angle', 'level'),
    across: scaleReading(0, 'deg-angle', 'level'),
  };
  const net = [130, 235, 245];
  const armOf = (change: Partial<ScaleWeighing>, data: LoadingData = LOADING, own = net): number =>
    value(weigh(data, weighing(own, { level, ...change }), room)).arm;
  const straight = armOf({});
  // One sigma of a scale and of the level: a rectangle of the accuracy, and the step of the display.
  const scale = Math.sqrt(0.3 ** 2 / 3 + 0.1 ** 2 / 12);
  const degrees = Math.sqrt(0.05 ** 2 / 3 + 0.1 ** 2 / 12);
  let variance = 0;
  for (const i of [0, 1, 2]) {
    const moved = net.map((n, j) => (i === j ? n + scale : n));
    variance += (armOf({}, LOADING, moved) - straight) ** 2;
    const points = LOADING.weighing.points.map((p, j) => (i === j ? { ...p, arm: p.arm + 0.5 } : p));
    const shifted = { ...LOADING, weighing: { ...LOADING.weighing, points } };
    const on = weighing(net).points.map((p, j) => ({ ...p, arm: points[j]!.arm }));
    variance += (armOf({ points: on }, shifted) - straight) ** 2;
  }
  const steeper = { ...level, along: scaleReading(1.2 + degrees, 'deg-angle', 'level') };
  variance += (armOf({ level: steeper }) - straight) ** 2;
  const taller = { ...LOADING.weighing, height: { value: 900 + 25, uncertainty: 50 } };
  variance += (armOf({}, { ...LOADING, weighing: taller }) - straight) ** 2;
  const found = value(weigh(LOADING, weighing(net, { level }), room));
  expect(Math.abs(found.uncertainty.arm - 2 * Math.sqrt(variance))).toBeLessThan(0.01);
  expect(found.uncertainty.mass).toBeCloseTo(2 * scale * Math.sqrt(3), 6);
});

test('fuel aboard is taken off, dry tanks are given what cannot be used, and things are put where they belong', () => {
  const plain = value(weigh(LOADING, weighing([130, 240, 240]), room));
  // 50 L in the tail: 20 L at 4000 and 40 L at 4200 put 30 L at (80000 + 168000)/2/30 = 4133.3; 21.6 kg
  const fuelled = value(
    weigh(LOADING, weighing([130, 240, 240], { fuel: 'aboard', tanks: { tail: 30 } }), room),
  );
  expect(fuelled.mass).toBeCloseTo(610 - 21.6, 6);
  expect(fuelled.arm).toBeCloseTo((610 * plain.arm - 21.6 * (248000 / 60)) / 588.4, 6);
  const dry = value(weigh(LOADING, weighing([130, 240, 240], { fuel: 'dry' }), room));
  expect(dry.mass).toBeCloseTo(610 + 5 * 0.72, 6);
  const tools = { title: 'Tools', mass: 6, arm: 3000, lateral: 100 };
  const without = value(
    weigh(LOADING, weighing([130, 240, 240], { extras: [{ ...tools, missing: false }] }), room),
  );
  expect(without.mass).toBeCloseTo(604, 6);
  const back = value(
    weigh(
      LOADING,
      weighing([130, 240, 240], {
        extras: [
          { ...tools, missing: false },
          { ...tools, missing: true },
        ],
      }),
      room,
    ),
  );
  expect(back).toMatchObject({ mass: expect.closeTo(610, 6), arm: expect.closeTo(plain.arm, 6) });
});

test('four scales and two scales by the moments of statics; repeated readings are averaged and told apart', () => {
  const four = value(
    weigh(
      undefined,
      weighing([0], {
        points: [
          [400, -500, 100],
          [400, 500, 110],
          [2400, -500, 190],
          [2400, 500, 200],
        ].map(([arm = 0, lateral = 0, net = 0], i) => ({
          id: String(i),
          title: String(i),
          arm,
          lateral,
          tare: scaleReading(0),
          readings: [scaleReading(net)],
        })),
      }),
      room,
    ),
  );
  expect(four).toMatchObject({ mass: 600, arm: expect.closeTo((210 * 400 + 390 * 2400) / 600, 6) });
  expect(four.lateral).toBeCloseTo((500 * (310 - 290)) / 600, 6);
  const base = weighing([130, 240, 240]);
  const repeated = {
    ...base,
    points: base.points.map((p, i) =>
      i === 1 ? { ...p, readings: [scaleReading(244), scaleReading(246)] } : p,
    ),
  };
  const weighed = value(weigh(LOADING, repeated, room));
  expect(weighed.mass).toBeCloseTo(611, 6);
  expect(weighed.apart).toEqual([{ title: 'Left wheel', spread: 2 }]);
  expect(weighed.uncertainty.mass).toBeGreaterThan(2);
});

test('a model held at two points lies between them, by half their distance either way', () => {
  const hand = {
    method: 'hand' as const,
    units: { mass: 'g' as const, arm: 'mm' as const, volume: 'L' as const },
    tailDrops: scaleReading(95, 'mm', 'tape'),
    noseDrops: scaleReading(103, 'mm', 'tape'),
    mass: scaleReading(3.1, 'kg'),
    extras: [],
  };
  const found = value(weigh(undefined, hand, room));
  expect(found).toMatchObject({ mass: 3100, arm: 99 });
  expect(found.uncertainty.arm).toBeCloseTo(2 * Math.sqrt(16 / 3 + 2 * (0.25 / 3 + 1 / 12)), 6);
  expect(codeOf(weigh(undefined, { ...hand, noseDrops: hand.tailDrops }, room))).toBe('balanceReversed');
});

test('what says nothing is refused with its reason, and never becomes a figure', () => {
  const along = scaleReading(1, 'deg-angle', 'level');
  const tilted = { level: { along, across: scaleReading(0, 'deg-angle', 'level') } };
  const { height: _height, ...rest } = LOADING.weighing;
  const extra = { title: 'Tool bag', mass: 3, arm: 1000, lateral: 0, missing: false };
  const cases: readonly [string, ReturnType<typeof weigh>][] = [
    ['heightUnknown', weigh({ ...LOADING, weighing: rest }, weighing([130, 240, 240], tilted), room)],
    ['tareOver', weigh(LOADING, weighing([-1, 240, 240]), room)],
    ['scaleCount', weigh(LOADING, weighing([1], { points: weighing([1]).points.slice(0, 1) }), room)],
    [
      'tankOverfull',
      weigh(LOADING, weighing([130, 240, 240], { fuel: 'aboard', tanks: { tail: 41 } }), room),
    ],
    [
      'tankNegative',
      weigh(LOADING, weighing([130, 240, 240], { fuel: 'aboard', tanks: { tail: -1 } }), room),
    ],
    // Tared with the aircraft on it, and a place of the aircraft that nobody put a scale under.
    ['tareOver', weigh(LOADING, weighing([0, 240, 240]), room)],
    [
      'scaleUnread',
      weigh(
        LOADING,
        weighing([130, 240, 240], { points: weighing([130, 240, 240]).points.slice(0, 2) }),
        room,
      ),
    ],
    ['negativeMass', weigh(LOADING, weighing([130, 240, 240], { extras: [{ ...extra, mass: -3 }] }), room)],
    ['offAirframe', weigh(LOADING, weighing([130, 240, 240], { extras: [{ ...extra, arm: -900 }] }), room)],
    ['scaleUnnamed', weigh(LOADING, weighing([130, 240, 240]), { ...room, instruments: {} })],
    [
      'instrumentExpired',
      weigh(LOADING, weighing([130, 240, 240]), {
        ...room,
        instruments: { ...SCALES, scales: { ...SCALES['scales']!, calibratedUntil: '2026-01-01' } },
      }),
    ],
  ];
  for (const [code, result] of cases) expect(codeOf(result)).toBe(code);
});

test('the difference from the last weighing is explained by the equipment, or it is out', () => {
  const radio = LOADING.report!.equipment[0]!;
  const camera = {
    id: 'camera',
    title: 'Camera',
    partNumber: 'C-1',
    serial: '5',
    mass: 6,
    arm: 800,
    lateral: 0,
  };
  const expected = value(expectedEmpty(LOADING, [radio, camera]));
  expect(expected.mass).toBe(616);
  expect(expected.arm).toBeCloseTo((610 * 2040 + 6 * 800) / 616, 9);
  // An exchange takes the old one off and puts the new one on.
  const exchanged = value(expectedEmpty(LOADING, [{ ...radio, serial: '32', mass: 3, arm: 1300 }]));
  expect(exchanged.mass).toBe(611);
  expect(exchanged.changes.map((c) => c.change)).toEqual(['exchanged']);
  expect(codeOf(expectedEmpty(LOADING, [radio, { ...camera, mass: undefined }]))).toBe(
    'equipmentMassUnknown',
  );
  // Net figures that give exactly the report: 610 at 2040 on the points at 600 and 2500.
  const nose = (610 * (2500 - 2040)) / 1900;
  const asReported = [nose, (610 - nose) / 2, (610 - nose) / 2];
  expect(judgeWeighing(LOADING, [radio], weighing(asReported), room).verdicts).toMatchObject([
    { state: 'within', reason: { code: 'weighingExplained' } },
  ]);
  expect(judgeWeighing(LOADING, [radio, camera], weighing(asReported), room).verdicts).toMatchObject([
    { state: 'out', reason: { code: 'weighingUnexplained' } },
  ]);
  const compared = value(
    compareWeighing(LOADING, [radio], { ...value(weigh(LOADING, weighing(asReported), room)), arm: 2043 }),
  );
  expect(compared.allowed.arm).toBeGreaterThanOrEqual(3);
});

const anyItem: fc.Arbitrary<Item> = fc.record({
  title: fc.constant('x'),
  mass: fc.double({ min: 0.1, max: 500, noNaN: true }),
  arm: fc.double({ min: -2000, max: 6000, noNaN: true }),
  lateral: fc.double({ min: -1000, max: 1000, noNaN: true }),
  sigmaMass: fc.double({ min: 0, max: 5, noNaN: true }),
  sigmaArm: fc.double({ min: 0, max: 30, noNaN: true }),
});

test('moments add: any grouping of items gives the same mass, centre and uncertainty of the mass', () => {
  fc.assert(
    fc.property(fc.array(anyItem, { minLength: 2, maxLength: 12 }), fc.nat(10), (items, at) => {
      const cut = 1 + (at % (items.length - 1));
      const groups = [items.slice(0, cut), items.slice(cut)].map((g) => {
        const c = value(centreOf(g));
        return { title: 'group', ...c };
      });
      const [whole, parts] = [value(centreOf(items)), value(centreOf(groups))];
      expect(parts.mass).toBeCloseTo(whole.mass, 6);
      expect(parts.arm).toBeCloseTo(whole.arm, 6);
      expect(parts.lateral).toBeCloseTo(whole.lateral, 6);
      expect(parts.sigmaMass).toBeCloseTo(whole.sigmaMass, 9);
    }),
  );
});

test('the uncertainty of a centre is what small changes of every figure, one by one, make of it', () => {
  fc.assert(
    fc.property(fc.array(anyItem, { minLength: 1, maxLength: 8 }), (items) => {
      const whole = value(centreOf(items));
      let variance = 0;
      for (const [i, item] of items.entries()) {
        const slope = (change: (by: number) => Partial<Item>, step: number): number => {
          const armAt = (by: number): number =>
            value(centreOf(items.map((own, j) => (j === i ? { ...own, ...change(by) } : own)))).arm;
          return (armAt(step) - armAt(-step)) / (2 * step);
        };
        // A step that is small beside the mass itself, to both sides: the slope of a light item bends quickly.
        variance += (slope((by) => ({ mass: item.mass + by }), item.mass * 1e-4) * item.sigmaMass) ** 2;
        variance += (slope((by) => ({ arm: item.arm + by }), 1e-2) * item.sigmaArm) ** 2;
      }
      const expected = Math.sqrt(variance);
      expect(Math.abs(whole.sigmaArm - expected)).toBeLessThan(1e-5 * (1 + expected));
    }),
  );
});
