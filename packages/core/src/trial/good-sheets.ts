import type { AnswerOf } from '../answers/kind.ts';
import { sheetForm, sheetRoom } from '../answers/worksheet.ts';
import type { WorksheetSpec } from '../answers/worksheets/sheet.ts';
import type { BasisIndex } from '../checks/basis-index.ts';
import type { Reading } from '../limits/types.ts';

type Worksheet = AnswerOf<'worksheet'>;
type Rows = readonly Readonly<Record<string, number>>[];

/** Figures of every engine that burns something, put together. */
const ofEngines = (
  { basis }: BasisIndex,
  figures: (id: string) => Readonly<Record<string, number>>,
): Readonly<Record<string, number>> =>
  Object.assign(
    {},
    ...basis.aircraft.engines.filter((e) => (e.cylinders ?? 0) > 0).map((e) => figures(e.id)),
  ) as Readonly<Record<string, number>>;

/** Rows of a sheet as a steady hand reads them; those of the head come first. Spoilt: as no limit takes them. */
function rowsOf(
  spec: WorksheetSpec,
  middle: (figure: string, usual: number) => number,
  bad: boolean,
  count: number,
  index: BasisIndex,
): Rows {
  const tanks = (spec.of ?? []).map((t) => t.id);
  const [drawn = ''] = tanks;
  const fed = spec.expects ?? drawn;
  // The wrong tank rises, or the right one.
  const rises = bad ? (tanks.find((t) => t !== fed && t !== drawn) ?? tanks[1]) : fed;
  const cells = Array.from({ length: count }, (_, i) => i);
  switch (spec.sheet) {
    case 'gauge-steps':
      return [{}, ...[0, 10, 20, 30].map((l) => ({ in: l, shows: bad ? 90 - l : l }))];
    case 'return-line':
      return [
        { warning: middle('warning', 8) },
        ...[0, 10, 20, 30].map((m) => ({
          minutes: m,
          ...Object.fromEntries(tanks.map((t) => [t, t === drawn ? 100 - m : t === rises ? 50 + m / 4 : 50])),
        })),
      ];
    case 'transducer':
      return [
        { pulses: 1000, flow: bad ? 9000 : middle('flow-shown', 50) },
        { filled: 50, counted: bad ? 100 : 50 },
      ];
    case 'fuel-plan':
      return [
        { stick: bad ? 1 : 200, circuit: 6, reserve: 30, 'reserve-flow': 12, contingency: 10 },
        ...[5, 5, 5, 20].map((minutes) => ({ minutes, flow: 12 })),
      ];
    case 'cells':
      return [{}, ...cells.map((i) => ({ rest: bad ? 1 + 0.5 * i : middle('lowest', 4.18) }))];
    case 'load-step': {
      const resistance = middle('resistance', 3);
      const rest = Math.max(4.18, middle('lowest-full', 3.6));
      return [
        { current: 30, temperature: 20, today: 20 },
        ...cells.map((i) => ({ rest, loaded: bad ? (i === 0 ? 0.1 : 1) : rest - 0.03 * resistance })),
      ];
    }
    case 'motor-field':
      return [
        {},
        ...[0, 50, 100].map((throttle) => ({ throttle, x: 400 + (bad ? 5 * throttle : 0), y: 100, z: 200 })),
      ];
    case 'endurance':
      return [{ temperature: 20, 'wind-from': 0, wind: bad ? 200 : 0, carried: 0 }];
    case 'cold-sensors':
      return [
        {
          air: 9,
          pressure: 29.5,
          ...ofEngines(index, (id) => ({
            [`${id}-oil`]: bad ? 9 : 0,
            [`${id}-flow`]: 0,
            [`${id}-manifold`]: 29.5,
          })),
        },
        ...Array.from({ length: count }, (_, row) =>
          ofEngines(index, (id) => ({ [id]: bad && row === 1 ? 90 : 9 })),
        ),
      ];
    case 'full-power': {
      const book = { speed: 2600, manifold: 28, flow: 90 };
      const read = bad ? { speed: 1900, manifold: 20, flow: 50 } : book;
      return [
        {
          pressure: 1013.25,
          temperature: 15,
          'book-speed': book.speed,
          'book-manifold': book.manifold,
          'book-flow': book.flow,
        },
        ...Array.from({ length: count }, () => read),
      ];
    }
    case 'runway-wind':
      return [
        { from: 240, wind: bad ? 200 : middle('cross', 0) },
        ...Array.from({ length: count }, () => ({ heading: 150 })),
      ];
    case 'airspeed': {
      // Three legs without wind, at the sea on a standard day: what is shown is what is flown, but for what the limit is in the middle of.
      const shown = 80 - middle('position-error', 0);
      return [
        { altitude: 0, temperature: 15 },
        ...Array.from({ length: count }, (_, row) => ({
          track: (360 * row) / count,
          ground: 80,
          shown: bad ? 20 : shown,
        })),
      ];
    }
    case 'adjustment':
      // Twice before it did the same; spoilt, it did one thing and then the other.
      return [
        { off: bad ? 900 : 2, now: 0, first: 1, most: bad ? 0.1 : 5 },
        { moved: 1, changed: -1 },
        { moved: 2, changed: -2 },
      ];
    case 'circle': {
      const kept = bad ? 300 : middle('height-kept', 4);
      return [
        {
          wanted: 60,
          flown: 60 + (bad ? 200 : middle('radius-off', 0)),
          furthest: bad ? 150 : middle('furthest', 4),
          lowest: 80,
          highest: 80 + kept,
        },
      ];
    }
    case 'climb': {
      const rate = bad ? 0.1 : middle('rate', 4);
      return [
        { reference: 600, height: 0 },
        ...Array.from({ length: count }, () => ({
          from: (-30 * rate) / 0.3048,
          to: (30 * rate) / 0.3048,
          seconds: 60,
          air: 15,
          mass: 600,
        })),
      ];
    }
    case 'climb-speeds': {
      // Over one band at the sea, and less on both sides of the best.
      const [speed, rate] = [middle('speed', 60), bad ? 0.5 : middle('rate', 4)];
      const at = bad ? 2 * speed : speed;
      return [
        { reference: 600, air: 15 },
        ...Array.from({ length: count }, (_, row) => {
          const share = (1.6 * row) / (count - 1) - 0.8;
          const half = (rate * (1 - 0.2 * share ** 2) * 30) / 0.3048;
          return { speed: at * (1 + 0.25 * share), from: -half, to: half, seconds: 60, mass: 600 };
        }),
      ];
    }
    case 'glide': {
      // Straight from a polar at the sea, as little height as ten seconds take.
      const [ratio, speed] = [bad ? 2 : middle('ratio', 10), middle('speed', 60)];
      const best = (speed * 1852) / 3600;
      const sink = bad ? best / 2 : middle('sink', best / ratio);
      const [shape, lift] = [sink / 2 / best ** 3, (sink / 2) * best];
      return [
        { reference: 600, air: 15 },
        ...Array.from({ length: count }, (_, row) => {
          const flown = speed * (0.8 + (0.5 * row) / (count - 1));
          const v = (flown * 1852) / 3600;
          const half = ((shape * v ** 3 + lift / v) * 15) / 0.3048;
          return { speed: flown, from: half, to: -half, seconds: 30, mass: 600 };
        }),
      ];
    }
    case 'hot-day': {
      // On the hot day itself: what is read is what is told.
      const [hottest, warmer] = [bad ? 340 : middle('hottest', 190), middle('warmer', -5)];
      return [
        { air: 100 / 1.8 - 32 / 1.8, altitude: 0, 'air-before': 100 / 1.8 - 32 / 1.8, 'altitude-before': 0 },
        ...Array.from({ length: count }, () => ({
          now: hottest,
          before: hottest - (bad ? 100 : warmer),
        })),
      ];
    }
    case 'take-off-run':
      return [
        { reference: 600, mass: 600, pressure: 1013.25, temperature: 15, 'lift-off': 50 },
        ...Array.from({ length: count }, () => ({ run: bad ? 4000 : middle('run', 200), headwind: 0 })),
      ];
    case 'take-off-today': {
      const run = bad ? 4000 : middle('run', 200);
      return [
        {
          'book-run': run,
          'book-mass': 600,
          'lift-off': 50,
          mass: 600,
          pressure: 1013.25,
          temperature: 15,
          headwind: 0,
          there: bad ? 300 : (100 * run) / middle('share', 40),
        },
      ];
    }
    case 'turn-back': {
      const loss = bad ? 3000 : middle('loss', 200);
      return [
        { needed: 210, surprise: 0, sink: 0, share: 0 },
        ...Array.from({ length: count }, () => ({ from: 3000 + loss, to: 3000, turned: 210 })),
      ];
    }
    case 'airspeed-table': {
      const error = bad ? 90 : middle('worst', 1);
      // A standard day at the sea without wind: what is over the ground is what should be shown.
      return [
        { altitude: 0, temperature: 15 },
        ...[60, 90].flatMap((ground) =>
          [0, 120, 240].map((track) => ({
            track,
            ground,
            shown: ground - error,
            second: ground - error + middle('sources-apart', 0),
          })),
        ),
      ];
    }
    case 'airspeed-one-leg':
      return [
        {
          altitude: 0,
          temperature: 15,
          from: 0,
          wind: 0,
          known: 1,
          track: 0,
          ground: 60,
          shown: bad ? 200 : 60 + middle('off', 0),
        },
      ];
    case 'cruise':
      return [
        { altitude: 0, temperature: 15 },
        ...Array.from({ length: count }, () => ({
          setting: 2400,
          shown: bad ? 10 : 100 * (1 + middle('mean', 0) / 100),
          reference: 100,
        })),
      ];
    case 'climb-today': {
      const rate = middle('rate', 4);
      return [
        {
          'book-rate': bad ? 0.6 : rate,
          ceiling: 15_000,
          'book-mass': bad ? 100 : 600,
          speed: bad ? 900 : rate / (0.514_444 * (middle('gradient', 12) / 100)),
          mass: 600,
          pressure: 1013.25,
          temperature: 15,
          headwind: 0,
        },
      ];
    }
    case 'angle-of-attack': {
      const stall = 40;
      return [
        {
          stall,
          'stall-mass': 600,
          warning: bad ? 200 : stall * (1 + middle('warning-margin', 8) / 100),
          best: 60,
          mass: 600,
        },
        ...[1.1, 1.5, 2].map((times, i) => ({
          speed: stall * times,
          mass: 600,
          shown: 4 + 12 / times ** 2 + (bad ? (i === 1 ? 3 : 0) : 0),
        })),
      ];
    }
    case 'mode-response':
      return [
        {},
        ...Array.from({ length: count }, () => ({
          from: 0,
          to: 20,
          past: bad ? 40 : middle('overshoot', 5) / 5,
          settled: bad ? 900 : middle('settled', 2),
          swing: bad ? 45 : middle('swing', 0.5),
        })),
      ];
    case 'hover': {
      const mean = middle('power', 1000) / 22 / count;
      const apart = (bad ? 100 : middle('motor-apart', 0)) / 100;
      return [
        { mass: 7, diameter: 450, volts: 22, pressure: 1013.25, temperature: 15 },
        ...Array.from({ length: count }, (_, i) => ({
          current: mean * (i === 0 ? 1 + apart : 1 - apart / (count - 1)),
        })),
      ];
    }
    case 'transition':
      return [
        { stall: 15 },
        ...Array.from({ length: count }, () => ({
          seconds: bad ? 500 : middle('time', 8),
          from: 80,
          lowest: 80 - (bad ? 79 : middle('height-lost', 1)),
          speed: 15 * (1 + middle('margin', 40) / 100),
        })),
      ];
    case 'energy-calls':
      return [
        {
          'timer-set': 4,
          'timer-heard': 4,
          'warning-set': 3.5,
          landed: 5,
          lowest: 3.7,
          'put-back': bad ? 109 : middle('put-back', 50),
        },
      ];
    case 'test-phase':
      return [
        {
          'asked-hours': bad ? 2000 : 25,
          'asked-landings': bad ? 900 : 10,
          'hours-before': bad ? 0 : 30,
          'landings-before': bad ? 0 : 12,
        },
        { minutes: 60, landings: 1 },
      ];
    case 'stalls': {
      // To the first buffet and no further, where nothing is asked of the break.
      if (spec.figures.every((f) => f.figure === 'buffet')) {
        const buffet = middle('buffet', 45);
        return [
          { reference: 600 },
          ...Array.from({ length: count }, () => ({ mass: 600, buffet: bad ? 298 : buffet })),
        ];
      }
      const stall = middle('stall', 45);
      const warning = stall * (1 + middle('margin', 8) / 100);
      return [
        { reference: 600 },
        ...Array.from({ length: count }, () => ({
          mass: 600,
          warning: bad ? 299 : warning,
          buffet: bad ? 298 : Math.min(warning, middle('buffet', stall)),
          break: bad ? 297 : stall,
        })),
      ];
    }
    case 'charging': {
      const begins = bad ? 2600 : middle('cut-in', 1000);
      const volts = middle('highest', 14);
      return [
        {},
        ...Array.from({ length: count }, (_, row) => ({
          speed: begins + 200 * (row - 1),
          amperes: bad ? -2 : 5 * (row - 0.5),
          volts: bad ? 1 : volts,
        })),
      ];
    }
  }
}

/** What a steady hand writes into a worksheet; spoilt, what no limit takes. */
export function trialSheet(
  spec: WorksheetSpec,
  index: BasisIndex,
  middle: (figure: string, usual: number) => number,
  read: (value: number, unit: string) => Reading,
  bad = false,
): Worksheet {
  const chosen = (known: Worksheet['chosen']) => sheetForm(sheetRoom(spec, index, { chosen: known }));
  const choices = chosen([]).choices.map(({ id, options }) => ({ choice: id, option: options[0]?.id ?? '' }));
  const form = chosen(choices);
  const cells = rowsOf(
    spec,
    middle,
    bad,
    form.titles ? form.titles.length : Math.max(form.fewest, 2),
    index,
  ).flatMap((figures, row) =>
    (row === 0 ? form.head : form.columns).flatMap(({ id, unit }) => {
      const value = new Map(Object.entries(figures)).get(id);
      return value === undefined ? [] : [{ row, column: id, reading: read(value, unit) }];
    }),
  );
  return {
    kind: 'worksheet',
    cells,
    chosen: choices,
    ...(form.mission ? { mission: { name: 'Trial', points: [{ north: 50, east: 0, height: 20 }] } } : {}),
  };
}
