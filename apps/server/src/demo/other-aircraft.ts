/** Library files of the other aircraft of Grauholm; every figure is invented. */

const day = (today: Date, offset: number): string =>
  new Date(today.getTime() + offset * 86_400_000).toISOString().slice(0, 10);

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

function gauges(today: Date, list: readonly Gauge[]): object[] {
  return list.map(({ days, ...gauge }) => ({
    ...gauge,
    calibratedUntil: days === undefined ? null : day(today, days),
  }));
}

const file = (aircraft: object): string =>
  `${JSON.stringify({ format: 'kanzel-aircraft', version: 1, ...aircraft }, null, 2)}\n`;

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
  return file({
    mark: 'QX-HEI',
    type: 'Heilo',
    description: 'home-built glider tug, tailwheel',
    family: 'piston-single',
    serial: 'H-1',
    engines: [{ id: '1', title: 'Engine', cylinders: 4 }],
    configuration: { code: 'A1', title: 'tow hook, one seat' },
    hours: 0,
    limitBook: 'heilo',
    pack: 'piston-magneto-single',
    instruments: gauges(today, [
      g('scales-2', 'Scales, set 2', 'kg', 0.5, 0.5, ['empty-mass', 'take-off-mass', 'cable-tension'], 110),
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
      g('tape', 'Steel tape', 'mm', 0.5, 1, [
        'empty-centre',
        'take-off-centre',
        'landing-centre',
        'blade-track',
        'propeller-track',
        'trim-held',
      ]),
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
  return file({
    mark: 'QX-TEI',
    type: 'Teist T6',
    description: 'six-rotor mast inspection drone',
    family: 'multirotor',
    serial: 'T6-0117',
    engines: [1, 2, 3, 4, 5, 6].map((n) => ({ id: String(n), title: `Motor ${n}`, cylinders: 0 })),
    configuration: { code: 'K2', title: 'zoom camera, one pack' },
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
