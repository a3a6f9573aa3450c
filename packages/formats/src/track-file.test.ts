import fc from 'fast-check';
import { writeFrame, type MessageName } from './mavlink/index.ts';
import { readRollTable, readTrackFile, readVehicleLog, type TrackPoint } from './track-file.ts';

const points: readonly TrackPoint[] = [
  { at: 100, latitude: 57.6, longitude: 1.4, height: 12 },
  { at: 101, latitude: 57.6003, longitude: 1.4001, height: 13.5 },
  { at: 103, latitude: 57.6009, longitude: -0.0004 + 1.4, height: 16 },
];
const gpx = (all: readonly TrackPoint[], cut = ''): string =>
  `<?xml version="1.0"?><gpx version="1.1" creator="test"><trk><name>One</name><trkseg>${all
    .map(
      (p) =>
        `<trkpt lat="${p.latitude}" lon="${p.longitude}"><ele>${p.height}</ele><time>${new Date(1000 * p.at).toISOString()}</time></trkpt>`,
    )
    .join('')}</trkseg></trk>${cut === '' ? '</gpx>' : cut}`;
const table = (all: readonly (readonly (number | string)[])[]): string =>
  ['time,latitude,longitude,height', ...all.map((r) => r.join(','))].join('\n');
const rows = (all: readonly TrackPoint[]) => all.map((p) => [p.at, p.latitude, p.longitude, p.height]);
const sentence = (body: string): string => {
  const sum = [...body].reduce((s, c) => s ^ c.charCodeAt(0), 0);
  return `$${body}*${sum.toString(16).toUpperCase().padStart(2, '0')}`;
};
const gga = (
  time: string,
  latitude: string,
  ns: string,
  longitude: string,
  ew: string,
  height: number,
): string => sentence(`GPGGA,${time},${latitude},${ns},${longitude},${ew},1,09,0.9,${height},M,46.0,M,,`);
const taken = (text: string) => {
  const found = readTrackFile(text);
  if (!found.ok) throw new Error(found.error);
  return found.value;
};

test('three ways to write one track are one track', () => {
  expect(taken(gpx(points))).toEqual({ points, leftOut: 0 });
  expect(taken(table(rows(points)))).toEqual({ points, leftOut: 0 });
  const said = [
    gga('120000.00', '5736.0000', 'N', '00124.0000', 'E', 12),
    sentence('GPRMC,120000.00,A,5736.0000,N,00124.0000,E,001.2,040.0,301126,,'),
    gga('120001.50', '5736.0180', 'N', '00124.0060', 'W', 14),
    gga('120002.00', '5736.0180', 'N', '00124.0060', 'E', 14),
  ].join('\r\n');
  // The third lies to the west of the meridian: a jump of 170 km, left out and counted.
  expect(taken(said)).toMatchObject({ points: [{ at: 43_200 }, { at: 43_202, height: 14 }], leftOut: 1 });
});

test('a receiver over midnight goes on into the next day; degrees and minutes are degrees', () => {
  const found = taken(
    [
      gga('235959.00', '5736.0000', 'N', '00124.0000', 'E', 12),
      gga('000000.00', '5736.0180', 'N', '00124.0060', 'E', 13),
      '$GPGGA,000001.00,garbled*00',
    ].join('\n'),
  );
  expect(found.points.map((p) => p.at)).toEqual([86_399, 86_400]);
  expect(found.points[1]?.latitude).toBeCloseTo(57.6003, 6);
  expect(found.points[1]?.longitude).toBeCloseTo(1.4001, 6);
});

test('what says too little, comes out of its order or jumps is left out and counted, and nothing takes its place', () => {
  const odd = table([
    ...rows(points.slice(0, 1)),
    [101, 57.6003, '', 13],
    [101, 57.6003, 1.4001, 'high'],
    [99, 57.6001, 1.4, 12],
    [100, 57.6001, 1.4, 12],
    [102, 58.9, 1.4, 12],
    [104, 57.6009, 1.4, 16],
  ]);
  expect(taken(odd)).toEqual({
    points: [points[0], { at: 104, latitude: 57.6009, longitude: 1.4, height: 16 }],
    leftOut: 5,
  });
});

