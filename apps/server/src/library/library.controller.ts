import { Body, Controller, Get, Param, Post, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import {
  LibraryFileRequest,
  type ExportedFile,
  type LibraryNames,
  type LibraryView,
  type PersonView,
} from '@kanzel/contract';
import { limitsNeeded, type LimitBook, type NeededLimit } from '@kanzel/core';
import { writeLimitTable } from '@kanzel/formats';
import {
  librarySchema,
  LIBRARY_FORMATS,
  SCHEMA_NAMES,
  writeLibraryDocument,
  type LibraryFormat,
  type SchemaName,
} from '@kanzel/packs';
import { AsksPassphrase, NeedsRole, Signed } from '../access.ts';
import { placeOf } from '../door/place.ts';
import { refuse } from '../refusal.ts';
import { WriteLock } from '../storage/write-lock.ts';
import { DraftsService } from './drafts.service.ts';
import { LibraryService } from './library.service.ts';

const formatOf = (text: string): LibraryFormat => {
  const format = `kanzel-${text}`;
  const found = LIBRARY_FORMATS.find((f) => f === format);
  if (!found) throw refuse(404, `There is nothing called ${text} in the library.`);
  return found;
};

@ApiTags('library')
@Controller('api/library')
export class LibraryController {
  constructor(
    private readonly library: LibraryService,
    private readonly drafts: DraftsService,
    private readonly lock: WriteLock,
  ) {}

  @Get()
  async view(): Promise<LibraryView> {
    return { ...this.library.view(), drafts: await this.drafts.list() };
  }

  /** Brings in a pack, module, limit book, aircraft or instrument. */
  @NeedsRole('administrator')
  @AsksPassphrase()
  @Post()
  async add(@Body() request: LibraryFileRequest, @Signed() by: PersonView): Promise<LibraryView> {
    await this.library.readAhead(request);
    await this.lock.run(async () => {
      const prepared = this.library.prepare(request);
      if (!prepared.ok)
        throw refuse(
          400,
          `${request.name} was refused, and nothing was changed. Mend what is named, and bring it in again.`,
          prepared.error,
        );
      if (prepared.value === 'known') return;
      await this.library.keep(prepared.value, 'library.changed', { from: request.name, by: by.id });
    });
    return this.view();
  }

  /** The JSON Schema of a kind of file. */
  @Get('schemas/:name')
  schema(@Param('name') name: string): object {
    const found = SCHEMA_NAMES.find((n): n is SchemaName => n === name);
    if (!found) throw refuse(404, `There is no schema ${name}; there are ${SCHEMA_NAMES.join(', ')}.`);
    return librarySchema(found);
  }

  /** What systems and limits are called here, for whoever writes a pack. */
  @Get('names')
  names(): LibraryNames {
    return this.library.names();
  }

  /** The limits that a pack asks for, as titles and units without figures: what a new limit book begins with. */
  @Get('packs/:id/limits')
  needed(@Param('id') id: string): readonly NeededLimit[] {
    const { packRevisions, limitBookRevisions } = this.library.library;
    const pack = packRevisions.newest(id);
    if (!pack) throw refuse(404, `There is no check pack ${id} here.`);
    // Of books by aircraft of the families that the pack serves first: they call a limit what it is called there.
    const books = [...limitBookRevisions.newestOfAll().values()];
    const served = new Set(
      this.library.aircraft().flatMap((a) => (pack.families.includes(a.family) ? [a.limitBook] : [])),
    );
    const nearest = [...books].sort((a, b) => Number(served.has(b.id)) - Number(served.has(a.id)));
    return limitsNeeded(
      pack,
      nearest.flatMap((b) => b.limits),
    );
  }

  /** One thing of the library, as its file says it: the newest revision, or the one asked for. */
  @Get('documents/:format/:id')
  document(
    @Param('format') format: string,
    @Param('id') id: string,
    @Query('revision') revision?: string,
  ): Record<string, unknown> {
    return this.documentOrRefuse(format, id, revision);
  }

  /** The same as a file to take along: YAML, JSON, or CSV for the limits of a book. */
  @Get('files/:format/:id')
  file(
    @Param('format') format: string,
    @Param('id') id: string,
    @Query('as') as?: string,
    @Query('revision') revision?: string,
  ): ExportedFile {
    const document = this.documentOrRefuse(format, id, revision);
    const name = `${format}-${id.toLowerCase()}-r${String(document['revision'])}`;
    if (as === 'csv') {
      if (format !== 'limit-book')
        throw refuse(400, 'Only the limits of a limit book can be written as CSV.');
      return { name: `${name}.csv`, text: writeLimitTable((document as unknown as LimitBook).limits) };
    }
    const kind = as === 'json' ? 'json' : 'yaml';
    return { name: `${name}.${kind}`, text: writeLibraryDocument(document, kind) };
  }

  private documentOrRefuse(format: string, id: string, revision?: string): Record<string, unknown> {
    const found = this.library.document(
      formatOf(format),
      id,
      revision === undefined ? undefined : placeOf(revision),
    );
    if (!found)
      throw refuse(
        404,
        `There is no ${format} ${id}${revision === undefined ? '' : ` of revision ${revision}`} here.`,
      );
    return found;
  }
}
