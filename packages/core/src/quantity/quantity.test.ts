import fc from 'fast-check';
import {
  circularDifference,
  convert,
  expandedUncertainty,
  findUnit,
  formatFigure,
  isInstant,
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

describe('what could be meant otherwise', () => {
  test.each<[string, string, string, number]>([
    ['5 mΩ', 'mohm', 'mohm', 0.005],
    ['5 MΩ', 'ohm', 'Mohm', 5e6],
    ['5 Mohm', 'mohm', 'Mohm', 5e6],
    ['5 kohm', 'ohm', 'kohm', 5000],
    ['5 ohm', 'mohm', 'ohm', 5],
    ['5 mV', 'V', 'mV', 0.005],
    ['5 PSI', 'bar', 'psi', 5 * 6894.757293168],
    ['5 RPM', 'rpm', 'rpm', 5 * (Math.PI / 30)],
    ['5 gal', 'US gal', 'US gal', 5 * 0.003785411784],
    ['5 imp gal', 'L', 'imp gal', 5 * 0.00454609],
  ])('%s beside a placard in %s', (text, placard, unit, si) => {
    const read = readQuantity(text, placard);
    expect(read).toMatchObject({ ok: true, value: { unit } });
    const { factor } = unitOf(unit);
    expect(read.ok && read.value.value * factor).toBeCloseTo(si, 9);
  });
  test.each([
    ['5 MV', 'V', 'unknownUnit'],
    ['5 MAh', 'Ah', 'unknownUnit'],
    ['5 M', 'm', 'unknownUnit'],
    ['5 Mbar', 'hPa', 'unknownUnit'],
    ['5 gal', 'imp gal', 'ambiguousUnit'],
    ['5 Gallons', 'L', 'ambiguousUnit'],
    ['5 gph', 'L/h', 'ambiguousUnit'],
    ['0,500,000', 'rpm', 'notANumber'],
    ['0 500', 'rpm', 'notANumber'],
    ['9'.repeat(401), 'rpm', 'notANumber'],
  ])('%s beside a placard in %s is refused or asked back', (text, placard, code) => {
    expect(readQuantity(text, placard)).toMatchObject({ ok: false, error: { code } });
  });
  test('a capital never changes the size of a unit (property)', () => {
    fc.assert(
      fc.property(fc.constantFrom(...UNIT_IDS), fc.boolean(), (id, upper) => {
        const { symbol, kind, factor } = unitOf(id);
        fc.pre(symbol !== '');
        const typed = upper ? symbol.toUpperCase() : symbol.toLowerCase();
        // Another prefix is another unit, and is meant so.
        fc.pre(typed[0] === symbol[0] || !/^[mM]/.test(symbol));
        const found = unitFromSpelling(typed, kind);
        if (found?.kind === kind) expect(found.factor).toBe(factor);
      }),
    );
  });
  test.each([
    ['2026-11-26T08:30:00Z', true],
    ['2026-11-26T08:30:00.250+01:00', true],
    ['2026-11-26T08:30:00', false],
    ['2026-W48-4', false],
    ['2026-330T08:30:00Z', false],
    ['2026-02-30T08:30:00Z', false],
    ['2026-13-01T08:30:00Z', false],
    ['yesterday', false],
  ])('%s is an instant: %s', (text, is) => {
    expect(isInstant(text)).toBe(is);
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
