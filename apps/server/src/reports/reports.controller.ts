import { Controller, Get, Inject, Param, ParseUUIDPipe, Req, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { LibraryService } from '../library/index.ts';
import { PeopleService } from '../people/index.ts';
import { RecordService } from '../record/index.ts';
import { refuse } from '../refusal.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { CAMPAIGN_REPORTS, label, tagLabel } from './kinds/index.ts';
import { readCampaign, type CampaignSource } from './read-campaign.ts';
import { isShown, type Report } from './report.ts';

/** Makes a report and sends it, or refuses with why there is none. */
async function send<Source>(
  report: Report<Source>,
  source: Source,
  mark: string,
  response: Response,
): Promise<void> {
  const made = await report.make(source);
  if (!made.ok) throw refuse(409, made.error);
  response
    .type(report.type)
    .setHeader(
      'Content-Disposition',
      `${isShown(report) ? 'inline' : 'attachment'}; filename="${mark}-${report.file}"`,
    )
    .send(made.value);
}

@ApiTags('reports')
@Controller('api')
export class ReportsController {
  constructor(
    private readonly record: RecordService,
    private readonly people: PeopleService,
    private readonly library: LibraryService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** The release sheet as PDF, printed from the record; says so when nobody has signed. */
  @Get('campaigns/:campaign/release-sheet')
  releaseSheet(@Param('campaign', ParseUUIDPipe) campaign: string, @Res() response: Response): Promise<void> {
    return this.ofCampaign(campaign, 'release-sheet', response);
  }

  /** The ground run as PDF: every reading with its limit and the run before, cylinders and recordings drawn. */
  @Get('campaigns/:campaign/ground-run.pdf')
  groundRun(@Param('campaign', ParseUUIDPipe) campaign: string, @Res() response: Response): Promise<void> {
    return this.ofCampaign(campaign, 'ground-run.pdf', response);
  }

  /** The plan as it stands now, to be taken away: on paper, as cards, as a calendar, as a table, as data. */
  @Get('campaigns/:campaign/plan/:file')
  plan(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Param('file') file: string,
    @Res() response: Response,
  ): Promise<void> {
    return this.ofCampaign(campaign, `plan/${file}`, response);
  }

  /** The loading sheet that was kept last: on paper, as a table, as data. */
  @Get('campaigns/:campaign/loading/:file')
  loading(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Param('file') file: string,
    @Res() response: Response,
  ): Promise<void> {
    return this.ofCampaign(campaign, `loading/${file}`, response);
  }

  /** The label of an aircraft: mark, serial and configuration, to be read by eye and by a scanner. */
  @Get('aircraft/:mark/label.pdf')
  async label(@Param('mark') mark: string, @Res() response: Response): Promise<void> {
    const aircraft = this.library.aircraft().find((a) => a.mark === mark);
    if (!aircraft) throw refuse(404, `There is no aircraft ${mark} here.`);
    await send(label, { aircraft, printedAt: this.clock.now().toISOString() }, mark, response);
  }

  /** The label of a tag that is on, with a code that opens the tag where it was printed. */
  @Get('campaigns/:campaign/tags/:tag/label.pdf')
  async tagLabel(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Param('tag') id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const source = await this.source(campaign);
    const tag = source.state.tags.get(id);
    if (!tag) throw refuse(404, 'There is no such tag in this campaign.');
    const address = `${request.protocol}://${request.get('host') ?? ''}/campaign/${campaign}/findings/tag-${id}`;
    await send(tagLabel, { ...source, tag, address }, source.index.basis.aircraft.mark, response);
  }

  private async source(campaign: string): Promise<CampaignSource> {
    const printedAt = this.clock.now().toISOString();
    const read = await readCampaign(this.record, campaign, printedAt);
    const people = new Map((await this.people.list()).map((p) => [p.id, p.fullName]));
    return { ...read, campaign, people, printedAt };
  }

  private async ofCampaign(campaign: string, path: string, response: Response): Promise<void> {
    const report = CAMPAIGN_REPORTS.find((r) => r.path === path);
    if (!report) {
      const [folder, file] = path.split('/');
      const there = CAMPAIGN_REPORTS.filter((r) => r.path.startsWith(`${folder}/`)).map((r) => r.file);
      throw refuse(404, `There is no “${file}”. There are ${there.join(', ')}.`);
    }
    const source = await this.source(campaign);
    await send(report, source, source.index.basis.aircraft.mark, response);
  }
}
