import { createServer, type Server } from 'node:net';
import { writeHeader, writeSample } from '@kanzel/formats';
import { seededRandom } from './random.ts';

/** What stands on one platform of the stand-in: the load with its tare, and the step of the display. */
export interface ScaleLoad {
  readonly id: string;
  readonly mass: number;
  readonly step: number;
}

/** Readings a second. */
const RATE = 5;

/**
 * What the platforms show, `seconds` after they were switched on: a drift that dies out while they warm up, a little
 * unrest of an aircraft that people have just let go of, rounded to the step of the display.
 */
export function scaleFigures(
  loads: readonly ScaleLoad[],
  seconds: number,
  normal: () => number,
): readonly number[] {
  return loads.map(({ mass, step }) => {
    const shown = mass * (1 + 0.0004 * Math.exp(-seconds / 60)) + step * 0.15 * normal();
    return Number((Math.round(shown / step) * step).toFixed(3));
  });
}

/** A set of scales on a port of its own, in the line protocol: columns `scales.1:kg` and so on. Real time. */
export function serveScales(port: number, loads: readonly ScaleLoad[], seed: number): Promise<Server> {
  const { normal } = seededRandom(seed);
  const began = Date.now();
  const columns = loads.map((l) => ({ subject: 'scales', channel: l.id, unit: 'kg' }));
  const server = createServer((socket) => {
    socket.write(`${writeHeader(columns)}\r\n`);
    const timer = setInterval(() => {
      const time = Date.now() - began;
      // Switched on long before anybody came: what is left of the drift is told by the clock of the set.
      const values = scaleFigures(loads, 120 + time / 1000, normal);
      socket.write(`${writeSample({ time, values })}\r\n`);
    }, 1000 / RATE);
    socket.once('close', () => clearInterval(timer));
    socket.on('error', () => socket.destroy());
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}
