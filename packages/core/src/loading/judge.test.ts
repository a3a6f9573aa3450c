import { LOADING, SCALES, scaleReading, SHEET, weighing } from '../testing/loading.ts';
import { reason } from '../reasons/reason.ts';
import type { Surroundings } from '../limits/types.ts';
import { judgeSheet, judgeWeighing, sheetGaps, type LoadingSheet } from './index.ts';
import type { LoadingData } from '../aircraft/index.ts';
import { sheetStanding } from './solution.ts';

const room: Surroundings = { instruments: SCALES, at: '2026-11-24T08:00:00Z', facts: {} };
const radio = LOADING.report?.equipment ?? [];
const SAFE = { class: 'safety', rule: 'guarded' } as const;

const points = (sheet: LoadingSheet) => {
  const found = sheetStanding(LOADING, sheet)?.tracks[0]?.points;
  if (!found) throw new Error('the sheet of a test has a track');
  return found;
};
/** A box around arms, over every mass there can be. */
const box = (from: number, to: number, title = 'Box', masses: readonly [number, number] = [1, 5000]) => ({
  id: title.toLowerCase(),
  title,
  corners: [
    { arm: from, mass: masses[0] },
    { arm: to, mass: masses[0] },
    { arm: to, mass: masses[1] },
    { arm: from, mass: masses[1] },
  ],
});
const within = (...envelopes: LoadingData['envelopes']): LoadingData => ({ ...LOADING, envelopes });

describe('a weighing beside what is known', () => {
  const codes = (data: LoadingData | undefined, made = weighing([196.8, 206.6, 206.6]), fitted = radio) =>
    judgeWeighing(data, fitted, made, room).verdicts.map((v) => [v.state, v.reason.code]);
  // The report: 610 kg at 2040 mm, so that moments about the nose wheel and both main wheels give each their share.
  const nose = (610 * (2500 - 2040)) / (2500 - 600);
  const main = (610 - nose) / 2;

  test('as the report says is explained, with what it differs by and what may be', () => {
    const { verdicts, weighed } = judgeWeighing(LOADING, radio, weighing([nose, main, main]), room);
    expect(weighed?.mass).toBeCloseTo(610, 6);
    expect(verdicts).toHaveLength(1);
    expect(verdicts[0]).toMatchObject({ ...SAFE, state: 'within', decisionNeeded: false });
    expect(verdicts[0]?.reason).toEqual({
      code: 'weighingExplained',
      params: {
        mass: { value: expect.closeTo(0, 6) as number, unit: 'kg', resolution: expect.any(Number) as number },
        arm: { value: expect.closeTo(0, 6) as number, unit: 'mm', resolution: expect.any(Number) as number },
        allowedMass: {
          value: expect.any(Number) as number,
          unit: 'kg',
          resolution: expect.any(Number) as number,
        },
        allowedArm: {
          value: expect.any(Number) as number,
          unit: 'mm',
          resolution: expect.any(Number) as number,
        },
        report: 'W-12',
        changes: 0,
      },
    });
  });
  test('a difference that nothing explains is out, and says how much', () => {
    const heavy = judgeWeighing(LOADING, radio, weighing([nose + 5, main + 5, main + 5]), room).verdicts;
    expect(heavy[0]).toMatchObject({ state: 'out', reason: { code: 'weighingUnexplained' } });
    expect(heavy[0]?.reason.params['mass']).toMatchObject({
      value: expect.closeTo(15, 6) as number,
      unit: 'kg',
    });
  });
  test('without a description, a report, or in a way that has none', () => {
    expect(codes(undefined)).toEqual([['unknown', 'noLoadingData']]);
    const { report: _report, ...first } = LOADING;
    expect(codes(first)).toEqual([['within', 'firstWeighing']]);
    const nothing = weighing([nose, main, main], { points: [] });
    expect(judgeWeighing(LOADING, radio, nothing, room)).toMatchObject({
      weighed: undefined,
      verdicts: [{ state: 'unknown' }],
    });
    const unknownMass = [
      { id: 'box', title: 'Box', partNumber: 'B', serial: '1' },
    ] as unknown as typeof radio;
    expect(codes(LOADING, weighing([nose, main, main]), [...radio, ...unknownMass])[0]?.[0]).toBe('unknown');
  });
  test('held by hand a model is balanced as it flies: no report, however heavy it is, is compared with it', () => {
    const hand = {
      method: 'hand' as const,
      units: LOADING.units,
      tailDrops: scaleReading(95, 'mm', 'tape'),
      noseDrops: scaleReading(103, 'mm', 'tape'),
      mass: scaleReading(3.1, 'kg'),
      extras: [],
    };
    for (const data of [LOADING, undefined])
      expect(judgeWeighing(data, radio, hand, room)).toMatchObject({
        weighed: { mass: 3.1, arm: expect.closeTo(99, 6) as number },
        verdicts: [{ ...SAFE, state: 'within', reason: { code: 'balancedByHand' } }],
      });
  });
  test('readings of one scale that do not agree stand beside the verdict, and before it', () => {
    const made = weighing([nose, main, main]);
    const apart = {
      ...made,
      points: made.points.map((p, i) =>
        i === 0
          ? { ...p, readings: [...p.readings, ...p.readings.map((r) => ({ ...r, value: r.value + 4 }))] }
          : p,
      ),
    };
    const verdicts = judgeWeighing(LOADING, radio, apart, room).verdicts;
    const found = verdicts.find((v) => v.reason.code === 'scalesApart');
    expect(found).toMatchObject({ state: 'near', ...SAFE });
    expect(found?.reason.params).toMatchObject({
      thing: 'Nose wheel',
      spread: { value: expect.closeTo(4, 6) as number, unit: 'kg' },
    });
    for (const data of [undefined, { ...LOADING, report: undefined } as unknown as LoadingData])
      expect(
        judgeWeighing(data, radio, apart, room)
          .verdicts.map((v) => v.reason.code)
          .sort(),
      ).toContain('scalesApart');
  });
});

