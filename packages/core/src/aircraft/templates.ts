import type { Family, Layout, Place, Propulsor, Store, Surface, TURNS } from './types.ts';

const pair = (kind: Surface['kind'], word: string): Surface[] => [
  { id: `${kind}-left`, title: `Left ${word}`, kind, side: 'left' },
  { id: `${kind}-right`, title: `Right ${word}`, kind, side: 'right' },
];
const one = (kind: Surface['kind'], title: string): Surface => ({ id: kind, title, kind, side: 'centre' });

const AILERONS = pair('aileron', 'aileron');
const FLAPS = pair('flap', 'flap');
const BRAKES = pair('airbrake', 'airbrake');
const TAIL = [one('elevator', 'Elevator'), one('rudder', 'Rudder')];
const V_TAIL = pair('ruddervator', 'tail surface');
const ELEVONS = pair('elevon', 'elevon');

const piston = (id: string, title: string, place: Place, cylinders: number, diameter = 1.8): Propulsor => ({
  id,
  title,
  kind: 'piston',
  place,
  cylinders,
  diameter,
});
const electric = (
  id: string,
  title: string,
  place: Place,
  kind: Propulsor['kind'],
  diameter: number,
  more: Partial<Propulsor> = {},
): Propulsor => ({ id, title, kind, place, cylinders: 0, diameter, ...more });
const tank = (id: string, title: string, place: Place, capacity: number): Store => ({
  id,
  title,
  kind: 'tank',
  place,
  capacity,
});
const pack = (id: string, title: string, place: Place, capacity: number, cells: number): Store => ({
  id,
  title,
  kind: 'pack',
  place,
  capacity,
  cells,
});

const LIFT: readonly Place[] = ['front-left', 'front-right', 'rear-left', 'rear-right'];
const FOUR: readonly Place[] = ['front-right', 'rear-right', 'rear-left', 'front-left'];
const liftMotors = (diameter: number, tilting: readonly Place[] = []): Propulsor[] =>
  LIFT.map((place) =>
    electric(
      `lift-${place}`,
      `Lift motor, ${place.replace('-', ' ')}`,
      place,
      'lift-motor',
      diameter,
      tilting.includes(place) ? { tilts: true } : {},
    ),
  );
const SIX: readonly Place[] = [
  'front-right',
  'middle-right',
  'rear-right',
  'rear-left',
  'middle-left',
  'front-left',
];

const aeroplane = (change: Partial<Layout>): Layout => ({
  span: 10,
  length: 7,
  wing: 'straight',
  tail: 'conventional',
  gear: 'nosewheel',
  surfaces: [...AILERONS, ...FLAPS, ...TAIL],
  propulsors: [piston('engine', 'Engine', 'nose', 4)],
  stores: [
    tank('left-tank', 'Left tank', 'left-wing', 60),
    tank('right-tank', 'Right tank', 'right-wing', 60),
  ],
  ...change,
});

