import type { Authorisation } from '@kanzel/contract';
import type { AircraftDescription, Instrument, Role } from '@kanzel/core';
import { aircraftFile, day, option } from './described.ts';
import { tjeldLoading } from './loadings.ts';

/** A made-up person of the demonstration world. */
export interface DemoPerson {
  readonly name: string;
  readonly fullName: string;
  readonly passphrase: string;
  readonly roles: readonly Role[];
}

/** The people of Grauholm; every one is invented, and so is every passphrase. */
export const DEMO_PEOPLE: readonly DemoPerson[] = [
  {
    name: 'ylva',
    fullName: 'Ylva Torsund',
    passphrase: 'grey heron lamp post',
    roles: ['technician', 'observer'],
  },
  {
    name: 'brand',
    fullName: 'Brand Ekerholt',
    passphrase: 'seven wet ropes',
    roles: ['inspector', 'technician', 'administrator'],
  },
  {
    name: 'signe',
    fullName: 'Signe Vardal',
    passphrase: 'kettle on the slipway',
    roles: ['certifier', 'inspector'],
  },
  { name: 'odd', fullName: 'Odd Leirnes', passphrase: 'north of the bog', roles: ['pilot', 'observer'] },
];

/** Authorisations of a demo person, valid for half a year from the story's day. */
export function authorisationsOf(person: DemoPerson, today: Date): Authorisation[] {
  const validUntil = new Date(today.getTime() + 180 * 86_400_000).toISOString().slice(0, 10);
  return person.roles.map((role) =>
    role === 'administrator' ? { role, families: ['*'] } : { role, families: ['*'], validUntil },
  );
}

const TJELD_EQUIPMENT: AircraftDescription['equipment'] = [
  {
    id: 'left-governor',
    title: 'Left propeller governor',
    partNumber: 'PG-4',
    serial: '2207',
    touches: ['engine.left.propeller'],
    mass: 2.4,
    arm: 1480,
  },
  {
    id: 'right-governor',
    title: 'Right propeller governor',
    partNumber: 'PG-4',
    serial: '2209',
    touches: ['engine.right.propeller'],
    mass: 2.4,
    arm: 1480,
  },
  {
    id: 'radio',
    title: 'Voice radio',
    partNumber: 'VR-20',
    serial: '31',
    touches: ['radio'],
    mass: 1.1,
    arm: 1520,
  },
];

/** The library file of the amphibian: its gauges, its monitor, and one gauge whose calibration has run out. */
export function tjeldFile(today: Date): string {
  const until = day(today, 140);
  const live = (
    id: string,
    channel: string,
    unit: string,
    accuracy: number,
    resolution: number,
  ): Instrument => ({
    id: `monitor-${id}`,
    name: `Engine monitor, ${channel.replace(/-/g, ' ')}`,
    unit,
    accuracy,
    resolution,
    calibratedUntil: until,
    measures: [channel],
    live: true,
  });
  const gauge = (
    id: string,
    name: string,
    unit: string,
    accuracy: number,
    resolution: number,
    measures: string[],
    calibratedUntil: string | null = until,
  ): Instrument => ({ id, name, unit, accuracy, resolution, calibratedUntil, measures });
  return aircraftFile({
    mark: 'QX-TJD',
    type: 'Tjeld NL-6',
    description: 'twin amphibian',
    family: 'piston-twin',
    serial: 'NL6-031',
    layout: { gear: 'hull', tail: 't-tail' },
    equipment: TJELD_EQUIPMENT,
    loading: tjeldLoading(today, TJELD_EQUIPMENT),
    options: [
      option(
        'gear',
        'Gear',
        ['wheels', 'wheels', 'landing-gear'],
        ['hull-only', 'hull only', 'landing-gear'],
      ),
      option('seats', 'Seats', ['two', 'two seats', 'cabin'], ['six', 'six seats', 'cabin']),
    ],
    hours: 2814.6,
    limitBook: 'tjeld-nl-6',
    pack: 'piston-magneto-multi',
    instruments: [
      live('rpm', 'rpm', 'rpm', 5, 1),
      live('manifold', 'manifold-pressure', 'inHg', 0.2, 0.1),
      live('flow', 'fuel-flow', 'L/h', 1, 0.1),
      live('oil-pressure', 'oil-pressure', 'psi', 2, 1),
      live('oil-temperature', 'oil-temperature', 'degC', 2, 1),
      live('heads', 'cylinder-head', 'degC', 3, 1),
      live('hottest', 'cylinder-head-hottest', 'degC', 3, 1),
      live('exhaust', 'exhaust', 'degC', 4, 1),
      live('volts', 'volts', 'V', 0.1, 0.1),
      live('amps', 'amps', 'A', 1, 1),
      live('suction', 'suction', 'inHg', 0.1, 0.05),
      live('bus', 'bus-volts', 'V', 0.1, 0.1),
      gauge('panel-tachometer', 'Panel tachometer', 'rpm', 20, 10, ['rpm', 'idle-mixture-rise']),
      gauge('panel-engine-gauges', 'Panel engine gauges, oil pressure', 'psi', 3, 1, ['oil-pressure']),
      gauge('panel-oil-temperature', 'Panel oil temperature', 'degC', 4, 2, ['oil-temperature']),
      gauge('panel-suction', 'Panel suction gauge', 'inHg', 0.1, 0.1, ['suction']),
      gauge('panel-voltmeter', 'Panel voltmeter', 'V', 0.2, 0.1, ['volts', 'bus-volts']),
      gauge('panel-ammeter', 'Panel ammeter', 'A', 2, 1, ['amps']),
      gauge('panel-fuel-flow', 'Panel fuel flow', 'L/h', 2, 0.5, ['fuel-flow']),
      gauge('panel-manifold', 'Panel manifold pressure', 'inHg', 0.3, 0.1, ['manifold-pressure']),
      gauge(
        'shop-tachometer',
        'Hand-held optical tachometer 3',
        'rpm',
        1,
        1,
        ['rpm', 'idle-mixture-rise'],
        day(today, -52),
      ),
      gauge('stopwatch', 'Stopwatch', 's', 0.5, 0.1, ['stopwatch'], null),
      gauge('oil-stick', 'Oil dipstick', 'L', 0.25, 0.5, ['oil-quantity'], null),
      gauge('fuel-stick', 'Fuel dipstick', 'L', 2, 1, ['fuel-on-board'], null),
      gauge('flight-orders', 'Weather as reported', 'kt', 1, 1, ['cross-wind-component'], null),
      gauge(
        'climb-gauge',
        'Panel head temperature',
        'degC',
        5,
        5,
        ['climb-heads', 'cylinder-head-hottest', 'cylinder-head'],
        until,
      ),
      gauge('hour-meter', 'Hour meter', 'h', 0.05, 0.1, ['airframe-hours-noted'], null),
    ],
  });
}
