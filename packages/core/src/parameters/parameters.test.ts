import fc from 'fast-check';
import { compareParameters, parameterValue, type VehicleParameter } from './parameters.ts';

/** The four bytes of a number, as it writes them. */
const bytes = (write: (view: DataView) => void): number => {
  const view = new DataView(new ArrayBuffer(4));
  write(view);
  return view.getUint32(0, true);
};
const figure = (value: number): number => bytes((v) => v.setFloat32(0, value, true));

test('a whole number is the same whether it is sent as a figure or as its own bytes (property)', () => {
  fc.assert(
    fc.property(fc.integer({ min: -16_777_216, max: 16_777_216 }), (value) => {
      expect(parameterValue(figure(value), 6)).toBe(value);
      expect(
        parameterValue(
          bytes((v) => v.setInt32(0, value, true)),
          6,
        ),
      ).toBe(value);
    }),
  );
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 16_777_216 }), (value) => {
      expect(
        parameterValue(
          bytes((v) => v.setUint32(0, value, true)),
          5,
        ),
      ).toBe(value);
    }),
  );
});

test.each([
  [2, (v: DataView) => v.setInt8(0, -1), -1],
  [1, (v: DataView) => v.setUint8(0, 255), 255],
  [4, (v: DataView) => v.setInt16(0, -300, true), -300],
  [3, (v: DataView) => v.setUint16(0, 65_000, true), 65_000],
  // All ones are no figure at all, and the last negative number.
  [6, (v: DataView) => v.setUint32(0, 0xffff_ffff, true), -1],
  [5, (v: DataView) => v.setUint32(0, 0xffff_ffff, true), 4_294_967_295],
])('the bytes of a whole number of type %d are read as that', (type, write, value) => {
  expect(parameterValue(bytes(write), type)).toBe(value);
});

test('a figure is a figure, and nothing else is', () => {
  expect([
    parameterValue(figure(0.5), 9),
    parameterValue(figure(-12.25), 9),
    parameterValue(figure(-0), 6),
  ]).toEqual([0.5, -12.25, 0]);
  expect([parameterValue(figure(Number.NaN), 9), parameterValue(figure(Infinity), 10)]).toEqual([
    undefined,
    undefined,
  ]);
});

describe('against the list that was left', () => {
  const list = (values: Readonly<Record<string, number>>): VehicleParameter[] =>
    Object.entries(values).map(([name, value]) => ({ name, value }));

  test('changed, gone and new are told by name, in its order, whatever the order of the lists', () => {
    expect(compareParameters(list({ B: 2, A: 1, GONE: 3 }), list({ NEW: 4, A: 1, B: 2.5 }))).toEqual([
      { name: 'B', was: 2, is: 2.5 },
      { name: 'GONE', was: 3, is: undefined },
      { name: 'NEW', was: undefined, is: 4 },
    ]);
  });

  test('a list is like itself; every value that is changed is one difference (property)', () => {
    const values = fc.dictionary(
      fc.stringMatching(/^[A-Z][A-Z0-9_]{0,15}$/),
      fc.float({ noNaN: true, noDefaultInfinity: true, min: -1000, max: 1000 }),
      { minKeys: 1, maxKeys: 40 },
    );
    fc.assert(
      fc.property(values, fc.nat(), (own, at) => {
        const left = list(own);
        expect(compareParameters(left, [...left].reverse())).toEqual([]);
        const name = left[at % left.length]?.name ?? '';
        const read = left.map((p) => (p.name === name ? { name, value: p.value + 1024 } : p));
        expect(compareParameters(left, read).map((d) => d.name)).toEqual([name]);
      }),
    );
  });

  test('more digits than travel are no difference; one in a large whole number is', () => {
    expect(compareParameters(list({ A: 0.1 }), list({ A: Math.fround(0.1) }))).toEqual([]);
    expect(compareParameters(list({ A: 16_777_217 }), list({ A: 16_777_216 }))).toHaveLength(1);
    expect(compareParameters(list({ A: 0.1 }), list({ A: 0.1001 }))).toHaveLength(1);
  });

  test('names that every object has are names like others', () => {
    expect(compareParameters(list({ constructor: 1 }), list({ toString: 1 })).map((d) => d.name)).toEqual([
      'constructor',
      'toString',
    ]);
  });
});
