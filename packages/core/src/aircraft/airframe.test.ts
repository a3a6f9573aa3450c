import fc from 'fast-check';
import { flightTrack, sheetRows, type Centre, aircraftOf } from '../loading/index.ts';
import {
  type LoadingData,
  configurationCode,
  FAMILY_IDS,
  layoutFor,
  planOf,
  type AircraftDescription,
  type Family,
  type Point,
  type Zone,
} from './index.ts';
import { LOADING, SHEET } from '../testing/loading.ts';

const describeOne = (family: Family, change: Partial<AircraftDescription> = {}): AircraftDescription => ({
  mark: 'QX-TST',
  revision: 1,
  type: 'Testbed',
  description: 'for tests',
  family,
  serial: '1',
  layout: layoutFor(family),
  equipment: [
    { id: 'radio', title: 'Radio', partNumber: 'R-1', serial: '77', touches: ['radio'] },
    { id: 'governor', title: 'Governor', partNumber: 'G-2', serial: '12', touches: ['propeller'] },
  ],
  options: [
    {
      id: 'gear',
      title: 'Gear',
      choices: [
        { id: 'wheels', title: 'wheels', touches: ['landing-gear'] },
        { id: 'floats', title: 'floats', touches: ['landing-gear', 'structure.floats'] },
      ],
    },
  ],
  chosen: { gear: 'wheels' },
  hours: 10,
  limitBook: 'book',
  pack: 'pack',
  instruments: [],
  ...change,
});

const pointsOf = ({ outline }: Zone): readonly Point[] =>
  outline.kind === 'polygon'
    ? outline.points
    : [0, 90, 180, 270].map((a): Point => {
        const turn = (a * Math.PI) / 180;
        return [
          outline.centre[0] + outline.radius * Math.cos(turn),
          outline.centre[1] + outline.radius * Math.sin(turn),
        ];
      });

describe.each(FAMILY_IDS)('the plan of %s', (family) => {
  const layout = layoutFor(family);
  const { zones, box } = planOf(layout);

  test('has a zone for everything in the layout, each under an id of its own', () => {
    const ids = zones.map((z) => z.id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const thing of [...layout.surfaces, ...layout.propulsors, ...layout.stores])
      expect(zones.filter((z) => z.id === thing.id && z.title === thing.title)).toHaveLength(1);
  });

  test('lies in its box, every zone with an area to point at, left and right mirrored', () => {
    for (const zone of zones) {
      const points = pointsOf(zone);
      const xs = points.map((p) => p[0]);
      const ys = points.map((p) => p[1]);
      expect([...xs, ...ys].every(Number.isFinite)).toBe(true);
      expect(Math.min(...xs)).toBeGreaterThanOrEqual(box.left - 1e-9);
      expect(Math.max(...ys)).toBeLessThanOrEqual(box.top + box.height + 1e-9);
      expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(0);
      expect(Math.max(...ys) - Math.min(...ys)).toBeGreaterThan(0);
    }
    for (const left of zones.filter((z) => /left/.test(z.id))) {
      const right = zones.find((z) => z.id === left.id.replace('left', 'right'));
      if (!right) continue;
      const flip = (z: Zone, side: 1 | -1): string[] =>
        pointsOf(z)
          .map(([x, y]) => `${(side * x + 0).toFixed(6)} ${y.toFixed(6)}`.replace('-0.000000', '0.000000'))
          .sort();
      expect(flip(left, -1)).toEqual(flip(right, 1));
    }
  });

  test('becomes an aircraft with an engine for every propulsor that drives itself', () => {
    const made = aircraftOf(describeOne(family));
    expect(made.ok && made.value.engines.map((e) => e.id)).toEqual(
      layout.propulsors.filter((p) => p.driven !== true).map((p) => p.id),
    );
  });
});

