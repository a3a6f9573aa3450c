import { createSocket } from 'node:dgram';
import { once } from 'node:events';
import type { AddressInfo, Server } from 'node:net';
import { readFrames, writeFrame, type MessageName } from '@kanzel/formats';
import { serveVehicle, VehicleStandin } from '@kanzel/standins';
import { DRIVERS, type DeviceSample } from './drivers/index.ts';
import { VehicleEars } from './vehicle.ts';

type Figures = Readonly<Record<string, number | readonly number[]>>;

/** A vehicle on a line whose clocks the test holds in its hand. */
class Bench {
  readonly samples: DeviceSample[] = [];
  readonly doubts: string[] = [];
  opened = 0;
  wall = 0;
  private sequence = 0;
  readonly ears = new VehicleEars(
    1,
    {
      opened: () => (this.opened += 1),
      sample: (sample) => this.samples.push(sample),
      doubt: (reason) => this.doubts.push(reason.code),
      gone: () => undefined,
    },
    () => this.wall,
  );

  constructor() {
    this.ears.opened();
    this.opened = 0;
  }

  says(name: MessageName, figures: Figures, { system = 1, sender = 'a' } = {}): void {
    const frame = writeFrame({ system, component: 1, sequence: this.sequence++ }, name, figures);
    this.ears.take(readFrames(frame).heard, sender);
  }

  /** Attitude as a sensor gives it: never twice the same. */
  attitude(time: number, from = {}): void {
    this.says('ATTITUDE', { time_boot_ms: time, roll: 0.01 + 1e-6 * this.wall }, from);
  }

  /** A tenth of a second goes by, in which this is said. */
  runs(tenths: number, each: (i: number) => void): void {
    for (let i = 0; i < tenths; i += 1) {
      this.wall += 100;
      each(i);
    }
  }

  figure(channel: string, subject = 'aircraft'): number | null | undefined {
    const last = this.samples.at(-1);
    const at = last?.columns.findIndex((c) => c.subject === subject && c.channel === channel) ?? -1;
    return at < 0 ? undefined : last?.values[at];
  }
}

test('figures of every message are told together, in the units of their gauges, by motor where they are a motor’s', () => {
  const bench = new Bench();
  bench.says('GPS_RAW_INT', { fix_type: 3, satellites_visible: 17, eph: 72 });
  bench.says('BATTERY_STATUS', {
    voltages: [4100, 4150, 4090, ...Array<number>(7).fill(65_535)],
    current_battery: 1230,
  });
  bench.says('ESC_STATUS', {
    index: 4,
    rpm: [5210, -5180, 0, 0],
    voltage: [24.6, 24.6, 0, 0],
    current: [8.5, 8.25, 0, 0],
  });
  bench.says('RADIO_STATUS', { rssi: 127 });
  bench.says('ATTITUDE', { time_boot_ms: 1000, roll: 0.5, pitch: -0.25, yaw: -Math.PI / 2 });
  expect(bench.samples).toHaveLength(1);
  expect(bench.samples[0]?.time).toBe(1000);
  expect(bench.figure('roll')).toBeCloseTo(28.648, 3);
  expect(bench.figure('pitch')).toBeCloseTo(-14.324, 3);
  expect(bench.figure('heading')).toBeCloseTo(270, 3);
  expect([bench.figure('satellites'), bench.figure('geometry')]).toEqual([17, 0.72]);
  expect(bench.figure('pack-volts')).toBeCloseTo(12.34, 6);
  expect(bench.figure('cell-imbalance')).toBeCloseTo(0.06, 6);
  expect(bench.figure('cell-2')).toBe(4.15);
  expect(bench.figure('cell-4')).toBeUndefined();
  expect(bench.figure('pack-amps')).toBe(12.3);
  expect(bench.figure('link')).toBe(50);
  expect([bench.figure('motor-speed', '5'), bench.figure('motor-current', '6')]).toEqual([5210, 8.25]);
  expect(bench.figure('motor-speed', '6')).toBe(5180);
  expect(bench.figure('motor-speed', '7')).toBeUndefined();
  // What the protocol writes for "not known" is no figure.
  bench.wall += 200;
  bench.says('GPS_RAW_INT', { satellites_visible: 255 });
  bench.says('BATTERY_STATUS', { voltages: Array<number>(10).fill(65_535), current_battery: -1 });
  bench.attitude(1200);
  expect(['satellites', 'pack-volts', 'cell-imbalance', 'pack-amps'].map((c) => bench.figure(c))).toEqual([
    null,
    null,
    null,
    null,
  ]);
});

