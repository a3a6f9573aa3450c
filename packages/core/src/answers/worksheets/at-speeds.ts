import type { SpeedClimb } from '../../flight/climb-speeds.ts';
import type { SheetFigures, SheetForm } from './sheet.ts';

export const KNOT = 1852 / 3600;
const FOOT = 0.3048;

/** What a sheet asks of stretches up or down, each at one speed held. */
export const formAtSpeeds = (row: string): SheetForm => ({
  head: [
    { id: 'reference', title: 'Reference mass', unit: 'kg' },
    { id: 'air', title: 'Outside air, halfway', unit: 'degC' },
    { id: 'shift', title: 'To add to what is shown', unit: 'kt', optional: true },
  ],
  choices: [],
  columns: [
    { id: 'speed', title: 'Airspeed', unit: 'kt' },
    { id: 'from', title: 'From, altimeter at 1013', unit: 'ft' },
    { id: 'to', title: 'to', unit: 'ft' },
    { id: 'seconds', title: 'in', unit: 's' },
    { id: 'mass', title: 'Mass then', unit: 'kg' },
  ],
  row,
  fewest: 3,
  most: 9,
});

/** The stretches on such a sheet, in the units that they are worked in (m/s, m, s, °C, kg). Example: 60 kt shown and 2 to add are 31.9 m/s. */
export const stretchesAtSpeeds = ({ head, rows }: SheetFigures): readonly SpeedClimb[] =>
  rows.map((row) => ({
    speed: ((row('speed') ?? NaN) + (head('shift') ?? 0)) * KNOT,
    from: (row('from') ?? NaN) * FOOT,
    to: (row('to') ?? NaN) * FOOT,
    seconds: row('seconds') ?? NaN,
    temperature: head('air') ?? NaN,
    mass: row('mass') ?? NaN,
  }));
