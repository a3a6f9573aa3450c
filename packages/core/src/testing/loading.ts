import type { Instrument, Reading } from '../limits/types.ts';
import type { LoadingData } from '../aircraft/index.ts';
import type { LoadingSheet, ScaleWeighing } from '../loading/index.ts';

/** An invented aircraft for tests of the loading: two wing tanks drawn together, then a tail tank; one bay for packs. */
export const LOADING: LoadingData = {
  units: { mass: 'kg', arm: 'mm', volume: 'L' },
  datum: 'tip of the nose',
  chord: { leadingEdge: 1800, length: 1400 },
  extent: { from: 0, to: 6000, side: 5000 },
  weighing: {
    points: [
      { id: 'nose', title: 'Nose wheel', arm: 600, lateral: 0 },
      { id: 'left', title: 'Left wheel', arm: 2500, lateral: -1200 },
      { id: 'right', title: 'Right wheel', arm: 2500, lateral: 1200 },
    ],
    armUncertainty: 1,
    height: { value: 900, uncertainty: 50 },
    tolerance: { mass: 2, arm: 3 },
  },
  stations: [
    {
      id: 'pilot',
      title: 'Pilot',
      kind: 'seat',
      arm: 1900,
      lateral: -300,
      maximum: 110,
      usual: 80,
      uncertainty: { mass: 1, arm: 10 },
    },
    {
      id: 'nose-bay',
      title: 'Nose bay',
      kind: 'ballast',
      arm: 300,
      lateral: 0,
      maximum: 40,
      usual: 0,
      uncertainty: { mass: 0.2, arm: 5 },
    },
    {
      id: 'tail-bay',
      title: 'Tail bay',
      kind: 'ballast',
      arm: 5200,
      lateral: 0,
      maximum: 20,
      usual: 0,
      uncertainty: { mass: 0.2, arm: 5 },
    },
    {
      id: 'locker',
      title: 'Locker',
      kind: 'locker',
      arm: 2700,
      lateral: 0,
      travel: { from: 2400, to: 3000 },
      maximum: 60,
      usual: 0,
      uncertainty: { mass: 0.5, arm: 20 },
    },
  ],
  tanks: [
    {
      id: 'left',
      title: 'Left wing',
      usable: 80,
      unusable: 2,
      density: 0.72,
      densityBand: 0.01,
      arms: [{ volume: 80, arm: 2150, lateral: -1500 }],
      gauge: 2,
    },
    {
      id: 'right',
      title: 'Right wing',
      usable: 80,
      unusable: 2,
      density: 0.72,
      densityBand: 0.01,
      arms: [{ volume: 80, arm: 2150, lateral: 1500 }],
      gauge: 2,
    },
    {
      id: 'tail',
      title: 'Tail',
      usable: 40,
      unusable: 1,
      density: 0.72,
      densityBand: 0.01,
      arms: [
        { volume: 20, arm: 4000, lateral: 0 },
        { volume: 40, arm: 4200, lateral: 0 },
      ],
      gauge: 1,
    },
  ],
  burn: [['left', 'right'], ['tail']],
  packs: [
    { id: 'small', title: 'Small pack', mass: 10, energy: 800, uncertainty: { mass: 0.1, arm: 2 } },
    { id: 'large', title: 'Large pack', mass: 25, energy: 2200, uncertainty: { mass: 0.1, arm: 2 } },
  ],
  bays: [
    {
      id: 'bay',
      title: 'Pack bay',
      arm: 1500,
      lateral: 0,
      travel: { from: 1200, to: 1800 },
      packs: ['small', 'large'],
      usual: 'small',
    },
  ],
  envelopes: [
    {
      id: 'normal',
      title: 'Normal',
      corners: [
        { arm: 1950, mass: 500 },
        { arm: 2210, mass: 500 },
        { arm: 2210, mass: 950 },
        { arm: 2050, mass: 950 },
        { arm: 1950, mass: 750 },
      ],
    },
  ],
  lateral: { low: -40, high: 40 },
  tilts: [],
  report: {
    number: 'W-12',
    on: '2026-01-20',
    mass: 610,
    arm: 2040,
    lateral: 0,
    uncertainty: { mass: 1, arm: 2 },
    equipment: [
      { id: 'radio', title: 'Radio', partNumber: 'VR-20', serial: '31', mass: 2, arm: 1300, lateral: 0 },
    ],
  },
};

export const SHEET: LoadingSheet = {
  units: LOADING.units,
  empty: {
    source: 'report',
    from: 'W-12',
    mass: 610,
    arm: 2040,
    lateral: 0,
    uncertainty: { mass: 1, arm: 2 },
  },
  lines: [{ station: 'pilot', mass: 80 }],
  fuel: { left: 60, right: 60, tail: 20 },
  used: 100,
  packs: [{ bay: 'bay', pack: 'small' }],
};

export const SCALES: Readonly<Record<string, Instrument>> = {
  scales: {
    id: 'scales',
    name: 'Test scales',
    unit: 'kg',
    accuracy: 0.3,
    resolution: 0.1,
    calibratedUntil: null,
    measures: ['weighing'],
  },
  level: {
    id: 'level',
    name: 'Test level',
    unit: 'deg-angle',
    accuracy: 0.05,
    resolution: 0.1,
    calibratedUntil: null,
    measures: ['level'],
  },
  tape: {
    id: 'tape',
    name: 'Test tape',
    unit: 'mm',
    accuracy: 0.5,
    resolution: 1,
    calibratedUntil: null,
    measures: ['arm'],
  },
};

export function scaleReading(value: number, unit = 'kg', instrument = 'scales'): Reading {
  return {
    value,
    unit,
    text: String(value),
    resolution: unit === 'mm' ? 1 : 0.1,
    source: 'typed',
    instrument,
  };
}

/** A weighing on the points of `LOADING` with these net figures, level and drained. */
export function weighing(net: readonly number[], change: Partial<ScaleWeighing> = {}): ScaleWeighing {
  return {
    method: 'scales',
    units: LOADING.units,
    points: LOADING.weighing.points.map((p, i) => ({
      ...p,
      tare: scaleReading(4),
      readings: [scaleReading((net[i] ?? 0) + 4)],
    })),
    level: {
      along: scaleReading(0, 'deg-angle', 'level'),
      across: scaleReading(0, 'deg-angle', 'level'),
    },
    fuel: 'drained',
    tanks: {},
    extras: [],
    ...change,
  };
}
