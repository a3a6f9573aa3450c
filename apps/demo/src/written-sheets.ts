import {
  sheetForm,
  sheetRoom,
  type AnswerOf,
  type AnswerSpec,
  type BasisIndex,
  type Reading,
} from '@kanzel/core';
import { PackStandin, TankStandin } from '@kanzel/standins';

type Worksheet = AnswerOf<'worksheet'>;
type WorksheetSpec = Extract<AnswerSpec, { kind: 'worksheet' }>;
type Figures = Readonly<Record<string, readonly [value: number, step: number]>>;

const digits = (step: number): number => Math.max(0, Math.ceil(-Math.log10(step)));

const written = ([value, step]: readonly [number, number], unit: string): Reading => ({
  value: Number(value.toFixed(digits(step))),
  unit,
  text: value.toFixed(digits(step)),
  resolution: step,
  source: 'typed',
});

/** A stretch up or down at one speed held, as it is written beside it. */
const heldSpeed = ([speed, from, to, seconds, mass]: readonly [
  number,
  number,
  number,
  number,
  number,
]): Figures => ({
  speed: [speed, 1],
  from: [from, 10],
  to: [to, 10],
  seconds: [seconds, 1],
  mass: [mass, 1],
});

/** Out over the sound, round two islands, and back. */
const CROSSING = [
  [0, 0, 60],
  [1800, 900, 90],
  [4200, 2600, 90],
  [6100, 5200, 90],
  [5200, 6600, 90],
  [2600, 4100, 90],
  [300, 200, 40],
].map(([north = 0, east = 0, height = 0]) => ({ north, east, height }));

/** What is read of a gauge that shows little too much, a tank filled in four steps. */
const GAUGE = [
  [0, -1],
  [10, 10],
  [20, 21],
  [30, 31],
  [40, 40],
] as const;

/** Twenty minutes with one tank drawn from, the return where it belongs. */
function levels(tanks: readonly string[]): readonly Figures[] {
  const [drawn = 'left', other = 'right'] = tanks;
  const standin = new TankStandin({ [drawn]: 38, [other]: 40 }, 17, 60, {}, 5);
  return [0, 5, 10, 15, 20].map((minutes, i) => {
    if (i > 0) standin.run(5, drawn);
    return {
      minutes: [minutes, 1] as const,
      ...Object.fromEntries(tanks.map((t) => [t, [standin.read(t, 0.5), 0.5] as const])),
    };
  });
}

