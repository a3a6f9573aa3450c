import { connect } from 'node:net';
import { readEngineLine } from '@kanzel/formats';
import { EnginesStandin, FOUR_ENGINES, serveTwin, TwinStandin, type TwinCommand } from './index.ts';

/** Both engines running at a speed, warmed for two minutes. */
function running(speed: number, ...commands: TwinCommand[]): TwinStandin {
  const twin = new TwinStandin(42);
  twin.command({ engine: 'both', controls: { mixture: 1, ignition: 'both', starter: true } });
  twin.advance(3);
  twin.command({ engine: 'both', controls: { starter: false }, speed });
  for (const command of commands) twin.command(command);
  twin.advance(120);
  return twin;
}

const left = (twin: TwinStandin): Record<string, number> => twin.read()['left'] ?? {};
const rpm = (twin: TwinStandin): number => left(twin)['rpm'] ?? NaN;

/** Drop of the left engine on one ignition. */
function drop(twin: TwinStandin, ignition: 'left' | 'right'): number {
  const before = rpm(twin);
  twin.command({ engine: 'left', controls: { ignition } });
  twin.advance(8);
  const after = rpm(twin);
  twin.command({ engine: 'left', controls: { ignition: 'both' } });
  twin.advance(8);
  return before - after;
}

test('the same seed tells the same story, another seed another', () => {
  const one = running(1700);
  expect(left(one)).toEqual(left(running(1700)));
  const other = new TwinStandin(43);
  other.advance(1);
  const same = new TwinStandin(42);
  same.advance(1);
  expect(other.sample()).not.toEqual(same.sample());
});

test('speed follows the throttle and stops at the governor; lever back, heat and one ignition each cost speed', () => {
  expect(rpm(running(1700))).toBeGreaterThan(1680);
  expect(rpm(running(1700))).toBeLessThan(1720);
  expect(rpm(running(2780))).toBeLessThan(2690);
  expect(rpm(running(1700, { engine: 'both', controls: { propeller: 0 } }))).toBeLessThan(1320);
  expect(rpm(running(1700, { engine: 'both', controls: { carburettorHeat: true } }))).toBeLessThan(1660);
  expect(drop(running(1700), 'left')).toBeGreaterThan(50);
  expect(drop(running(1700), 'left')).toBeLessThan(120);
});

test('a dead plug shows on its own ignition only: a large drop, and its cylinder falls while the others rise', () => {
  const twin = running(1700, { engine: 'left', faults: { deadPlugs: ['left4'] } });
  expect(drop(twin, 'left')).toBeGreaterThan(150);
  expect(drop(twin, 'right')).toBeLessThan(120);
  const both = left(twin);
  twin.command({ engine: 'left', controls: { ignition: 'left' } });
  twin.advance(10);
  const alone = left(twin);
  expect(alone['exhaust-4']).toBeLessThan((both['exhaust-4'] ?? 0) - 150);
  expect(alone['exhaust-1']).toBeGreaterThan(both['exhaust-1'] ?? 0);
});

test('an ungrounded ignition gives no drop and keeps firing with the switch off', () => {
  const twin = running(1700, { engine: 'left', faults: { ungrounded: 'left' } });
  expect(Math.abs(drop(twin, 'right'))).toBeLessThan(15);
  twin.command({ engine: 'left', controls: { ignition: 'off' } });
  twin.advance(5);
  expect(rpm(twin)).toBeGreaterThan(1000);
});

test('slow oil pressure, dead generator, weak cylinder and lazy governor each show where they should', () => {
  const started = (slow: boolean): number => {
    const twin = new TwinStandin(1);
    twin.command({
      engine: 'left',
      faults: { slowOilPressure: slow },
      controls: { mixture: 1, ignition: 'both', starter: true },
    });
    twin.advance(3);
    twin.command({ engine: 'left', controls: { starter: false }, speed: 1100 });
    twin.advance(10);
    return left(twin)['oil-pressure'] ?? NaN;
  };
  expect(started(false)).toBeGreaterThan(25);
  expect(started(true)).toBeLessThan(5);
  expect(left(running(1700, { engine: 'left', faults: { deadGenerator: true } }))['volts']).toBeLessThan(26);
  const weak = left(running(1700, { engine: 'left', faults: { weakCylinder: { cylinder: 2, share: 0.6 } } }));
  expect(weak['exhaust-2']).toBeLessThan((weak['exhaust-3'] ?? 0) - 20);
  const recovery = (lazy: boolean): number => {
    const twin = running(
      1700,
      { engine: 'both', controls: { propeller: 0 } },
      { engine: 'left', faults: { lazyGovernor: lazy } },
    );
    twin.command({ engine: 'both', controls: { propeller: 1 } });
    twin.advance(3);
    return rpm(twin);
  };
  expect(recovery(true)).toBeLessThan(recovery(false) - 80);
});

