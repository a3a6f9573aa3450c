import { createSocket } from 'node:dgram';
import { once } from 'node:events';
import { setImmediate } from 'node:timers/promises';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { VehicleStandin } from '@kanzel/standins';

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc');
const heap = () => {
  collect();
  return process.memoryUsage().heapUsed / 1e6;
};

/** 200 messages a second for ten minutes. */
const MESSAGES = 120_000;
const TOGETHER = 20;

/** What a vehicle says in ten minutes, over real datagrams, as fast as it is taken: how long that is, and what stays in memory of it. */
export async function benchVehicle(row, drivers) {
  const probe = createSocket('udp4').bind(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address();
  probe.close();
  await once(probe, 'close');
  let [samples, doubts] = [0, 0];
  let ready;
  const opened = new Promise((resolve) => (ready = resolve));
  const device = drivers['mavlink-udp'].open({ host: '127.0.0.1', port, system: 1 }, true, {
    opened: () => ready(),
    sample: () => (samples += 1),
    doubt: () => (doubts += 1),
    gone: () => undefined,
  });
  await opened;
  const from = createSocket('udp4');
  const send = (frame) => new Promise((resolve) => from.send(frame, port, '127.0.0.1', resolve));
  const vehicle = new VehicleStandin(1, 6, 3);
  let sent = 0;
  let first;
  const start = performance.now();
  while (sent < MESSAGES) {
    const frames = [];
    while (frames.length < TOGETHER) frames.push(...vehicle.advance());
    for (const frame of frames) await send(frame);
    sent += frames.length;
    // Datagrams wait in the system until they are taken: none is to be lost here.
    await setImmediate();
    if (first === undefined && sent > MESSAGES / 10) first = heap();
  }
  const seconds = (performance.now() - start) / 1000;
  const last = heap();
  device.close();
  from.close();
  row(
    'a vehicle, 200 messages a second for ten minutes, taken at once',
    `${seconds.toFixed(1)} s for ${sent} messages; ${samples} samples, ${doubts} doubts; heap after a minute ${first.toFixed(1)} MB, after ten ${last.toFixed(1)} MB`,
  );
}
