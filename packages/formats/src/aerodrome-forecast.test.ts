import * as fc from 'fast-check';
import { readAerodromeForecast, writeAerodromeForecast, type SaidWind } from './aerodrome-forecast.ts';

const NEAR = '2026-11-25T07:00:00.000Z';

function read(text: string, near = NEAR) {
  const found = readAerodromeForecast(text, near);
  if (!found.ok) throw new Error(JSON.stringify(found.error));
  return found.value.map((f) => ({ ...f, from: f.from.slice(5, 16), to: f.to.slice(5, 16) }));
}

test('prevailing winds follow each other, what is only at times stands beside them', () => {
  expect(
    read(
      'TAF QXGH 250500Z 2506/2518 24012KT 9999 SCT030 BECMG 2510/2512 27018G28KT TEMPO 2513/2515 29025G40KT SHRA FM251630 VRB03KT=',
    ),
  ).toEqual([
    { from: '11-25T06:00', to: '11-25T12:00', direction: 240, speed: 12 },
    { from: '11-25T12:00', to: '11-25T16:30', direction: 270, speed: 18, gust: 28 },
    { from: '11-25T16:30', to: '11-25T18:00', speed: 3 },
    { from: '11-25T10:00', to: '11-25T12:00', direction: 270, speed: 18, gust: 28, atTimes: true },
    { from: '11-25T13:00', to: '11-25T15:00', direction: 290, speed: 25, gust: 40, atTimes: true },
  ]);
});

test('metres a second, hour 24, the turn of the month, and a probability with or without "at times"', () => {
  expect(
    read(
      'TAF QXGH 302300Z 3100/3124 09010MPS PROB30 3103/3106 12015G20MPS PROB40 TEMPO 3110/3112 00000MPS',
      '2026-12-30T23:00:00Z',
    ),
  ).toEqual([
    { from: '12-31T00:00', to: '01-01T00:00', direction: 90, speed: 19.4 },
    { from: '12-31T03:00', to: '12-31T06:00', direction: 120, speed: 29.2, gust: 38.9, atTimes: true },
    { from: '12-31T10:00', to: '12-31T12:00', direction: 0, speed: 0, atTimes: true },
  ]);
});

test('what is no forecast is refused with what was there', () => {
  for (const text of [
    '',
    'METAR QXGH 250650Z 24012KT',
    'TAF QXGH 250500Z',
    'TAF QXGH 250500Z 2506/2518 SCT030',
    '<html>404</html>',
  ])
    expect(readAerodromeForecast(text, NEAR)).toMatchObject({ ok: false, error: { code: 'notAForecast' } });
});

test('what is written is read again, hour by hour', () => {
  const winds = fc.array(
    fc.record({
      direction: fc.integer({ min: 0, max: 359 }),
      speed: fc.integer({ min: 0, max: 60 }),
      gust: fc.option(fc.integer({ min: 61, max: 90 }), { nil: undefined }),
    }),
    { minLength: 1, maxLength: 8 },
  );
  fc.assert(
    fc.property(winds, fc.integer({ min: 0, max: 364 }), (list, day) => {
      const begin = Date.UTC(2026, 0, 1, 6) + day * 86_400_000;
      const at = (i: number): string => new Date(begin + i * 2 * 3_600_000).toISOString();
      const said = list.map(({ gust, ...w }, i) => ({
        from: at(i),
        wind: { ...w, ...(gust === undefined ? {} : { gust }) } as SaidWind,
      }));
      const text = writeAerodromeForecast('QXGH', at(-1), said, at(list.length));
      const back = readAerodromeForecast(text, at(0));
      if (!back.ok) throw new Error(text);
      expect(back.value.map((f) => [f.from, f.to, f.speed, f.gust])).toEqual(
        said.map((s, i) => [at(i), at(i + 1), s.wind.speed, s.wind.gust]),
      );
      back.value.forEach((f, i) => {
        const wanted = list[i]?.direction ?? 0;
        const apart = Math.abs((((((f.direction ?? 0) - wanted) % 360) + 540) % 360) - 180);
        expect(apart).toBeLessThanOrEqual(5);
      });
    }),
  );
});
