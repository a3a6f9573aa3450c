import { reason } from '@kanzel/core';
import { readNmea, type LineColumn } from '@kanzel/formats';
import { readDatagrams } from '../read-datagrams.ts';
import { readLines } from '../read-lines.ts';
import type { DeviceDriver, DeviceEars } from './driver.ts';
import { readAddress, type LineAddress } from './engine-line.ts';

/** A figure that was not said again for so long is none (ms). */
const OVER = 3000;

const UNITS: Readonly<Record<string, string>> = {
  satellites: 'count',
  geometry: '1',
  height: 'm',
  speed: 'kt',
  track: 'deg',
  latitude: 'deg-angle',
  longitude: 'deg-angle',
  heading: 'deg-angle',
};

/** Sentences of a receiver, taken together to figures each time that its clock has gone on. */
class Receiver {
  private readonly known = new Map<string, { readonly value: number; readonly at: number }>();
  private time: number | undefined;

  constructor(
    private readonly ears: DeviceEars,
    private readonly now: () => number,
  ) {}

  opened(): void {
    this.known.clear();
    this.time = undefined;
    this.ears.opened();
  }

  line(text: string): void {
    const read = readNmea(text);
    if (read.kind === 'garbled') return this.ears.doubt(reason('receiverGarbled'));
    if (read.kind === 'other') return;
    const now = this.now();
    for (const [channel, value] of Object.entries(read.figures))
      if (value === undefined) this.known.delete(channel);
      else this.known.set(channel, { value, at: now });
    const { time } = read;
    // Its clock goes on once for all sentences of a moment; at midnight, and when it is switched on anew, it begins again.
    if (time === undefined || time === this.time) return;
    if (this.time !== undefined && time < this.time) this.ears.opened();
    this.time = time;
    const columns: LineColumn[] = Object.entries(UNITS).map(([channel, unit]) => ({
      subject: 'aircraft',
      channel,
      unit,
    }));
    this.ears.sample({
      time,
      columns,
      values: columns.map(({ channel }) => {
        const known = this.known.get(channel);
        return known && now - known.at <= OVER ? known.value : null;
      }),
    });
  }
}

const SETTINGS = [
  { name: 'host', label: 'Host', kind: 'host' },
  { name: 'port', label: 'Port', kind: 'port' },
] as const;
const now = (): number => performance.now();

/** NMEA 0183 of a receiver for positions or a compass, over TCP. */
export const NMEA_TCP: DeviceDriver<LineAddress> = {
  title: 'NMEA 0183 over TCP',
  speaker: 'receiver',
  settings: SETTINGS,
  read: readAddress,
  open(address, standins, ears) {
    const receiver = new Receiver(ears, now);
    return readLines(
      { ...address, standins },
      {
        opened: () => receiver.opened(),
        line: (text) => receiver.line(text),
        gone: (why) => ears.gone(why),
      },
    );
  },
};

/** The same of a receiver that sends to a port of this machine; a datagram holds whole lines. */
export const NMEA_UDP: DeviceDriver<LineAddress> = {
  title: 'NMEA 0183 over UDP',
  speaker: 'receiver',
  settings: SETTINGS,
  read: readAddress,
  open(address, _standins, ears) {
    const receiver = new Receiver(ears, now);
    return readDatagrams(address, {
      opened: () => receiver.opened(),
      datagram: (bytes) => {
        for (const text of Buffer.from(bytes).toString('latin1').split('\n'))
          if (text.trim() !== '') receiver.line(text);
      },
      gone: (why) => ears.gone(why),
    });
  },
};