test('what would be taken for something else is no figure: satellites without a fix, a pack without its cells, one of two packs', () => {
  const bench = new Bench();
  const none = Array<number>(9).fill(65_535);
  bench.says('GPS_RAW_INT', { fix_type: 2, satellites_visible: 17 });
  bench.says('BATTERY_STATUS', { voltages: [24_700, ...none] });
  bench.attitude(1000);
  expect(['satellites', 'pack-volts', 'cell-imbalance'].map((c) => bench.figure(c))).toEqual([
    null,
    24.7,
    null,
  ]);
  expect(bench.figure('cell-1')).toBeUndefined();
  // The eleventh cell and those behind it are cells like the others.
  bench.says('BATTERY_STATUS', { voltages: Array<number>(10).fill(4100), voltages_ext: [4100, 3900, 0, 0] });
  bench.attitude(1100);
  expect(bench.figure('cell-imbalance')).toBeCloseTo(0.2, 6);
  expect(bench.figure('pack-volts')).toBeCloseTo(49, 6);
  bench.says('BATTERY_STATUS', { id: 1, voltages: Array<number>(10).fill(4100) });
  bench.attitude(1200);
  expect(['pack-volts', 'cell-imbalance', 'cell-1'].map((c) => bench.figure(c))).toEqual([null, null, null]);
});

test('armed or not is what its own heartbeat says, and not what a camera or a station says with its number', () => {
  const bench = new Bench();
  const said: (number | null | undefined)[] = [];
  const hear = (time: number, figures: Figures): void => {
    bench.says('HEARTBEAT', figures);
    bench.attitude(time);
    said.push(bench.figure('armed'));
  };
  hear(1000, { autopilot: 3, base_mode: 0x51, custom_mode: 4 });
  expect(bench.figure('mode')).toBe(4);
  hear(1100, { autopilot: 3, base_mode: 0xd1 });
  // Armed; then something else that speaks with its number, and flies nothing.
  hear(1200, { autopilot: 8, base_mode: 0 });
  hear(1300, { autopilot: 3, base_mode: 0x51 });
  expect(said).toEqual([0, 1, 1, 0]);
  // Three seconds without a word of it: nobody knows.
  bench.runs(35, (i) => bench.attitude(1400 + 100 * i));
  expect(bench.figure('armed')).toBeNull();
});

test('an attitude in degrees is no attitude: it is said, and nothing is taken until it is one', () => {
  const bench = new Bench();
  bench.says('GPS_RAW_INT', { fix_type: 3, satellites_visible: 9 });
  bench.says('ATTITUDE', { time_boot_ms: 1000, roll: 0.4, pitch: -12.5, yaw: 143 });
  expect([bench.samples.length, bench.doubts]).toEqual([0, ['vehicleAngles']]);
  for (const wrong of [{ roll: 3.2 }, { pitch: 1.6 }, { yaw: -6.4 }] as readonly Figures[]) {
    bench.says('ATTITUDE', { time_boot_ms: 1100, ...wrong });
    expect([wrong, bench.doubts.pop(), bench.samples.length]).toEqual([wrong, 'vehicleAngles', 0]);
  }
  // As far round as it goes.
  bench.says('ATTITUDE', { time_boot_ms: 1200, roll: Math.PI, pitch: -Math.PI / 2, yaw: 2 * Math.PI });
  expect([bench.figure('roll'), bench.figure('pitch')].map((v) => Math.round(v ?? 0))).toEqual([180, -90]);
  expect(bench.figure('satellites')).toBeNull();
});

test('what is not said again for three seconds is no figure any more', () => {
  const bench = new Bench();
  bench.says('GPS_RAW_INT', { fix_type: 3, satellites_visible: 9 });
  const seen: (number | null | undefined)[] = [];
  bench.runs(40, (i) => {
    bench.attitude(1000 + 100 * i);
    seen.push(bench.figure('satellites'));
  });
  expect(seen.slice(0, 30)).toEqual(Array(30).fill(9));
  expect(seen.slice(30)).toEqual(Array(10).fill(null));
});

