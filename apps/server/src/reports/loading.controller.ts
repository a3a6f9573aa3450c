import { Controller, Get, Inject, Param, ParseUUIDPipe, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { plateText, sayDay, sayInstant } from '@kanzel/core';
import type { Response } from 'express';
import { toString as qrSvg } from 'qrcode';
import { LibraryService } from '../library/index.ts';
import { PeopleService } from '../people/index.ts';
import { RecordService } from '../record/index.ts';
import { refuse } from '../refusal.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { loadingJson, loadingPages, loadingSource, loadingTable } from './loading-files.ts';
import { printA4 } from './pdf.ts';
import { readCampaign } from './read-campaign.ts';

const FILES = ['loading.pdf', 'loading.csv', 'loading.json'] as const;

@ApiTags('reports')
@Controller('api')
export class LoadingController {
  constructor(
    private readonly record: RecordService,
    private readonly people: PeopleService,
    private readonly library: LibraryService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** The loading sheet that was kept last: on paper, as a table, as data. */
  @Get('campaigns/:campaign/loading/:file')
  async file(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Param('file') file: string,
    @Res() response: Response,
  ): Promise<void> {
    const wanted = FILES.find((f) => f === file);
    if (!wanted) throw refuse(404, `There is no “${file}”. There are ${FILES.join(', ')}.`);
    const now = this.clock.now().toISOString();
    const { state, status, index } = await readCampaign(this.record, campaign, now);
    const people = new Map((await this.people.list()).map((p) => [p.id, p.fullName]));
    const source = loadingSource(state, status, index, people);
    if (!source) throw refuse(409, 'No loading sheet has been kept in this campaign yet.');
    const { mark } = index.basis.aircraft;
    const name = `${mark}-${wanted}`;
    const type = { pdf: 'application/pdf', csv: 'text/csv', json: 'application/json' }[
      wanted.split('.')[1] as 'pdf' | 'csv' | 'json'
    ];
    const foot = `${mark} · loading sheet · record ${state.head.slice(0, 16)} · printed ${sayInstant(now)}`;
    const contents =
      wanted === 'loading.pdf'
        ? await printA4(loadingPages(source), foot, `${mark} loading sheet`)
        : wanted === 'loading.csv'
          ? loadingTable(source)
          : `${JSON.stringify(loadingJson(source), null, 2)}\n`;
    response
      .type(type)
      .setHeader(
        'Content-Disposition',
        `${wanted === 'loading.pdf' ? 'inline' : 'attachment'}; filename="${name}"`,
      )
      .send(contents);
  }

  /** The label of an aircraft: mark, serial and configuration, to be read by eye and by a scanner. */
  @Get('aircraft/:mark/label.pdf')
  async label(@Param('mark') mark: string, @Res() response: Response): Promise<void> {
    const aircraft = this.library.aircraft().find((a) => a.mark === mark);
    if (!aircraft) throw refuse(404, `There is no aircraft ${mark} here.`);
    const text = plateText(aircraft);
    const svg = await qrSvg(text, { type: 'svg', errorCorrectionLevel: 'Q', margin: 2 });
    const pdf = await printA4(
      [
        {
          columns: [
            { svg, width: 120 },
            {
              stack: [
                { text: mark, style: 'mark' },
                { text: `${aircraft.type}, serial ${aircraft.serial}` },
                { text: `Configuration ${aircraft.configuration.code}`, bold: true, fontSize: 13 },
                { text: aircraft.configuration.title, style: 'small' },
              ],
              margin: [12, 12, 0, 0],
            },
          ],
        },
      ],
      `${mark} · label of ${sayDay(this.clock.now().toISOString())} · another configuration needs another label`,
      `${mark} label`,
    );
    response
      .type('application/pdf')
      .setHeader('Content-Disposition', `inline; filename="${mark}-label.pdf"`)
      .send(pdf);
  }
}
