import { join } from 'node:path';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectDataSource } from '@nestjs/typeorm';
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
  type LogLine,
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
  parseLibraryDocument,
  parseOnce,
  readLibraryFolder,
  writeLibraryDocument,
  type Library,
  type LibraryFormat,
  type FileProblem,
  type ParsedFile,
  type SourceFile,
} from '@kanzel/packs';
import type { LibraryNames, LibraryView } from '@kanzel/contract';
import { DataSource, type EntityManager } from 'typeorm';
import { LogService } from '../installation/index.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { readAhead } from './read-ahead.ts';
import { LibraryFolder, type ListedFile } from './library-folder.ts';

/** Packs, modules, limit books, aircraft and instruments: those that ship, and those in the data folder. */
@Injectable()
export class LibraryService implements OnModuleInit {
  private readonly folder: LibraryFolder;
  private sources: readonly SourceFile[] = [];
  private doubts: readonly string[] = [];
  private loaded = loadLibrary([]);

  constructor(
    @Inject(SETTINGS) settings: Settings,
    @InjectDataSource() private readonly dataSource: DataSource,
    private readonly log: LogService,
  ) {
    this.folder = new LibraryFolder(join(settings.dataFolder, 'library'));
  }

  /** Holds the folder against the log. A folder from before the log listed its files is listed once, as it lies. */
  async onModuleInit(): Promise<void> {
    const lines = await this.log.ofKinds(['library.adopted', 'library.changed', 'library.published']);
    if (!lines.some((line) => line.kind === 'library.adopted')) {
      const files = this.folder.present();
      await this.log.add('library.adopted', { files });
      this.folder.reconcile(files);
    }
    this.folder.reconcile(lines.flatMap(listedBy));
    this.load();
  }

  private load(): void {
    const { sources, doubts } = this.folder.read();
    this.sources = [...readLibraryFolder(BUILT_IN_LIBRARY), ...sources];
    this.doubts = doubts;
    this.loaded = loadLibrary(this.sources);
  }

  get library(): Library {
    return this.loaded;
  }

  /** Files refused at load or not believed, each with file, place and reason. */
  problems(): string[] {
    return [...this.doubts, ...this.loaded.problems.map(describeProblem)];
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
    return this.inspectParsed(parseOnce(source));
  }

  /** The same of a document that is no file yet. */
  inspectDocument(
    name: string,
    document: Record<string, unknown>,
  ): Result<{ file: ParsedFile; document: Record<string, unknown> }, readonly string[]> {
    return this.inspectParsed(parseLibraryDocument(name, document));
  }

  private inspectParsed(
    parsed: Result<ParsedFile, readonly FileProblem[]>,
  ): Result<{ file: ParsedFile; document: Record<string, unknown> }, readonly string[]> {
    if (!parsed.ok) return err(parsed.error.map(describeProblem));
    const compiled = compileDocument(parsed.value, this.loaded.moduleFiles, this.loaded.systems);
    return compiled.ok
      ? ok({ file: parsed.value, document: compiled.value })
      : err(compiled.error.map(describeProblem));
  }

  /**
   * What taking a file in would mean: `known` when it says what is here already, or how it would be kept. A refused one has
   * every problem with its place; a revision that is here and says something else is refused, since what has been published
   * never changes, and so is whatever would break something that is here. Packs are kept written out, so that no module can
   * change them afterwards.
   */
  prepare(source: SourceFile): Result<'known' | SourceFile, readonly string[]> {
    const inspected = this.inspect(source);
    if (!inspected.ok) return inspected;
    const { file, document } = inspected.value;
    const here = this.loaded.identities.get(identityOf(file));
    if (here && this.saysTheSame(file, document, here)) return ok('known');
    if (here) {
      const why =
        file.format === 'kanzel-module'
          ? 'A module never changes, since packs are made of it: give it another id'
          : 'A published revision never changes: raise the revision';
      const place = file.format === 'kanzel-module' ? 'id' : 'revision';
      return err([
        describeProblem(
          file.problem([place], `${identityOf(file)} is here already, and says something else. ${why}`),
        ),
      ]);
    }
    const text = this.textToKeep(source, file, document);
    const kept = { name: this.folder.nameFor(nameFor(file, document)), text };
    const known = new Set(this.loaded.problems.map(describeProblem));
    const next = loadLibrary([...this.sources, { name: source.name, text }]);
    const problems = next.problems.map(describeProblem).filter((p) => !known.has(p));
    return problems.length > 0 ? err(problems) : ok(kept);
  }

  private textToKeep(source: SourceFile, file: ParsedFile, document: Record<string, unknown>): string {
    return file.format === 'kanzel-module' ? source.text : writeLibraryDocument(document, 'yaml');
  }