test('alive but the same is said within three seconds, of a picture and of a clock that stand, and nothing is taken of it', () => {
  for (const stuck of ['picture', 'clock'] as const) {
    const bench = new Bench();
    bench.runs(20, (i) => bench.attitude(1000 + 100 * i));
    const taken = bench.samples.length;
    expect([taken, bench.doubts]).toEqual([20, []]);
    let said: number | undefined;
    bench.runs(30, (i) => {
      if (stuck === 'picture') bench.says('ATTITUDE', { time_boot_ms: 3000 + 100 * i, roll: 0.2 });
      else bench.attitude(2900);
      if (bench.doubts.includes('vehicleFrozen')) said ??= i;
    });
    expect([stuck, said !== undefined && said <= 29]).toEqual([stuck, true]);
    const before = bench.samples.length;
    bench.runs(10, (i) =>
      bench.says('ATTITUDE', {
        time_boot_ms: (stuck === 'picture' ? 6000 : 2900) + (stuck === 'picture' ? 100 * i : 0),
        roll: 0.2,
      }),
    );
    expect(bench.samples.length).toBe(before);
    // It moves again, and is taken again.
    bench.runs(2, (i) => bench.attitude(9000 + 100 * i));
    expect(bench.samples.length).toBe(before + 2);
  }
});

test('another vehicle on the line is said and nothing of it taken; two of one number leave no figure of either', () => {
  const bench = new Bench();
  bench.runs(3, (i) => {
    bench.attitude(1000 + 100 * i);
    bench.says('ATTITUDE', { time_boot_ms: 50_000 + 100 * i, roll: 1 }, { system: 7, sender: 'b' });
  });
  expect([bench.samples.length, bench.opened]).toEqual([3, 0]);
  expect(new Set(bench.doubts)).toEqual(new Set(['vehicleOther']));
  bench.runs(30, (i) => {
    bench.attitude(1300 + 100 * i);
    bench.attitude(700_000 + 100 * i, { sender: 'c' });
  });
  expect(bench.samples.length).toBe(4);
  expect(bench.doubts.at(-1)).toBe('vehicleTwice');
  // One of them is silent: after five seconds the other one is heard again, with a clock of its own.
  bench.runs(60, (i) => bench.attitude(700_000 + 3000 + 100 * i, { sender: 'c' }));
  expect(bench.samples.length).toBeGreaterThan(10);
  expect(bench.samples.at(-1)?.time).toBeGreaterThan(700_000);
});

test('a clock that goes back is said, and is believed when it has gone forward for two seconds; an old recording among it never is', () => {
  const bench = new Bench();
  bench.runs(10, (i) => bench.attitude(60_000 + 100 * i));
  bench.runs(40, (i) => bench.attitude(500 + 100 * i));
  expect(bench.opened).toBe(1);
  expect(bench.doubts[0]).toBe('vehicleTimeBack');
  expect(bench.samples.slice(10).map((s) => s.time)).toEqual(
    Array.from({ length: 20 }, (_, i) => 2500 + 100 * i),
  );
  // The vehicle, and somebody who plays again what it said a minute ago.
  const taken = bench.samples.length;
  bench.runs(50, (i) => {
    bench.attitude(80_000 + 100 * i);
    bench.attitude(20_000 + 100 * i);
  });
  expect(bench.samples.length - taken).toBeLessThanOrEqual(1);
  expect(bench.doubts.at(-1)).toBe('vehicleTimeBack');
});

test('what comes twice, or late, is taken once and in its order', () => {
  const bench = new Bench();
  const order = [0, 1, 1, 3, 2, 2, 4, 5, 4, 6];
  for (const i of order) {
    bench.wall += 100;
    bench.attitude(1000 + 100 * i);
  }
  expect(bench.samples.map((s) => s.time)).toEqual([1000, 1100, 1300, 1400, 1500, 1600]);
  expect(bench.doubts).toEqual([]);
});

const untilHeard = (samples: readonly unknown[], count: number): Promise<void> =>
  new Promise((resolve) => {
    const look = setInterval(() => {
      if (samples.length < count) return;
      clearInterval(look);
      resolve();
    }, 20);
  });

