import {
  limitErrors,
  type Limit,
  type LimitBook,
  type LimitKind,
  LIMIT_KIND_TITLES,
  limitInWords,
} from '@kanzel/core';
import { freeKey, freshLimit, withKind, withTable } from './limit-edit.ts';

const book: LimitBook = {
  id: 'b',
  revision: 1,
  title: 'Book',
  approvedBy: '',
  approvedOn: '',
  limits: [],
};
const oil = {
  ...freshLimit(book, 'Oil pressure'),
  unit: 'psi',
  bounds: { low: 55, cautionLow: 60, high: 90 },
} as Limit;

test('a limit changed into every kind and back keeps what all kinds have, and is never left unusable', () => {
  for (const kind of Object.keys(LIMIT_KIND_TITLES) as LimitKind[]) {
    const other = withKind(oil, kind);
    expect(other.kind).toBe(kind);
    expect(limitErrors(other)).toEqual([]);
    expect(limitInWords(other)).not.toMatch(/undefined|NaN/);
    expect(withKind({ ...other, unit: oil.unit }, 'band')).toMatchObject({
      key: oil.key,
      title: oil.title,
      source: oil.source,
    });
  }
});

test('a pasted table replaces by key in place, and adds the rest below', () => {
  const [a, b, c] = ['a', 'b', 'c'].map((key) => ({ ...oil, key })) as [Limit, Limit, Limit];
  const better = { ...b, title: 'Better' };
  expect(withTable([a, b], [c, better], ['title', 'unit', 'low']).map((l) => l.title + l.key)).toEqual([
    `${a.title}a`,
    'Betterb',
    `${c.title}c`,
  ]);
  // A table without a column for the source leaves the source of what it changes alone.
  const bare = {
    ...b,
    source: { document: 'not named', revision: '-' },
    bounds: { low: 50, high: 90 },
  } as Limit;
  expect(withTable([b], [bare], ['title', 'low'])[0]).toMatchObject({
    source: b.source,
    bounds: { low: 50 },
  });
  expect(withTable([b], [bare], ['title', 'document'])[0]?.source.document).toBe('not named');
  expect(freeKey([a], 'A')).toBe('a-2');
});

test('a limit in words reads as its placard', () => {
  expect(limitInWords(oil).replace(/\s/g, ' ')).toBe('55 to 90 psi, caution below 60');
  const hot = {
    ...oil,
    conditions: [{ fact: 'oil-temperature', low: 40, high: 110, unit: 'degC' }],
  } as Limit;
  expect(limitInWords(hot).replace(/\s/g, ' ')).toBe(
    '55 to 90 psi, caution below 60; oil temperature 40 to 110 °C',
  );
});
