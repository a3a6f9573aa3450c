import fc from 'fast-check';
import type { LoadPack, PowerData } from '../aircraft/loading-data.ts';
import type { MissionItem } from '../mission/mission.ts';
import {
  cellResistances,
  cellsSeen,
  climbEnergy,
  comeHome,
  comparePack,
  groundSpeed,
  hoverPower,
  resistanceAt,
  resistanceTrend,
  shareAt,
  timerMinutes,
  underLoad,
  wayPointsOf,
  wayPower,
  type PackRoom,
} from './index.ts';

const POWER: PowerData = {
  mass: 10,
  hover: 900,
  cruise: 400,
  speed: 20,
  transition: 0,
  hoverSeconds: 40,
  band: 0,
  fullCurrent: 100,
  cellLow: 3.4,
  source: 'test flights',
};
const CALM = { from: 0, speed: 0 };
const at = (north: number, east = 0, height = 0) => ({ north, east, height });

describe('cells', () => {
  it('are told by their lowest, how far they lie apart, and together', () => {
    const seen = cellsSeen([4.2, 4.18, 4.19], 3);
    expect(seen).toMatchObject({ value: { lowest: 4.18, lowestAt: 2 } });
    expect(seen.ok && seen.value.imbalance).toBeCloseTo(0.02, 12);
    expect(seen.ok && seen.value.pack).toBeCloseTo(12.57, 12);
    expect(cellsSeen([4.2, 4.2], 3)).toMatchObject({ error: { code: 'cellsOtherCount' } });
    expect(cellsSeen([4.2, 4.2, 4.2, 4.2], 3)).toMatchObject({
      error: { params: { read: 4, has: 3 } },
    });
    expect(cellsSeen([], undefined)).toMatchObject({ error: { code: 'cellsNone' } });
  });

  it('have the resistance of Ohm: what they fall, over the current', () => {
    const worked = cellResistances([{ rest: 4.2, loaded: 4.11 }], 30);
    expect(worked.ok && worked.value[0]).toBeCloseTo(3, 9);
    expect(cellResistances([{ rest: 4.2, loaded: 4.1 }], 0)).toMatchObject({
      error: { code: 'loadNothing' },
    });
    expect(
      cellResistances(
        [
          { rest: 4.2, loaded: 4.1 },
          { rest: 4.1, loaded: 4.2 },
        ],
        30,
      ),
    ).toMatchObject({ error: { code: 'loadRises', params: { cell: 2 } } });
  });

  it('have twice of it at 0 °C that they have at 25 °C, and the way back leads back', () => {
    expect(resistanceAt(3, 25, 0)).toBeCloseTo(6, 9);
    expect(resistanceAt(3, 25, 25)).toBe(3);
    fc.assert(
      fc.property(fc.integer({ min: -20, max: 50 }), fc.integer({ min: -20, max: 50 }), (a, b) => {
        expect(resistanceAt(resistanceAt(5, a, b), b, a)).toBeCloseTo(5, 9);
        expect(resistanceAt(5, a, b) > 5).toBe(b < a);
      }),
    );
    expect(underLoad(4.18, 4, 120)).toBeCloseTo(3.7, 12);
    expect(underLoad(1, 100, 100)).toBe(0);
  });

  it('age by so many milliohms in a hundred cycles', () => {
    expect(
      resistanceTrend([
        { cycles: 10, resistance: 18 },
        { cycles: 110, resistance: 21 },
      ]),
    ).toBeCloseTo(3, 12);
    expect(resistanceTrend([{ cycles: 10, resistance: 18 }])).toBeUndefined();
    expect(
      resistanceTrend([
        { cycles: 5, resistance: 1 },
        { cycles: 5, resistance: 2 },
      ]),
    ).toBeUndefined();
  });
});

