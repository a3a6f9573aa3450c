import type { LibraryNames } from '@kanzel/contract';
import { everyName, systemTitle, type Check, type Pack } from '@kanzel/core';

/** Something that can be picked, by its title. */
export interface Named {
  readonly id: string;
  readonly title: string;
}

/** A key as words, where nothing calls it anything else. Example: "drop-difference" is "Drop difference". */
function inWords(key: string): string {
  const words = key.replace(/[-.]/g, ' ').trim();
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** Words as a key of the library. Example: "Drop, right magneto" is "drop-right-magneto". */
export function keyOf(words: string): string {
  return words
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
}

/** What a limit is called, and those that could be held against: of the books, and those that only the pack names. */
export function limitsByTitle(pack: Pack, names: LibraryNames | undefined): readonly Named[] {
  const known = new Map((names?.limits ?? []).map((l) => [l.key, l.title]));
  for (const check of pack.checks)
    for (const key of check.limits) if (!known.has(key)) known.set(key, inWords(key));
  return [...known].map(([id, title]) => ({ id, title }));
}

/**
 * What a system is called, and what a check could prove: of a check on each engine the one it is done on, of any other every one
 * of them. A name that the tree does not know stays as it is written, so that it is seen.
 */
export function systemsByTitle(check: Check, names: LibraryNames | undefined): readonly Named[] {
  const tree = names?.systems;
  const title = (id: string): string => (tree && systemTitle(tree, id, () => undefined)) ?? id;
  const listed = tree ? everyName(tree, check.subject === 'engine' ? '{engine}' : '*') : [];
  return [...new Set([...check.proves, ...listed])].map((id) => ({ id, title: title(id) }));
}
