import { createHash } from 'node:crypto';
import { existsSync, linkSync, mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { readLibraryFolder, type SourceFile } from '@kanzel/packs';

const COMING = '.coming';

export const sha256Of = (text: string): string => createHash('sha256').update(text).digest('hex');

/** A file of the folder as the log of the installation knows it. */
export interface ListedFile {
  readonly file: string;
  readonly sha256: string;
}

/**
 * The folder of what was brought in and published here. What is believed of it is what the log lists, with the hash that it
 * lists: a file is written beside its name, listed, and only then given its name; none is ever replaced.
 */
export class LibraryFolder {
  private readonly listed = new Map<string, string>();

  constructor(private readonly path: string) {
    mkdirSync(path, { recursive: true });
  }

  /** What lies in the folder now, believed or not. */
  present(): ListedFile[] {
    return readLibraryFolder(this.path).map(({ name, text }) => ({ file: name, sha256: sha256Of(text) }));
  }

  /**
   * Holds the folder against what the log lists. A publication that was cut off is brought to its end when it is listed, and
   * taken away when it is not: its draft is still there then.
   */
  reconcile(listed: readonly ListedFile[]): void {
    for (const { file, sha256 } of listed) this.listed.set(file, sha256);
    for (const name of readdirSync(this.path).filter((n) => n.endsWith(COMING))) {
      const file = name.slice(0, -COMING.length);
      if (this.listed.has(file) && !existsSync(join(this.path, file)))
        renameSync(join(this.path, name), join(this.path, file));
      else rmSync(join(this.path, name));
    }
  }

  /** What may be believed, and what may not, each with a sentence. */
  read(): { readonly sources: readonly SourceFile[]; readonly doubts: readonly string[] } {
    const there = readLibraryFolder(this.path);
    const doubts: string[] = [];
    const sources = there.filter(({ name, text }) => {
      const sha256 = this.listed.get(name);
      if (sha256 === sha256Of(text)) return true;
      doubts.push(
        sha256 === undefined
          ? `${name}: was put into the folder by hand, and is not used. Bring it in under Library, then take it away.`
          : `${name}: is not what was published; its hash differs, and it is not used. Restore it from a backup.`,
      );
      return false;
    });
    const names = new Set(there.map((f) => f.name));
    for (const name of this.listed.keys())
      if (!names.has(name))
        doubts.push(
          `${name}: was published here and is not in the folder any more. Restore it from a backup.`,
        );
    return { sources, doubts };
  }

  /** A name that no file has, in whatever case: the one wanted, or with a number behind it. */
  nameFor(wanted: string): string {
    const taken = new Set([...readdirSync(this.path), ...this.listed.keys()].map((n) => n.toLowerCase()));
    const [, stem = wanted, ending = ''] = /^(.*)(\.ya?ml)$/.exec(wanted) ?? [];
    let name = wanted;
    for (let i = 2; taken.has(name.toLowerCase()) || taken.has(`${name}${COMING}`.toLowerCase()); i += 1)
      name = `${stem}-${i}${ending}`;
    return name;
  }

  /** Writes a file beside its name; it is on the disk when this comes back. */
  prepare(file: string, text: string): ListedFile {
    writeFileSync(join(this.path, `${file}${COMING}`), text, { flush: true, flag: 'wx' });
    return { file, sha256: sha256Of(text) };
  }

  /** Gives a listed file its name; one that was there meanwhile stays, and this fails. */
  settle({ file, sha256 }: ListedFile): void {
    linkSync(join(this.path, `${file}${COMING}`), join(this.path, file));
    rmSync(join(this.path, `${file}${COMING}`));
    this.listed.set(file, sha256);
  }

  /** Takes a file away that was not listed after all. */
  discard({ file }: ListedFile): void {
    rmSync(join(this.path, `${file}${COMING}`), { force: true });
  }
}
