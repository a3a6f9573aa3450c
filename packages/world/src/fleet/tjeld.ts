import type { LoadingData, Instrument } from '@kanzel/core';
import { aircraftFile, day, option, METRIC, reported, type Equipment } from '../described.ts';

const TJELD_EQUIPMENT: Equipment = [
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
    touches: ['avionics.radio', 'loading'],
    mass: 1.1,
    arm: 1520,
  },
];

/** The amphibian: a bow tank that is drawn first, so that the centre goes aft before it comes forward. */
function tjeldLoading(today: Date, equipment: Equipment): LoadingData {
  const seat = { uncertainty: { mass: 1, arm: 15 }, maximum: 120, kind: 'seat' as const };
  const wing = (side: 'left' | 'right'): LoadingData['tanks'][number] => ({
    id: side,
    title: side === 'left' ? 'Left wing' : 'Right wing',
    usable: 210,
    unusable: 4,
    density: 0.72,
    densityBand: 0.015,
    arms: [{ volume: 210, arm: 2344, lateral: side === 'left' ? -2100 : 2100 }],
    gauge: 4,
  });
  return {
    units: METRIC,
    datum: 'bow, at the lowest step',
    chord: { leadingEdge: 1805, length: 1385 },
    extent: { from: 0, to: 8900, side: 6600 },
    weighing: {
      points: [
        { id: '1', title: 'Left main wheel', arm: 2520, lateral: -1450 },
        { id: '2', title: 'Right main wheel', arm: 2520, lateral: 1450 },
        { id: '3', title: 'Nose wheel', arm: 480, lateral: 0 },
      ],
      armUncertainty: 2,
      height: { value: 1250, uncertainty: 80 },
      tolerance: { mass: 6, arm: 5 },
    },
    stations: [
      { ...seat, id: 'pilot', title: 'Pilot', arm: 1905, lateral: -330, usual: 84 },
      { ...seat, id: 'right-seat', title: 'Right seat', arm: 1905, lateral: 330, usual: 60 },
      {
        id: 'nose-bay',
        title: 'Nose bay, ballast',
        kind: 'ballast',
        arm: 310,
        lateral: 0,
        maximum: 40,
        usual: 0,
        uncertainty: { mass: 0.2, arm: 5 },
      },
      {
        id: 'cabin',
        title: 'Cabin load',
        kind: 'payload',
        arm: 2560,
        lateral: 0,
        travel: { from: 2350, to: 2800 },
        maximum: 220,
        usual: 0,
        uncertainty: { mass: 0.5, arm: 15 },
      },
      {
        id: 'hull-locker',
        title: 'Hull locker, tools',
        kind: 'locker',
        arm: 2960,
        lateral: 0,
        maximum: 60,
        usual: 5.5,
        uncertainty: { mass: 0.2, arm: 20 },
      },
    ],
    tanks: [
      {
        id: 'bow',
        title: 'Bow tank',
        usable: 60,
        unusable: 2,
        density: 0.72,
        densityBand: 0.015,
        arms: [
          { volume: 30, arm: 1350, lateral: 0 },
          { volume: 60, arm: 1400, lateral: 0 },
        ],
        gauge: 2,
      },
      wing('left'),
      wing('right'),
    ],
    burn: [['bow'], ['left', 'right']],
    packs: [],
    bays: [],
    envelopes: [
      {
        id: 'land',
        title: 'Land and water',
        corners: [
          { arm: 2135, mass: 1380, edge: 'lowest mass' },
          { arm: 2212, mass: 1380, edge: 'aft limit' },
          { arm: 2212, mass: 1810, edge: 'highest mass' },
          { arm: 2158, mass: 1810, edge: 'forward limit, heavy' },
          { arm: 2135, mass: 1600, edge: 'forward limit' },
        ],
      },
    ],
    lateral: { low: -30, high: 30 },
    tilts: [],
    report: {
      number: 'W-31/4',
      on: day(today, -410),
      mass: 1412,
      arm: 2208,
      lateral: 2,
      uncertainty: { mass: 2.5, arm: 3 },
      equipment: reported(equipment),
    },
  };
}

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
      option('gear', 'Gear', ['wheels', 'wheels', 'gear'], ['hull-only', 'hull only', 'gear']),
      option('seats', 'Seats', ['two', 'two seats', 'loading'], ['six', 'six seats', 'loading']),
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