test('over UDP, with every third datagram lost, some doubled, some in the wrong order and garbage between, it is heard', async () => {
  // A port that is free now; nothing else of this machine takes it in the moment between.
  const probe = createSocket('udp4').bind(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address();
  probe.close();
  const samples: DeviceSample[] = [];
  const doubts = new Set<string>();
  const read = DRIVERS['mavlink-udp'].read({ host: '127.0.0.1', port });
  if (!read.ok) throw new Error(read.error);
  let opened = 0;
  let listening: (() => void) | undefined;
  const ready = new Promise<void>((resolve) => (listening = resolve));
  const device = DRIVERS['mavlink-udp'].open(read.value, true, {
    opened: () => {
      opened += 1;
      listening?.();
    },
    sample: (s) => samples.push(s),
    doubt: (reason) => doubts.add(reason.code),
    gone: () => undefined,
  });
  await ready;
  const from = createSocket('udp4');
  const send = (bytes: Uint8Array): Promise<void> =>
    new Promise((resolve) => from.send(bytes, port, '127.0.0.1', () => resolve()));
  const vehicle = new VehicleStandin(1, 6, 3);
  let held: Uint8Array | undefined;
  let sent = 0;
  for (let tenth = 0; tenth < 40; tenth += 1)
    for (const frame of vehicle.advance()) {
      sent += 1;
      if (sent % 3 === 0) continue;
      if (sent % 7 === 0) {
        held = frame;
        continue;
      }
      await send(frame);
      if (sent % 5 === 0) await send(frame);
      if (held) await send(held);
      held = undefined;
      if (sent % 11 === 0) await send(Uint8Array.from({ length: 40 }, (_, i) => (i * 37 + sent) & 0xff));
      if (sent % 13 === 0) await send(frame.subarray(0, frame.length - 3));
    }
  await untilHeard(samples, 15);
  const times = samples.map((s) => s.time);
  expect(times).toEqual([...new Set(times)].sort((a, b) => a - b));
  expect(opened).toBe(1);
  expect(doubts).toEqual(new Set(['vehicleGarbled']));
  const last = samples.at(-1);
  const said = Object.fromEntries(
    last?.columns.map((c, i) => [`${c.subject}.${c.channel}`, last.values[i]]) ?? [],
  );
  expect(said['aircraft.satellites']).toBe(17);
  expect(said['aircraft.pack-volts']).toBeCloseTo(24.72, 1);
  expect(Object.keys(said).filter((k) => k.endsWith('motor-speed'))).toHaveLength(6);
  device.close();
  from.close();
});

test('a port that is somebody else’s is said, tried again, and heard once it is free; it can be given up meanwhile', async () => {
  const other = createSocket('udp4').bind(0, '127.0.0.1');
  await once(other, 'listening');
  const { port } = other.address();
  const told: string[] = [];
  let next: (() => void) | undefined;
  const listen = () => {
    const heard = new Promise<void>((resolve) => (next = resolve));
    const tell = (what: string): void => {
      told.push(what);
      next?.();
    };
    const device = DRIVERS['mavlink-udp'].open({ host: '127.0.0.1', port, system: 1 }, true, {
      opened: () => tell('opened'),
      sample: () => tell('sample'),
      doubt: () => tell('doubt'),
      gone: (why) => tell(why),
    });
    return { device, heard };
  };
  const first = listen();
  await first.heard;
  first.device.close();
  const second = listen();
  await second.heard;
  const again = new Promise<void>((resolve) => (next = resolve));
  other.close();
  await again;
  expect(told).toEqual(['unreachable', 'unreachable', 'opened']);
  second.device.close();
});

test('over TCP it is read however it is cut, its motors each by itself, and nothing more is heard of one that was closed', async () => {
  const standin = new VehicleStandin(1, 6, 5);
  const server: Server = await serveVehicle(standin, 0);
  const { port } = server.address() as AddressInfo;
  const samples: DeviceSample[] = [];
  const doubts: string[] = [];
  const read = DRIVERS['mavlink-tcp'].read({ host: '127.0.0.1', port, system: 1 });
  if (!read.ok) throw new Error(read.error);
  const device = DRIVERS['mavlink-tcp'].open(read.value, true, {
    opened: () => undefined,
    sample: (s) => samples.push(s),
    doubt: (reason) => doubts.push(reason.code),
    gone: () => undefined,
  });
  await untilHeard(samples, 5);
  expect(doubts).toEqual([]);
  standin.command({ throttle: 0.5 });
  await untilHeard(samples, samples.length + 6);
  const last = samples.at(-1);
  const at = last?.columns.findIndex((c) => c.subject === '2' && c.channel === 'motor-current') ?? -1;
  expect(last?.values[at]).toBeCloseTo(8.57, 1);
  device.close();
  const heard = samples.length;
  server.close();
  expect(samples.length).toBe(heard);
});

test('what is said of where a vehicle is heard is read once, and refused by what it is', () => {
  const { read } = DRIVERS['mavlink-udp'];
  expect(read({ host: '0.0.0.0', port: 14_550 })).toEqual({
    ok: true,
    value: { host: '0.0.0.0', port: 14_550, system: 1 },
  });
  for (const system of [0, 256, 1.5, '1', null])
    expect(read({ host: 'h', port: 1, system })).toEqual({
      ok: false,
      error: 'The number of the vehicle is a whole number from 1 to 255.',
    });
  expect(read({ host: ' ', port: 1 }).ok).toBe(false);
  expect(read({ host: 'h', port: 0 }).ok).toBe(false);
});
