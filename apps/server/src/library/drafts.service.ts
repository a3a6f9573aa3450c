import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { DraftFormat, DraftSummary, DraftView, PersonView } from '@kanzel/contract';
import { err, ok, ownMember, type Result } from '@kanzel/core';
import { writeLibraryDocument, type SourceFile } from '@kanzel/packs';
import { Repository } from 'typeorm';
import { CLOCK, type Clock } from '../settings.ts';
import { DraftRow } from '../storage/entities.ts';
import { WriteLock } from '../storage/write-lock.ts';
import { LibraryService } from './library.service.ts';

/** Why a draft could not be changed or published. */
export type DraftRefusal =
  | { readonly kind: 'stale'; readonly now: DraftView }
  | { readonly kind: 'missing' }
  /** It cannot be kept under the name it was sent to. */
  | { readonly kind: 'named'; readonly message: string }
  | { readonly kind: 'problems'; readonly problems: readonly string[] };

export const DRAFT_FORMATS: readonly DraftFormat[] = [
  'kanzel-pack',
  'kanzel-limit-book',
  'kanzel-aircraft',
  'kanzel-instrument',
];

const ID = /^[A-Za-z0-9][A-Za-z0-9-]{0,59}$/;

/** Why a document is not one that can be kept under a name; undefined when it is. */
function misnamedAs(
  format: DraftFormat,
  id: string,
  document: Readonly<Record<string, unknown>>,
): string | undefined {
  if (!ID.test(id)) return 'The name is made of letters, digits and dashes.';
  return String(document['id'] ?? document['mark']) === id && document['format'] === format
    ? undefined
    : 'The document says another name or another kind than it is kept under.';
}

/** Library files in the making: kept on the server as they are typed, judged by nobody until published. */
@Injectable()
export class DraftsService {
  constructor(
    @InjectRepository(DraftRow) private readonly rows: Repository<DraftRow>,
    private readonly library: LibraryService,
    private readonly lock: WriteLock,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  async list(): Promise<DraftSummary[]> {
    const rows = await this.rows.find({ order: { changedAt: 'DESC' } });
    return rows.map(summaryOf);
  }

  async find(format: DraftFormat, id: string): Promise<DraftView | undefined> {
    const row = await this.rows.findOneBy({ format, id });
    return row ? this.viewOf(row) : undefined;
  }

  /** Keeps a draft; refused when someone else has changed it since, and then nothing is written over, or under another name. */
  save(
    format: DraftFormat,
    id: string,
    request: { version: number; document: Record<string, unknown> },
    by: PersonView,
  ): Promise<Result<DraftView, DraftRefusal>> {
    const misnamed = misnamedAs(format, id, request.document);
    if (misnamed !== undefined) return Promise.resolve(err({ kind: 'named', message: misnamed }));
    return this.lock.run(async () => {
      const row = await this.rows.findOneBy({ format, id });
      if ((row?.version ?? 0) !== request.version)
        return err(row ? { kind: 'stale', now: this.viewOf(row) } : { kind: 'missing' });
      const next: DraftRow = {
        format,
        id,
        version: request.version + 1,
        json: JSON.stringify(request.document),
        changedBy: by.id,
        changedAt: this.clock.now().toISOString(),
      };
      await this.rows.save(next);
      return ok(this.viewOf(next));
    });
  }

  async discard(format: DraftFormat, id: string): Promise<boolean> {
    const done = await this.lock.run(() => this.rows.delete({ format, id }));
    return (done.affected ?? 0) > 0;
  }

  /**
   * Publishes a draft as the next revision: numbered here, and for a limit book approved by whoever publishes.
   * The line in the log and the end of the draft are one transaction, before the file is believed.
   */
  async publish(
    format: DraftFormat,
    id: string,
    version: number,
    by: PersonView,
  ): Promise<Result<{ readonly revision: number }, DraftRefusal>> {
    const coming = await this.rows.findOneBy({ format, id });
    if (coming) await this.library.readAhead(this.sourceOf(coming, by));
    return this.lock.run(async () => {
      const row = await this.rows.findOneBy({ format, id });
      if (!row) return err({ kind: 'missing' });
      if (row.version !== version) return err({ kind: 'stale', now: this.viewOf(row) });
      const revision = this.nextRevision(format, id);
      const { name, text } = this.sourceOf(row, by);
      const prepared = this.library.prepare({ name, text });
      if (!prepared.ok)
        return err({ kind: 'problems', problems: prepared.error.map((p) => sayPlace(p, name)) });
      // A revision is numbered above every one there is, and is none of them.
      if (prepared.value === 'known') throw new Error(`publish: ${name} of revision ${revision} is here`);
      const what = `${format.replace('kanzel-', '')} ${id}, revision ${revision}`;
      await this.library.keep(prepared.value, 'library.published', { what, by: by.id }, (manager) =>
        manager.delete(DraftRow, { format, id }),
      );
      return ok({ revision });
    });
  }

  /** A draft as the file it would be published as now. */
  private sourceOf(row: DraftRow, by: PersonView): SourceFile {
    const revision = this.nextRevision(row.format as DraftFormat, row.id);
    const document = this.documentOf(row, revision, by.fullName);
    return { name: `${row.id.toLowerCase()}.json`, text: writeLibraryDocument(document, 'json') };
  }

  private nextRevision(format: DraftFormat, id: string): number {
    const newest = this.library.document(format, id);
    return Number(newest?.['revision'] ?? 0) + 1;
  }

  private documentOf(row: DraftRow, revision: number, approvedBy: string): Record<string, unknown> {
    const document = { ...(JSON.parse(row.json) as Record<string, unknown>), revision };
    return row.format === 'kanzel-limit-book'
      ? { ...document, approvedBy, approvedOn: this.clock.now().toISOString().slice(0, 10) }
      : document;
  }

  private viewOf(row: DraftRow): DraftView {
    const format = row.format as DraftFormat;
    const name = `${row.id.toLowerCase()}.json`;
    const document = this.documentOf(row, this.nextRevision(format, row.id), 'whoever publishes');
    const inspected = this.library.inspectDocument(name, document);
    return {
      ...summaryOf(row),
      document: JSON.parse(row.json) as Record<string, unknown>,
      problems: inspected.ok ? [] : inspected.error.map((p) => sayPlace(p, name)),
    };
  }
}

/** What people call a draft; its id as long as nobody has named it. */
function titleOf({ id, json }: DraftRow): string {
  const document = JSON.parse(json) as Readonly<Record<string, unknown>>;
  const word = (name: string): string | undefined => {
    const value = ownMember(document, name);
    return typeof value === 'string' && value.trim() !== '' ? value : undefined;
  };
  const mark = word('mark');
  return mark === undefined ? (word('title') ?? word('name') ?? id) : `${mark}, ${word('type') ?? ''}`;
}

function summaryOf(row: DraftRow): DraftSummary {
  const { format, id, version, changedBy, changedAt } = row;
  return { format: format as DraftFormat, id, title: titleOf(row), version, changedBy, changedAt };
}

/** A draft has no lines that people see: the path inside it is place enough. */
const sayPlace = (problem: string, name: string): string =>
  problem.replace(new RegExp(`^${name.replace(/[.]/g, '\\.')}(:\\d+:\\d+)? ?`), '').replace(/^: /, '');
