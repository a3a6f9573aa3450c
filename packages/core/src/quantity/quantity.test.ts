import fc from 'fast-check';
import {
  circularDifference,
  convert,
  expandedUncertainty,
  findUnit,
  formatFigure,
  readFigure,
  readQuantity,
  unitFromSpelling,
  UNIT_IDS,
  unitOf,
} from './index.ts';

describe('reading figures as people mean them', () => {
  test.each([
    ['1702', 1702, 1],
    ['1 702', 1702, 1],
    ['1’702', 1702, 1],
    ['14,3', 14.3, 0.1],
    ['14.30', 14.3, 0.01],
    ['1.234.567', 1234567, 1],
    ['1.234,5', 1234.5, 0.1],
    ['1,234.5', 1234.5, 0.1],
    ['0,500', 0.5, 0.001],
    ['1 234,567', 1234.567, 0.001],
    ['-5', -5, 1],
    ['−5', -5, 1],
    ['.5', 0.5, 0.1],
  ])('%s', (text, value, resolution) => {
    expect(readFigure(text)).toEqual({ ok: true, value: { value, resolution } });
  });

  test.each(['1,500', '12.345', '999,999'])(
    '%s is asked back, never guessed across a factor of 1000',
    (text) => {
      expect(readFigure(text)).toMatchObject({ ok: false, error: { code: 'ambiguousFigure' } });
    },
  );

  test.each(['', 'abc', '1..2', '1,2,3', '12 34', '1e5', 'NaN', 'Infinity', '--3', '1.23.456'])(
    '“%s” is refused',
    (text) => {
      expect(readFigure(text).ok).toBe(false);
    },
  );

  test('whatever is written with comma or point is read back (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -999_999, max: 999_999 }),
        fc.constantFrom(1, 2, 4),
        fc.constantFrom(',', '.'),
        (units, decimals, mark) => {
          const value = units / 10 ** decimals;
          const read = readFigure(value.toFixed(decimals).replace('.', mark));
          expect(read.ok && read.value.value).toBeCloseTo(value, 10);
        },
      ),
    );
  });

  test('a unit of the same kind is kept as typed, another kind is refused, and °C beside a difference is a difference', () => {
    expect(readQuantity('4,7 bar', 'psi')).toMatchObject({ ok: true, value: { value: 4.7, unit: 'bar' } });
    expect(readQuantity('68 rpm', 'psi')).toMatchObject({ ok: false, error: { code: 'wrongKind' } });
    expect(readQuantity('68 parsec', 'psi')).toMatchObject({ ok: false, error: { code: 'unknownUnit' } });
    expect(unitFromSpelling('°C', 'temperature difference')?.id).toBe('degC-diff');
    expect(readQuantity('40 °C', 'degC-diff')).toMatchObject({ ok: true, value: { unit: 'degC-diff' } });
  });
});

describe('units', () => {
  test.each([
    [1, 'bar', 'psi', 14.5037738],
    [29.92, 'inHg', 'hPa', 1013.2076],
    [100, 'degC', 'degF', 212],
    [10, 'degC-diff', 'degF-diff', 18],
    [100, 'kt', 'km/h', 185.2],
    [10, 'US gal', 'L', 37.85411784],
  ])('%d %s in %s', (value, from, to, expected) => {
    const converted = convert(value, from, to);
    expect(converted.ok && converted.value).toBeCloseTo(expected, 3);
  });

  test('there and back again, for every pair of one kind (property)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...UNIT_IDS),
        fc.constantFrom(...UNIT_IDS),
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        (a, b, value) => {
          const there = convert(value, a, b);
          expect(there.ok).toBe(unitOf(a).kind === unitOf(b).kind);
          if (!there.ok) return;
          const back = convert(there.value, b, a);
          expect(back.ok && Math.abs(back.value - value)).toBeLessThanOrEqual(
            1e-9 * Math.max(1, Math.abs(value), 1000),
          );
        },
      ),
    );
  });

  test('a temperature is no temperature difference, NaN is no figure, and the same unit leaves a figure untouched', () => {
    expect(convert(20, 'degC', 'degC-diff').ok).toBe(false);
    expect(convert(NaN, 'psi', 'bar').ok).toBe(false);
    expect(convert(0.1 + 0.2, 'psi', 'psi')).toEqual({ ok: true, value: 0.1 + 0.2 });
    expect(findUnit('cubit')).toBeUndefined();
  });

  test('circular difference is the shortest turn (property, against adding it back)', () => {
    expect(circularDifference(5, 350)).toBe(15);
    expect(circularDifference(0, 180)).toBe(180);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: 0, max: 359 }), (a, b) => {
        const turn = circularDifference(a, b);
        expect(turn).toBeGreaterThan(-180);
        expect(turn).toBeLessThanOrEqual(180);
        expect((b + turn + 720) % 360).toBe(a);
      }),
    );
  });
});

test('a figure is never shown on the other side of a limit (property)', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -5000, max: 5000, noNaN: true }),
      fc.integer({ min: -5000, max: 5000 }),
      fc.constantFrom(1, 0.5, 0.1, 0.01),
      (value, limit, resolution) => {
        fc.pre(Math.abs(value - limit) > 1e-8);
        const shown = Number(
          formatFigure(value, resolution, [limit])
            .replace(/\u202f/g, '')
            .replace('−', '-'),
        );
        expect(Math.sign(shown - limit)).toBe(Math.sign(value - limit));
      },
    ),
  );
  expect(formatFigure(149.996, 1, [150])).toBe('149.996');
  expect(formatFigure(150.4, 1, [150])).toBe('150.4');
});

test('expanded uncertainty: worked example, and unknown accuracy stays unknown', () => {
  expect(expandedUncertainty({ accuracy: 10, resolution: 1 })).toBeCloseTo(11.561, 3);
  expect(expandedUncertainty({ accuracy: 0, resolution: 0, scatter: 3, count: 9 })).toBeCloseTo(2, 10);
  expect(expandedUncertainty({ accuracy: undefined, resolution: 1 })).toBeUndefined();
  expect(expandedUncertainty({ accuracy: 1, resolution: NaN })).toBeUndefined();
});