test('points of any size and order come out in the order of their times, and none is invented (property)', () => {
  const point = fc.record({
    at: fc.integer({ min: 0, max: 500 }),
    latitude: fc.double({ min: 57.59, max: 57.61, noNaN: true }),
    longitude: fc.double({ min: 1.39, max: 1.41, noNaN: true }),
    height: fc.double({ min: 0, max: 900, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(point, { minLength: 2, maxLength: 40 }), (all) => {
      const found = readTrackFile(gpx(all));
      if (!found.ok) return;
      const times = found.value.points.map((p) => p.at);
      expect(times).toEqual([...new Set(times)].sort((a, b) => a - b));
      for (const p of found.value.points) expect(all).toContainEqual(p);
      expect(found.value.points.length + found.value.leftOut).toBe(all.length);
    }),
  );
});

test('what is no track is refused with a sentence, also where it is cut off or wants entities looked up', () => {
  const bomb = `<!DOCTYPE gpx [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]>${gpx(points).replace('One', '&b;&b;')}`;
  for (const text of [
    '',
    'hello',
    '<gpx>',
    gpx(points, '<trk>'),
    '{"a":1}',
    '<html></html>',
    gpx(points.slice(0, 1)),
  ])
    expect(readTrackFile(text)).toMatchObject({
      ok: false,
      error: expect.stringMatching(/Nothing was taken\.$/) as string,
    });
  const found = readTrackFile(bomb);
  expect(found.ok ? found.value.points.length : 0).toBeLessThanOrEqual(3);
});

describe('the log of a vehicle', () => {
  const frame = (name: MessageName, figures: Readonly<Record<string, number>>, system = 1): number[] => [
    ...writeFrame({ system, component: 1, sequence: 0 }, name, figures),
  ];
  const place = (seconds: number, north: number, system = 1): number[] =>
    frame(
      'GLOBAL_POSITION_INT',
      { time_boot_ms: 1000 * seconds, lat: 576_000_000 + north, lon: 14_000_000, alt: 12_500 },
      system,
    );
  const log = (...parts: readonly (readonly number[])[]) => readVehicleLog(Uint8Array.from(parts.flat()));

  test('positions and roll as wanted, whatever stands between the frames; of a second vehicle nothing', () => {
    const stamp = [0, 6, 18, 200, 1, 2, 3, 4];
    const found = log(
      stamp,
      place(1, 0),
      place(1, 90_000, 2),
      frame('ATTITUDE', { time_boot_ms: 1000, roll: 0.1 }),
      stamp,
      frame('NAV_CONTROLLER_OUTPUT', { nav_roll: 20 }),
      frame('NAV_CONTROLLER_OUTPUT', { nav_roll: -45 }, 2),
      frame('ATTITUDE', { time_boot_ms: 1100, roll: Math.PI / 9 }),
      [7, 9, 0],
      place(2, 300),
      // A frame that was cut by the end of the flight.
      place(3, 600).slice(0, 14),
    );
    if (!found.ok) throw new Error(found.error);
    expect(found.value.points).toEqual([
      { at: 1, latitude: 57.6, longitude: 1.4, height: 12.5 },
      { at: 2, latitude: expect.closeTo(57.60003, 7), longitude: 1.4, height: 12.5 },
    ]);
    // Before it said what it wants, nothing is known of that.
    expect(found.value.roll).toEqual([{ at: 1.1, wanted: 20, is: expect.closeTo(20, 4) }]);
  });

  test('what was wanted is known between two commands alike, not between two that differ, and not long after the last', () => {
    const nav = (roll: number) => frame('NAV_CONTROLLER_OUTPUT', { nav_roll: roll });
    const is = (at: number, roll: number) =>
      frame('ATTITUDE', { time_boot_ms: 1000 * at, roll: (roll * Math.PI) / 180 });
    const found = log(
      ...[nav(0), is(1, 0.7), nav(0.2), is(1.2, 0.4), is(1.4, 9), nav(20), is(1.6, 17), nav(20)],
      ...[is(1.8, 19), is(3.8, 20), is(3.9, 3), is(60, 2)],
    );
    if (!found.ok) throw new Error(found.error);
    // At 1.2 and 1.4 s it was 0.2° or 20° that was wanted; from two seconds after the last command on it may have been anything.
    expect(found.value.roll.map((m) => [m.at, m.wanted, Math.round(m.is)])).toEqual([
      [1, 0, 1],
      [1.6, 20, 17],
      [1.8, 20, 19],
      [3.8, 20, 20],
    ]);
  });

  test('a jump is left out, a table of nothing is refused, and a log of nothing too', () => {
    const jumped = log(place(1, 0), place(2, 4_000_000), place(3, 300));
    expect(jumped.ok && [jumped.value.points.length, jumped.value.leftOut]).toEqual([2, 1]);
    // Before it has a fix it says that it is at nought and nought: that is nowhere, and no jump either.
    const nowhere = frame('GLOBAL_POSITION_INT', { time_boot_ms: 500, alt: 1 });
    const fixed = log(nowhere, place(1, 0), nowhere, place(3, 300));
    expect(fixed.ok && [fixed.value.points.length, fixed.value.leftOut]).toEqual([2, 0]);
    expect(log([1, 2, 3]).ok).toBe(false);
    expect(log(place(1, 0)).ok).toBe(false);
    expect(readRollTable('time,wanted,is\n0,0,0\n0.1,20,x\n0.2,20,1\n0.1,20,4')).toEqual({
      ok: true,
      value: [
        { at: 0, wanted: 0, is: 0 },
        { at: 0.2, wanted: 20, is: 1 },
      ],
    });
    for (const bad of ['', 'time,is\n0,1\n1,2', 'time,wanted,is\n0,0,0'])
      expect(readRollTable(bad).ok).toBe(false);
  });
});