test('temperatures lag and settle; an engine that is cut off stops and cools', () => {
  const twin = running(1700);
  const warm = left(twin)['cylinder-head-1'] ?? 0;
  expect(warm).toBeGreaterThan(100);
  twin.command({ engine: 'left', controls: { mixture: 0 } });
  twin.advance(10);
  expect(rpm(twin)).toBe(0);
  expect(left(twin)['manifold-pressure']).toBeCloseTo(29.6, 0);
  twin.advance(900);
  expect(left(twin)['cylinder-head-1']).toBeLessThan(warm - 40);
});

test('four engines of nine cylinders are worked and read each by itself, behind a port of their own', async () => {
  const four = new EnginesStandin(42, FOUR_ENGINES, 9);
  const running = await serveTwin(new TwinStandin(9), {
    host: '127.0.0.1',
    dataPort: 0,
    controlPort: 0,
    others: [four],
  });
  const ask = (line: string): Promise<string> =>
    new Promise((resolve) => {
      const socket = connect(running.controlPort, '127.0.0.1', () => socket.write(`${line}\n`));
      socket.once('data', (chunk: Buffer) => {
        socket.destroy();
        resolve(chunk.toString());
      });
    });
  expect(running.otherPorts).toHaveLength(1);
  const lying = JSON.stringify({
    engine: 'three',
    faults: { lyingSensor: { channel: 'cylinder-head-7', by: 17 } },
  });
  await ask(lying);
  await ask('{"engine":"all","controls":{"mixture":1}}');
  const said = JSON.parse(await ask('?')) as Record<
    string,
    { controls: { mixture: number }; readings: Record<string, number> }
  >;
  expect(Object.keys(said).sort()).toEqual(['four', 'left', 'one', 'right', 'three', 'two']);
  expect(['one', 'two', 'three', 'four'].map((e) => said[e]?.controls.mixture)).toEqual([1, 1, 1, 1]);
  expect(said['left']?.controls.mixture).toBe(0);
  // They stood all night: what lies is seen at once.
  const heads = Array.from({ length: 9 }, (_, i) => said['three']?.readings[`cylinder-head-${i + 1}`] ?? 0);
  expect(heads.map((h) => h > 15)).toEqual(Array.from({ length: 9 }, (_, i) => i === 6));
  expect(
    four
      .columns()
      .filter((c) => c.channel === 'exhaust-9')
      .map((c) => c.subject),
  ).toEqual(['one', 'two', 'three', 'four']);
  await running.close();
});

test('over TCP it speaks the open line protocol, and obeys or refuses on the control port', async () => {
  const running = await serveTwin(new TwinStandin(9), { host: '127.0.0.1', dataPort: 0, controlPort: 0 });
  const lines: string[] = await new Promise((resolve) => {
    let text = '';
    const socket = connect(running.dataPort, '127.0.0.1');
    socket.on('data', (chunk: Buffer) => {
      text += chunk.toString('latin1');
      if (text.split('\r\n').length > 4) {
        socket.destroy();
        resolve(text.split('\r\n').slice(0, 4));
      }
    });
  });
  const header = readEngineLine(lines[0] ?? '', undefined);
  if (!header.ok || header.value.kind !== 'header') throw new Error('no header');
  for (const line of lines.slice(1))
    expect(readEngineLine(line, header.value.columns.length)).toMatchObject({
      ok: true,
      value: { kind: 'sample' },
    });
  const ask = (line: string): Promise<string> =>
    new Promise((resolve) => {
      const socket = connect(running.controlPort, '127.0.0.1', () => socket.write(`${line}\n`));
      socket.once('data', (chunk: Buffer) => {
        socket.destroy();
        resolve(chunk.toString());
      });
    });
  expect(JSON.parse(await ask('{"engine":"left","controls":{"throttle":0.5}}'))).toMatchObject({
    left: { controls: { throttle: 0.5 } },
    right: { controls: { throttle: 0 } },
  });
  expect(await ask('{"engine":"middle"}')).toContain('must be one of these aircraft');
  expect(await ask('nonsense')).toContain('not JSON');
  await running.close();
});
