import { createServer, type Server, type Socket } from 'node:net';
import type { FlightStandin } from './flight.ts';

const RAD = Math.PI / 180;

/** Exclusive or of all between the dollar and the star. Source: NMEA 0183, checksum. */
const withChecksum = (body: string): string => {
  const sum = [...body].reduce((s, c) => s ^ c.charCodeAt(0), 0);
  return `$${body}*${sum.toString(16).toUpperCase().padStart(2, '0')}`;
};

/** Degrees as degrees and minutes in one figure, and the hemisphere. Example: 57.6 is "5736.0000,N". */
function angle(degrees: number, digits: number, [plus, minus]: readonly [string, string]): string {
  const size = Math.abs(degrees);
  let whole = Math.floor(size);
  let minutes = ((size - whole) * 60).toFixed(4);
  if (minutes === '60.0000') [whole, minutes] = [whole + 1, '0.0000'];
  return `${String(whole).padStart(digits, '0')}${minutes.padStart(7, '0')},${degrees < 0 ? minus : plus}`;
}

/** What a receiver aboard says of this second of the day. Source: NMEA 0183, GGA and RMC. */
function sentences(flight: FlightStandin, clock: number): readonly string[] {
  const two = (n: number): string => String(Math.floor(n)).padStart(2, '0');
  const time = `${two(clock / 3600)}${two((clock / 60) % 60)}${two(clock % 60)}.00`;
  const { latitude, longitude, height } = flight.place();
  const place = `${angle(latitude, 2, ['N', 'S'])},${angle(longitude, 3, ['E', 'W'])}`;
  const [vn, ve] = flight.overGround();
  const knots = (Math.hypot(vn, ve) * 3600) / 1852;
  const track = ((Math.atan2(ve, vn) / RAD + 360) % 360).toFixed(1);
  return [
    withChecksum(`GPRMC,${time},A,${place},${knots.toFixed(1)},${track},301126,,`),
    withChecksum(`GPGGA,${time},${place},1,14,0.8,${height.toFixed(1)},M,46.9,M,,`),
  ];
}

/** Lets the receiver of a flight speak to whoever listens, a second at a time; its clock begins at a second of the day. */
export function serveFlight(flight: FlightStandin, clock: number, port: number): Promise<Server> {
  const listeners = new Set<Socket>();
  const server = createServer((socket) => {
    listeners.add(socket);
    socket.once('close', () => listeners.delete(socket));
    socket.on('error', () => socket.destroy());
  });
  let second = clock;
  let next: NodeJS.Timeout | undefined;
  const tick = (): void => {
    flight.advance(1);
    second = (second + 1) % 86_400;
    if (!flight.silent)
      for (const socket of listeners) socket.write(`${sentences(flight, second).join('\r\n')}\r\n`);
    next = setTimeout(tick, 1000 / flight.faster);
  };
  next = setTimeout(tick, 1000);
  server.once('close', () => clearTimeout(next));
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}