describe('what a sheet left open', () => {
  const codes = (change: Partial<LoadingSheet>, data: Partial<LoadingData> = {}) =>
    sheetGaps({ ...LOADING, ...data }, { ...SHEET, ...change }).map((r) => r.code);
  test.each<[Partial<LoadingSheet>, Partial<LoadingData>, string[]]>([
    [{}, {}, []],
    [{ lines: [] }, {}, ['nobodyAboard']],
    [{ lines: [{ station: 'pilot', mass: 0 }] }, {}, ['nobodyAboard']],
    [{ lines: [{ station: 'locker', mass: 20 }] }, {}, ['nobodyAboard']],
    [
      {
        lines: [
          { station: 'locker', mass: 20 },
          { station: 'pilot', mass: 70 },
        ],
      },
      {},
      [],
    ],
    [{ lines: [] }, { stations: LOADING.stations.filter((s) => s.kind !== 'seat') }, []],
    // One seat of two is enough.
    [
      {},
      {
        stations: [
          ...LOADING.stations,
          { ...LOADING.stations[0], id: 'second' } as LoadingData['stations'][number],
        ],
      },
      [],
    ],
    [{ packs: [] }, {}, ['noPackAboard']],
    [{ packs: [] }, { bays: [] }, []],
    [{ used: 0 }, {}, ['nothingUsed']],
    [{ used: -1 }, {}, ['nothingUsed']],
    [{ used: 0 }, { burn: [] }, []],
    [{ lines: [], packs: [], used: 0 }, {}, ['nobodyAboard', 'noPackAboard', 'nothingUsed']],
  ])('%p with %p', (change, data, expected) => {
    expect(codes(change, data)).toEqual(expected);
  });
});

