import fc from 'fast-check';
import type { MissionItem } from '@kanzel/core';
import { readMissionTable, writeMissionTable } from './mission-table.ts';

const HEAD =
  'item,frame,command,parameter 1,parameter 2,parameter 3,parameter 4,latitude,longitude,height,goes on';
const read = (...rows: readonly string[]) => readMissionTable([HEAD, ...rows].join('\r\n'));
const errors = (...rows: readonly string[]): readonly string[] => {
  const table = read(...rows);
  return table.ok ? [] : table.error;
};

test('a row is an item: positions in degrees, an empty cell for what is not given', () => {
  expect(read('0,3,22,0,0,0,,60.1234567,-8.2345678,30.5,yes', '1,2,178,1,12,-1,0,0,0,0,no')).toEqual({
    ok: true,
    value: [
      {
        sequence: 0,
        frame: 3,
        command: 22,
        autocontinue: true,
        parameters: [0, 0, 0, null],
        x: 601_234_567,
        y: -82_345_678,
        z: 30.5,
      },
      {
        sequence: 1,
        frame: 2,
        command: 178,
        autocontinue: false,
        parameters: [1, 12, -1, 0],
        x: 0,
        y: 0,
        z: 0,
      },
    ],
  });
});

test('a mission written and read again is the same to the last bit (property)', () => {
  const float = fc.option(fc.float({ noNaN: true, noDefaultInfinity: true }), { nil: null });
  const items = fc.array(
    fc.record({
      frame: fc.constantFrom(0, 3, 6, 10),
      command: fc.integer({ min: 0, max: 65_535 }),
      autocontinue: fc.boolean(),
      parameters: fc.array(float, { minLength: 4, maxLength: 4 }),
      x: fc.integer({ min: -900_000_000, max: 900_000_000 }),
      y: fc.integer({ min: -1_800_000_000, max: 1_800_000_000 }),
      z: float,
    }),
    { minLength: 1, maxLength: 40 },
  );
  fc.assert(
    fc.property(items, fc.constantFrom(0, 1), (list, first) => {
      const mission = list.map((i, k): MissionItem => ({ ...i, sequence: k + first }));
      const again = readMissionTable(writeMissionTable(mission));
      const positive = (v: number | null): number | null => (v === 0 ? 0 : v);
      expect(again).toEqual({
        ok: true,
        value: mission.map((i) => ({
          ...i,
          parameters: i.parameters.map(positive),
          x: positive(i.x),
          y: positive(i.y),
          z: positive(i.z),
        })),
      });
    }),
  );
});

test('what cannot be read is said by its row and column, and nothing is taken', () => {
  const good = '1,3,16,0,0,0,0,60,5,40,yes';
  expect(errors('1,3,16,0,0,0,0,91,5,40,yes', good)).toEqual([
    'Row 2, latitude: no more than 90° there is.',
    'Nothing was taken.',
  ]);
  expect(errors('1,3,16,0,0,0,0,60,5,40 m,perhaps')).toEqual([
    'Row 2, goes on: yes or no is wanted.',
    'Row 2, height: “40 m” is no figure.',
    'Nothing was taken.',
  ]);
  expect(errors('1.5,3,,0,0,0,0,60,5,40,yes')).toHaveLength(3);
  // A decimal comma would be a column of its own.
  expect(errors('1,3,16,0,0,0,0,60,5,"40,5",yes')[0]).toMatch(/^Row 2, height/);
  expect(errors(good, good)).toEqual([
    'Row 3: items are counted without a gap, each once. Nothing was taken.',
  ]);
  expect(errors('2,3,16,0,0,0,0,60,5,40,yes')).toEqual([
    'The first item is 0, or 1 where 0 is left to the vehicle. Nothing was taken.',
  ]);
  expect(errors()).toEqual(['The table has no items. Nothing was taken.']);
  const [other] = (() => {
    const table = readMissionTable('item,what\n1,fly');
    return table.ok ? [] : table.error;
  })();
  expect(other).toMatch(/^The table has no column “frame”/);
  expect(readMissionTable('').ok).toBe(false);
  const long = Array.from({ length: 2001 }, (_, i) => `${i},3,16,0,0,0,0,60,5,40,yes`);
  expect(errors(...long)[0]).toMatch(/^The table has 2001 items/);
});
