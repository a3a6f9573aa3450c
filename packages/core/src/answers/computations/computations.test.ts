import type { Reading } from '../../limits/types.ts';
import { COMPUTED_FROM } from '../../checks/types.ts';
import { COMPUTATIONS } from './index.ts';

const read = (value: number): Reading => ({
  value,
  unit: 'rpm',
  text: String(value),
  resolution: 10,
  source: 'typed',
});
const drop = { kind: 'drop', before: read(1700), after: read(1620) } as const;
const reading = { kind: 'reading', reading: read(800) } as const;
const from = (part: string, ...values: number[]) => ({ part, readings: values.map(read) });

test('an answer gives its readings to what asks for that kind, and nothing to anything else', () => {
  expect(COMPUTATIONS.drop.readingsOf(drop)).toEqual([read(1700), read(1620)]);
  expect(COMPUTATIONS.drop.readingsOf(reading)).toBeUndefined();
  expect(COMPUTATIONS.reading.readingsOf(reading)).toEqual([read(800)]);
  for (const { readingsOf } of Object.values(COMPUTATIONS))
    expect(readingsOf({ kind: 'confirm', asExpected: true })).toBeUndefined();
});

test('what a pack may work a figure out from gives readings to it, and what it may not gives none', () => {
  const answers = {
    drop,
    reading,
    count: { kind: 'count', count: 3 },
    confirm: { kind: 'confirm', asExpected: true },
    text: { kind: 'text', text: '800' },
    cylinders: { kind: 'cylinders', readings: { '1': read(1) } },
  } as const;
  for (const name of ['drop', 'reading'] as const)
    for (const [kind, answer] of Object.entries(answers))
      expect([name, kind, COMPUTATIONS[name].readingsOf(answer) !== undefined]).toEqual([
        name,
        kind,
        COMPUTED_FROM[name].some((k) => k === kind),
      ]);
});

test('two drops are compared; one alone or a third beside them is not', () => {
  const { together } = COMPUTATIONS.drop;
  const [a, b, c] = [from('right', 1700, 1620), from('left', 1700, 1590), from('both', 1700, 1700)];
  expect(together([a, b])).toEqual({
    kind: 'drops',
    first: [read(1700), read(1620)],
    second: [read(1700), read(1590)],
  });
  expect([together([]), together([a]), together([a, b, c])]).toEqual([undefined, undefined, undefined]);
  expect(together([a, from('left', 1700)])).toBeUndefined();
});

test('two readings are a pair, more are a set by the part they come from', () => {
  const { together } = COMPUTATIONS.reading;
  expect(together([from('a@left', 1), from('a@right', 2)])).toEqual({
    kind: 'pair',
    before: read(1),
    after: read(2),
  });
  expect(together([from('a@1', 1), from('a@2', 2), from('a@3', 3)])).toEqual({
    kind: 'many',
    readings: { 'a@1': read(1), 'a@2': read(2), 'a@3': read(3) },
  });
  expect(together([from('a', 1)])).toBeUndefined();
});