describe('the code of a configuration', () => {
  const one = describeOne('piston-single');

  test('changes with anything that matters, and comes back with it', () => {
    const code = configurationCode(one);
    const others: Partial<AircraftDescription>[] = [
      { chosen: { gear: 'floats' } },
      { serial: '2' },
      { layout: { ...one.layout, gear: 'tailwheel' } },
      {
        layout: { ...one.layout, stores: one.layout.stores.map((s) => ({ ...s, capacity: s.capacity + 1 })) },
      },
      { equipment: one.equipment.map((e) => ({ ...e, serial: `${e.serial}0` })) },
      { equipment: one.equipment.slice(1) },
    ];
    const codes = others.map((change) => configurationCode({ ...one, ...change }));
    expect(new Set([code, ...codes]).size).toBe(others.length + 1);
    expect(configurationCode({ ...one, chosen: { gear: 'wheels' } })).toBe(code);
    expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{5}$/);
  });

  test('does not change with hours, words or the order of lists (property)', () => {
    fc.assert(
      fc.property(fc.float({ min: 0, max: 9999, noNaN: true }), fc.string(), (hours, description) => {
        const shuffled = { ...one, hours, description, equipment: [...one.equipment].reverse() };
        expect(configurationCode(shuffled)).toBe(configurationCode(one));
      }),
    );
  });
});

test('a description that is not whole is refused with everything that is wrong', () => {
  const one = describeOne('piston-single');
  const made = aircraftOf({
    ...one,
    chosen: { gear: 'skis', doors: 'off' },
    equipment: [...one.equipment, ...one.equipment.slice(0, 1)],
  });
  expect(made.ok ? [] : made.error.map((r) => r.code)).toEqual([
    'describedTwice',
    'choiceUnknown',
    'optionUnknownHere',
  ]);
  const none = aircraftOf({ ...one, chosen: {} });
  expect(none.ok ? [] : none.error.map((r) => r.code)).toEqual(['choiceMissing']);
});

test('what a choice of configuration puts aboard is on every sheet of the aircraft that is set up so, and on no other', () => {
  const configured = [
    { id: 'wheels', title: 'Wheels', mass: 30, arm: 2100, lateral: 10, when: { gear: 'wheels' } },
    { id: 'floats', title: 'Floats', mass: 70, arm: 2300, lateral: 0, when: { gear: 'floats' } },
  ].map((c) => ({ ...c, uncertainty: { mass: 2, arm: 10 } }));
  const loading = { ...LOADING, configured };
  const dataOf = (gear: string): LoadingData => {
    const made = aircraftOf(describeOne('piston-single', { chosen: { gear }, loading }));
    if (!made.ok || !made.value.loading) throw new Error(JSON.stringify(made));
    return made.value.loading;
  };
  const start = (data: LoadingData): Centre => {
    const track = flightTrack(data, SHEET);
    if (!track.ok || !track.value[0]) throw new Error(JSON.stringify(track));
    return track.value[0].centre;
  };
  const plain = start(LOADING);
  for (const own of configured) {
    const found = start(dataOf(own.id));
    const mass = plain.mass + own.mass;
    expect(found.mass).toBeCloseTo(mass, 9);
    expect(found.arm).toBeCloseTo((plain.mass * plain.arm + own.mass * own.arm) / mass, 9);
    expect(found.lateral).toBeCloseTo((plain.mass * plain.lateral + own.mass * own.lateral) / mass, 9);
    expect(found.sigmaMass).toBeCloseTo(Math.hypot(plain.sigmaMass, 1), 9);
    expect(sheetRows(dataOf(own.id), SHEET, undefined).map((r) => r.title)).toContain(own.title);
  }
  const codes = (change: Partial<LoadingData>): string[] => {
    const made = aircraftOf(describeOne('piston-single', { loading: { ...loading, ...change } }));
    return made.ok ? [] : made.error.map((e) => e.code);
  };
  const [wheels] = configured;
  const [envelope] = LOADING.envelopes;
  expect(codes({})).toEqual([]);
  // A condition on a choice that there is not would never hold, and nobody would see it.
  expect(codes({ configured: [{ ...wheels!, when: { gear: 'skis' } }] })).toEqual(['whenUnknown']);
  expect(codes({ envelopes: [{ ...envelope!, when: { undercarriage: 'wheels' } }] })).toEqual([
    'whenUnknown',
  ]);
  expect(codes({ envelopes: [{ ...envelope!, tilt: 'up' }] })).toEqual(['tiltUnknown']);
  expect(codes({ configured: [wheels!, wheels!] })).toEqual(['describedTwice']);
  expect(codes({ configured: [{ ...wheels!, mass: -1 }] })).toEqual(['negativeMass']);
  expect(codes({ configured: [{ ...wheels!, arm: 6001 }] })).toEqual(['offAirframe']);
});
