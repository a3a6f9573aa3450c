import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import {
  cardsOf,
  knowsSystem,
  canonicalJson,
  err,
  indexBasis,
  ok,
  reason,
  type Aircraft,
  type Basis,
  type Instrument,
  type InstrumentRecord,
  type Reason,
  type Result,
} from '@kanzel/core';
import {
  BUILT_IN_LIBRARY,
  compileDocument,
  describeProblem,
  documentOfAircraft,
  documentOfInstrument,
  documentOfLimitBook,
  documentOfPack,
  identityOf,
  instrumentWithPast,
  loadLibrary,
  parseLibraryFile,
  readLibraryFolder,
  writeLibraryDocument,
  type Library,
  type LibraryFormat,
  type ParsedFile,
  type SourceFile,
} from '@kanzel/packs';
import type { LibraryView } from '@kanzel/contract';
import { SETTINGS, type Settings } from '../settings.ts';

/** Packs, modules, limit books, aircraft and instruments: those that ship, and those in the data folder. */
@Injectable()
export class LibraryService {
  private readonly folder: string;
  private loaded: Library;

  constructor(@Inject(SETTINGS) settings: Settings) {
    this.folder = join(settings.dataFolder, 'library');
    mkdirSync(this.folder, { recursive: true });
    this.loaded = loadLibrary(this.sources());
  }

  private sources(): SourceFile[] {
    return [...readLibraryFolder(BUILT_IN_LIBRARY), ...readLibraryFolder(this.folder)];
  }

  get library(): Library {
    return this.loaded;
  }

  /** Files refused at load, each with file, place and reason. */
  problems(): string[] {
    return this.loaded.problems.map(describeProblem);
  }

  aircraft(): readonly Aircraft[] {
    return [...this.loaded.aircraft.values()].sort((a, b) => a.mark.localeCompare(b.mark));
  }

  instruments(): readonly InstrumentRecord[] {
    return [...this.loaded.instrumentRevisions.newestOfAll().values()];
  }

  view(): Omit<LibraryView, 'drafts'> {
    const { packRevisions, limitBookRevisions, aircraftRevisions, modules } = this.loaded;
    const revisionsOf = (list: readonly { readonly revision: number }[]): number[] =>
      list.map((v) => v.revision);
    return {
      packs: [...packRevisions.newestOfAll().values()].map(({ id, revision, title, families, checks }) => ({
        id,
        revision,
        revisions: revisionsOf(packRevisions.of(id)),
        title,
        families,
        checks: checks.length,
      })),
      limitBooks: [...limitBookRevisions.newestOfAll().values()].map(
        ({ id, revision, title, approvedBy, approvedOn, limits }) => ({
          id,
          revision,
          revisions: revisionsOf(limitBookRevisions.of(id)),
          title,
          approvedBy,
          approvedOn,
          limits: limits.length,
        }),
      ),
      aircraft: [...aircraftRevisions.newestOfAll().values()].map(({ revision, aircraft }) => ({
        id: aircraft.mark,
        revision,
        revisions: revisionsOf(aircraftRevisions.of(aircraft.mark)),
        title: `${aircraft.type}, ${aircraft.description}`,
        family: aircraft.family,
        configuration: aircraft.configuration.code,
        pack: aircraft.pack,
        limitBook: aircraft.limitBook,
      })),
      instruments: this.instruments(),
      modules,
      problems: this.problems(),
    };
  }

  /** A document of the library in its own format, ready to be written as a file; undefined when there is none. */
  document(format: LibraryFormat, id: string, revision?: number): Record<string, unknown> | undefined {
    const { packRevisions, limitBookRevisions, aircraftRevisions, instrumentRevisions } = this.loaded;
    const find = <T extends { readonly revision: number }>(from: {
      newest: (id: string) => T | undefined;
      at: (id: string, revision: number) => T | undefined;
    }): T | undefined => (revision === undefined ? from.newest(id) : from.at(id, revision));
    switch (format) {
      case 'kanzel-pack': {
        const pack = find(packRevisions);
        return pack && documentOfPack(pack);
      }
      case 'kanzel-limit-book': {
        const book = find(limitBookRevisions);
        return book && documentOfLimitBook(book);
      }
      case 'kanzel-aircraft': {
        const made = find(aircraftRevisions);
        return made && documentOfAircraft(made.description);
      }
      case 'kanzel-instrument': {
        const instrument = find(instrumentRevisions);
        return instrument && documentOfInstrument(instrument);
      }
      case 'kanzel-module':
      case 'kanzel-systems':
      case 'kanzel-emergency':
        return undefined;
    }
  }

