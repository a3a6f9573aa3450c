import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Aircraft, LimitBook, Pack } from '@kanzel/core';
import { compileLimitBook } from './compile-limit-book.ts';
import { compilePack } from './compile-pack.ts';
import { parseLibraryFile, type ParsedFile } from './parse.ts';
import type { FileProblem } from './problem.ts';

/** Everything that could be loaded, and everything that was refused with its reasons. */
export interface Library {
  readonly packs: ReadonlyMap<string, Pack>;
  readonly limitBooks: ReadonlyMap<string, LimitBook>;
  readonly aircraft: ReadonlyMap<string, Aircraft>;
  readonly modules: readonly { readonly id: string; readonly title: string; readonly checks: number }[];
  readonly problems: readonly FileProblem[];
}

/** A library file by name and content, wherever it was read from. */
export interface SourceFile {
  readonly name: string;
  readonly text: string;
}

/** The folder of the library that ships with the product. */
export const BUILT_IN_LIBRARY = fileURLToPath(new URL('../library/', import.meta.url));

/** Reads every .yaml, .yml and .json file below a folder, in the order of their names. */
export function readLibraryFolder(folder: string): SourceFile[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((e) => e.isFile() && /\.(ya?ml|json)$/.test(e.name))
    .map((e) => join(e.parentPath, e.name))
    .sort()
    .map((path) => ({ name: relative(folder, path), text: readFileSync(path, 'utf8') }));
}

function aircraftOf(file: ParsedFile): Aircraft {
  const { format: _format, version: _version, ...aircraft } = file.value;
  return aircraft as unknown as Aircraft;
}

/**
 * Compiles library files. A file with a problem is left out whole and named; the others load. Of two files
 * with one id the later is refused.
 */
export function loadLibrary(sources: readonly SourceFile[]): Library {
  const problems: FileProblem[] = [];
  const files: ParsedFile[] = [];
  const seen = new Set<string>();
  for (const source of sources) {
    const parsed = parseLibraryFile(source.name, source.text);
    if (!parsed.ok) {
      problems.push(...parsed.error);
      continue;
    }
    const id = `${parsed.value.format} ${String(parsed.value.value['id'] ?? parsed.value.value['mark'])}`;
    if (seen.has(id)) problems.push(parsed.value.problem(['id'], `another file already defines ${id}`));
    else files.push(parsed.value);
    seen.add(id);
  }
  const of = (format: ParsedFile['format']): ParsedFile[] => files.filter((f) => f.format === format);
  const modules = new Map(of('kanzel-module').map((f) => [String(f.value['id']), f]));
  const packs = new Map<string, Pack>();
  const limitBooks = new Map<string, LimitBook>();
  for (const file of of('kanzel-pack')) {
    const compiled = compilePack(file, modules);
    if (compiled.ok) packs.set(compiled.value.id, compiled.value);
    else problems.push(...compiled.error);
  }
  for (const file of of('kanzel-limit-book')) {
    const compiled = compileLimitBook(file);
    if (compiled.ok) limitBooks.set(compiled.value.id, compiled.value);
    else problems.push(...compiled.error);
  }
  return {
    packs,
    limitBooks,
    aircraft: new Map(of('kanzel-aircraft').map((f) => [String(f.value['mark']), aircraftOf(f)])),
    modules: of('kanzel-module').map((f) => ({
      id: String(f.value['id']),
      title: String(f.value['title']),
      checks: (f.value['checks'] as unknown[]).length,
    })),
    problems,
  };
}
