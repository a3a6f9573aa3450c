import type { AddressInfo, Server } from 'node:net';
import type { MissionItem } from '@kanzel/core';
import { MAST_MISSION, seededRandom, serveVehicle, VehicleStandin } from '@kanzel/standins';
import { BadRadio } from '../testing/bad-radio.ts';
import { DRIVERS, type DeviceSample } from './drivers/index.ts';
import { MissionReader, type MissionRead } from './mission-reader.ts';

/** As long as a mission of a survey is: every figure another one, so that an item in a wrong place is seen. */
const LONG: readonly MissionItem[] = Array.from({ length: 700 }, (_, sequence) => ({
  sequence,
  frame: sequence === 0 ? 0 : 3,
  command: sequence === 699 ? 20 : 16,
  autocontinue: sequence % 5 !== 0,
  parameters: [Math.fround(sequence / 7), 0, sequence % 3 === 0 ? null : 2, Math.fround(-sequence * 1.1)],
  x: 601_234_567 + 131 * sequence,
  y: -82_345_678 - 97 * sequence,
  z: sequence % 11 === 0 ? null : Math.fround(40 + sequence / 13),
}));

const code = (read: MissionRead): string => (read.ok ? `${read.value.length} items` : read.error.code);

test('700 items over a radio that loses, doubles, holds back and garbles are read back to the last bit', async () => {
  const { uniform } = seededRandom(11);
  const radio = new BadRadio(new VehicleStandin(1, 6, 3, LONG), uniform);
  const reader: MissionReader = new MissionReader(
    await radio.open((name, figures) => reader.take(name, figures)),
    1,
    15,
  );
  const [read, same] = await Promise.all([reader.read(), reader.read()]);
  expect(code(read)).toBe('700 items');
  expect(read.ok && read.value).toEqual(LONG);
  // Whoever asks meanwhile gets the same, and does not ask a second time.
  expect(same).toBe(read);
  expect(radio.sent).toBeGreaterThan(700);
  expect(radio.sent).toBeLessThan(2 * 702 + 400);
  radio.close();
}, 60_000);

describe('what is not all there is nothing', () => {
  const heard = async (
    answers: (name: string, seq: number) => readonly [string, Readonly<Record<string, number>>][],
  ): Promise<MissionRead> => {
    const reader: MissionReader = new MissionReader(
      (name, figures) => {
        for (const [answer, said] of answers(name, figures['seq'] ?? -1))
          queueMicrotask(() =>
            reader.take(answer, Object.fromEntries(Object.entries(said).map(([k, v]) => [k, [v]]))),
          );
      },
      1,
      2,
    );
    return reader.read();
  };

  test('a vehicle that says nothing, one without a mission, one with more than there can be', async () => {
    expect(code(await heard(() => []))).toBe('missionSilent');
    expect(code(await heard(() => [['MISSION_COUNT', { count: 0 }]]))).toBe('missionEmpty');
    expect(code(await heard(() => [['MISSION_COUNT', { count: 2001 }]]))).toBe('missionTooLong');
    // A list of fences is no mission.
    expect(code(await heard(() => [['MISSION_COUNT', { count: 4, mission_type: 1 }]]))).toBe('missionSilent');
  });

  test('a list that is cut off is said with the item that never came', async () => {
    const standin = new VehicleStandin(1, 6, 3);
    standin.command({ mission: 'cut-off' });
    const radio = new BadRadio(standin, () => 0.4);
    const reader: MissionReader = new MissionReader(
      await radio.open((name, figures) => reader.take(name, figures)),
      1,
      20,
    );
    const read = await reader.read();
    expect(read).toMatchObject({
      ok: false,
      error: { code: 'missionCutOff', params: { count: 8, got: 4, missing: 4 } },
    });
    // It can be read again, and is whole then.
    standin.command({ mission: 'whole' });
    expect(await reader.read()).toEqual({ ok: true, value: MAST_MISSION });
    radio.close();
  });

  test('an item that nobody asked for takes no place, and a second count changes nothing', async () => {
    const read = await heard((name, seq) =>
      name === 'MISSION_REQUEST_LIST'
        ? [
            ['MISSION_ITEM_INT', { seq: 0, z: 99 }],
            ['MISSION_COUNT', { count: 2 }],
            ['MISSION_COUNT', { count: 5 }],
          ]
        : [
            ['MISSION_ITEM_INT', { seq: seq + 1, z: 50 }],
            ['MISSION_ITEM_INT', { seq, z: seq }],
            ['MISSION_ITEM_INT', { seq, z: 77 }],
          ],
    );
    expect(read.ok && read.value.map((i) => [i.sequence, i.z])).toEqual([
      [0, 0],
      [1, 1],
    ]);
  });
});

test('over TCP it is asked of the vehicle that is listened to, and a line that goes meanwhile ends it', async () => {
  const standin = new VehicleStandin(1, 6, 5);
  const server: Server = await serveVehicle(standin, 0);
  const { port } = server.address() as AddressInfo;
  const samples: DeviceSample[] = [];
  const device = DRIVERS['mavlink-tcp'].open({ host: '127.0.0.1', port, system: 1 }, true, {
    opened: () => undefined,
    sample: (s) => samples.push(s),
    doubt: () => undefined,
    gone: () => undefined,
  });
  while (samples.length < 1) await new Promise((resolve) => setTimeout(resolve, 20));
  expect(await device.lists?.readMission()).toEqual({ ok: true, value: MAST_MISSION });
  standin.command({ mission: 'cut-off' });
  const half = device.lists?.readMission();
  device.close();
  expect(half && code(await half)).toBe('missionSilent');
  server.close();
});
