import { layoutFor, type AircraftDescription, type Instrument } from '@kanzel/core';
import { aircraftFile, day, instrumentFile, option } from './described.ts';
import { dompapLoading, heiloLoading, lomviLoading, rypeLoading, vipeLoading } from './loadings.ts';

/** Library files of the other aircraft of Grauholm; every figure is invented. */

interface Gauge {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  readonly accuracy: number;
  readonly resolution: number;
  readonly measures: readonly string[];
  /** Days from the story's day to the end of its calibration; absent: needs none. */
  readonly days?: number;
}

function gauges(today: Date, list: readonly Gauge[]): Instrument[] {
  return list.map(({ days, ...gauge }) => ({
    ...gauge,
    calibratedUntil: days === undefined ? null : day(today, days),
  }));
}

const HEILO_EQUIPMENT: AircraftDescription['equipment'] = [
  {
    id: 'radio',
    title: 'Voice radio',
    partNumber: 'VR-12',
    serial: '708',
    touches: ['radio', 'loading'],
    mass: 2.3,
    arm: 1120,
  },
  {
    id: 'hook',
    title: 'Tow hook',
    partNumber: 'TH-1',
    serial: '2',
    touches: ['launch', 'loading'],
    mass: 1.4,
    arm: 5900,
  },
];

const DOMPAP_EQUIPMENT: AircraftDescription['equipment'] = [
  {
    id: 'radio',
    title: 'Voice radio',
    partNumber: 'VR-20',
    serial: '88',
    touches: ['radio'],
    mass: 1.1,
    arm: 1480,
  },
];

