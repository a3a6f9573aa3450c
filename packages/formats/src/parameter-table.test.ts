import fc from 'fast-check';
import { readParameterTable, writeParameterTable } from './parameter-table.ts';

const errors = (text: string): readonly string[] => {
  const table = readParameterTable(text);
  return table.ok ? [] : table.error;
};

test('parameters written and read again are the same to the last bit, whatever their sign (property)', () => {
  const items = fc.uniqueArray(
    fc.record({
      name: fc.stringMatching(/^[A-Za-z0-9_.-]{1,16}$/),
      value: fc.double({ noNaN: true, noDefaultInfinity: true }).map((v) => (v === 0 ? 0 : v)),
    }),
    { selector: (i) => i.name, minLength: 1, maxLength: 40 },
  );
  fc.assert(
    fc.property(items, (list) => {
      expect(readParameterTable(writeParameterTable(list))).toEqual({ ok: true, value: list });
    }),
  );
});

test('what cannot be read is said by its row, and nothing is taken', () => {
  expect(errors('name,value\nA,1\nA,2')).toEqual(['Row 3: A stands twice.', 'Nothing was taken.']);
  expect(errors('name,value\nSEVENTEEN_LETTERS,1')[0]).toMatch(/is no name of a parameter/);
  expect(errors('name,value\nA,1e400')).toEqual(['Row 2: “1e400” is no figure.', 'Nothing was taken.']);
  expect(errors('name,value\nA,"1,5"')).toHaveLength(2);
  expect(errors('name\nA')).toEqual(['The table has no column “value”. Nothing was taken.']);
  expect(errors('name,value')).toEqual(['The table has no parameters. Nothing was taken.']);
  expect(errors(`name,value\n${Array.from({ length: 4001 }, (_, i) => `P${i},1`).join('\n')}`)[0]).toMatch(
    /^The table has 4001 rows/,
  );
});
