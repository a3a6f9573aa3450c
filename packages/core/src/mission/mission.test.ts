import fc from 'fast-check';
import {
  compareMissions,
  MISSION_FIELDS,
  missionDoubts,
  type MissionField,
  type MissionItem,
} from './mission.ts';

const item = (sequence: number, change: Partial<MissionItem> = {}): MissionItem => ({
  sequence,
  frame: 3,
  command: 16,
  autocontinue: true,
  parameters: [0, 2, 0, null],
  x: 601_234_567,
  y: -82_345_678,
  z: 60,
  ...change,
});

const figure = fc.option(fc.float({ noNaN: true, noDefaultInfinity: true, min: -4000, max: 4000 }), {
  nil: null,
});
const missions = fc
  .array(
    fc.record({
      frame: fc.constantFrom(0, 3, 10),
      command: fc.integer({ min: 0, max: 65_535 }),
      autocontinue: fc.boolean(),
      parameters: fc.array(figure, { minLength: 4, maxLength: 4 }),
      x: fc.integer({ min: -900_000_000, max: 900_000_000 }),
      y: fc.integer({ min: -1_800_000_000, max: 1_800_000_000 }),
      z: figure,
    }),
    { minLength: 1, maxLength: 60 },
  )
  .map((items) => items.map((i, sequence): MissionItem => ({ ...i, sequence })));

/** An item with one figure of it changed. */
function changed(own: MissionItem, field: MissionField): MissionItem {
  const other = (value: number | null): number => (value ?? 0) + 1024;
  switch (field) {
    case 'command':
      return { ...own, command: own.command ^ 1 };
    case 'frame':
      return { ...own, frame: own.frame === 0 ? 10 : 0 };
    case 'latitude':
      return { ...own, x: own.x + 1 };
    case 'longitude':
      return { ...own, y: own.y - 1 };
    case 'height':
      return { ...own, z: own.z === null ? 0 : null };
    case 'autocontinue':
      return { ...own, autocontinue: !own.autocontinue };
    case 'parameter-1':
    case 'parameter-2':
    case 'parameter-3':
    case 'parameter-4': {
      const at = Number(field.slice(-1)) - 1;
      return { ...own, parameters: own.parameters.map((p, i) => (i === at ? other(p) : p)) };
    }
  }
}

test('what was read back as it was planned differs in nothing; one figure changed is one difference, named by item and field (property)', () => {
  fc.assert(
    fc.property(missions, fc.nat(), fc.constantFrom(...MISSION_FIELDS), (planned, at, field) => {
      expect(compareMissions(planned, planned)).toEqual([]);
      const place = at % planned.length;
      const read = planned.map((i, k) => (k === place ? changed(i, field) : i));
      expect(compareMissions(planned, read)).toMatchObject([{ kind: 'field', sequence: place, field }]);
    }),
  );
});

test('a mission cut off, one longer than was planned, and a gap are told by where they are, never by a count', () => {
  const all = Array.from({ length: 10 }, (_, i) => item(i));
  expect(compareMissions(all, all.slice(0, 6))).toEqual([{ kind: 'missing', from: 6, to: 9 }]);
  expect(compareMissions(all.slice(0, 6), all)).toEqual([{ kind: 'extra', from: 6, to: 9 }]);
  // As many items, and not the same ones.
  const other = [...all.slice(0, 4), ...all.slice(5), item(10)];
  expect(compareMissions(all, other)).toEqual([
    { kind: 'missing', from: 4, to: 4 },
    { kind: 'extra', from: 10, to: 10 },
  ]);
});

test('a plan that begins with 1 leaves 0 to the vehicle; one that begins with 0 does not', () => {
  const home = item(0, { z: 12.5, x: 1 });
  const planned = [item(1), item(2)];
  expect(compareMissions(planned, [home, ...planned])).toEqual([]);
  expect(
    compareMissions([item(0), ...planned], [home, ...planned]).map((d) =>
      d.kind === 'field' ? d.field : d.kind,
    ),
  ).toEqual(['latitude', 'height']);
});

test('what travels in four bytes is the same with more digits; a metre is not, nor a hair of a degree, nor nothing said', () => {
  const read = (change: Partial<MissionItem>) =>
    compareMissions([item(1, { z: 59.98 })], [item(1, change)]).length;
  expect(read({ z: Math.fround(59.98) })).toBe(0);
  expect([
    read({ z: 59.99 }),
    read({ z: 60.98 }),
    read({ z: null }),
    read({ z: 59.98, x: 601_234_568 }),
  ]).toEqual([1, 1, 1, 1]);
  // Large figures that four bytes cannot tell apart, and whole ones can.
  const large = (value: number): MissionItem => item(1, { parameters: [value, 2, 0, null] });
  expect(compareMissions([large(16_777_217)], [large(16_777_216)])).toHaveLength(1);
});

test('a height above take-off is one however its position was sent, and not one above the sea or the terrain', () => {
  const from = (frame: number): MissionItem[] => [item(1, { frame })];
  for (const [a, b] of [
    [3, 6],
    [0, 5],
    [10, 11],
  ] as const)
    expect(compareMissions(from(a), from(b))).toEqual([]);
  for (const [a, b] of [
    [3, 0],
    [3, 10],
    [6, 5],
    [11, 5],
  ] as const)
    expect(compareMissions(from(a), from(b))).toMatchObject([{ field: 'frame' }]);
});

test('a plan is doubted by itself: heights from two things, an end in the air, a place that nobody said', () => {
  const ends = item(3, { command: 20, x: 0, y: 0 });
  expect(missionDoubts([item(0), item(1), item(2), ends])).toEqual([]);
  expect(missionDoubts([item(0), item(1), item(2, { frame: 0 }), ends])).toEqual([
    { kind: 'heightsFrom', frames: [0, 3] },
  ]);
  // Sent otherwise, counted from the same.
  expect(missionDoubts([item(0), item(1), item(2, { frame: 6 }), ends])).toEqual([]);
  expect(missionDoubts([item(0), item(1), item(2)])).toEqual([{ kind: 'endsAloft', sequence: 2 }]);
  expect(missionDoubts([item(0), item(1, { x: 0, y: 0 }), ends])).toEqual([{ kind: 'nowhere', sequence: 1 }]);
  // Home is above the sea in every mission, and is flown by none.
  expect(missionDoubts([item(0, { frame: 0, x: 0, y: 0 }), item(1), ends])).toEqual([]);
});
