import { day, instrumentFile } from './described.ts';

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
