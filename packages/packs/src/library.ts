import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  ok,
  type Aircraft,
  type AircraftDescription,
  type EmergencySet,
  type Instrument,
  type InstrumentRecord,
  type LimitBook,
  type Pack,
  type Result,
  type SystemTree,
} from '@kanzel/core';
import { compileAircraft, documentOfAircraft } from './aircraft-file.ts';
import { compileEmergency } from './compile-emergency.ts';
import { compileLimitBook } from './compile-limit-book.ts';
import { compilePack, documentOfPack } from './compile-pack.ts';
import { compileSystems } from './compile-systems.ts';
import { parsedFrom, parseLibraryFile } from './parse.ts';
import { asProven, type ParsedFile, type ReadFile } from './parsed-file.ts';
import type { FileProblem } from './problem.ts';
import { laidAtBuild } from './laid-at-build.ts';
import { documentOfInstrument, documentOfLimitBook } from './write.ts';

/** Everything of one kind by id, in all its revisions; the newest stands last. */
export class Revisions<T extends { readonly revision: number }> {
  private readonly all = new Map<string, T[]>();

  add(id: string, value: T): void {
    const list = [...(this.all.get(id) ?? []), value].sort((a, b) => a.revision - b.revision);
    this.all.set(id, list);
  }

  ids(): string[] {
    return [...this.all.keys()].sort();
  }

  /** Oldest first. */
  of(id: string): readonly T[] {
    return this.all.get(id) ?? [];
  }

  newest(id: string): T | undefined {
    return this.all.get(id)?.at(-1);
  }

  at(id: string, revision: number): T | undefined {
    return this.all.get(id)?.find((v) => v.revision === revision);
  }

  /** The newest of each id, by id. */
  newestOfAll(): ReadonlyMap<string, T> {
    return new Map(
      this.ids().flatMap((id): [string, T][] => {
        const newest = this.newest(id);
        return newest === undefined ? [] : [[id, newest]];
      }),
    );
  }
}

/** An aircraft as described, with what campaigns need of it. */
export interface DescribedAircraft {
  readonly revision: number;
  readonly description: AircraftDescription;
  readonly aircraft: Aircraft;
}