describe('power', () => {
  it('goes with the mass: hover with its 3/2, cruise with it, and hovering along as the hover', () => {
    expect(hoverPower({ ...POWER, hover: 1000 }, 12.1)).toBeCloseTo(1331, 9);
    expect(wayPower(POWER, 12)).toBeCloseTo(480, 9);
    const { cruise, ...hoversAlong } = POWER;
    expect(cruise).toBe(400);
    expect(wayPower(hoversAlong, 10)).toBe(900);
    const { hover, ...flies } = POWER;
    expect([hover, hoverPower(flies, 10)]).toEqual([900, 0]);
    // m·g·h over one half, in watt-hours; down it costs nothing.
    expect(climbEnergy(12, 100)).toBeCloseTo((12 * 9.80665 * 100 * 2) / 3600, 9);
    expect(climbEnergy(12, -100)).toBe(0);
  });

  it('gets over the ground what the triangle of velocities leaves: added to the wind it is the airspeed again', () => {
    expect(groundSpeed(20, 0, { from: 0, speed: 6 })).toBeCloseTo(14, 12);
    expect(groundSpeed(20, 180, { from: 0, speed: 6 })).toBeCloseTo(26, 12);
    expect(groundSpeed(20, 0, { from: 90, speed: 12 })).toBeCloseTo(16, 12);
    expect(groundSpeed(20, 0, { from: 0, speed: 20 })).toBeUndefined();
    expect(groundSpeed(20, 0, { from: 90, speed: 20 })).toBeUndefined();
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (airspeed, track, from, speed) => {
          const over = groundSpeed(airspeed, track, { from, speed });
          if (over === undefined) return;
          const rad = (d: number): number => (d * Math.PI) / 180;
          // Over the ground less the wind, which blows to where it does not come from.
          const air = Math.hypot(
            over * Math.cos(rad(track)) + speed * Math.cos(rad(from)),
            over * Math.sin(rad(track)) + speed * Math.sin(rad(from)),
          );
          expect(air).toBeCloseTo(airspeed, 6);
        },
      ),
    );
  });
});

describe('coming home', () => {
  it('takes as much home as out in calm air, with the hover at both ends', () => {
    const [point] = comeHome(POWER, 10, CALM, [at(2000)], 100);
    // By hand: 900 W for 40 s is 10 Wh; 2,000 m at 20 m/s with 400 W is 11.11 Wh.
    expect(point?.used).toBeCloseTo(21.11, 2);
    expect(point?.home).toBeCloseTo(21.11, 2);
    expect(point?.left).toBeCloseTo(57.78, 2);
    expect(point?.minutes).toBeCloseTo((40 + 100) / 60, 9);
  });

  it('stands over its place without a way home, and climbs from where it was', () => {
    const [over, higher] = comeHome(POWER, 10, CALM, [at(0, 0, 50), at(0, 0, 80)], 100);
    expect(over?.home).toBeCloseTo(10, 9);
    expect((higher?.used ?? 0) - (over?.used ?? 0)).toBeCloseTo(climbEnergy(10, 30), 9);
  });

  it('counts a transition out and one back, the climb, and the upper end of the band', () => {
    const [point] = comeHome({ ...POWER, transition: 3, band: 0.1 }, 10, CALM, [at(0, 2000, 100)], 100);
    expect(point?.used).toBeCloseTo(1.1 * (10 + 11.1111 + climbEnergy(10, 100)) + 3, 3);
    expect(point?.home).toBeCloseTo(1.1 * (10 + 11.1111) + 3, 3);
  });

  it('agrees with the mission flown second by second, in any wind', () => {
    const coordinate = fc.integer({ min: -3000, max: 3000 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(coordinate, coordinate), { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 0, max: 359 }),
        fc.integer({ min: 0, max: 12 }),
        (places, from, speed) => {
          const points = places.map(([n, e]) => at(n, e));
          const worked = comeHome(POWER, 10, { from, speed }, points, 500);
          const step = 0.5;
          /** Flies straight to a place: steers so that the drift is taken out, and counts the seconds. */
          const fly = (a: { north: number; east: number }, b: { north: number; east: number }): number => {
            let { north, east } = a;
            let seconds = 0;
            while (Math.hypot(b.north - north, b.east - east) > 20 && seconds < 5000) {
              const track = Math.atan2(b.east - east, b.north - north);
              const wind = (from * Math.PI) / 180;
              const across = Math.asin((speed * Math.sin(wind - track)) / 20);
              const heading = track + across;
              north += step * (20 * Math.cos(heading) - speed * Math.cos(wind));
              east += step * (20 * Math.sin(heading) - speed * Math.sin(wind));
              seconds += step;
            }
            return seconds;
          };
          let seconds = 0;
          let before = at(0);
          points.forEach((p, i) => {
            seconds += fly(before, p);
            before = p;
            const own = worked[i];
            // Each leg is flown to within 20 m: a few seconds of 400 W each.
            const slack = (i + 2) * 0.5;
            expect(Math.abs((own?.used ?? 0) - (10 + (400 * seconds) / 3600))).toBeLessThan(slack);
            expect(Math.abs((own?.home ?? 0) - (10 + (400 * fly(p, at(0))) / 3600))).toBeLessThan(slack);
          });
        },
      ),
      { numRuns: 40 },
    );
  });

  it('never comes home against more wind than it is fast', () => {
    const [out] = comeHome(POWER, 10, { from: 180, speed: 25 }, [at(1000)], 500);
    expect([out?.home, out?.left]).toEqual([Infinity, -Infinity]);
  });
});