  /** What a file says in the form it would be kept in, or everything that is wrong with it. */
  inspect(
    source: SourceFile,
  ): Result<{ file: ParsedFile; document: Record<string, unknown> }, readonly string[]> {
    const parsed = parseLibraryFile(source.name, source.text);
    if (!parsed.ok) return err(parsed.error.map(describeProblem));
    const compiled = compileDocument(parsed.value, this.loaded.moduleFiles, this.loaded.systems);
    return compiled.ok
      ? ok({ file: parsed.value, document: compiled.value })
      : err(compiled.error.map(describeProblem));
  }

  /**
   * Takes a file into the data folder. A refused one changes nothing. A revision that is here already is only
   * taken when it says the same, and then changes nothing: what has been published never changes. Packs are
   * kept written out, so that no module can change them afterwards; a module is taken only if every pack that
   * is made of it still compiles.
   */
  add(source: SourceFile): Result<'added' | 'known', readonly string[]> {
    const inspected = this.inspect(source);
    if (!inspected.ok) return inspected;
    const { file, document } = inspected.value;
    if (file.format === 'kanzel-module') return this.addModule(source);
    const id = String(document['id'] ?? document['mark']);
    const here = this.document(file.format, id, Number(document['revision']));
    if (here && canonicalJson(here) === canonicalJson(document)) return ok('known');
    if (here)
      return err([
        describeProblem(
          file.problem(
            ['revision'],
            `${identityOf(file)} is published here already, and says something else. A published revision never changes: raise the revision`,
          ),
        ),
      ]);
    this.write(nameFor(file, document), writeLibraryDocument(document, 'yaml'));
    return ok('added');
  }

  private addModule(source: SourceFile): Result<'added', readonly string[]> {
    const next = loadLibrary([...this.sources().filter((s) => s.name !== source.name), source]);
    const known = new Set(this.problems());
    const problems = next.problems.map(describeProblem).filter((p) => !known.has(p));
    if (problems.length > 0) return err(problems);
    this.write(source.name, source.text);
    return ok('added');
  }

  private write(name: string, text: string): void {
    writeFileSync(join(this.folder, name), text, { flush: true });
    this.loaded = loadLibrary(this.sources());
  }

  /** An instrument of the register, with what it was before its present certificate. */
  registered(id: string): Instrument | undefined {
    return instrumentWithPast(this.loaded.instrumentRevisions.of(id));
  }

  /** Names that the tree of systems does not know; none where there is no tree. Example: "engin.left.oil". */
  unknownSystems(names: readonly string[]): readonly string[] {
    const { systems } = this.loaded;
    return systems ? names.filter((name) => !knowsSystem(systems, name)) : [];
  }

  /** Pack, limit book and aircraft of a mark in their newest revisions, with the workshop's instruments. */
  basisFor(mark: string): Result<Basis, readonly Reason[]> {
    const described = this.loaded.aircraftRevisions.newest(mark);
    if (!described) return err([reason('aircraftUnknown', { mark })]);
    const { aircraft: own } = described;
    const pack = this.loaded.packs.get(own.pack);
    const limitBook = this.loaded.limitBooks.get(own.limitBook);
    if (!pack) return err([reason('packMissing', { mark, pack: own.pack })]);
    if (!limitBook) return err([reason('limitBookMissing', { mark, book: own.limitBook })]);
    const aboard = new Set(own.instruments.map((i) => i.id));
    const register = this.loaded.instrumentRevisions
      .ids()
      .flatMap((id) => this.registered(id) ?? [])
      .filter((i) => !aboard.has(i.id));
    const aircraft = { ...own, instruments: [...own.instruments, ...register] };
    const { systems } = this.loaded;
    const emergency = cardsOf(this.loaded.emergency, aircraft);
    const basis: Basis = {
      pack,
      limitBook,
      aircraft,
      ...(systems ? { systems } : {}),
      ...(emergency.length > 0 ? { emergency } : {}),
    };
    const index = indexBasis(basis);
    return index.ok ? ok(basis) : index;
  }
}

/** A name of its own for every revision, so that none is ever written over. */
function nameFor(file: ParsedFile, document: Record<string, unknown>): string {
  const id = String(document['id'] ?? document['mark']).toLowerCase();
  return `${file.format.replace('kanzel-', '')}-${id}.r${String(document['revision'])}.yaml`;
}
