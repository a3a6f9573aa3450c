import type { ConfiguredItem, LoadingData, LoadPack } from '@kanzel/core';
import { aircraftFile, day, option, METRIC, reported, type Equipment } from '../described.ts';
import { gauges, stopwatch, type Gauge } from './gauges.ts';

export const LOMVI_EQUIPMENT: Equipment = [
  {
    id: 'autopilot-board',
    title: 'Autopilot board',
    partNumber: 'AB-3',
    serial: '5521',
    touches: ['autopilot'],
    mass: 0.08,
    arm: 300,
  },
  {
    id: 'parcel-release',
    title: 'Parcel release',
    partNumber: 'PR-1',
    serial: '118',
    touches: ['payload'],
    mass: 0.22,
    arm: 418,
  },
];

/** Twelve cells, and what is known of how they age: days ago, cycles, milliohms of the whole pack at 20 °C. */
function lithium(
  today: Date,
  pack: Pick<LoadPack, 'id' | 'title' | 'mass' | 'energy'> & { readonly serial: string },
  measured: readonly (readonly [ago: number, cycles: number, resistance: number])[],
): LoadPack {
  return {
    ...pack,
    uncertainty: { mass: 0.02, arm: 2 },
    cells: 12,
    cold: [
      { temperature: -10, share: 0.72 },
      { temperature: 0, share: 0.85 },
      { temperature: 10, share: 0.95 },
      { temperature: 20, share: 1 },
    ],
    history: measured.map(([ago, cycles, resistance]) => ({
      on: day(today, -ago),
      cycles,
      resistance,
      temperature: 20,
    })),
  };
}

/** The courier drone: two packs to choose from, a payload, and a bay along which the pack can be slid. */
export function lomviLoading(today: Date, equipment: Equipment): LoadingData {
  const good = { mass: 0.02, arm: 2 };
  const box = (payload: string, title: string, mass: number, arm: number): ConfiguredItem => ({
    id: `${payload}-box`,
    title,
    mass,
    arm,
    lateral: 0,
    uncertainty: { mass: 0.01, arm: 1 },
    when: { payload },
  });
  return {
    units: METRIC,
    datum: 'tip of the nose',
    chord: { leadingEdge: 345, length: 260 },
    extent: { from: 0, to: 1350, side: 1300 },
    weighing: {
      points: [
        { id: '1', title: 'Front legs', arm: 210, lateral: 0 },
        { id: '2', title: 'Left rear leg', arm: 640, lateral: -310 },
        { id: '3', title: 'Right rear leg', arm: 640, lateral: 310 },
      ],
      armUncertainty: 0.5,
      tolerance: { mass: 0.05, arm: 2 },
    },
    // It is weighed without either box.
    configured: [box('parcel', 'Parcel box, empty', 0.4, 418), box('cool', 'Cool box, empty', 0.9, 421)],
    stations: [
      {
        id: 'parcel',
        title: 'Load of the box',
        kind: 'payload',
        arm: 418,
        lateral: 0,
        travel: { from: 400, to: 440 },
        maximum: 3,
        usual: 1.2,
        uncertainty: good,
      },
      {
        id: 'nose',
        title: 'Nose, trim mass',
        kind: 'ballast',
        arm: 60,
        lateral: 0,
        maximum: 0.5,
        usual: 0,
        uncertainty: { mass: 0.005, arm: 1 },
      },
      {
        id: 'tail',
        title: 'Tail, trim mass',
        kind: 'ballast',
        arm: 1280,
        lateral: 0,
        maximum: 0.4,
        usual: 0,
        uncertainty: { mass: 0.005, arm: 1 },
      },
    ],
    tanks: [],
    burn: [],
    packs: [
      lithium(today, { id: 'summer', title: 'Summer pack', serial: 'SP-14', mass: 3.6, energy: 690 }, [
        [200, 12, 33],
        [60, 61, 36],
        [7, 88, 38],
      ]),
      lithium(today, { id: 'winter', title: 'Winter pack', serial: 'WP-03', mass: 4.5, energy: 860 }, [
        [190, 4, 27],
        [30, 31, 28],
      ]),
    ],
    power: {
      mass: 14,
      hover: 2350,
      cruise: 620,
      speed: 22,
      transition: 9,
      hoverSeconds: 45,
      band: 0.08,
      fullCurrent: 118,
      cellLow: 3.4,
      source: 'three flights in September, level legs and hovers',
    },
    bays: [
      {
        id: 'bay',
        title: 'Pack bay',
        arm: 362,
        lateral: 0,
        travel: { from: 330, to: 400 },
        packs: ['summer', 'winter'],
        usual: 'summer',
      },
    ],
    envelopes: [
      {
        id: 'hover-and-cruise',
        title: 'Hover and cruise',
        corners: [
          { arm: 402, mass: 9 },
          { arm: 420, mass: 9 },
          { arm: 420, mass: 14 },
          { arm: 416, mass: 16, edge: 'highest mass' },
          { arm: 406, mass: 16, edge: 'forward limit, heavy' },
          { arm: 402, mass: 14 },
        ],
      },
    ],
    lateral: { low: -6, high: 6 },
    tilts: [],
    report: {
      number: 'L4-022/2',
      on: day(today, -180),
      mass: 9.2,
      arm: 430.5,
      lateral: 0,
      uncertainty: { mass: 0.03, arm: 1 },
      equipment: reported(equipment),
    },
  };
}

/** What the courier drone is measured with. */
export const LOMVI_GAUGES: readonly Gauge[] = [
  stopwatch,
  {
    id: 'bench-scale',
    name: 'Bench scale',
    unit: 'kg',
    accuracy: 0.05,
    resolution: 0.1,
    measures: ['lc-mass'],
    days: 95,
  },
  {
    id: 'balance-stand',
    name: 'Balance stand',
    unit: 'mm',
    accuracy: 1,
    resolution: 1,
    measures: ['lc-balance'],
    days: 95,
  },
  {
    id: 'airspeed-tester',
    name: 'Airspeed tester',
    unit: 'm/s',
    accuracy: 0.1,
    resolution: 0.1,
    measures: ['airspeed-zero-covered', 'airspeed-two-sources-lc'],
    days: 150,
  },
  {
    id: 'wind-meter',
    name: 'Hand-held wind meter',
    unit: 'm/s',
    accuracy: 0.4,
    resolution: 0.5,
    measures: ['lc-wind', 'wind-at-height'],
    days: 12,
  },
  {
    id: 'cell-meter',
    name: 'Cell meter',
    unit: '%',
    accuracy: 1,
    resolution: 1,
    measures: ['energy-both-phases'],
    days: 160,
  },
  {
    id: 'height-telemetry',
    name: 'Height by telemetry',
    unit: 'm',
    accuracy: 0.5,
    resolution: 1,
    measures: ['transition-out', 'return-height', 'height-at-rest'],
    days: 200,
  },
];

/** The courier drone between the islands. */
export function lomviFile(today: Date): string {
  return aircraftFile({
    mark: 'QX-LMV',
    type: 'Lomvi L4',
    description: 'electric lift-and-cruise courier drone, V-tail',
    family: 'lift-and-cruise',
    serial: 'L4-022',
    equipment: LOMVI_EQUIPMENT,
    loading: lomviLoading(today, LOMVI_EQUIPMENT),
    hours: 88.1,
    limitBook: 'lomvi-l4',
    pack: 'lift-and-cruise-electric',
    options: [
      option('payload', 'Payload', ['parcel', 'parcel box', 'payload'], ['cool', 'cool box', 'payload']),
    ],
    instruments: gauges(today, LOMVI_GAUGES),
  });
}
