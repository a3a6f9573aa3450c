import type { ReadFile } from './parsed-file.ts';
import { packHash, textHash, type LaidAtBuild } from './laid-at-build.ts';
import { loadLibrary, type SourceFile } from './library.ts';
import { readLibraryFile } from './parse.ts';

/**
 * What files of a library say, by the hash of their texts, and which of their packs were found whole: what the build lays beside
 * the product. Files that are refused are left out, and refused anew by whoever reads them.
 * Example: of one module it is an object whose `read` has one member, its 64 hexadecimal digits.
 */
export function readAtBuild(sources: readonly SourceFile[]): LaidAtBuild {
  const read = Object.fromEntries(
    sources.flatMap(({ name, text }): [string, ReadFile][] => {
      const file = readLibraryFile(name, text);
      return file.ok ? [[textHash(text), file.value]] : [];
    }),
  );
  // Whoever is in the loaded library has passed every question that a pack is asked.
  const { packs, systems } = loadLibrary(sources);
  return { read, whole: systems ? [...packs.values()].map((pack) => packHash(pack, systems)) : [] };
}
