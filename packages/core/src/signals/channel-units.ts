import { convert } from '../quantity/units.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';

/** In which unit each channel of an engine monitor, or of the motors and packs of a vehicle, is shown, taken and kept here, whatever unit the monitor itself speaks. */
const UNITS: ReadonlyMap<string, string> = new Map([
  ['rpm', 'rpm'],
  ['manifold-pressure', 'inHg'],
  ['fuel-flow', 'L/h'],
  ['oil-pressure', 'psi'],
  ['oil-temperature', 'degC'],
  ['volts', 'V'],
  ['bus-volts', 'V'],
  ['amps', 'A'],
  ['suction', 'inHg'],
  ['exhaust', 'degC'],
  ['cylinder-head', 'degC'],
  ['cylinder-head-hottest', 'degC'],
  ['motor-speed', 'rpm'],
  ['motor-current', 'A'],
  ['pack-volts', 'V'],
  ['pack-amps', 'A'],
  ['cell-imbalance', 'V'],
  ['airspeed', 'm/s'],
]);

/** The unit of a channel, a cylinder's own included; undefined for one that no engine monitor is known to have. Example: "exhaust-3" is in degC. */
export const channelUnit = (channel: string): string | undefined =>
  UNITS.get(channel) ?? UNITS.get(channel.replace(/-\d+$/, ''));

/**
 * A figure of a monitor in the unit that its channel has here. A channel that is not known here is taken as it is said.
 * Errors: `lineOtherKind`, where the monitor names a unit that does not measure this: a pressure that is said in degrees is none.
 * Example: `inChannelUnit('oil-pressure', 4.5, 'bar')` is about 65.27 psi.
 */
export function inChannelUnit(channel: string, value: number, unit: string): Result<number, Reason> {
  const wanted = channelUnit(channel);
  if (wanted === undefined || wanted === unit) return ok(value);
  const found = convert(value, unit, wanted);
  return found.ok ? found : err(reason('lineOtherKind', { channel, unit, wanted }));
}
