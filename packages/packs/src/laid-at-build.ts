import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { ownMember, type Pack, type SystemTree } from '@kanzel/core';
import type { ReadFile } from './parsed-file.ts';

/** What the build found of the library that ships, so that nobody who starts the product waits until it is found once more. */
export interface LaidAtBuild {
  /** What its files say, by the hash of their texts. */
  readonly read: Readonly<Record<string, ReadFile>>;
  /** Hashes of its packs with their tree of systems: of each it is known that work and checks do not miss each other. */
  readonly whole: readonly string[];
}

const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex');

/** The hash of a text. Example: of "" it begins with e3b0c442. */
export const textHash = hashOf;

/** The hash of a pack beside its tree of systems; one name changed in either makes another. */
export const packHash = (pack: Pack, systems: SystemTree): string => hashOf(JSON.stringify([pack, systems]));

export interface Laid {
  /** What a text says; undefined for one that was changed by as much as a blank. */
  readonly reading: (text: string) => ReadFile | undefined;
  readonly isWhole: (pack: Pack, systems: SystemTree) => boolean;
}

/** Looks up what was laid. Example: `lookUpIn({ read: {}, whole: [] }).reading('')` is undefined. */
export function lookUpIn({ read, whole }: LaidAtBuild): Laid {
  const known = new Set(whole);
  return {
    reading: (text) => {
      const hash = hashOf(text);
      return ownMember(read, hash);
    },
    isWhole: (pack, systems) => known.size > 0 && known.has(packHash(pack, systems)),
  };
}

/** Where the build lays it. Only beside what is compiled: tests of the library read every file themselves. */
let place = import.meta.url.endsWith('.js') ? new URL('./library-read.json', import.meta.url) : undefined;
let laid: Laid | undefined;

/** Takes what the build laid at a place from now on: for tests of the source that are about something else. */
export function takeLaidFrom(url: URL): void {
  place = url;
  laid = undefined;
}

/** What the build laid of the library that ships; nothing where nothing was built. */
export function laidAtBuild(): Laid {
  laid ??= lookUpIn(
    place && existsSync(place)
      ? (JSON.parse(readFileSync(place, 'utf8')) as LaidAtBuild)
      : { read: {}, whole: [] },
  );
  return laid;
}
