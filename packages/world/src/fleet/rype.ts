import type { LoadingData } from '@kanzel/core';
import { aircraftFile, day, option, METRIC, reported, type Equipment } from '../described.ts';
import { fuelStick, gauges, stopwatch, type Gauge } from './gauges.ts';

const RYPE_EQUIPMENT: Equipment = [
  {
    id: 'autopilot-board',
    title: 'Autopilot board',
    partNumber: 'AB-5',
    serial: '40',
    touches: ['autopilot'],
    mass: 0.2,
    arm: 700,
  },
];

/** The unmanned helicopter: a narrow window around the mast, fuel and camera on either side of it. */
function rypeLoading(today: Date, equipment: Equipment): LoadingData {
  const good = { mass: 0.05, arm: 2 };
  return {
    units: METRIC,
    datum: 'tip of the nose',
    extent: { from: 0, to: 3200, side: 600 },
    weighing: {
      points: [
        { id: '1', title: 'Left skid, front', arm: 640, lateral: -310 },
        { id: '2', title: 'Right skid, front', arm: 640, lateral: 310 },
        { id: '3', title: 'Left skid, rear', arm: 1180, lateral: -310 },
        { id: '4', title: 'Right skid, rear', arm: 1180, lateral: 310 },
      ],
      armUncertainty: 0.5,
      height: { value: 420, uncertainty: 30 },
      tolerance: { mass: 0.2, arm: 2 },
    },
    stations: [
      {
        id: 'camera',
        title: 'Camera mount',
        kind: 'payload',
        arm: 310,
        lateral: 0,
        maximum: 6,
        usual: 2.4,
        uncertainty: good,
      },
      {
        id: 'tail-mass',
        title: 'Trim mass on the boom',
        kind: 'ballast',
        arm: 2700,
        lateral: 0,
        maximum: 2,
        usual: 0,
        uncertainty: { mass: 0.01, arm: 1 },
      },
    ],
    tanks: [
      {
        id: 'fuel',
        title: 'Tank',
        usable: 9,
        unusable: 0.3,
        density: 0.74,
        densityBand: 0.015,
        arms: [{ volume: 9, arm: 930, lateral: 0 }],
        gauge: 0.2,
      },
    ],
    burn: [['fuel']],
    packs: [],
    bays: [],
    envelopes: [
      {
        id: 'mast',
        title: 'Around the mast',
        corners: [
          { arm: 870, mass: 34 },
          { arm: 945, mass: 34 },
          { arm: 940, mass: 55 },
          { arm: 880, mass: 55 },
        ],
      },
    ],
    lateral: { low: -12, high: 12 },
    tilts: [],
    report: {
      number: 'R-7/5',
      on: day(today, -140),
      mass: 38.6,
      arm: 941,
      lateral: 1,
      uncertainty: { mass: 0.1, arm: 1 },
      equipment: reported(equipment),
    },
  };
}

/** One of the gauges that come with it, or over its line. */
const gauge = (
  id: string,
  name: string,
  [unit, accuracy, resolution]: readonly [string, number, number],
  measures: readonly string[],
  days?: number,
): Gauge => ({
  id,
  name,
  unit,
  accuracy,
  resolution,
  measures,
  ...(days === undefined ? {} : { days }),
});

const RYPE_GAUGES: readonly Gauge[] = [
  gauge('attitude-telemetry', 'Attitude by telemetry', ['deg-angle', 0.2, 0.1], ['level-at-rest']),
  gauge('heading-telemetry', 'Heading by telemetry', ['deg', 1, 1], ['heading']),
  gauge('height-telemetry', 'Height by telemetry', ['m', 0.5, 1], ['return-height']),
  gauge(
    'oil-pressure-gauge',
    'Oil pressure by telemetry',
    ['psi', 1, 1],
    ['oil-pressure-rise', 'oil-pressure-idle-warm'],
    300,
  ),
  gauge('oil-thermometer', 'Oil temperature by telemetry', ['degC', 1, 1], ['oil-temperature-ready'], 300),
  gauge('head-thermometer', 'Head temperature by telemetry', ['degC', 2, 1], ['hover-head-temperature'], 300),
  gauge('belt-gauge', 'Belt tension gauge', ['N', 3, 1], ['drive-belt-tension'], 120),
  gauge(
    'pitch-gauge',
    'Blade pitch gauge',
    ['deg-angle', 0.1, 0.1],
    ['collective-range', 'collective-high'],
    90,
  ),
  gauge('tracking-flag', 'Tracking flag', ['mm', 1, 1], ['blade-tracking']),
  gauge(
    'rotor-tachometer',
    'Rotor tachometer',
    ['rpm', 2, 1],
    ['rotor-speed-governed', 'autorotation-entry'],
    200,
  ),
  gauge('vibration-meter', 'Vibration meter', ['m/s2', 0.5, 0.1], ['rotor-vibration'], 200),
  gauge('wind-meter', 'Hand-held wind meter', ['kt', 0.8, 0.1], ['rotorcraft-wind'], 25),
];

/** The unmanned helicopter over the sea ice. */
export function rypeFile(today: Date): string {
  return aircraftFile({
    mark: 'QX-RYP',
    type: 'Rype',
    description: 'unmanned petrol helicopter for sea-ice observation',
    family: 'rotorcraft',
    serial: 'R-7',
    equipment: RYPE_EQUIPMENT,
    loading: rypeLoading(today, RYPE_EQUIPMENT),
    hours: 412.7,
    limitBook: 'rype',
    pack: 'rotorcraft',
    layout: { span: 1.2, length: 3.2 },
    options: [
      option(
        'skids',
        'Skids',
        ['high', 'high skids', 'gear.skids', 'loading'],
        ['floats', 'floats', 'gear.skids', 'loading'],
      ),
    ],
    instruments: gauges(today, [stopwatch, fuelStick(0.2), ...RYPE_GAUGES]),
  });
}
