import { layoutFor } from '@kanzel/core';
import { aircraftFile, option } from '../described.ts';
import { gauges } from './gauges.ts';

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
      {
        id: 'height-telemetry',
        name: 'Height by telemetry',
        unit: 'm',
        accuracy: 0.5,
        resolution: 1,
        measures: ['return-height'],
      },
      {
        id: 'plan-energy',
        name: 'Energy of the plan, as the last flights have shown',
        unit: '%',
        accuracy: 3,
        resolution: 1,
        measures: ['minutes-planned'],
      },
    ]),
  });
}
