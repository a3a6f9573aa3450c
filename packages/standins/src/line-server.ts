import { createServer, type Server, type Socket } from 'node:net';
import { writeHeader, writeSample } from '@kanzel/formats';
import type { TwinCommand, TwinStandin } from './twin.ts';
import type { VehicleCommand, VehicleStandin } from './vehicle.ts';

/** Readings a second, as a real monitor would send them. */
const RATE = 10;

/** A stand-in that is listening, and how to end it. */
export interface RunningStandin {
  readonly dataPort: number;
  readonly controlPort: number;
  readonly close: () => Promise<void>;
}

function listen(server: Server, port: number, host: string): Promise<number> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => {
      const address = server.address();
      resolve(typeof address === 'object' && address ? address.port : port);
    });
  });
}

function isCommand(value: unknown): value is TwinCommand {
  return (
    typeof value === 'object' &&
    value !== null &&
    ['left', 'right', 'both'].includes(String((value as { engine?: unknown }).engine))
  );
}

/** Answers one line of the control port: a command as JSON, or "?" for the situation; of the vehicle where it names that. */
function answerControl(twin: TwinStandin, vehicle: VehicleStandin | undefined, line: string): string {
  if (line.trim() !== '?') {
    let value: unknown;
    try {
      value = JSON.parse(line);
    } catch {
      return JSON.stringify({ error: 'not JSON' });
    }
    const toVehicle = (value as { vehicle?: VehicleCommand } | null)?.vehicle;
    if (vehicle && toVehicle) {
      vehicle.command(toVehicle);
      return JSON.stringify(vehicle.situation());
    }
    if (!isCommand(value)) return JSON.stringify({ error: 'engine must be left, right or both' });
    twin.command(value);
  }
  return JSON.stringify(twin.situation());
}

function serveControl(twin: TwinStandin, vehicle: VehicleStandin | undefined, socket: Socket): void {
  let rest = '';
  socket.setEncoding('utf8');
  socket.on('data', (chunk: string) => {
    const lines = (rest + chunk).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) socket.write(`${answerControl(twin, vehicle, line)}\n`);
  });
  socket.on('error', () => socket.destroy());
}

/**
 * Lets a twin speak the engine line protocol on a data port (read only, as a monitor behind a
 * serial-to-network box would) and obey commands on a control port (simulation only), which a vehicle may share. Real time.
 */
export async function serveTwin(
  twin: TwinStandin,
  options: { host: string; dataPort: number; controlPort: number; vehicle?: VehicleStandin },
): Promise<RunningStandin> {
  const listeners = new Set<Socket>();
  const sockets = new Set<Socket>();
  const track = (socket: Socket): void => {
    sockets.add(socket);
    socket.once('close', () => sockets.delete(socket));
  };
  const data = createServer((socket) => {
    track(socket);
    listeners.add(socket);
    socket.write(`${writeHeader(twin.columns())}\r\n`);
    socket.once('close', () => listeners.delete(socket));
    socket.on('error', () => socket.destroy());
  });
  const control = createServer((socket) => {
    track(socket);
    serveControl(twin, options.vehicle, socket);
  });
  const dataPort = await listen(data, options.dataPort, options.host);
  const controlPort = await listen(control, options.controlPort, options.host);
  let last = Date.now();
  const timer = setInterval(() => {
    const now = Date.now();
    twin.advance(Math.min(1, (now - last) / 1000));
    last = now;
    const line = `${writeSample(twin.sample())}\r\n`;
    for (const socket of listeners) socket.write(line);
  }, 1000 / RATE);
  const end = (server: Server): Promise<void> => new Promise((resolve) => server.close(() => resolve()));
  return {
    dataPort,
    controlPort,
    close: async () => {
      clearInterval(timer);
      for (const socket of sockets) socket.destroy();
      await Promise.all([end(data), end(control)]);
    },
  };
}