describe('packs compared', () => {
  const PACK: LoadPack = { id: 'a', title: 'A', mass: 2, energy: 200, uncertainty: { mass: 0, arm: 0 } };
  const ROOM: PackRoom = {
    power: POWER,
    massWithout: 8,
    kilograms: 1,
    temperature: 20,
    wind: CALM,
    points: [at(2000)],
  };

  it('gives the minutes of what is left after both hovers, and the mission as a share of it', () => {
    const own = comparePack(PACK, ROOM);
    // 200 Wh less twice 10 are 180: at 400 W 27 min, and 80 s of hover.
    expect(own.minutes).toBeCloseTo(27 + 80 / 60, 9);
    expect(own.hoverMinutes).toBeCloseTo((60 * 200) / 900, 9);
    expect(own.takes).toBeCloseTo((2 * 21.1111) / 200, 4);
    expect(own.worst).toMatchObject({ at: 1 });
    expect(own.worst?.left).toBeCloseTo(200 - 2 * 21.1111, 3);
    expect([own.mass, own.sag]).toEqual([10, undefined]);
    expect(comparePack({ ...PACK, energy: 10 }, ROOM).minutes).toBe(0);
    expect(comparePack(PACK, { ...ROOM, points: [] })).toMatchObject({ takes: undefined, worst: undefined });
  });

  it('takes off what the cold leaves, by the table of its maker; what nobody said is not known', () => {
    const cold = [
      { temperature: 20, share: 1 },
      { temperature: 0, share: 0.8 },
    ];
    expect([-1, 0, 10, 20, 40].map((t) => shareAt(cold, t))).toEqual([undefined, 0.8, 0.9, 1, 1]);
    expect([14, 15].map((t) => shareAt(undefined, t))).toEqual([undefined, 1]);
    expect(shareAt([], 20)).toBe(1);
    expect(comparePack({ ...PACK, cold }, { ...ROOM, temperature: 0 }).usable).toBeCloseTo(160, 9);
    expect(comparePack(PACK, { ...ROOM, temperature: 5 })).toMatchObject({
      usable: undefined,
      minutes: undefined,
      hoverMinutes: undefined,
      takes: undefined,
      worst: undefined,
    });
  });

  it('predicts the lowest cell at full throttle between a mild and a steep cold', () => {
    const measured = {
      ...PACK,
      cells: 6,
      history: [{ on: '2025-01-01', cycles: 1, resistance: 18, temperature: 25 }],
    };
    // 3 mΩ a cell at 25 °C: at 0 °C 3·√2 to 3·√8, at 100 A.
    const { sag } = comparePack(measured, { ...ROOM, temperature: 0 });
    expect(sag?.high).toBeCloseTo(4.2 - 0.3 * Math.SQRT2, 9);
    expect(sag?.low).toBeCloseTo(4.2 - 0.3 * Math.sqrt(8), 9);
    const warm = comparePack(measured, { ...ROOM, temperature: 45 }).sag;
    expect((warm?.low ?? 9) <= (warm?.high ?? 0)).toBe(true);
  });

  it('takes the upper end of the powers, a transition out and one back, and masses in the unit of the placard', () => {
    const power = { ...POWER, band: 0.25, transition: 6 };
    const own = comparePack({ ...PACK, mass: 2000 }, { ...ROOM, power, kilograms: 0.001 });
    expect(own.mass).toBe(10);
    // By hand: 200 less 1.25·20 less 12 are 163 Wh; at 500 W 19.56 min, and 80 s of hover.
    expect(own.minutes).toBeCloseTo((60 * 163) / 500 + 80 / 60, 9);
    expect(own.hoverMinutes).toBeCloseTo((60 * 200) / 1125, 9);
    const { cruise, ...along } = power;
    expect(cruise).toBe(400);
    // What hovers along has no transition: 175 Wh at 1,125 W.
    expect(comparePack(PACK, { ...ROOM, power: along }).minutes).toBeCloseTo((60 * 175) / 1125 + 80 / 60, 9);
    const { hover, ...flies } = { ...POWER };
    expect(hover).toBe(900);
    expect(comparePack(PACK, { ...ROOM, power: flies })).toMatchObject({
      hoverMinutes: 0,
      minutes: 30 + 80 / 60,
    });
  });

  it('stays at the share of the warmest of the table above it, and goes along the line between its neighbours', () => {
    const cold = [
      { temperature: -10, share: 0.5 },
      { temperature: 10, share: 0.9 },
      { temperature: 30, share: 1 },
    ];
    expect(shareAt(cold, -5)).toBeCloseTo(0.6, 12);
    expect(shareAt(cold, 15)).toBeCloseTo(0.925, 12);
    expect([shareAt(cold, -10), shareAt(cold, 10), shareAt(cold, 55)]).toEqual([0.5, 0.9, 1]);
    expect(shareAt([{ temperature: 0, share: 0.7 }], 40)).toBe(0.7);
  });

  it('knows the sag only of a pack whose cells are counted and whose resistance was measured', () => {
    const history = [{ on: '2025-01-01', cycles: 1, resistance: 18, temperature: 25 }];
    expect(comparePack({ ...PACK, history }, ROOM).sag).toBeUndefined();
    expect(comparePack({ ...PACK, cells: 6 }, ROOM).sag).toBeUndefined();
    expect(comparePack({ ...PACK, cells: 6, history: [] }, ROOM).sag).toBeUndefined();
  });

  it('names the first of two points from which the same is left', () => {
    expect(comparePack(PACK, { ...ROOM, points: [at(2000), at(2000)] }).worst?.at).toBe(1);
  });

  it('finds the point from which least is left, whatever their order', () => {
    const worst = comparePack(PACK, { ...ROOM, points: [at(500), at(6000), at(100)] }).worst;
    expect(worst?.at).toBe(2);
    expect([22.9, 22, 0.4, -1].map(timerMinutes)).toEqual([22, 22, 0, 0]);
  });
});