  /** Reads a file, and the one it would be kept as, beside the server, before anybody has to wait for it. */
  async readAhead(source: SourceFile): Promise<void> {
    await readAhead(source);
    const inspected = this.inspect(source);
    if (!inspected.ok) return;
    const { file, document } = inspected.value;
    await readAhead({ name: source.name, text: this.textToKeep(source, file, document) });
  }

  /** Whether a file says what is here under its identity; both in the form they would be kept in. */
  private saysTheSame(file: ParsedFile, document: Record<string, unknown>, here: ParsedFile): boolean {
    const kept = compileDocument(here, this.loaded.moduleFiles, this.loaded.systems);
    return here.format === file.format && kept.ok && canonicalJson(kept.value) === canonicalJson(document);
  }

  /**
   * Keeps a prepared file for good, and says so in the log, both or neither; `within` is done in the same transaction. The
   * caller holds the write lock.
   */
  async keep(
    prepared: SourceFile,
    kind: 'library.changed' | 'library.published',
    body: Readonly<Record<string, unknown>>,
    within: (manager: EntityManager) => Promise<unknown> = () => Promise.resolve(),
  ): Promise<void> {
    const coming = this.folder.prepare(prepared.name, prepared.text);
    try {
      await this.dataSource.transaction(async (manager) => {
        await within(manager);
        await this.log.addWithin(manager, kind, { ...body, ...coming });
      });
    } catch (error) {
      this.folder.discard(coming);
      throw error;
    }
    this.folder.settle(coming);
    this.load();
  }

  /** An instrument of the register, with what it was before its present certificate. */
  registered(id: string): Instrument | undefined {
    return instrumentWithPast(this.loaded.instrumentRevisions.of(id));
  }

  /** The tree of systems, and every limit of the newest books by its key, in the order of the alphabet. */
  names(): LibraryNames {
    const { systems, limitBookRevisions } = this.loaded;
    const titles = new Map(
      [...limitBookRevisions.newestOfAll().values()].flatMap((b) => b.limits.map((l) => [l.key, l.title])),
    );
    const limits = [...titles].map(([key, title]) => ({ key, title }));
    return {
      ...(systems ? { systems } : {}),
      limits: limits.sort((a, b) => a.title.localeCompare(b.title, 'en')),
    };
  }

  /** Names that the tree of systems does not know; none where there is no tree. Example: "engin.left.oil". */
  unknownSystems(names: readonly string[]): readonly string[] {
    const { systems } = this.loaded;
    return systems ? names.filter((name) => !knowsSystem(systems, name)) : [];
  }

  /**
   * Pack, limit book and aircraft of a mark in their newest revisions, or in those that are named, with the workshop's instruments as
   * they are now. Errors: `aircraftUnknown`, `packMissing`, `limitBookMissing`, `revisionNotHere`, and what does not fit together.
   */
  basisFor(
    mark: string,
    named?: { readonly aircraft: number; readonly pack: number; readonly limitBook: number },
  ): Result<Basis, readonly Reason[]> {
    const { aircraftRevisions, packRevisions, limitBookRevisions } = this.loaded;
    if (!aircraftRevisions.newest(mark)) return err([reason('aircraftUnknown', { mark })]);
    const described = named ? aircraftRevisions.at(mark, named.aircraft) : aircraftRevisions.newest(mark);
    if (!described) return err([reason('revisionNotHere', { thing: mark, revision: named?.aircraft ?? 0 })]);
    const { aircraft: own } = described;
    const pack = named ? packRevisions.at(own.pack, named.pack) : this.loaded.packs.get(own.pack);
    const limitBook = named
      ? limitBookRevisions.at(own.limitBook, named.limitBook)
      : this.loaded.limitBooks.get(own.limitBook);
    if (named && !pack) return err([reason('revisionNotHere', { thing: own.pack, revision: named.pack })]);
    if (named && !limitBook)
      return err([reason('revisionNotHere', { thing: own.limitBook, revision: named.limitBook })]);
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

/** The files that a line of the log lists: one, or all there were when it began to. */
function listedBy({ body }: LogLine): readonly ListedFile[] {
  const { files, file, sha256 } = body as { files?: readonly ListedFile[] } & Partial<ListedFile>;
  if (files) return files;
  return file !== undefined && sha256 !== undefined ? [{ file, sha256 }] : [];
}

/** What a file is kept under, unless a file of that name is there. */
function nameFor(file: ParsedFile, document: Record<string, unknown>): string {
  const said = document['id'] ?? document['mark'];
  const id = typeof said === 'string' ? said.toLowerCase() : '';
  const revision = document['revision'];
  const name = [file.format.replace('kanzel-', ''), id].filter(Boolean).join('-');
  return `${name}${typeof revision === 'number' ? `.r${revision}` : ''}.yaml`;
}