const TEMPLATES: Readonly<Record<Family, Layout>> = {
  'piston-single': aeroplane({}),
  'piston-dual-lane': aeroplane({ gear: 'nosewheel', wing: 'tapered' }),
  'piston-twin': aeroplane({
    span: 13,
    length: 9.5,
    wing: 'tapered',
    propulsors: [
      piston('left', 'Left engine', 'left-wing', 6, 2),
      piston('right', 'Right engine', 'right-wing', 6, 2),
    ],
    stores: [
      tank('left-tank', 'Left tank', 'left-wing-outer', 200),
      tank('right-tank', 'Right tank', 'right-wing-outer', 200),
    ],
  }),
  'piston-multi': aeroplane({
    span: 20,
    length: 14,
    wing: 'tapered',
    propulsors: [
      piston('one', 'Engine 1', 'left-wing-outer', 9, 2.4),
      piston('two', 'Engine 2', 'left-wing', 9, 2.4),
      piston('three', 'Engine 3', 'right-wing', 9, 2.4),
      piston('four', 'Engine 4', 'right-wing-outer', 9, 2.4),
    ],
    stores: [
      tank('left-tank', 'Left tank', 'left-wing', 400),
      tank('right-tank', 'Right tank', 'right-wing', 400),
    ],
  }),
  'home-built': aeroplane({ gear: 'tailwheel', span: 8.5, length: 6.2 }),
  vintage: aeroplane({
    gear: 'tailwheel',
    wing: 'biplane',
    span: 9,
    length: 6.8,
    surfaces: [...AILERONS, ...TAIL],
    stores: [tank('tank', 'Tank', 'centre', 80)],
  }),
  sailplane: aeroplane({
    span: 15,
    length: 6.6,
    wing: 'tapered',
    tail: 't-tail',
    gear: 'monowheel',
    surfaces: [...AILERONS, ...BRAKES, ...TAIL],
    propulsors: [],
    stores: [],
  }),
  'motor-glider': aeroplane({
    span: 17,
    length: 7.6,
    wing: 'tapered',
    tail: 't-tail',
    gear: 'monowheel',
    surfaces: [...AILERONS, ...BRAKES, ...TAIL],
    propulsors: [piston('engine', 'Engine', 'nose', 4, 1.6)],
    stores: [tank('tank', 'Tank', 'centre', 80)],
  }),
  rotorcraft: {
    span: 2,
    length: 8.5,
    wing: 'none',
    tail: 'boom',
    gear: 'skids',
    surfaces: [],
    propulsors: [
      piston('engine', 'Engine', 'centre', 4, 0.6),
      electric('main-rotor', 'Main rotor', 'centre', 'main-rotor', 7.6, { driven: true }),
      electric('tail-rotor', 'Tail rotor', 'tail', 'tail-rotor', 1.1, { driven: true }),
    ],
    stores: [tank('tank', 'Tank', 'centre', 70)],
  },
  'electric-model': aeroplane({
    span: 2.4,
    length: 1.7,
    gear: 'tailwheel',
    propulsors: [electric('motor', 'Motor', 'nose', 'electric', 0.4)],
    stores: [pack('pack', 'Flight pack', 'nose', 5, 6)],
  }),
  'ducted-fan': aeroplane({
    span: 1.4,
    length: 1.6,
    wing: 'swept',
    surfaces: [...AILERONS, ...FLAPS, ...TAIL, one('nose-wheel', 'Nose wheel')],
    propulsors: [electric('fan', 'Fan', 'centre', 'ducted-fan', 0.12)],
    stores: [pack('pack', 'Flight pack', 'nose', 5, 8)],
  }),
  'flying-wing': aeroplane({
    span: 2.1,
    length: 0.9,
    wing: 'swept',
    tail: 'none',
    gear: 'none',
    surfaces: ELEVONS,
    propulsors: [electric('motor', 'Motor', 'tail', 'electric', 0.3)],
    stores: [pack('pack', 'Flight pack', 'nose', 10, 4)],
  }),
  flapping: {
    span: 1.6,
    length: 0.9,
    wing: 'bird',
    tail: 'v-tail',
    gear: 'none',
    surfaces: V_TAIL,
    propulsors: [electric('drive', 'Flapping drive', 'centre', 'flapping-drive', 0.08)],
    stores: [pack('pack', 'Flight pack', 'centre', 2, 3)],
  },
  multirotor: {
    span: 1.2,
    length: 1.2,
    wing: 'none',
    tail: 'none',
    gear: 'legs',
    surfaces: [],
    propulsors: SIX.map((place, i) =>
      electric(`motor-${i + 1}`, `Motor ${i + 1}`, place, 'lift-motor', 0.38),
    ),
    stores: [pack('pack', 'Flight pack', 'centre', 16, 6)],
  },
  'lift-and-cruise': aeroplane({
    span: 3.6,
    length: 2.1,
    wing: 'tapered',
    tail: 'v-tail',
    gear: 'legs',
    surfaces: [...AILERONS, ...V_TAIL],
    propulsors: [...liftMotors(0.6), electric('cruise-motor', 'Cruise motor', 'tail', 'electric', 0.5)],
    stores: [pack('pack', 'Flight pack', 'centre', 30, 12)],
  }),
  'lift-and-cruise-tilt': aeroplane({
    span: 3.2,
    length: 2,
    wing: 'tapered',
    tail: 'v-tail',
    gear: 'legs',
    surfaces: [...AILERONS, ...V_TAIL],
    propulsors: liftMotors(0.6, ['front-left', 'front-right']),
    stores: [pack('pack', 'Flight pack', 'centre', 30, 12)],
  }),
  'lift-and-cruise-fuel': aeroplane({
    span: 5,
    length: 3,
    wing: 'straight',
    tail: 'twin-boom',
    gear: 'skids',
    surfaces: [...AILERONS, one('elevator', 'Elevator'), one('rudder', 'Rudders')],
    propulsors: [...liftMotors(0.8), piston('engine', 'Cruise engine', 'centre', 2, 0.7)],
    stores: [tank('tank', 'Tank', 'centre', 12), pack('pack', 'Lift pack', 'nose', 22, 12)],
  }),
};

