import { createServer, type Server } from 'node:http';
import { writeAerodromeForecast } from '@kanzel/formats';

const HOUR = 3_600_000;

/** What the made-up weather does: a wind that freshens around the middle of the day and dies in the evening. */
export function windAt(ms: number, seed: number): { direction: number; speed: number; gust?: number } {
  const day = Math.floor(ms / (24 * HOUR));
  const hour = (ms / HOUR) % 24;
  const unruly = Math.abs(Math.sin(day * 12.9898 + seed * 78.233));
  const bell = Math.exp(-((hour - 12.5) ** 2) / 8);
  const speed = Math.round(5 + 4 * unruly + (10 + 6 * unruly) * bell);
  const gust = speed > 13 ? Math.round(speed * 1.45) : undefined;
  return {
    direction: (230 + Math.round(20 * unruly + hour)) % 360,
    speed,
    ...(gust === undefined ? {} : { gust }),
  };
}

/** The forecast of the stand-in for the day of an instant, in the public code for aerodromes. */
export function forecastText(station: string, now: number, seed: number): string {
  const begin = Math.floor(now / (3 * HOUR)) * 3 * HOUR;
  const winds = Array.from({ length: 10 }, (_, i) => begin + i * 2 * HOUR).map((from) => ({
    from: new Date(from).toISOString(),
    wind: windAt(from + HOUR, seed),
  }));
  return writeAerodromeForecast(
    station,
    new Date(begin - HOUR).toISOString(),
    winds,
    new Date(begin + 24 * HOUR).toISOString(),
  );
}

/** A weather office on a port of its own: plain text over HTTP, the forecast of whatever station is asked for. */
export function serveWeather(port: number, seed: number): Promise<Server> {
  const server = createServer((request, response) => {
    const station = /^\/([A-Z0-9]{3,6})$/.exec(request.url ?? '')?.[1];
    response.writeHead(station ? 200 : 404, { 'content-type': 'text/plain; charset=utf-8' });
    response.end(station ? `${forecastText(station, Date.now(), seed)}\n` : 'No such station.\n');
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}
