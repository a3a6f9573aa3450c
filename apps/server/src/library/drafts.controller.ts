import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import {
  DraftRequest,
  PublishRequest,
  type DraftFormat,
  type DraftView,
  type PersonView,
} from '@kanzel/contract';
import { AsksPassphrase, NeedsRole, Signed } from '../access.ts';
import { refuse } from '../refusal.ts';
import { DRAFT_FORMATS, DraftsService, type DraftRefusal } from './drafts.service.ts';

const formatOf = (text: string): DraftFormat => {
  const found = DRAFT_FORMATS.find((f) => f === `kanzel-${text}`);
  if (!found) throw refuse(404, `Nothing called ${text} is drafted here.`);
  return found;
};

function thrown(refusal: DraftRefusal): Error {
  if (refusal.kind === 'missing')
    return refuse(
      404,
      'This draft is not here any more: it was published or discarded. What you typed is still on your screen.',
    );
  if (refusal.kind === 'named') return refuse(400, refusal.message);
  if (refusal.kind === 'problems')
    return refuse(400, 'It was not published, and the draft is kept. Mend what is named.', refusal.problems);
  return refuse(
    409,
    'Somebody else has changed this draft in the meantime. Yours was not written over theirs; it is still on your screen.',
  );
}

@ApiTags('library')
@Controller('api/library/drafts')
export class DraftsController {
  constructor(private readonly drafts: DraftsService) {}

  @Get(':format/:id')
  async find(@Param('format') format: string, @Param('id') id: string): Promise<DraftView> {
    const found = await this.drafts.find(formatOf(format), id);
    if (!found) throw refuse(404, 'There is no such draft.');
    return found;
  }

  @NeedsRole('technician', 'inspector', 'certifier', 'administrator')
  @Put(':format/:id')
  async save(
    @Param('format') format: string,
    @Param('id') id: string,
    @Body() request: DraftRequest,
    @Signed() by: PersonView,
  ): Promise<DraftView> {
    const saved = await this.drafts.save(formatOf(format), id, request, by);
    if (!saved.ok) throw thrown(saved.error);
    return saved.value;
  }

  @NeedsRole('technician', 'inspector', 'certifier', 'administrator')
  @Delete(':format/:id')
  @HttpCode(204)
  async discard(@Param('format') format: string, @Param('id') id: string): Promise<void> {
    await this.drafts.discard(formatOf(format), id);
  }

  /** Makes a draft the next revision, that new campaigns are judged by. */
  @NeedsRole('inspector', 'certifier', 'administrator')
  @AsksPassphrase()
  @Post(':format/:id/publish')
  @HttpCode(200)
  async publish(
    @Param('format') format: string,
    @Param('id') id: string,
    @Body() request: PublishRequest,
    @Signed() by: PersonView,
  ): Promise<{ readonly revision: number }> {
    const published = await this.drafts.publish(formatOf(format), id, request.version, by);
    if (!published.ok) throw thrown(published.error);
    return published.value;
  }
}