describe('points of a mission', () => {
  const item = (more: Partial<MissionItem>): MissionItem => ({
    sequence: 0,
    frame: 3,
    command: 16,
    autocontinue: true,
    parameters: [0, 0, 0, 0],
    x: 600_000_000,
    y: 100_000_000,
    z: 60,
    ...more,
  });
  const points = (...items: readonly Partial<MissionItem>[]) => wayPointsOf(items.map(item));

  it('lie in metres from the first; what has no place is where the one before was; what is no place is none', () => {
    const worked = points(
      { command: 22 },
      { x: 600_100_000 },
      { y: 100_100_000, z: null },
      { command: 178 },
      { command: 21, x: 0, y: 0, z: 0 },
    );
    if (!worked.ok) throw new Error(worked.error.code);
    expect(worked.value.map((p) => [p.north, p.east, p.height].map((n) => Math.round(n)))).toEqual([
      [0, 0, 60],
      [1112, 0, 60],
      [0, 556, 60],
      [0, 556, 0],
    ]);
  });

  it('begin at the first that has a place, on the equator or on the meridian as well', () => {
    const first = (...items: readonly Partial<MissionItem>[]) => {
      const worked = points(...items);
      return worked.ok
        ? worked.value.map((p) => [Math.round(p.north), Math.round(p.east)])
        : worked.error.code;
    };
    // The take-off has no place of its own: it is where it stands, and the way counts from the first place.
    expect(
      first({ command: 22, x: 0, y: 0 }, { x: 0, y: 100_000_000 }, { x: 100_000, y: 100_000_000 }),
    ).toEqual([
      [0, 0],
      [0, 0],
      [1112, 0],
    ]);
    expect(first({ x: 600_000_000, y: 0 }, { x: 600_100_000, y: 0 })).toEqual([
      [0, 0],
      [1112, 0],
    ]);
    expect(first({ x: 0, y: 0 })).toBe('missionNotThere');
  });

  it('are refused where a height counts from the sea, or where there is none', () => {
    expect(points({}, { frame: 0 })).toMatchObject({ error: { code: 'missionHeights' } });
    expect(points({}, { frame: 10 })).toMatchObject({ error: { code: 'missionHeights' } });
    expect(points({}, { frame: 6 })).toMatchObject({ ok: true });
    expect(points({ command: 178 })).toMatchObject({ error: { code: 'missionNotThere' } });
  });
});