/** Rows of a sheet as people of the story write them; those of the head come first. */
function rowsOf(
  { sheet, of = [] }: WorksheetSpec,
  rows: number,
  engines: readonly string[],
): readonly Figures[] {
  const ofEach = (figures: (id: string, i: number) => Figures): Figures =>
    Object.assign({}, ...engines.map(figures)) as Figures;
  const pack = new PackStandin(
    rows,
    2.6,
    { temperature: 18, weak: { cell: 7, volts: 0.004, resistance: 0.1 } },
    3,
  );
  switch (sheet) {
    case 'gauge-steps':
      return [{}, ...GAUGE.map(([there, shows]) => ({ in: [there, 0.1], shows: [shows, 1] }) as const)];
    case 'return-line':
      return [{ warning: [8, 1] }, ...levels(of.map((t) => t.id))];
    case 'transducer':
      return [
        { pulses: [20_900, 1] },
        { filled: [31.2, 0.1], counted: [31.5, 0.1] },
        { filled: [24.6, 0.1], counted: [24.7, 0.1] },
      ];
    case 'fuel-plan':
      return [
        {
          stick: [52, 1],
          gauge: [53, 1],
          circuit: [6, 1],
          reserve: [30, 1],
          'reserve-flow': [22, 1],
          contingency: [10, 1],
        },
        ...(
          [
            [6, 9],
            [8, 14],
            [5, 44],
            [20, 24],
          ] as const
        ).map(([minutes, flow]) => ({ minutes: [minutes, 1], flow: [flow, 1] }) as const),
      ];
    case 'cells':
      return [{}, ...pack.read(0).map((v) => ({ rest: [v, 0.001] }) as const)];
    case 'load-step': {
      const loaded = pack.read(30);
      return [
        { current: [30, 0.1], temperature: [18, 1], today: [9, 1] },
        ...pack.read(0).map((v, i) => ({ rest: [v, 0.001], loaded: [loaded[i] ?? v, 0.001] }) as const),
      ];
    }
    case 'motor-field':
      return [
        {},
        ...(
          [
            [0, 212, -96, 431],
            [30, 219, -93, 427],
            [60, 225, -91, 422],
            [100, 233, -87, 417],
          ] as const
        ).map(
          ([throttle, x, y, z]) => ({ throttle: [throttle, 1], x: [x, 1], y: [y, 1], z: [z, 1] }) as const,
        ),
      ];
    case 'endurance':
      return [{ temperature: [12, 1], 'wind-from': [240, 1], wind: [6, 1], carried: [1.2, 0.1] }];
    case 'cold-sensors':
      // The engines stood all night; the sensors differ by a degree, as they do.
      return [
        {
          air: [9, 1],
          pressure: [29.6, 0.1],
          ...ofEach((id) => ({ [`${id}-oil`]: [0, 1], [`${id}-flow`]: [0, 0.1] })),
        },
        ...Array.from({ length: rows }, (_, row) =>
          ofEach((id, i) => ({ [id]: [9 + ((row + i) % 3) - 1, 1] })),
        ),
      ];
    case 'full-power':
      return [
        {
          pressure: [1002, 1],
          temperature: [9, 1],
          'book-speed': [2670, 1],
          'book-manifold': [38.5, 0.1],
          'book-flow': [92, 1],
        },
        ...Array.from(
          { length: rows },
          (_, i) =>
            ({ speed: [2664 + 3 * i, 1], manifold: [38.3 + 0.1 * i, 0.1], flow: [92.5, 0.5] }) as const,
        ),
      ];
    case 'runway-wind':
      return [
        { from: [260, 10], wind: [6, 1], gust: [8, 1], pressure: [1006, 1], temperature: [9, 1] },
        ...[62, 242].map((heading) => ({ heading: [heading, 1] }) as const),
      ];
    case 'airspeed':
      // Wind from 240° at 12 kt, and an indicator that shows 2 kt too much.
      return [
        { altitude: [2000, 50], temperature: [11, 1] },
        ...(
          [
            [8, 86.9],
            [112, 91.6],
            [247, 68.1],
          ] as const
        ).map(([track, ground]) => ({ track: [track, 1], ground: [ground, 0.1], shown: [79, 1] }) as const),
      ];
    case 'adjustment':
      return [
        { off: [2, 0.5], now: [0, 0.1], first: [1, 0.1], most: [4, 0.1] },
        { moved: [1, 0.1], changed: [-1, 0.5] },
        { moved: [2, 0.1], changed: [-2, 0.5] },
      ];
    case 'circle':
      return [
        {
          wanted: [60, 1],
          flown: [63.4, 0.1],
          furthest: [4.1, 0.1],
          lowest: [78.2, 0.1],
          highest: [82.9, 0.1],
        },
      ];
    case 'climb':
      return [
        { reference: [600, 1], height: [2000, 10] },
        ...(
          [
            [1000, 1810, 60, 9, 598],
            [1500, 2290, 60, 8, 597],
            [2000, 2770, 60, 7, 596],
          ] as const
        ).map(
          ([from, to, seconds, air, mass]) =>
            ({
              from: [from, 10],
              to: [to, 10],
              seconds: [seconds, 1],
              air: [air, 1],
              mass: [mass, 1],
            }) as const,
        ),
      ];
    case 'climb-speeds':
      return [
        { reference: [600, 1], air: [9, 1] },
        ...(
          [
            [52, 2000, 2702, 60, 598],
            [62, 2000, 2748, 60, 597],
            [74, 2000, 2684, 60, 596],
          ] as const
        ).map(heldSpeed),
      ];
    case 'glide':
      return [
        { reference: [600, 1], air: [6, 1] },
        ...(
          [
            [52, 3000, 2712, 60, 597],
            [60, 3000, 2684, 60, 596],
            [75, 3000, 2572, 60, 596],
          ] as const
        ).map(heldSpeed),
      ];
    case 'hot-day':
      return [
        { air: [9, 1], altitude: [2500, 50], 'air-before': [14, 1], 'altitude-before': [2500, 50] },
        ...(
          [
            [162, 186],
            [168, 191],
            [166, 194],
            [171, 198],
          ] as const
        ).map(([now, before]) => ({ now: [now, 1], before: [before, 1] }) as const),
      ];
    case 'take-off-run':
      return [
        {
          reference: [600, 1],
          mass: [598, 1],
          pressure: [1006, 1],
          temperature: [9, 1],
          'lift-off': [48, 1],
        },
        { run: [172, 5], headwind: [5, 1] },
      ];
    case 'take-off-today':
      return [
        {
          'book-run': [190, 5],
          'book-mass': [600, 1],
          'lift-off': [48, 1],
          mass: [598, 1],
          pressure: [1006, 1],
          temperature: [9, 1],
          headwind: [5, 1],
          there: [780, 10],
        },
      ];
    case 'airspeed-table':
      return [
        { altitude: [3000, 10], temperature: [6, 1] },
        ...(
          [
            [4, 61, 59],
            [94, 74, 60],
            [184, 78, 59],
            [276, 66, 60],
            [4, 82, 78],
            [94, 94, 79],
            [184, 99, 78],
            [276, 87, 78],
          ] as const
        ).map(
          ([track, ground, shown]) =>
            ({ track: [track, 1], ground: [ground, 1], shown: [shown, 1], second: [shown + 1, 1] }) as const,
        ),
      ];
    case 'airspeed-one-leg':
      return [
        {
          altitude: [3000, 10],
          temperature: [6, 1],
          from: [330, 10],
          wind: [9, 1],
          known: [4, 1],
          track: [90, 1],
          ground: [74, 1],
          shown: [68, 1],
        },
      ];
    case 'cruise':
      return [
        { altitude: [3000, 10], temperature: [6, 1], shift: [1, 0.1] },
        { setting: [2200, 10], shown: [78, 1], reference: [82, 1] },
        { setting: [2400, 10], shown: [88, 1], reference: [92, 1] },
      ];
    case 'climb-today':
      return [
        {
          'book-rate': [3.2, 0.1],
          ceiling: [14_000, 100],
          'book-mass': [600, 1],
          speed: [58, 1],
          mass: [598, 1],
          pressure: [1006, 1],
          temperature: [9, 1],
          headwind: [5, 1],
        },
      ];
    case 'angle-of-attack':
      return [
        {
          stall: [44, 1],
          'stall-mass': [596, 1],
          warning: [48, 1],
          best: [60, 1],
          mass: [600, 1],
        },
        ...(
          [
            [50, 13.3],
            [60, 10.5],
            [80, 7.6],
          ] as const
        ).map(([speed, shown]) => ({ speed: [speed, 1], mass: [596, 1], shown: [shown, 0.1] }) as const),
      ];
    case 'mode-response':
      return [
        {},
        ...(
          [
            [0, 20, 2.1, 1.8, 0.4],
            [20, -20, 3.4, 2.2, 0.5],
          ] as const
        ).map(
          ([from, to, past, settled, swing]) =>
            ({
              from: [from, 1],
              to: [to, 1],
              past: [past, 0.1],
              settled: [settled, 0.1],
              swing: [swing, 0.1],
            }) as const,
        ),
      ];
    case 'hover':
      return [
        {
          mass: [8.6, 0.1],
          diameter: [450, 1],
          volts: [22.4, 0.1],
          pressure: [1008, 1],
          temperature: [9, 1],
        },
        ...[8.4, 8.5, 8.6, 8.4, 8.5, 8.4].map((amperes) => ({ current: [amperes, 0.1] }) as const),
      ];
    case 'transition':
      return [
        { stall: [15, 0.5] },
        ...(
          [
            [8, 80, 78],
            [9, 81, 79],
          ] as const
        ).map(
          ([seconds, from, lowest]) =>
            ({ seconds: [seconds, 0.5], from: [from, 1], lowest: [lowest, 1], speed: [22, 0.5] }) as const,
        ),
      ];
    case 'energy-calls':
      return [
        {
          'timer-set': [4, 0.1],
          'timer-heard': [4, 0.1],
          'warning-set': [3.5, 0.1],
          landed: [5, 0.1],
          lowest: [3.72, 0.01],
          'put-back': [55, 1],
        },
      ];
    case 'test-phase':
      return [
        {
          'asked-hours': [25, 1],
          'asked-landings': [10, 1],
          'hours-before': [24.2, 0.1],
          'landings-before': [14, 1],
        },
        { minutes: [55, 1], landings: [2, 1] },
      ];
    case 'turn-back':
      return [
        { needed: [210, 5], surprise: [4, 1], sink: [2.5, 0.1], share: [50, 1] },
        ...[
          [3000, 2790],
          [3000, 2770],
          [3000, 2780],
        ].map(([from = 0, to = 0]) => ({ from: [from, 10], to: [to, 10], turned: [210, 5] }) as const),
      ];
    case 'stalls':
      return [
        { reference: [600, 1] },
        ...(
          [
            [596, 48, 45, 44],
            [595, 48, 46, 44],
            [594, 47, 45, 43],
          ] as const
        ).map(
          ([mass, warning, buffet, broke]) =>
            ({ mass: [mass, 1], warning: [warning, 1], buffet: [buffet, 1], break: [broke, 1] }) as const,
        ),
      ];
    case 'charging':
      return [
        {},
        ...(
          [
            [700, -6, 12.4],
            [1000, -2, 12.9],
            [1200, 4, 13.8],
            [1700, 9, 14.1],
          ] as const
        ).map(
          ([speed, amperes, volts]) =>
            ({ speed: [speed, 10], amperes: [amperes, 1], volts: [volts, 0.1] }) as const,
        ),
      ];
  }
}

/** A worksheet as it was written on the field. */
export function writtenSheet(spec: WorksheetSpec, index: BasisIndex): Worksheet {
  const formFor = (chosen: Worksheet['chosen']) => sheetForm(sheetRoom(spec, index, { chosen }));
  const chosen = formFor([]).choices.map(({ id, options }) => ({ choice: id, option: options[0]?.id ?? '' }));
  const form = formFor(chosen);
  const burning = index.basis.aircraft.engines.filter((e) => (e.cylinders ?? 0) > 0).map((e) => e.id);
  return {
    kind: 'worksheet',
    cells: rowsOf(spec, Math.max(1, form.fewest), burning).flatMap((figures, row) =>
      // Of an aircraft with fewer motors than are written here, the first.
      (row === 0 ? form.head : row > (form.titles?.length ?? Infinity) ? [] : form.columns).flatMap(
        ({ id, unit }) => {
          const figure = new Map(Object.entries(figures)).get(id);
          return figure ? [{ row, column: id, reading: written(figure, unit) }] : [];
        },
      ),
    ),
    chosen,
    ...(form.mission ? { mission: { name: 'Over the sound and back', points: CROSSING } } : {}),
  };
}
