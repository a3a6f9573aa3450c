import fc from 'fast-check';
import { chargingBySpeed, type Charging, type ChargingPoint } from './charging.ts';

const worked = (points: readonly ChargingPoint[]): Charging => {
  const found = chargingBySpeed(points);
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};
const points = (...pairs: readonly (readonly [number, number])[]): ChargingPoint[] =>
  pairs.map(([speed, amperes]) => ({ speed, amperes, volts: 12 + speed / 1000 }));

test('the ammeter goes from nothing to charging between two speeds, and stays', () => {
  expect(worked(points([800, -4], [1000, -1], [1200, 3], [1700, 8]))).toEqual({
    cutIn: { speed: 1050, within: 150 },
    seenAt: 1200,
    fromTheSlowest: false,
    ceasesAt: undefined,
    highest: 13.7,
  });
  // Nothing on it is nothing charged.
  expect(worked(points([800, -4], [1000, 0], [1200, 3])).cutIn).toEqual({ speed: 1000, within: 200 });
  expect(worked(points([800, 1], [1000, 2], [1200, 3]))).toMatchObject({
    cutIn: { speed: 800, within: 0 },
    fromTheSlowest: true,
  });
  expect(worked(points([800, -4], [1200, -3], [1700, 0]))).toMatchObject({
    cutIn: undefined,
    ceasesAt: undefined,
  });
});

test('what falls back at a faster speed is told, and it charges only from beyond there on', () => {
  expect(worked(points([800, 2], [1200, -1], [1700, 4], [2200, 5]))).toMatchObject({
    ceasesAt: 1200,
    cutIn: { speed: 1300, within: 400 },
  });
  expect(worked(points([800, -2], [1200, 3], [1700, -4]))).toMatchObject({
    ceasesAt: 1700,
    cutIn: undefined,
  });
});

test('a true generator is found wherever it begins, as near as the speeds lie that were tried (property)', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 500, max: 3000 }), { minLength: 3, maxLength: 12 }),
      fc.integer({ min: 400, max: 3200 }),
      fc.integer({ min: 1, max: 40 }),
      fc.infiniteStream(fc.nat()),
      (speeds, begins, perThousand, luck) => {
        const order = [...speeds].sort(() => (Number(luck.next().value) % 3) - 1);
        const found = worked(
          order.map((speed) => ({ speed, amperes: (perThousand * (speed - begins)) / 1000, volts: 13 })),
        );
        expect(found.ceasesAt).toBeUndefined();
        if (Math.max(...speeds) <= begins) expect(found.cutIn).toBeUndefined();
        else if (Math.min(...speeds) > begins)
          expect(found).toMatchObject({
            fromTheSlowest: true,
            cutIn: { speed: Math.min(...speeds) },
          });
        // A straight generator is found exactly; a bent one within what is said.
        else expect(found.cutIn?.speed).toBeCloseTo(begins, 6);
      },
    ),
  );
});

test('where it begins lies within what is said, however bent it is between two speeds (property)', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 500, max: 3000 }), { minLength: 3, maxLength: 12 }),
      fc.integer({ min: 501, max: 2999 }),
      fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 12, maxLength: 12 }),
      (speeds, begins, sizes) => {
        fc.pre(Math.min(...speeds) < begins && Math.max(...speeds) > begins);
        const found = worked(
          speeds.map((speed, i) => ({
            speed,
            amperes: (speed > begins ? 1 : -1) * (sizes[i] ?? 1),
            volts: 13,
          })),
        );
        const { speed, within } = found.cutIn ?? { speed: NaN, within: NaN };
        expect(Math.abs(begins - speed)).toBeLessThanOrEqual(within + 1e-9);
      },
    ),
  );
});

test('too few speeds, one twice, and one that is none are refused by name', () => {
  expect(chargingBySpeed(points([800, 1], [1000, 2]))).toMatchObject({
    error: { code: 'chargingFewSpeeds' },
  });
  expect(chargingBySpeed(points([800, 1], [1000, 2], [800, 3]))).toMatchObject({
    error: { code: 'chargingSpeedTwice' },
  });
  expect(chargingBySpeed(points([0, 1], [1000, 2], [800, 3]))).toMatchObject({
    error: { code: 'chargingNoSpeed' },
  });
  expect(chargingBySpeed(points([Number.NaN, 1], [1000, 2], [800, 3]))).toMatchObject({
    error: { code: 'chargingNoSpeed' },
  });
});
