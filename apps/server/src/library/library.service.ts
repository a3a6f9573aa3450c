import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import { err, indexBasis, ok, type Aircraft, type Basis, type Reason, type Result } from '@kanzel/core';
import {
  BUILT_IN_LIBRARY,
  describeProblem,
  loadLibrary,
  readLibraryFolder,
  type Library,
  type SourceFile,
} from '@kanzel/packs';
import type { LibraryView } from '@kanzel/contract';
import { SETTINGS, type Settings } from '../settings.ts';

/** Packs, modules, limit books and aircraft: those that ship, and those in the data folder. */
@Injectable()
export class LibraryService {
  private readonly folder: string;
  private library: Library;

  constructor(@Inject(SETTINGS) settings: Settings) {
    this.folder = join(settings.dataFolder, 'library');
    mkdirSync(this.folder, { recursive: true });
    this.library = loadLibrary(this.sources());
  }

  private sources(): SourceFile[] {
    return [...readLibraryFolder(BUILT_IN_LIBRARY), ...readLibraryFolder(this.folder)];
  }

  /** Files refused at load, each with file, place and reason. */
  problems(): string[] {
    return this.library.problems.map(describeProblem);
  }

  aircraft(): readonly Aircraft[] {
    return [...this.library.aircraft.values()].sort((a, b) => a.mark.localeCompare(b.mark));
  }

  view(): LibraryView {
    return {
      packs: [...this.library.packs.values()].map(({ id, revision, title, families, checks }) => ({
        id,
        revision,
        title,
        families,
        checks: checks.length,
      })),
      limitBooks: [...this.library.limitBooks.values()].map(
        ({ id, revision, title, approvedBy, approvedOn, limits }) => ({
          id,
          revision,
          title,
          approvedBy,
          approvedOn,
          limits: limits.length,
        }),
      ),
      modules: this.library.modules,
      problems: this.problems(),
    };
  }

  /**
   * Takes a file into the data folder, if the whole library still loads without a problem in it. Refused
   * files change nothing.
   */
  add(file: SourceFile): Result<true, readonly string[]> {
    const others = this.sources().filter((s) => s.name !== file.name);
    const next = loadLibrary([...others, file]);
    const problems = next.problems.filter((p) => p.file === file.name);
    if (problems.length > 0) return err(problems.map(describeProblem));
    writeFileSync(join(this.folder, file.name), file.text, { flush: true });
    this.library = next;
    return ok(true);
  }

  /** Pack, limit book and aircraft of a mark, if they work together. */
  basisFor(mark: string): Result<Basis, readonly Reason[]> {
    const aircraft = this.library.aircraft.get(mark);
    if (!aircraft) return err([{ code: 'aircraftUnknown', params: { mark } }]);
    const pack = this.library.packs.get(aircraft.pack);
    const limitBook = this.library.limitBooks.get(aircraft.limitBook);
    if (!pack) return err([{ code: 'packMissing', params: { mark, pack: aircraft.pack } }]);
    if (!limitBook) return err([{ code: 'limitBookMissing', params: { mark, book: aircraft.limitBook } }]);
    const basis: Basis = { pack, limitBook, aircraft };
    const index = indexBasis(basis);
    return index.ok ? ok(basis) : index;
  }
}
