import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { ownMember } from '@kanzel/core';
import type { ReadFile } from './parsed-file.ts';
import { readLibraryFile } from './parse.ts';

/** Where the build lays what it read. Only beside what is compiled: tests of the source read every file themselves. */
const LAID = import.meta.url.endsWith('.js') ? new URL('./library-read.json', import.meta.url) : undefined;

type ByText = Readonly<Record<string, ReadFile>>;

const textHash = (text: string): string => createHash('sha256').update(text).digest('hex');

/**
 * What files say, by the hash of their texts: what the build lays beside the product, so that nobody who starts it waits until
 * the library that ships was read once more. Files that are refused are left out, and refused anew by whoever reads them.
 * Example: of one module it is an object with one member, its 64 hexadecimal digits.
 */
export function readAtBuild(sources: readonly { readonly name: string; readonly text: string }[]): ByText {
  return Object.fromEntries(
    sources.flatMap(({ name, text }): [string, ReadFile][] => {
      const read = readLibraryFile(name, text);
      return read.ok ? [[textHash(text), read.value]] : [];
    }),
  );
}

/** Finds what was read of a text; a text that was changed by as much as a blank was not. */
export const lookUpIn =
  (read: ByText) =>
  (text: string): ReadFile | undefined => {
    const hash = textHash(text);
    return ownMember(read, hash);
  };

let laid: ((text: string) => ReadFile | undefined) | undefined;

/** What the build read of a text of the library that ships; undefined for any other, and where nothing was built. */
export function shippedReading(text: string): ReadFile | undefined {
  laid ??= lookUpIn(LAID && existsSync(LAID) ? (JSON.parse(readFileSync(LAID, 'utf8')) as ByText) : {});
  return laid(text);
}