describe('a sheet against its envelopes', () => {
  /** Up to landing: what comes after it is the reserve. */
  const flown = points(SHEET).slice(0, points(SHEET).findIndex((p) => p.name === 'landing') + 1);
  const arms = flown.map((p) => p.centre.arm);
  const sigmas = flown.map((p) => p.centre.sigmaArm);
  const [least, most] = [Math.min(...arms), Math.max(...arms)];
  const sigma = Math.max(...sigmas);
  const track = (data: LoadingData, sheet = SHEET) =>
    judgeSheet(data, sheet).filter((v) => v.reason.code.startsWith('track'));

  test('nothing described, nothing that weighs, or nothing to be inside of, is not known', () => {
    expect(judgeSheet(undefined, SHEET)).toEqual([
      { ...SAFE, state: 'unknown', decisionNeeded: false, reason: reason('noLoadingData') },
    ]);
    expect(judgeSheet(within(), SHEET).map((v) => v.reason.code)).toEqual(['noEnvelope']);
    expect(judgeSheet(LOADING, { ...SHEET, fuel: { left: 81 } })[0]?.state).toBe('unknown');
    expect(flown.length).toBeGreaterThan(0);
  });

  test('well inside: within, with the centre where it is closest, its doubt, and the edges before and behind it', () => {
    const [verdict] = track(within(box(least - 300, most + 400)));
    expect(verdict).toMatchObject({ ...SAFE, state: 'within', decisionNeeded: false, unit: 'mm' });
    expect(verdict?.reason.code).toBe('trackInside');
    expect(verdict?.reason.params).toMatchObject({
      envelope: 'Box',
      margin: { unit: 'mm', value: expect.closeTo(300, 6) as number },
      left: { unit: 'L', resolution: 1 },
      fuel: 3,
    });
    expect('tilt' in (verdict?.reason.params ?? {})).toBe(false);
    expect(verdict?.value).toBeCloseTo(least, 6);
    expect(verdict?.bounds?.low).toBeCloseTo(least - 300, 6);
    expect(verdict?.bounds?.high).toBeCloseTo(least + 400, 6);
    const at = flown.find((p) => Math.abs(p.centre.arm - least) < 1e-9);
    expect(verdict?.uncertainty).toBeCloseTo(2 * (at?.centre.sigmaArm ?? NaN), 9);
  });

  test('inside by less than two standard deviations is too close to tell, and a person decides; by two it is not', () => {
    // At the aft edge: forward of the flight lies the reserve.
    const near = (edge: number) => track(within(box(least - 2000, edge)))[0];
    const told = near(most + 0.5 * sigma);
    expect(told).toMatchObject({ ...SAFE, state: 'near', decisionNeeded: true });
    expect(told?.reason.code).toBe('trackTooClose');
    expect(told?.reason.params['uncertainty']).toMatchObject({ unit: 'mm' });
    expect(told?.reason.params).toMatchObject({ envelope: 'Box', fuel: 3 });
    expect(told?.value).toBeCloseTo(most, 6);
    expect(near(most + 4 * sigma)).toMatchObject({ state: 'within', decisionNeeded: false });
  });

  test('outside: out, by how much, at which edge, with nothing said of a band around it', () => {
    const [verdict] = track(within(box(least + 25, most + 2000)));
    expect(verdict).toMatchObject({ ...SAFE, state: 'out', decisionNeeded: false });
    expect(verdict?.reason.code).toBe('trackOutside');
    expect(verdict?.reason.params['margin']).toMatchObject({
      value: expect.closeTo(25, 6) as number,
      unit: 'mm',
    });
    expect(verdict?.bounds).toBeUndefined();
    const masses = flown.map((p) => p.centre.mass);
    const heavy = track(within(box(1, 5999, 'Light', [1, Math.max(...masses) - 10])))[0];
    expect(heavy?.reason.params['margin']).toMatchObject({
      value: expect.closeTo(10, 6) as number,
      unit: 'kg',
    });
  });

  test('outside on the reserve alone is near, and a person decides', () => {
    const sheet = { ...SHEET, used: 40 };
    const flight = points(sheet);
    const landing = flight.find((p) => p.name === 'landing') ?? flight[flight.length - 1];
    const whole = flight.map((p) => p.centre.arm);
    const until = flight
      .slice(0, flight.indexOf(landing as (typeof flight)[number]) + 1)
      .map((p) => p.centre.arm);
    const [low, high] = [Math.min(...until), Math.max(...until)];
    const [allLow, allHigh] = [Math.min(...whole), Math.max(...whole)];
    const [from, to] =
      allLow < low ? [low - (low - allLow) / 2, high + 2000] : [low - 2000, high + (allHigh - high) / 2];
    expect(allLow < low || allHigh > high).toBe(true);
    const [verdict] = track(within(box(from, to)), sheet);
    expect(verdict?.reason.code).toBe('trackReserve');
    expect(verdict).toMatchObject({ ...SAFE, state: 'near', decisionNeeded: true });
    expect(verdict?.reason.params).toMatchObject({ envelope: 'Box', fuel: 3 });
  });

  test('several envelopes are judged each, the worst first; the lateral beside them', () => {
    const both = judgeSheet(
      within(box(least - 900, most + 900, 'Wide'), box(least + 25, most + 2000, 'Aft')),
      SHEET,
    );
    expect(both.map((v) => v.state)[0]).toBe('out');
    expect(both[0]?.reason.params['envelope']).toBe('Aft');
    expect(both.some((v) => v.reason.params['envelope'] === 'Wide')).toBe(true);
    expect(both.filter((v) => v.reason.code.startsWith('lateral'))).toHaveLength(1);
    const { lateral: _lateral, ...narrow } = LOADING;
    expect(judgeSheet(narrow, SHEET).some((v) => v.reason.code.startsWith('lateral'))).toBe(false);
  });

  test('the lateral: to which side, by which edge, and too close to tell by two standard deviations', () => {
    const side = (low: number, high: number, sheet = SHEET) =>
      judgeSheet({ ...LOADING, lateral: { low, high } }, sheet).find((v) =>
        v.reason.code.startsWith('lateral'),
      );
    const standing = sheetStanding(LOADING, SHEET);
    const lateral = standing?.lateral ?? NaN;
    const doubt = Math.max(...(standing?.tracks[0]?.points ?? []).map((p) => p.centre.sigmaLateral));
    expect(lateral).toBeLessThan(0);
    expect(side(-4000, 4000)).toMatchObject({
      ...SAFE,
      state: 'within',
      reason: { code: 'lateralInside', params: { side: 'left' } },
    });
    expect(side(-4000, 4000)?.reason.params['value']).toMatchObject({
      unit: 'mm',
      value: expect.closeTo(-lateral, 6) as number,
    });
    expect(side(lateral + 1, 4000)).toMatchObject({
      state: 'out',
      decisionNeeded: false,
      reason: { code: 'lateralOutside' },
    });
    expect(side(lateral - doubt, 4000)).toMatchObject({
      state: 'near',
      decisionNeeded: true,
      reason: { code: 'lateralTooClose' },
    });
    expect(side(lateral - 2.001 * doubt, 4000)?.state).toBe('within');
    expect(side(-4000, lateral - 1)?.state).toBe('out');
    const right = {
      ...SHEET,
      lines: [{ station: 'locker', mass: 10 }],
      fuel: { left: 0, right: 80, tail: 20 },
    };
    expect(side(-4000, 4000, right)?.reason.params['side']).toBe('right');
  });

  test('a position without an envelope of its own is not known, by its title; one with it says which it is', () => {
    const tilted = {
      ...LOADING,
      tilts: [
        { id: 'up', title: 'Motors up', mass: 20, shift: 0 },
        { id: 'fore', title: 'Motors forward', mass: 20, shift: -150 },
      ],
      envelopes: [{ ...box(1, 5999), tilt: 'up' }],
    } as unknown as LoadingData;
    const verdicts = judgeSheet(tilted, SHEET);
    const codes = verdicts.map((v) => [v.state, v.reason.code, v.reason.params['tilt']]);
    expect(codes).toEqual(
      expect.arrayContaining([
        ['unknown', 'noEnvelopeTilted', 'Motors forward'],
        ['within', 'trackInside', 'Motors up'],
      ]),
    );
    expect(verdicts[0]?.state).toBe('unknown');
  });
});