/** Everything that could be loaded, and everything that was refused with its reasons. */
export interface Library {
  /** Newest revisions. */
  readonly packs: ReadonlyMap<string, Pack>;
  readonly limitBooks: ReadonlyMap<string, LimitBook>;
  readonly aircraft: ReadonlyMap<string, Aircraft>;
  /** Every revision. */
  readonly packRevisions: Revisions<Pack>;
  readonly limitBookRevisions: Revisions<LimitBook>;
  readonly aircraftRevisions: Revisions<DescribedAircraft>;
  readonly instrumentRevisions: Revisions<InstrumentRecord>;
  /** The vocabulary of systems, newest revision; absent in a folder without one: then names are not asked. */
  readonly systems?: SystemTree;
  /** Emergency cards, the newest revision of each set. */
  readonly emergency: readonly EmergencySet[];
  readonly modules: readonly { readonly id: string; readonly title: string; readonly checks: number }[];
  /** Modules as read, for compiling one more file. */
  readonly moduleFiles: ReadonlyMap<string, ParsedFile>;
  /** Every file that is used, by what tells it apart from the others. */
  readonly identities: ReadonlyMap<string, ParsedFile>;
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

/** What tells two files of a library apart; modules have no revisions, since packs published here need none. */
export function identityOf(file: ParsedFile): string {
  const { value } = file;
  const id = String(value['id'] ?? value['mark']);
  const revision = value['revision'];
  return `${file.format} ${id}${typeof revision === 'number' ? `, revision ${revision}` : ''}`;
}

type Parsed = Result<ParsedFile, readonly FileProblem[]>;

/** Files that were read before, by name and text: a library is loaded anew with every change of one file. */
const remembered = new Map<string, Parsed>();
/** Texts that were read elsewhere, until they are asked for under a name. */
const readElsewhere = new Map<string, ReadFile>();

/** Takes over what a thread read of a text, so that nobody has to wait for it to be read here. */
export function rememberRead(text: string, read: ReadFile): void {
  if (readElsewhere.size >= 20) readElsewhere.clear();
  readElsewhere.set(text, read);
}

function parseNow({ name, text }: SourceFile): Parsed {
  const read = readElsewhere.get(text) ?? laidAtBuild().reading(text);
  return read ? ok(parsedFrom(name, text, read)) : parseLibraryFile(name, text);
}

/** Reads a library file, or gives what it said when it was read before. Errors: those of `readLibraryFile`. */
export function parseOnce(source: SourceFile): Parsed {
  const key = `${source.name}\0${source.text}`;
  const parsed = remembered.get(key) ?? parseNow(source);
  if (remembered.size > 5000) remembered.clear();
  remembered.set(key, parsed);
  return parsed;
}

interface Compiled {
  readonly beside: readonly ParsedFile[];
  readonly result: Result<unknown, readonly FileProblem[]>;
}

/** What was compiled before, by file: it stands as long as the same files are beside it. */
const compiledBefore = new WeakMap<ParsedFile, Compiled>();

function compileOnce<T>(
  file: ParsedFile,
  beside: readonly ParsedFile[],
  how: () => Result<T, readonly FileProblem[]>,
): Result<T, readonly FileProblem[]> {
  const before = compiledBefore.get(file);
  if (before?.beside.length === beside.length && before.beside.every((f, i) => f === beside[i]))
    return before.result as Result<T, readonly FileProblem[]>;
  const result = how();
  compiledBefore.set(file, { beside, result });
  return result;
}

function parseAll(sources: readonly SourceFile[], problems: FileProblem[]): ParsedFile[] {
  const files: ParsedFile[] = [];
  const seen = new Set<string>();
  for (const source of sources) {
    const parsed = parseOnce(source);
    if (!parsed.ok) {
      problems.push(...parsed.error);
      continue;
    }
    const identity = identityOf(parsed.value);
    if (seen.has(identity))
      problems.push(parsed.value.problem(['id'], `another file already defines ${identity}`));
    else files.push(parsed.value);
    seen.add(identity);
  }
  return files;
}

/**
 * Compiles one file beside the modules there are, and gives what it says in the form it would be kept in: a
 * pack written out, an older format brought up to date. All problems at once.
 */
export function compileDocument(
  file: ParsedFile,
  modules: ReadonlyMap<string, ParsedFile>,
  systems?: SystemTree,
): Result<Record<string, unknown>, readonly FileProblem[]> {
  switch (file.format) {
    case 'kanzel-pack': {
      const pack = compilePack(file, modules, systems);
      return pack.ok ? ok(documentOfPack(pack.value)) : pack;
    }
    case 'kanzel-limit-book': {
      const book = compileLimitBook(file);
      return book.ok ? ok(documentOfLimitBook(book.value)) : book;
    }
    case 'kanzel-aircraft': {
      const aircraft = compileAircraft(file, systems);
      return aircraft.ok ? ok(documentOfAircraft(aircraft.value.description)) : aircraft;
    }
    case 'kanzel-instrument':
      return ok(documentOfInstrument(instrumentOf(file)));
    case 'kanzel-module':
      return ok(file.value);
    case 'kanzel-systems': {
      const tree = compileSystems(file);
      return tree.ok ? ok(file.value) : tree;
    }
    case 'kanzel-emergency': {
      const set = compileEmergency(file);
      return set.ok ? ok(file.value) : set;
    }
  }
}

function instrumentOf(file: ParsedFile): InstrumentRecord {
  const {
    format: _format,
    version: _version,
    ...instrument
  } = asProven<InstrumentRecord & { readonly format: string; readonly version: number }>(file);
  return instrument;
}

/** An instrument of the register as campaigns know it, with what it was before its present certificate. */
export function instrumentWithPast(revisions: readonly InstrumentRecord[]): Instrument | undefined {
  return revisions.reduce<Instrument | undefined>((before, { revision: _revision, kind: _kind, ...now }) => {
    return before && now.calibratedFrom !== undefined ? { ...now, before } : now;
  }, undefined);
}

/**
 * Compiles library files. A file with a problem is left out whole and named; the others load. Revisions of one
 * id stand beside each other; of two files with one id and revision the later is refused.
 */
export function loadLibrary(sources: readonly SourceFile[]): Library {
  const problems: FileProblem[] = [];
  const files = parseAll(sources, problems);
  const of = (format: ParsedFile['format']): ParsedFile[] => files.filter((f) => f.format === format);
  const compile = <T>(
    format: ParsedFile['format'],
    how: (file: ParsedFile) => Result<T, readonly FileProblem[]>,
  ): T[] =>
    of(format).flatMap((file) => {
      const compiled = compileOnce(file, [...around, ...of('kanzel-module')], () => how(file));
      if (compiled.ok) return [compiled.value];
      problems.push(...compiled.error);
      return [];
    });
  // The tree of systems and the modules are what other files are compiled beside.
  const around = of('kanzel-systems');
  const trees = new Revisions<SystemTree>();
  for (const tree of compile('kanzel-systems', compileSystems)) trees.add('systems', tree);
  const systems = trees.newest('systems');
  const emergency = new Revisions<EmergencySet>();
  for (const set of compile('kanzel-emergency', compileEmergency)) emergency.add(set.id, set);
  const modules = new Map(of('kanzel-module').map((f) => [String(f.value['id']), f]));
  const packRevisions = new Revisions<Pack>();
  for (const pack of compile('kanzel-pack', (f) => compilePack(f, modules, systems)))
    packRevisions.add(pack.id, pack);
  const limitBookRevisions = new Revisions<LimitBook>();
  for (const book of compile('kanzel-limit-book', compileLimitBook)) limitBookRevisions.add(book.id, book);
  const aircraftRevisions = new Revisions<DescribedAircraft>();
  for (const made of compile('kanzel-aircraft', (f) => compileAircraft(f, systems)))
    aircraftRevisions.add(made.aircraft.mark, { revision: made.description.revision, ...made });
  const instrumentRevisions = new Revisions<InstrumentRecord>();
  for (const file of of('kanzel-instrument')) {
    const record = instrumentOf(file);
    instrumentRevisions.add(record.id, record);
  }
  return {
    packs: packRevisions.newestOfAll(),
    limitBooks: limitBookRevisions.newestOfAll(),
    aircraft: new Map([...aircraftRevisions.newestOfAll()].map(([mark, made]) => [mark, made.aircraft])),
    packRevisions,
    limitBookRevisions,
    aircraftRevisions,
    instrumentRevisions,
    moduleFiles: modules,
    identities: new Map(files.map((f) => [identityOf(f), f])),
    ...(systems ? { systems } : {}),
    emergency: [...emergency.newestOfAll().values()],
    modules: of('kanzel-module').map((f) => ({
      id: String(f.value['id']),
      title: String(f.value['title']),
      checks: (f.value['checks'] as unknown[]).length,
    })),
    problems,
  };
}
