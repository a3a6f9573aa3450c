import type { LibraryView } from '@kanzel/contract';
import type { Basis, InstrumentRecord } from '@kanzel/core';
import { newerInstruments, newerThan } from './newer-basis.ts';

const basis = {
  pack: { id: 'p', revision: 1, title: 'Pack' },
  limitBook: { id: 'b', revision: 2, title: 'Book' },
  aircraft: { mark: 'QX-TST', configuration: { code: 'AAAAA', title: '' } },
} as unknown as Basis;
const library = (change: object = {}): LibraryView =>
  ({
    packs: [
      { id: 'p', revision: 1, title: 'Pack' },
      { id: 'q', revision: 1, title: 'Other pack' },
    ],
    limitBooks: [{ id: 'b', revision: 2, title: 'Book' }],
    aircraft: [{ id: 'QX-TST', pack: 'p', limitBook: 'b', configuration: 'AAAAA', ...change }],
  }) as unknown as LibraryView;

test('nothing is newer when the library says the same', () => {
  expect(newerThan(basis, library())).toEqual([]);
});

test('a higher revision, another pack and another configuration are each said; a lower revision is not', () => {
  const higher = {
    ...library(),
    limitBooks: [{ id: 'b', revision: 3, title: 'Book' }],
  } as unknown as LibraryView;
  expect(newerThan(basis, higher)).toEqual(['Book: revision 3; here 2']);
  const lower = {
    ...library(),
    limitBooks: [{ id: 'b', revision: 1, title: 'Book' }],
  } as unknown as LibraryView;
  expect(newerThan(basis, lower)).toEqual([]);
  expect(newerThan(basis, library({ pack: 'q', configuration: 'BBBBB' }))).toEqual([
    'Another pack: Other pack',
    'Configuration BBBBB; here AAAAA',
  ]);
});

test('an instrument unknown here or with another certificate is offered, one that is as known is not', () => {
  const tool = (id: string, certificate: string): InstrumentRecord =>
    ({ id, certificate, calibratedUntil: '2027-01-01' }) as unknown as InstrumentRecord;
  const known = { a: tool('a', '1'), b: tool('b', '1') };
  const register = [tool('a', '1'), tool('b', '2'), tool('c', '1')];
  expect(newerInstruments(known, register).map((i) => i.id)).toEqual(['b', 'c']);
});
