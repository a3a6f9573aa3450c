import { readFieldTable } from './field-table.ts';

const said = (text: string): string => {
  const table = readFieldTable(text);
  return table.ok ? 'taken' : table.error.join(' ');
};

test('takes three columns by their names, whatever stands beside them and in whichever order', () => {
  expect(readFieldTable('\uFEFFt, Z ,x,y\r\n0,118,412.5,-30\r\n1,120,-1e2,0\r\n')).toEqual({
    ok: true,
    value: { x: [412.5, -100], y: [-30, 0], z: [118, 120] },
  });
});

test('takes every so many of a long one, and all of a short one', () => {
  const rows = (n: number): string => `x,y,z\n${Array.from({ length: n }, (_, i) => `${i},0,1`).join('\n')}`;
  const taken = (n: number): readonly number[] => {
    const table = readFieldTable(rows(n));
    return table.ok ? table.value.x : [];
  };
  expect(taken(1200)).toHaveLength(1200);
  expect(taken(2400).slice(0, 3)).toEqual([0, 2, 4]);
  expect(taken(10_000).length).toBeLessThanOrEqual(1200);
});

test('says by its row what is no reading, and takes nothing in part', () => {
  expect(said('x,y\n1,2')).toBe('The table has no column “z”. Nothing was taken.');
  expect(said('x,y,z\n')).toBe('The table has no readings. Nothing was taken.');
  expect(said('x,y,z\n1,2,3\n1,,3\n1,2,far')).toBe(
    'Row 3: “” is no milligauss. Row 4: “far” is no milligauss. Nothing was taken.',
  );
  expect(said('x,y,z\n1,2,40000')).toContain('Row 2: “40000”');
  expect(said('')).toContain('no column');
});
