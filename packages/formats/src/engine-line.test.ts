import fc from 'fast-check';
import { lineChecksum, readEngineLine, writeHeader, writeSample } from './engine-line.ts';

const COLUMNS = [
  { subject: 'left', channel: 'rpm', unit: 'rpm' },
  { subject: 'left', channel: 'oil-pressure', unit: 'psi' },
];

test('check digits against a published sentence of NMEA 0183', () => {
  expect(lineChecksum('GPGLL,5057.970,N,00146.110,E,142451,A')).toBe('27');
});

test('whatever is written is read back, absent readings included (property)', () => {
  fc.assert(
    fc.property(
      fc.nat(),
      fc.array(fc.option(fc.integer({ min: -99999, max: 99999 }).map((n) => n / 10)), {
        minLength: 2,
        maxLength: 2,
      }),
      (time, values) => {
        expect(readEngineLine(`${writeSample({ time, values })}\r`, 2)).toEqual({
          ok: true,
          value: { kind: 'sample', sample: { time, values } },
        });
      },
    ),
  );
  expect(readEngineLine(writeHeader(COLUMNS), undefined)).toEqual({
    ok: true,
    value: { kind: 'header', columns: COLUMNS },
  });
});

test('one garbled character is always noticed (property)', () => {
  const line = writeSample({ time: 1000, values: [1702, 68.5] });
  fc.assert(
    fc.property(fc.nat({ max: line.length - 1 }), fc.constantFrom(...'0123456789,.*AX'), (at, character) => {
      fc.pre(line[at] !== character);
      expect(readEngineLine(line.slice(0, at) + character + line.slice(at + 1), 2).ok).toBe(false);
    }),
  );
});

test.each<[string, string, number | undefined, string]>([
  ['before a header', writeSample({ time: 1, values: [1, 2] }), undefined, 'lineBeforeHeader'],
  ['another number of fields', writeSample({ time: 1, values: [1] }), 2, 'lineColumns'],
  ['no check digits', '1000,1,2', 2, 'lineWithoutChecksum'],
  ['words for figures', `1000,fast,2*${lineChecksum('1000,fast,2')}`, 2, 'lineFigure'],
  [
    'an unknown unit',
    `#KEL1,left.rpm:knots-ish*${lineChecksum('#KEL1,left.rpm:knots-ish')}`,
    undefined,
    'lineColumn',
  ],
  ...['constructor.keys', 'left.constructor', '__proto__.rpm'].map(
    (name): [string, string, undefined, string] => [
      `what every object has: ${name}`,
      `#KEL1,${name}:rpm*${lineChecksum(`#KEL1,${name}:rpm`)}`,
      undefined,
      'lineColumn',
    ],
  ),
])('refused: %s', (_, line, columns, code) => {
  expect(readEngineLine(line, columns)).toMatchObject({ ok: false, error: { code } });
});
