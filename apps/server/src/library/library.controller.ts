import { Body, Controller, Get, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { LibraryFileRequest, type LibraryView, type PersonView } from '@kanzel/contract';
import { NeedsRole, Signed } from '../access.ts';
import { LogService } from '../installation/index.ts';
import { refuse } from '../refusal.ts';
import { LibraryService } from './library.service.ts';

@ApiTags('library')
@Controller('api/library')
export class LibraryController {
  constructor(
    private readonly library: LibraryService,
    private readonly log: LogService,
  ) {}

  @Get()
  view(): LibraryView {
    return this.library.view();
  }

  /** Brings in a pack, module, limit book or aircraft. */
  @NeedsRole('administrator')
  @Post()
  async add(@Body() request: LibraryFileRequest, @Signed() by: PersonView): Promise<LibraryView> {
    const added = this.library.add(request);
    if (!added.ok)
      throw refuse(
        400,
        `${request.name} was refused, and nothing was changed. Mend what is named, and bring it in again.`,
        added.error,
      );
    await this.log.add('library.changed', { file: request.name, by: by.id });
    return this.library.view();
  }
}
