import type { LoadingData } from '@kanzel/core';
import { aircraftFile, day, option, METRIC, reported, type Equipment } from '../described.ts';
import { fuelStick, gauges, reportedWind, type Gauge } from './gauges.ts';

const HEILO_EQUIPMENT: Equipment = [
  {
    id: 'radio',
    title: 'Voice radio',
    partNumber: 'VR-12',
    serial: '708',
    touches: ['avionics.radio', 'loading'],
    mass: 2.3,
    arm: 1120,
  },
  {
    id: 'hook',
    title: 'Tow hook',
    partNumber: 'TH-1',
    serial: '2',
    touches: ['loading'],
    mass: 1.4,
    arm: 5900,
  },
];

/** The home-built tug: weighed for the first time by its builder, and since then a radio was fitted. */
function heiloLoading(today: Date, equipment: Equipment): LoadingData {
  const wing = (side: 'left' | 'right'): LoadingData['tanks'][number] => ({
    id: side,
    title: side === 'left' ? 'Left tank' : 'Right tank',
    usable: 44,
    unusable: 1,
    density: 0.72,
    densityBand: 0.015,
    arms: [{ volume: 44, arm: 2080, lateral: side === 'left' ? -880 : 880 }],
    gauge: 1,
  });
  return {
    units: METRIC,
    datum: 'tip of the spinner',
    chord: { leadingEdge: 1790, length: 1290 },
    extent: { from: 0, to: 6400, side: 4300 },
    weighing: {
      points: [
        { id: '1', title: 'Left wheel', arm: 1705, lateral: -960 },
        { id: '2', title: 'Right wheel', arm: 1705, lateral: 960 },
        { id: '3', title: 'Tail wheel on the stand', arm: 5560, lateral: 0 },
      ],
      armUncertainty: 1,
      height: { value: 940, uncertainty: 60 },
      tolerance: { mass: 1.5, arm: 4 },
    },
    stations: [
      {
        id: 'pilot',
        title: 'Pilot',
        kind: 'seat',
        arm: 2290,
        lateral: 0,
        maximum: 110,
        usual: 84,
        uncertainty: { mass: 1, arm: 10 },
      },
      {
        id: 'nose-ballast',
        title: 'Ballast on the engine mount',
        kind: 'ballast',
        arm: 620,
        lateral: 0,
        maximum: 12,
        usual: 0,
        uncertainty: { mass: 0.1, arm: 3 },
      },
      {
        id: 'tail-ballast',
        title: 'Ballast at the tail post',
        kind: 'ballast',
        arm: 5300,
        lateral: 0,
        maximum: 6,
        usual: 0,
        uncertainty: { mass: 0.1, arm: 3 },
      },
      {
        id: 'shelf',
        title: 'Shelf behind the seat',
        kind: 'locker',
        arm: 2950,
        lateral: 0,
        maximum: 15,
        usual: 0,
        uncertainty: { mass: 0.2, arm: 20 },
      },
    ],
    tanks: [wing('left'), wing('right')],
    burn: [['left', 'right']],
    packs: [],
    bays: [],
    envelopes: [
      {
        id: 'tug',
        title: 'Tug, one seat',
        when: { seats: 'one' },
        corners: [
          { arm: 2020, mass: 470, edge: 'lowest mass' },
          { arm: 2150, mass: 470, edge: 'aft limit' },
          { arm: 2150, mass: 620, edge: 'aft limit, heavy' },
          { arm: 2130, mass: 720, edge: 'highest mass' },
          { arm: 2035, mass: 720, edge: 'forward limit, heavy' },
          { arm: 2020, mass: 640, edge: 'forward limit' },
        ],
      },
      {
        id: 'two',
        title: 'Two seats, no tow',
        when: { seats: 'two' },
        corners: [
          { arm: 2030, mass: 470 },
          { arm: 2140, mass: 470 },
          { arm: 2140, mass: 720 },
          { arm: 2030, mass: 720 },
        ],
      },
    ],
    lateral: { low: -35, high: 35 },
    tilts: [],
    report: {
      number: 'B-1',
      on: day(today, -64),
      mass: 476.2,
      arm: 2058.6,
      lateral: 0,
      uncertainty: { mass: 0.8, arm: 2 },
      equipment: reported(equipment.filter((e) => e.id !== 'radio')),
    },
  };
}

/** The home-built glider tug before its maiden flight. */
export function heiloFile(today: Date): string {
  const g = (
    id: string,
    name: string,
    unit: string,
    accuracy: number,
    resolution: number,
    measures: string[],
    days?: number,
  ): Gauge => ({ id, name, unit, accuracy, resolution, measures, days });
  return aircraftFile({
    mark: 'QX-HEI',
    type: 'Heilo',
    description: 'home-built glider tug, tailwheel',
    family: 'piston-single',
    serial: 'H-1',
    layout: {
      span: 8.6,
      length: 6.4,
      gear: 'tailwheel',
      propulsors: [{ id: '1', title: 'Engine', kind: 'piston', place: 'nose', cylinders: 4, diameter: 1.8 }],
    },
    options: [
      option('hook', 'Tow hook', ['fitted', 'tow hook', 'loading'], ['off', 'no hook', 'loading']),
      option(
        'seats',
        'Seats',
        ['one', 'one seat', 'cabin', 'loading'],
        ['two', 'two seats', 'cabin', 'loading'],
      ),
      option('fairings', 'Wheel fairings', ['off', 'no fairings'], ['on', 'fairings', 'gear']),
    ],
    equipment: HEILO_EQUIPMENT,
    loading: heiloLoading(today, HEILO_EQUIPMENT),
    hours: 0,
    limitBook: 'heilo',
    pack: 'piston-magneto-single',
    instruments: gauges(today, [
      reportedWind,
      fuelStick(1),
      g('scales-2', 'Scales, set 2', 'kg', 0.5, 0.5, ['weighed-empty', 'cable-tension'], 110),
      g('level', 'Precision level', 'deg-angle', 0.05, 0.1, ['level-for-weighing']),
      g(
        'protractor',
        'Surface protractor',
        'deg-angle',
        0.3,
        0.5,
        ['aileron-travel', 'elevator-travel', 'rudder-travel', 'compass-swing'],
        210,
      ),
      g('tape', 'Steel tape', 'mm', 0.5, 1, ['blade-track', 'propeller-track', 'trim-held']),
      g('can', 'Measuring can', 'L', 0.02, 0.1, ['fuel-flow-left', 'fuel-flow-right', 'fuel-flow-both']),
      g('stopwatch', 'Stopwatch', 's', 0.5, 0.1, ['stopwatch', 'exit-practised']),
      g(
        'panel',
        'Panel engine gauges',
        'psi',
        2,
        1,
        ['oil-pressure', 'full-power-oil', 'idle-oil-single'],
        300,
      ),
      g(
        'tachometer',
        'Panel tachometer',
        'rpm',
        15,
        10,
        ['rpm', 'static-full-power', 'idle-single', 'power-reached', 'mixture-rise'],
        300,
      ),
      g(
        'oil-temperature',
        'Panel oil temperature',
        'degC',
        3,
        1,
        ['oil-temperature', 'oil-temperature-climb'],
        300,
      ),
      g(
        'airspeed',
        'Airspeed indicator',
        'kt',
        2,
        1,
        ['approach-to-stall', 'speed-two-sources', 'pitot-leak'],
        300,
      ),
    ]),
  });
}
