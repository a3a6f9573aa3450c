import { once } from 'node:events';
import { createServer, type Server, type Socket } from 'node:net';
import type { AddressInfo } from 'node:net';
import { writeHeader, writeSample } from '@kanzel/formats';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { MIGRATIONS } from '../storage/migrations.ts';
import { temporaryFolder } from '../testing/harness.ts';
import { DRIVERS, driverOf, type DeviceSample } from './drivers/index.ts';
import { readLines } from './read-lines.ts';

const COLUMNS = [
  { subject: 'left', channel: 'rpm', unit: 'rpm' },
  { subject: 'aircraft', channel: 'bus-volts', unit: 'V' },
];

async function listen(onLine: (socket: Socket) => void, port = 0): Promise<{ server: Server; port: number }> {
  const server = createServer(onLine);
  server.listen(port, '127.0.0.1');
  await once(server, 'listening');
  return { server, port: (server.address() as AddressInfo).port };
}

test('a device is heard by subject and channel; what is garbled, endless or before its header is dropped and said', async () => {
  const { server, port } = await listen((socket) => {
    const good = writeSample({ time: 100, values: [800, 13.8] });
    socket.write(`${good}\n${writeHeader(COLUMNS)}\r\n\n${good.replace('800', '900')}\n`);
    socket.write(`${'x'.repeat(20_000)}`);
    socket.write(`\n${good}\n`);
  });
  const samples: DeviceSample[] = [];
  const doubts: string[] = [];
  let said: (() => void) | undefined;
  const heard = new Promise<void>((resolve) => (said = resolve));
  const device = DRIVERS['engine-line'].open({ host: '127.0.0.1', port }, true, {
    opened: () => undefined,
    doubt: (reason) => doubts.push(reason.code),
    gone: () => undefined,
    sample: (sample) => {
      samples.push(sample);
      said?.();
    },
  });
  await heard;
  expect(samples).toEqual([{ time: 100, columns: COLUMNS, values: [800, 13.8] }]);
  // What has no end is dropped without a word: it is nothing that was garbled on its way.
  expect(doubts).toEqual(['lineBeforeHeader', 'lineGarbled']);
  device.close();
  server.close();
});

test('columns that change in the middle: told by the new header, and nothing is told while it was garbled', async () => {
  const other = [COLUMNS[0], { subject: 'right', channel: 'rpm', unit: 'rpm' }].flatMap((c) => c ?? []);
  const swapped = [...other].reverse();
  const { server, port } = await listen((socket) => {
    const line = (time: number): string => `${writeSample({ time, values: [800, 900] })}\n`;
    socket.write(`${writeHeader(other)}\n${line(1)}${writeHeader(swapped)}\n${line(2)}`);
    socket.write(`${writeHeader(other).replace('rpm:rpm', 'rpm:rpn')}\n${line(3)}${line(4)}`);
    socket.write(`${writeHeader(other)}\n${line(5)}`);
  });
  const samples: (readonly [number, string])[] = [];
  const doubts: string[] = [];
  await new Promise<void>((resolve) => {
    const device = DRIVERS['engine-line'].open({ host: '127.0.0.1', port }, true, {
      opened: () => undefined,
      doubt: (reason) => doubts.push(reason.code),
      gone: () => undefined,
      sample: ({ time, columns }) => {
        samples.push([time, columns.map((c) => c.subject).join(' ')]);
        if (time < 5) return;
        device.close();
        resolve();
      },
    });
  });
  expect(samples).toEqual([
    [1, 'left right'],
    [2, 'right left'],
    [5, 'left right'],
  ]);
  expect(doubts).toEqual(['lineGarbled', 'lineBeforeHeader', 'lineBeforeHeader']);
  server.close();
});

test('a line that is cut is opened again by itself, and nothing more is heard of one that was closed', async () => {
  const sockets: Socket[] = [];
  let more: (() => void) | undefined;
  const { server, port } = await listen((socket) => {
    sockets.push(socket);
    socket.write('one\n');
    more?.();
  });
  const told: string[] = [];
  const again = new Promise<void>((resolve) => (more = () => sockets.length === 2 && resolve()));
  const reader = readLines(
    { host: '127.0.0.1', port, standins: true },
    {
      opened: () => told.push('opened'),
      line: (text) => {
        told.push(text);
        if (told.length === 2) sockets[0]?.destroy();
      },
      gone: (why) => told.push(why),
    },
  );
  await again;
  while (told.length < 5) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(told).toEqual(['opened', 'one', 'unreachable', 'opened', 'one']);
  reader.close();
  sockets[1]?.write('two\n');
  await once(sockets[1] as Socket, 'close');
  expect(told).toHaveLength(5);
  server.close();
});

