import { spokenText, spokenVerdict } from './spoken.ts';

test.each([
  ['At 1 700 rpm: 112 rpm, −3 °C', 'At 1700 revolutions: 112 revolutions, minus 3 degrees'],
  ['1\u202f690 rpm', '1690 revolutions'],
  ['2.5 °C/s', '2.5 degrees a second'],
  ['91.8 L/h at 29.3 inHg', '91.8 litres an hour at 29.3 inches'],
  ['28.1 V, 31 A, 4 L, 9 s, 12 kg', '28.1 volts, 31 amps, 4 litres, 9 seconds, 12 kilograms'],
  ['±50 rpm', 'plus or minus 50 revolutions'],
  ['nose at 12°, 5 %', 'nose at 12 degrees, 5 percent'],
  // Letters that are no units stay what they are, and figures beside one another do not run together.
  ['Lane A and V-tail, 12 3 rpm', 'Lane A and V-tail, 12 3 revolutions'],
  ['', ''],
])('%j is read as %j', (written, said) => {
  expect(spokenText(written)).toBe(said);
});

test('what was taken comes first, then what is thought of it, then by how much', () => {
  const verdict = (state: 'within' | 'out' | 'unknown', value: number | undefined, margin: number) => ({
    state,
    decisionNeeded: false,
    reason: { code: 'recorded', params: {} },
    ...(value === undefined
      ? {}
      : {
          value,
          unit: 'rpm',
          resolution: 1,
          bounds: { low: 10, high: 150 },
          margin: { value: margin, unit: 'rpm', edge: 'high' as const },
        }),
  });
  expect(spokenVerdict(verdict('out', 208, -58), 'Left engine')).toBe(
    'Left engine, 208 revolutions. Out of limits, beyond by 58 revolutions.',
  );
  expect(spokenVerdict(verdict('within', 65, 55), '')).toBe(
    '65 revolutions. Within limits, margin 55 revolutions.',
  );
  // What nobody could tell is never said to be within.
  expect(spokenVerdict(verdict('unknown', undefined, 0), 'Right engine')).toBe(
    'Right engine. Not conclusive.',
  );
});
