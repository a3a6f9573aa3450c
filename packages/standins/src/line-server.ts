import { createServer, type Server, type Socket } from 'node:net';
import { writeHeader, writeSample } from '@kanzel/formats';
import type { EngineCommand, EnginesStandin } from './twin.ts';
import type { FlightCommand, FlightStandin } from './flight/flight.ts';
import type { VehicleCommand, VehicleStandin } from './vehicle.ts';

/** Readings a second, as a real monitor would send them. */
const RATE = 10;

/** A stand-in of one aircraft, by the port on which it speaks: what it flies, and what of it is a vehicle. */
export interface SpeakingStandin {
  readonly vehicle?: VehicleStandin;
  readonly flight?: FlightStandin;
}
/** What speaks on which port; filled when they listen. */
export type SpeakingStandins = ReadonlyMap<number, SpeakingStandin>;

/** A stand-in that is listening, and how to end it. */
export interface RunningStandin {
  readonly dataPort: number;
  /** Where the monitors of other aircraft speak, in their order. */
  readonly otherPorts: readonly number[];
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

/** The aircraft that a command is for: the one that has such an engine, and without a name of one the first. */
function commanded(value: unknown, aircraft: readonly EnginesStandin[]): EnginesStandin | undefined {
  if (typeof value !== 'object' || value === null) return undefined;
  const { engine } = value as { engine?: unknown };
  if (typeof engine !== 'string') return undefined;
  if (engine === 'both') return aircraft[0];
  if (engine === 'all') return aircraft.at(-1);
  return aircraft.find((one) => one.has(engine));
}

/**
 * Answers one line of the control port: a command as JSON, or "?" for the situation of the engines. A command to a vehicle or a
 * flight names the port on which that one speaks.
 */
function answerControl(
  aircraft: readonly EnginesStandin[],
  speaking: SpeakingStandins,
  line: string,
): string {
  if (line.trim() !== '?') {
    let value: unknown;
    try {
      value = JSON.parse(line);
    } catch {
      return JSON.stringify({ error: 'not JSON' });
    }
    const { port, vehicle, flight } = (value ?? {}) as {
      port?: number;
      vehicle?: VehicleCommand;
      flight?: FlightCommand;
    };
    const one = port === undefined ? undefined : speaking.get(port);
    if (vehicle) {
      if (!one?.vehicle) return JSON.stringify({ error: 'no vehicle of the stand-ins speaks there' });
      one.vehicle.command(vehicle);
      return JSON.stringify(one.vehicle.situation());
    }
    if (flight) {
      if (!one?.flight) return JSON.stringify({ error: 'nothing of the stand-ins that speaks there flies' });
      one.flight.command(flight);
      return JSON.stringify(one.flight.situation());
    }
    const of = commanded(value, aircraft);
    if (!of) return JSON.stringify({ error: 'engine must be one of these aircraft, both or all' });
    of.command(value as EngineCommand);
  }
  return JSON.stringify(Object.assign({}, ...aircraft.map((one) => one.situation())));
}

function serveControl(aircraft: readonly EnginesStandin[], speaking: SpeakingStandins, socket: Socket): void {
  let rest = '';
  socket.setEncoding('utf8');
  socket.on('data', (chunk: string) => {
    const lines = (rest + chunk).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) socket.write(`${answerControl(aircraft, speaking, line)}\n`);
  });
  socket.on('error', () => socket.destroy());
}

/**
 * Lets a twin speak the engine line protocol on a data port (read only, as a monitor behind a
 * serial-to-network box would) and obey commands on a control port (simulation only), which a vehicle may share. Real time.
 */
export async function serveTwin(
  twin: EnginesStandin,
  options: {
    host: string;
    dataPort: number;
    controlPort: number;
    /** Vehicles and receivers that listen already. */
    speaking?: SpeakingStandins;
    /** Engines of other aircraft, each behind a monitor on a port that is free, worked through the same control port. */
    others?: readonly EnginesStandin[];
  },
): Promise<RunningStandin> {
  const sockets = new Set<Socket>();
  const track = (socket: Socket): void => {
    sockets.add(socket);
    socket.once('close', () => sockets.delete(socket));
  };
  const { others = [] } = options;
  const aircraft = [twin, ...others];
  /** A monitor: what it says goes to whoever listens. */
  const speaker = (engines: EnginesStandin) => {
    const listeners = new Set<Socket>();
    const server = createServer((socket) => {
      track(socket);
      listeners.add(socket);
      socket.write(`${writeHeader(engines.columns())}\r\n`);
      socket.once('close', () => listeners.delete(socket));
      socket.on('error', () => socket.destroy());
    });
    const say = (): void => {
      const line = `${writeSample(engines.sample())}\r\n`;
      for (const socket of listeners) socket.write(line);
    };
    return { server, say };
  };
  const data = speaker(twin);
  const more = others.map(speaker);
  const all = new Map(options.speaking);
  const control = createServer((socket) => {
    track(socket);
    serveControl(aircraft, all, socket);
  });
  const dataPort = await listen(data.server, options.dataPort, options.host);
  const otherPorts = await Promise.all(more.map(({ server }) => listen(server, 0, options.host)));
  const controlPort = await listen(control, options.controlPort, options.host);
  [dataPort, ...otherPorts].forEach((port, i) => {
    const flight = aircraft[i]?.flight;
    if (flight) all.set(port, { flight });
  });
  let last = Date.now();
  const timer = setInterval(() => {
    const now = Date.now();
    for (const one of aircraft) one.advance(Math.min(1, (now - last) / 1000));
    last = now;
    for (const { say } of [data, ...more]) say();
  }, 1000 / RATE);
  const end = (server: Server): Promise<void> => new Promise((resolve) => server.close(() => resolve()));
  return {
    dataPort,
    otherPorts,
    controlPort,
    close: async () => {
      clearInterval(timer);
      for (const socket of sockets) socket.destroy();
      await Promise.all([data, ...more].map(({ server }) => end(server)).concat(end(control)));
    },
  };
}
