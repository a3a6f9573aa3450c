import { useEffect, useState } from 'react';
import type { LibraryView } from '@kanzel/contract';
import type { Basis, Instrument, InstrumentRecord } from '@kanzel/core';
import { api } from '../api/client.ts';
import { ownMember } from '@kanzel/core';

/** What of the library is newer than what a campaign is judged by, in words. */
export function newerThan(basis: Basis, library: LibraryView): readonly string[] {
  const aircraft = library.aircraft.find((a) => a.id === basis.aircraft.mark);
  const pack = library.packs.find((p) => p.id === (aircraft?.pack ?? basis.pack.id));
  const book = library.limitBooks.find((b) => b.id === (aircraft?.limitBook ?? basis.limitBook.id));
  const words: string[] = [];
  if (pack && pack.id !== basis.pack.id) words.push(`Another pack: ${pack.title}`);
  else if (pack && pack.revision > basis.pack.revision)
    words.push(`${pack.title}: revision ${pack.revision}; here ${basis.pack.revision}`);
  if (book && book.id !== basis.limitBook.id) words.push(`Another limit book: ${book.title}`);
  else if (book && book.revision > basis.limitBook.revision)
    words.push(`${book.title}: revision ${book.revision}; here ${basis.limitBook.revision}`);
  if (aircraft && aircraft.configuration !== basis.aircraft.configuration.code)
    words.push(`Configuration ${aircraft.configuration}; here ${basis.aircraft.configuration.code}`);
  return words;
}

/** Instruments of the register whose certificate is another one than the campaign knows, or that it does not know. */
export function newerInstruments(
  known: Readonly<Record<string, Instrument>>,
  register: readonly InstrumentRecord[],
): readonly InstrumentRecord[] {
  return register.filter((i) => {
    const here = ownMember(known, i.id);
    return !here || here.certificate !== i.certificate || here.calibratedUntil !== i.calibratedUntil;
  });
}

/** The library as the server lists it now; undefined until it has been heard. */
export function useLibrary(): LibraryView | undefined {
  const [library, setLibrary] = useState<LibraryView>();
  useEffect(() => {
    void api.get<LibraryView>('/api/library').then((a) => (a.ok ? setLibrary(a.value) : undefined));
  }, []);
  return library;
}