/** The layout that describing an aircraft of a family begins with. Example: a multirotor begins with six motors. */
export function layoutFor(family: Family): Layout {
  return TEMPLATES[family];
}

/** How many engines or motors an aircraft of a family may be described with at once. Example: a multirotor, four or six. */
export function engineCounts(family: Family): readonly number[] {
  if (family === 'multirotor') return [4, 6];
  if (family === 'piston-multi') return [3, 4];
  return [layoutFor(family).propulsors.filter((p) => p.driven !== true).length];
}

/**
 * The layout of a family with so many engines or motors, and so many cylinders in each that has any. A number that the
 * family does not come with leaves it as it is.
 * Example: `layoutWith('multirotor', { engines: 4 })` has motors 1 to 4 at the corners.
 */
export function layoutWith(
  family: Family,
  { engines, cylinders }: { readonly engines?: number; readonly cylinders?: number },
): Layout {
  const layout = layoutFor(family);
  const count = engines !== undefined && engineCounts(family).includes(engines) ? engines : undefined;
  const places: readonly Place[] | undefined =
    family === 'multirotor' && count === 4
      ? FOUR
      : family === 'piston-multi' && count === 3
        ? ['left-wing', 'nose', 'right-wing']
        : undefined;
  const propulsors = places
    ? places.flatMap((place, i) => {
        const like = layout.propulsors[i];
        return like ? [{ ...like, place }] : [];
      })
    : layout.propulsors;
  return {
    ...layout,
    propulsors: propulsors.map((p) =>
      p.kind === 'piston' && cylinders !== undefined ? { ...p, cylinders } : p,
    ),
  };
}

/** Where lifting motors stand, clockwise from above. */
const ROUND: readonly Place[] = SIX;

/**
 * The layout with its lifting motors turning against their neighbours, seen from above, beginning at the front right. A template does
 * not say it: which way the first one turns is seen on the aircraft, and a wrong guess would call a good yaw backwards.
 * Example: four motors from `anticlockwise` turn anticlockwise at the front right and the rear left, clockwise at the other two.
 */
export function turningFrom(layout: Layout, first: (typeof TURNS)[number]): Layout {
  const standing = ROUND.filter((place) =>
    layout.propulsors.some((p) => p.kind === 'lift-motor' && p.place === place),
  );
  const other = first === 'clockwise' ? 'anticlockwise' : 'clockwise';
  return {
    ...layout,
    propulsors: layout.propulsors.map((p) => {
      const at = p.kind === 'lift-motor' ? standing.indexOf(p.place) : -1;
      return at < 0 ? p : { ...p, turns: at % 2 === 0 ? first : other };
    }),
  };
}
