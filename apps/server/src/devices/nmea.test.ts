import { createSocket } from 'node:dgram';
import { once } from 'node:events';
import { createServer, type AddressInfo, type Socket } from 'node:net';
import { airspeedByLegs, legsOfTrack, placeAround } from '@kanzel/core';
import { FLIGHTS, FlightStandin, serveFlight } from '@kanzel/standins';
import { DRIVERS, type DeviceSample } from './drivers/index.ts';

/** A sentence with its checksum, as a receiver writes it. */
const sentence = (body: string): string =>
  `$${body}*${[...body]
    .reduce((sum, c) => sum ^ c.charCodeAt(0), 0)
    .toString(16)
    .toUpperCase()
    .padStart(2, '0')}`;
const gga = (time: string, quality: number, satellites: string, dilution: string): string =>
  sentence(`GPGGA,${time},6007.407,N,00814.074,W,${quality},${satellites},${dilution},31.5,M,46.9,M,,`);

/** What a listener heard, and a wait for so many of it. */
class Heard {
  readonly samples: DeviceSample[] = [];
  readonly doubts: string[] = [];
  opened = 0;
  private told: (() => void) | undefined;
  readonly ears = {
    opened: () => {
      this.opened += 1;
      this.told?.();
    },
    sample: (s: DeviceSample) => {
      this.samples.push(s);
      this.told?.();
    },
    doubt: (reason: { readonly code: string }) => void this.doubts.push(reason.code),
    gone: () => undefined,
  };

  async until(met: () => boolean): Promise<void> {
    while (!met()) await new Promise<void>((resolve) => (this.told = resolve));
  }

  figures(at = -1): Readonly<Record<string, number | null>> {
    const sample = this.samples.at(at);
    return Object.fromEntries(sample?.columns.map((c, i) => [c.channel, sample.values[i] ?? null]) ?? []);
  }
}

test('a receiver over UDP: satellites and their geometry with a fix alone, heading from its own sentence, garbled lines said', async () => {
  const probe = createSocket('udp4').bind(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address();
  probe.close();
  await once(probe, 'close');
  const heard = new Heard();
  const device = DRIVERS['nmea-udp'].open({ host: '127.0.0.1', port }, true, heard.ears);
  await heard.until(() => heard.opened > 0);
  const from = createSocket('udp4');
  const send = (...lines: readonly string[]): Promise<void> =>
    new Promise((resolve) => from.send(`${lines.join('\r\n')}\r\n`, port, '127.0.0.1', () => resolve()));
  await send(
    sentence('GPHDT,274.07,T'),
    gga('120000.00', 4, '14', '0.8'),
    sentence('GPRMC,120000.00,A,6007.4,N,00814.0,W,1.5,84.4,291126,,'),
  );
  await heard.until(() => heard.samples.length === 1);
  // All sentences of a moment are one sample; what comes behind it in that moment is in the next.
  expect([heard.samples[0]?.time, heard.figures()]).toEqual([
    43_200_000,
    {
      satellites: 14,
      geometry: 0.8,
      height: 31.5,
      speed: null,
      track: null,
      latitude: expect.closeTo(60.12345, 6) as number,
      longitude: expect.closeTo(-8.2345667, 6) as number,
      heading: 274.07,
    },
  ]);
  await send(
    gga('120000.20', 0, '05', '9.9'),
    'noise',
    gga('120000.40', 1, '09', '1.4').replace('09', '08'),
    sentence('GPGSV,1,1,00'),
  );
  await heard.until(() => heard.samples.length === 2);
  expect(heard.figures()).toEqual({
    satellites: null,
    geometry: null,
    height: null,
    speed: 1.5,
    track: 84.4,
    latitude: null,
    longitude: null,
    heading: 274.07,
  });
  expect(heard.doubts).toEqual(['receiverGarbled', 'receiverGarbled']);
  // Over midnight its clock begins again.
  await send(gga('000000.10', 1, '09', '1.4'));
  await heard.until(() => heard.samples.length === 3);
  expect([heard.opened, heard.figures()['satellites']]).toEqual([2, 9]);
  device.close();
  from.close();
});

test('over TCP it is read however it is cut', async () => {
  const sockets: Socket[] = [];
  const server = createServer((socket) => sockets.push(socket)).listen(0, '127.0.0.1');
  await once(server, 'listening');
  const heard = new Heard();
  const { port } = server.address() as AddressInfo;
  const device = DRIVERS['nmea-tcp'].open({ host: '127.0.0.1', port }, true, heard.ears);
  await heard.until(() => heard.opened > 0);
  while (!sockets[0]) await once(server, 'connection');
  const line = `${gga('010203.50', 1, '11', '1.1')}\r\n`;
  for (const c of line) sockets[0].write(c);
  await heard.until(() => heard.samples.length === 1);
  expect([heard.samples[0]?.time, heard.figures()['satellites']]).toEqual([3_723_500, 11]);
  device.close();
  for (const socket of sockets) socket.destroy();
  server.close();
});

test('a flight of the stand-in is found again in what its receiver says: four legs, airspeed and wind within what they promise', async () => {
  const flight = new FlightStandin(11, FLIGHTS.single);
  flight.command({ flying: true, faster: 60, windFrom: 300, wind: 8 });
  const server = await serveFlight(flight, 36_000, 0);
  const heard = new Heard();
  const { port } = server.address() as AddressInfo;
  const device = DRIVERS['nmea-tcp'].open({ host: '127.0.0.1', port }, true, heard.ears);
  // Up, four legs and on the way down: its clock has gone on by seven minutes.
  await heard.until(() => (heard.samples.at(-1)?.time ?? 0) - (heard.samples[0]?.time ?? 0) > 420_000);
  device.close();
  server.close();
  const figure = (sample: (typeof heard.samples)[number], channel: string): number =>
    sample.values[sample.columns.findIndex((c) => c.channel === channel)] ?? NaN;
  const origin = { latitude: 57.6, longitude: 1.4 };
  const moments = heard.samples
    .map((s) => ({
      at: s.time / 1000,
      height: figure(s, 'height'),
      ...placeAround(origin, { latitude: figure(s, 'latitude'), longitude: figure(s, 'longitude') }),
    }))
    .filter((m) => Number.isFinite(m.height + m.north + m.east));
  const top = Math.max(...moments.map((m) => m.height));
  const legs = legsOfTrack(moments).filter((l) => Math.abs(l.height - top) < 5);
  expect(legs).toHaveLength(4);
  const found = airspeedByLegs(legs.map((l) => ({ track: l.track, speed: l.speed, uncertainty: 0.3 })));
  if (!found.ok) throw new Error(found.error.code);
  expect(Math.abs(found.value.airspeed - 36)).toBeLessThan(2 * found.value.airspeedError);
  expect(Math.abs(found.value.wind - 8)).toBeLessThan(2 * found.value.windError);
  expect(Math.abs((found.value.windFrom ?? 0) - 300)).toBeLessThan(5);
});
