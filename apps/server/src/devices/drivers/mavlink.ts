import type { RemoteInfo } from 'node:dgram';
import { err, ok, reason } from '@kanzel/core';
import { readFrames } from '@kanzel/formats';
import { readBytes } from '../read-bytes.ts';
import { readDatagrams } from '../read-datagrams.ts';
import { VehicleEars } from '../vehicle.ts';
import { VehicleLists } from '../vehicle-lists.ts';
import type { DeviceDriver } from './driver.ts';
import { readAddress, type LineAddress } from './engine-line.ts';

/** Where a vehicle is heard, and its number: others may speak there as well. */
export interface VehicleAddress extends LineAddress {
  readonly system: number;
  /** A mission may be put aboard over this line. Nothing else is ever changed, and nothing where it is not said. */
  readonly writes?: boolean;
}

/** No frame of the protocol is longer; what is kept of a stream that has no frame in it is never more. */
const LONGEST_FRAME = 280;

const SETTINGS = [
  { name: 'host', label: 'Host', kind: 'host' },
  { name: 'port', label: 'Port', kind: 'port' },
  { name: 'system', label: 'Number of the vehicle', kind: 'number' },
] as const;

function readSettings(settings: unknown): ReturnType<DeviceDriver<VehicleAddress>['read']> {
  const address = readAddress(settings);
  if (!address.ok) return address;
  const { system = 1, writes } = (settings ?? {}) as { readonly system?: unknown; readonly writes?: unknown };
  return typeof system === 'number' && Number.isInteger(system) && system >= 1 && system <= 255
    ? ok({ ...address.value, system, ...(writes === true ? { writes } : {}) })
    : err('The number of the vehicle is a whole number from 1 to 255.');
}

const now = (): number => performance.now();

/** The MAVLink protocol, version 2, of a vehicle that is called up: the product connects, and asks for nothing but its lists. */
export const MAVLINK_TCP: DeviceDriver<VehicleAddress> = {
  title: 'MAVLink 2 over TCP',
  speaker: 'vehicle',
  settings: SETTINGS,
  read: readSettings,
  open({ host, port, system }, standins, ears) {
    const lists = new VehicleLists((bytes) => reader.write(bytes), system);
    const vehicle = new VehicleEars(system, ears, now, lists);
    let rest = new Uint8Array();
    const reader = readBytes(
      { host, port, standins },
      {
        opened: () => {
          rest = new Uint8Array();
          vehicle.opened();
        },
        bytes: (chunk) => {
          const bytes = new Uint8Array(rest.length + chunk.length);
          bytes.set(rest);
          bytes.set(chunk, rest.length);
          const { heard, used } = readFrames(bytes);
          rest = bytes.slice(Math.max(used, bytes.length - LONGEST_FRAME));
          vehicle.take(heard, host);
        },
        gone: (why) => {
          lists.stop();
          ears.gone(why);
        },
      },
    );
    return {
      close: () => {
        lists.stop();
        reader.close();
      },
      lists,
    };
  },
};

/** The same of a vehicle, or its radio, that sends to this machine: the product listens on a port, and answers where it was spoken from. */
export const MAVLINK_UDP: DeviceDriver<VehicleAddress> = {
  title: 'MAVLink 2 over UDP',
  speaker: 'vehicle',
  settings: SETTINGS,
  read: readSettings,
  open({ host, port, system }, _standins, ears) {
    let from: RemoteInfo | undefined;
    const lists = new VehicleLists((bytes) => {
      if (from) reader.send(bytes, from);
    }, system);
    const vehicle = new VehicleEars(system, ears, now, lists);
    const reader = readDatagrams(
      { host, port },
      {
        opened: () => vehicle.opened(),
        datagram: (bytes, sent) => {
          const { heard, used } = readFrames(bytes);
          // Whoever else speaks on this port is asked for nothing.
          if (heard.some((h) => h.kind === 'message' && h.system === system)) from = sent;
          vehicle.take(heard, `${sent.address}:${sent.port}`);
          // A datagram is whole or it is none: nothing of it comes later.
          if (used < bytes.length) ears.doubt(reason('vehicleGarbled'));
        },
        gone: (why) => {
          lists.stop();
          ears.gone(why);
        },
      },
    );
    return {
      close: () => {
        lists.stop();
        reader.close();
      },
      lists,
    };
  },
};