const RYPE_EQUIPMENT: AircraftDescription['equipment'] = [
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

const LOMVI_EQUIPMENT: AircraftDescription['equipment'] = [
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
      option('hook', 'Tow hook', ['fitted', 'tow hook', 'launch'], ['off', 'no hook', 'launch']),
      option('seats', 'Seats', ['one', 'one seat', 'cabin'], ['two', 'two seats', 'cabin']),
      option('fairings', 'Wheel fairings', ['off', 'no fairings'], ['on', 'fairings', 'landing-gear']),
    ],
    equipment: HEILO_EQUIPMENT,
    loading: heiloLoading(today, HEILO_EQUIPMENT),
    hours: 0,
    limitBook: 'heilo',
    pack: 'piston-magneto-single',
    instruments: gauges(today, [
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
      g('can', 'Measuring can and watch', 'L/h', 2, 1, [
        'fuel-flow-left',
        'fuel-flow-right',
        'fuel-flow-both',
      ]),
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

/** The six-rotor inspection drone after work on one motor. */
export function teistFile(today: Date): string {
  return aircraftFile({
    mark: 'QX-TEI',
    type: 'Teist T6',
    description: 'six-rotor mast inspection drone',
    family: 'multirotor',
    serial: 'T6-0117',
    layout: {
      propulsors: layoutFor('multirotor').propulsors.map((p, i) => ({
        ...p,
        id: String(i + 1),
        title: `Motor ${i + 1}`,
      })),
    },
    equipment: [
      {
        id: 'controller-3',
        title: 'Controller of motor 3',
        partNumber: 'MC-40',
        serial: '0981',
        touches: ['motor.3.controller'],
      },
    ],
    options: [
      option(
        'payload',
        'Payload',
        ['zoom', 'zoom camera', 'payload'],
        ['thermal', 'thermal camera', 'payload'],
      ),
      option('packs', 'Packs', ['one', 'one pack', 'energy'], ['two', 'two packs', 'energy']),
    ],
    hours: 163.2,
    limitBook: 'teist-t6',
    pack: 'multirotor',
    instruments: gauges(today, [
      {
        id: 'bench-scale',
        name: 'Bench scale',
        unit: 'kg',
        accuracy: 0.01,
        resolution: 0.01,
        measures: ['payload-mass', 'all-up-mass'],
        days: 95,
      },
      {
        id: 'cell-meter',
        name: 'Cell meter',
        unit: 'V',
        accuracy: 0.005,
        resolution: 0.001,
        measures: ['cell-lowest', 'cell-imbalance', 'pack-resistance', 'pack-after-hover'],
        days: 160,
      },
      {
        id: 'telemetry',
        name: 'Telemetry of the airframe',
        unit: 'count',
        accuracy: 0.5,
        resolution: 0.1,
        measures: ['satellites-seen', 'parameters-filed'],
      },
      {
        id: 'clamp-meter',
        name: 'Clamp meter',
        unit: 'A',
        accuracy: 0.1,
        resolution: 0.1,
        measures: ['motor-current'],
        days: 45,
      },
      {
        id: 'optical-tachometer',
        name: 'Optical tachometer',
        unit: 'rpm',
        accuracy: 10,
        resolution: 10,
        measures: ['motor-speed'],
        days: 45,
      },
      {
        id: 'infrared',
        name: 'Infrared thermometer',
        unit: 'degC',
        accuracy: 1.5,
        resolution: 0.5,
        measures: ['controller-temperature', 'pack-temperature'],
        days: 200,
      },
      {
        id: 'wind-meter',
        name: 'Hand-held wind meter',
        unit: 'm/s',
        accuracy: 0.4,
        resolution: 0.1,
        measures: ['wind-at-height'],
        days: 12,
      },
    ]),
  });
}

const stopwatch: Gauge = {
  id: 'stopwatch',
  name: 'Stopwatch',
  unit: 's',
  accuracy: 0.5,
  resolution: 0.1,
  measures: ['stopwatch'],
};

/** What the courier drone is measured with. */
const LOMVI_GAUGES: readonly Gauge[] = [
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

/** What a model is balanced with. */
const MODEL_GAUGES: readonly Gauge[] = [
  {
    id: 'kitchen-scale',
    name: 'Kitchen scale',
    unit: 'kg',
    accuracy: 0.005,
    resolution: 0.005,
    measures: ['model-mass', 'model-balance-point'],
    days: 120,
  },
  {
    id: 'rule',
    name: 'Steel rule',
    unit: 'mm',
    accuracy: 0.5,
    resolution: 0.5,
    measures: ['model-balance-point'],
  },
];

/** The other aircraft of Grauholm, described and waiting for their campaigns. */
export function waitingFiles(today: Date): readonly (readonly [name: string, text: string])[] {
  const own = gauges(today, [stopwatch]);
  return [
    [
      'aircraft-qx-dpm.r1.yaml',
      aircraftFile({
        mark: 'QX-DPM',
        type: 'Dompap NL-2',
        description: 'touring motor glider, dual-lane engine control',
        family: 'motor-glider',
        serial: 'NL2-104',
        equipment: DOMPAP_EQUIPMENT,
        loading: dompapLoading(today, DOMPAP_EQUIPMENT),
        hours: 3.4,
        limitBook: 'dompap-nl-2',
        pack: 'works-acceptance',
        options: [
          option(
            'tips',
            'Wing tips',
            ['long', 'long tips', 'structure'],
            ['short', 'short tips', 'structure'],
          ),
        ],
        instruments: own,
      }),
    ],
    [
      'aircraft-qx-lmv.r1.yaml',
      aircraftFile({
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
      }),
    ],
    [
      'aircraft-qx-ryp.r1.yaml',
      aircraftFile({
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
            ['high', 'high skids', 'landing-gear'],
            ['floats', 'floats', 'landing-gear'],
          ),
        ],
        instruments: own,
      }),
    ],
    [
      'aircraft-qx-vip.r1.yaml',
      aircraftFile({
        mark: 'QX-VIP',
        type: 'Vipe',
        description: 'canard tow-plane model with stabiliser',
        family: 'electric-model',
        serial: 'V-1',
        hours: 0,
        equipment: [
          {
            id: 'stabiliser',
            title: 'Stabiliser',
            partNumber: 'ST-2',
            serial: '77',
            touches: ['stabiliser'],
            mass: 0.03,
            arm: 40,
          },
        ],
        loading: vipeLoading(),
        limitBook: 'vipe',
        pack: 'electric-model',
        layout: {
          tail: 'none',
          surfaces: [
            { id: 'aileron-left', title: 'Left aileron', kind: 'aileron', side: 'left' },
            { id: 'aileron-right', title: 'Right aileron', kind: 'aileron', side: 'right' },
            { id: 'canard', title: 'Canard', kind: 'canard', side: 'centre' },
          ],
          propulsors: [
            { id: 'motor', title: 'Motor', kind: 'electric', place: 'tail', cylinders: 0, diameter: 0.4 },
          ],
        },
        options: [option('hook', 'Tow hook', ['fitted', 'tow hook', 'launch'], ['off', 'no hook', 'launch'])],
        instruments: gauges(today, [stopwatch, ...MODEL_GAUGES]),
      }),
    ],
  ];
}

/** The register of the workshop: one certificate has run out, and one came back renewed. */
export function registerFiles(today: Date): readonly (readonly [name: string, text: string])[] {
  const tool = (
    id: string,
    kind: 'scales' | 'torque-tool' | 'tachometer' | 'compass' | 'receiver' | 'gauge',
    name: string,
    unit: string,
    accuracy: number,
    resolution: number,
    measures: readonly string[],
    days: number,
    revision = 1,
  ): readonly [string, string] => [
    `instrument-${id}.r${revision}.yaml`,
    instrumentFile({
      id,
      revision,
      kind,
      name,
      serial: `GH-${id.length}${String(revision)}${name.length}`,
      unit,
      accuracy,
      resolution,
      certificate: `K-${String(900 - Math.round(days / 2))}`,
      calibratedFrom: day(today, days - 365),
      calibratedUntil: day(today, days),
      measures,
    }),
  ];
  return [
    tool('scales-1', 'scales', 'Floor scales, set 1', 'kg', 1, 0.5, ['weighed-empty', 'lc-mass'], 201),
    tool('torque-12', 'torque-tool', 'Torque tool, 2 to 25 N·m', 'Nm', 0.5, 0.1, ['torque'], 88),
    tool('torque-13', 'torque-tool', 'Torque tool, 10 to 100 N·m', 'Nm', 2, 0.5, ['torque'], -9),
    tool(
      'tachometer-4',
      'tachometer',
      'Hand-held optical tachometer 4',
      'rpm',
      1,
      1,
      ['rpm', 'motor-speed', 'fan-speed'],
      -40,
    ),
    tool(
      'tachometer-4',
      'tachometer',
      'Hand-held optical tachometer 4',
      'rpm',
      1,
      1,
      ['rpm', 'motor-speed', 'fan-speed'],
      320,
      2,
    ),
    tool(
      'landing-compass',
      'compass',
      'Landing compass',
      'deg',
      1,
      1,
      ['compass-swing', 'heading-two-sources'],
      150,
    ),
    tool('field-receiver', 'receiver', 'Field strength receiver', 'dBm', 1.5, 0.5, ['link-level'], 18),
    tool('tyre-gauge', 'gauge', 'Tyre gauge', 'psi', 0.5, 0.5, ['tyre-pressure-main'], 260),
  ];
}
