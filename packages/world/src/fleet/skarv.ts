import type { LoadingData } from '@kanzel/core';
import { aircraftFile, day, METRIC, option, reported, type Equipment } from '../described.ts';
import { fuelStick, gauges, reportedWind } from './gauges.ts';

const SKARV_EQUIPMENT: Equipment = [
  ...(['one', 'two', 'three', 'four'] as const).map((engine, i) => ({
    id: `governor-${engine}`,
    title: `Propeller governor, engine ${i + 1}`,
    partNumber: 'PG-9',
    serial: String(4411 + 3 * i),
    touches: [`engine.${engine}.propeller`],
    mass: 4.1,
    arm: 2650,
  })),
  {
    id: 'ice-detector',
    title: 'Ice detector',
    partNumber: 'ID-2',
    serial: '118',
    touches: ['avionics', 'loading'],
    mass: 1.3,
    arm: 900,
  },
];

/** The survey aircraft: four tanks in the wing, cameras in the cabin, a crew of two in front. */
function skarvLoading(today: Date, equipment: Equipment): LoadingData {
  const seat = { uncertainty: { mass: 1, arm: 15 }, maximum: 120, kind: 'seat' as const };
  const wing = (side: 'left' | 'right'): LoadingData['tanks'][number] => ({
    id: side,
    title: side === 'left' ? 'Left wing' : 'Right wing',
    usable: 780,
    unusable: 12,
    density: 0.72,
    densityBand: 0.015,
    arms: [{ volume: 780, arm: 4320, lateral: side === 'left' ? -3900 : 3900 }],
    gauge: 10,
  });
  return {
    units: METRIC,
    datum: 'nose, front face of the bulkhead',
    chord: { leadingEdge: 3680, length: 2450 },
    extent: { from: 0, to: 14_000, side: 10_000 },
    weighing: {
      points: [
        { id: '1', title: 'Left main wheel', arm: 4660, lateral: -2400 },
        { id: '2', title: 'Right main wheel', arm: 4660, lateral: 2400 },
        { id: '3', title: 'Nose wheel', arm: 1050, lateral: 0 },
      ],
      armUncertainty: 3,
      height: { value: 2100, uncertainty: 120 },
      tolerance: { mass: 12, arm: 6 },
    },
    stations: [
      { ...seat, id: 'pilot', title: 'Pilot', arm: 2100, lateral: -420, usual: 84 },
      { ...seat, id: 'right-seat', title: 'Right seat', arm: 2100, lateral: 420, usual: 78 },
      {
        id: 'cabin',
        title: 'Cameras and cases',
        kind: 'payload',
        arm: 4500,
        lateral: 0,
        maximum: 600,
        usual: 180,
        uncertainty: { mass: 1, arm: 30 },
      },
    ],
    tanks: [wing('left'), wing('right')],
    burn: [['left', 'right']],
    packs: [],
    bays: [],
    envelopes: [
      {
        id: 'land',
        title: 'Wheels',
        corners: [
          { arm: 4020, mass: 4300, edge: 'lowest mass' },
          { arm: 4420, mass: 4300, edge: 'aft limit' },
          { arm: 4420, mass: 6600, edge: 'highest mass' },
          { arm: 4120, mass: 6600, edge: 'forward limit, heavy' },
          { arm: 4020, mass: 5400, edge: 'forward limit' },
        ],
      },
    ],
    lateral: { low: -60, high: 60 },
    tilts: [],
    report: {
      number: 'W-44/1',
      on: day(today, -210),
      mass: 4480,
      arm: 4265,
      lateral: 3,
      uncertainty: { mass: 5, arm: 5 },
      equipment: reported(equipment),
    },
  };
}

/** The library file of the four-engined survey aircraft: one monitor for all engines, and the gauges of its panel. */
export function skarvFile(today: Date): string {
  const monitor = (
    [
      ['rpm', 'rpm', 'rpm', 5, 1],
      ['manifold', 'manifold-pressure', 'inHg', 0.2, 0.1],
      ['flow', 'fuel-flow', 'L/h', 1, 0.1],
      ['oil-pressure', 'oil-pressure', 'psi', 2, 1],
      ['oil-temperature', 'oil-temperature', 'degC', 2, 1],
      ['heads', 'cylinder-head', 'degC', 3, 1],
      ['hottest', 'cylinder-head-hottest', 'degC', 3, 1],
      ['exhaust', 'exhaust', 'degC', 4, 1],
      ['volts', 'volts', 'V', 0.1, 0.1],
      ['amps', 'amps', 'A', 1, 1],
      ['suction', 'suction', 'inHg', 0.1, 0.05],
      ['bus', 'bus-volts', 'V', 0.1, 0.1],
    ] as const
  ).map(([id, channel, unit, accuracy, resolution]) => ({
    id: `monitor-${id}`,
    name: `Engine monitor, ${channel.replace(/-/g, ' ')}`,
    unit,
    accuracy,
    resolution,
    measures: [channel],
    days: 95,
    live: true as const,
  }));
  return aircraftFile({
    mark: 'QX-SKV',
    type: 'Skarv M4',
    description: 'four-engined survey aircraft',
    family: 'piston-multi',
    serial: 'M4-007',
    equipment: SKARV_EQUIPMENT,
    loading: skarvLoading(today, SKARV_EQUIPMENT),
    options: [
      option(
        'cameras',
        'Camera hatch',
        ['closed', 'hatch closed', 'loading'],
        ['open', 'hatch open', 'loading'],
      ),
    ],
    hours: 6128.3,
    limitBook: 'skarv-m4',
    pack: 'piston-multi-boosted',
    instruments: gauges(today, [
      ...monitor,
      {
        id: 'stopwatch',
        name: 'Stopwatch',
        unit: 's',
        accuracy: 0.5,
        resolution: 0.1,
        measures: ['stopwatch', 'gear-extension'],
      },
      {
        id: 'panel-hydraulics',
        name: 'Panel hydraulic gauge',
        unit: 'psi',
        accuracy: 25,
        resolution: 10,
        measures: ['hydraulic'],
        days: 95,
      },
      {
        id: 'outside-air',
        name: 'Outside air thermometer',
        unit: 'degC',
        accuracy: 1,
        resolution: 1,
        measures: ['outside-air'],
        days: 95,
      },
      fuelStick(10),
      reportedWind,
    ]),
  });
}
