import { figuresBySubject } from './figures-by-subject.ts';

const line = (...columns: readonly (readonly [string, string, string, number | null])[]) =>
  figuresBySubject({
    time: 1,
    columns: columns.map(([subject, channel, unit]) => ({ subject, channel, unit })),
    values: columns.map((c) => c[3]),
  });

test('what is said in bar and Fahrenheit is shown in the units of the channels', () => {
  const { values, doubt } = line(
    ['left', 'oil-pressure', 'bar', 4.5],
    ['left', 'oil-temperature', 'degF', 194],
    ['left', 'rpm', 'rpm', 1702],
    ['left', 'volts', 'V', null],
  );
  expect(doubt).toBeUndefined();
  expect(values['left']?.['oil-pressure']).toBeCloseTo(65.27, 2);
  expect(values['left']?.['oil-temperature']).toBeCloseTo(90, 6);
  expect(values['left']).toMatchObject({ rpm: 1702, volts: null });
});

test('two monitors for one engine: neither is believed, and it is said', () => {
  const { values, doubt } = line(
    ['left', 'rpm', 'rpm', 1702],
    ['right', 'rpm', 'rpm', 1711],
    ['left', 'rpm', 'rpm', 1650],
  );
  expect(values).toEqual({ left: { rpm: null }, right: { rpm: 1711 } });
  expect(doubt).toMatchObject({ code: 'lineColumnTwice', params: { column: 'left.rpm' } });
});

test('a pressure in degrees is none', () => {
  const { values, doubt } = line(['left', 'oil-pressure', 'degC', 80], ['left', 'rpm', 'rpm', 900]);
  expect(values).toEqual({ left: { 'oil-pressure': null, rpm: 900 } });
  expect(doubt?.code).toBe('lineOtherKind');
});
