import { ENGINE_LINE } from './engine-line.ts';
import { NMEA_TCP, NMEA_UDP } from './nmea.ts';
import { MAVLINK_TCP, MAVLINK_UDP } from './mavlink.ts';

export type { Device, DeviceDriver, DeviceSample } from './driver.ts';
export type { LineAddress } from './engine-line.ts';

/** Every protocol that devices are listened to by. A new one is a file beside these and a line here. */
export const DRIVERS = {
  'engine-line': ENGINE_LINE,
  'mavlink-tcp': MAVLINK_TCP,
  'mavlink-udp': MAVLINK_UDP,
  'nmea-tcp': NMEA_TCP,
  'nmea-udp': NMEA_UDP,
} as const;

export type Protocol = keyof typeof DRIVERS;

/** The driver of a protocol by its name; undefined for one that there is not. */
export const driverOf = (protocol: string): (typeof DRIVERS)[Protocol] | undefined =>
  Object.hasOwn(DRIVERS, protocol) ? DRIVERS[protocol as Protocol] : undefined;