test('columns are those of the line they were said on: after it was cut, readings wait for their header again', async () => {
  const good = writeSample({ time: 100, values: [800, 13.8] });
  const sockets: Socket[] = [];
  const { server, port } = await listen((socket) => {
    sockets.push(socket);
    socket.write(sockets.length === 1 ? `${writeHeader(COLUMNS)}\n${good}\n` : `${good}\n`);
  });
  const told: string[] = [];
  let doubted: (() => void) | undefined;
  const doubt = new Promise<void>((resolve) => (doubted = resolve));
  const device = DRIVERS['engine-line'].open({ host: '127.0.0.1', port }, true, {
    opened: () => told.push('opened'),
    gone: () => told.push('gone'),
    doubt: (reason) => {
      told.push(reason.code);
      doubted?.();
    },
    sample: () => {
      told.push('sample');
      sockets[0]?.destroy();
    },
  });
  await doubt;
  expect(told).toEqual(['opened', 'sample', 'gone', 'opened', 'lineBeforeHeader']);
  device.close();
  server.close();
});

test('of lines that came together none is heard behind the one at which the line was closed', async () => {
  const { server, port } = await listen((socket) => void socket.write('one\ntwo\n'));
  const told: string[] = [];
  await new Promise<void>((resolve) => {
    const reader = readLines(
      { host: '127.0.0.1', port, standins: true },
      {
        opened: () => undefined,
        gone: () => undefined,
        line: (text) => {
          told.push(text);
          reader.close();
          // Whatever came with it would be told before this.
          setImmediate(resolve);
        },
      },
    );
  });
  expect(told).toEqual(['one']);
  server.close();
});

test('no device is asked where none of a workshop may be, and it is said at once', () => {
  const told: string[] = [];
  readLines(
    { host: '127.0.0.1', port: 9, standins: false },
    { opened: () => told.push('opened'), line: () => undefined, gone: (why) => told.push(why) },
  ).close();
  expect(told).toEqual(['notAllowed']);
});

test('settings are read by their driver; each form has exactly what the driver asks for', () => {
  for (const driver of Object.values(DRIVERS)) {
    const good = Object.fromEntries(
      driver.settings.map((s) => [s.name, { port: 4810, number: 7, host: 'box.local' }[s.kind]]),
    );
    expect(driver.read(good)).toEqual({ ok: true, value: good });
    for (const { name, kind } of driver.settings)
      // A number that nobody says is the first.
      for (const bad of [...(kind === 'number' ? [] : [undefined]), null, '', -1, 0.5, {}, 70_000])
        expect(driver.read({ ...good, [name]: bad }).ok).toBe(false);
  }
  expect(DRIVERS['engine-line'].read(null).ok).toBe(false);
  expect([driverOf('engine-line'), driverOf('carrier-pigeon'), driverOf('toString')]).toEqual([
    DRIVERS['engine-line'],
    undefined,
    undefined,
  ]);
});

test('monitors of an installation from before are its devices, at the address they had', async () => {
  const { path, remove } = temporaryFolder();
  const file = join(path, 'old.sqlite');
  const source = (migrations: typeof MIGRATIONS): DataSource =>
    new DataSource({ type: 'better-sqlite3', database: file, migrations, entities: [] });
  const before = await source(
    MIGRATIONS.filter((m) => m.name !== 'DevicesByProtocol1764700000000'),
  ).initialize();
  await before.runMigrations();
  await before.query(`INSERT INTO monitor (mark, host, port) VALUES ('QX-TJD', 'box.local', 4810)`);
  await before.destroy();
  const after = await source(MIGRATIONS).initialize();
  await after.runMigrations();
  expect(await after.query('SELECT * FROM device')).toEqual([
    { mark: 'QX-TJD', protocol: 'engine-line', settings: '{"host":"box.local","port":4810}' },
  ]);
  expect(await after.query(`SELECT name FROM sqlite_master WHERE name = 'monitor'`)).toEqual([]);
  await after.destroy();
  remove();
});
