import { Body, Controller, Get, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { LibraryFileRequest, type LibraryView } from '@kanzel/contract';
import { NeedsRole } from '../access.ts';
import { refuse } from '../refusal.ts';
import { LibraryService } from './library.service.ts';

@ApiTags('library')
@Controller('api/library')
export class LibraryController {
  constructor(private readonly library: LibraryService) {}

  @Get()
  view(): LibraryView {
    return this.library.view();
  }

  /** Brings in a pack, module, limit book or aircraft. */
  @NeedsRole('administrator')
  @Post()
  add(@Body() request: LibraryFileRequest): LibraryView {
    const added = this.library.add(request);
    if (!added.ok)
      throw refuse(
        400,
        `${request.name} was refused, and nothing was changed. Mend what is named, and bring it in again.`,
        added.error,
      );
    return this.library.view();
  }
}
