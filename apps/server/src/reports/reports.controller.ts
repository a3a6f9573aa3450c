import { Controller, Get, Inject, Param, ParseUUIDPipe, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { sayInstant } from '@kanzel/core';
import type { Response } from 'express';
import { PeopleService } from '../people/index.ts';
import { RecordService } from '../record/index.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { printA4 } from './pdf.ts';
import { readCampaign } from './read-campaign.ts';
import { releaseSheet } from './release-sheet.ts';

@ApiTags('reports')
@Controller('api/campaigns/:campaign')
export class ReportsController {
  constructor(
    private readonly record: RecordService,
    private readonly people: PeopleService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** The release sheet as PDF, printed from the record; says so when nobody has signed. */
  @Get('release-sheet')
  async releaseSheet(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Res() response: Response,
  ): Promise<void> {
    const printedAt = this.clock.now().toISOString();
    const { state, status, index } = await readCampaign(this.record, campaign, printedAt);
    const people = new Map((await this.people.list()).map((p) => [p.id, p.fullName]));
    const { mark } = index.basis.aircraft;
    const foot = `${mark} · ${state.release ? 'release sheet' : 'not released'} · record ${state.head.slice(0, 16)} · printed ${sayInstant(printedAt)}`;
    const pdf = await printA4(
      releaseSheet({ state, status, index, people, printedAt }),
      foot,
      `${mark} release sheet`,
    );
    response
      .type('application/pdf')
      .setHeader('Content-Disposition', `inline; filename="${mark}-release-sheet.pdf"`)
      .send(pdf);
  }
}
