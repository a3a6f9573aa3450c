import { Controller, Get, Inject, Param, ParseUUIDPipe, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { namesOf, makeSentences, planNow } from '@kanzel/core';
import type { Response } from 'express';
import { RecordService } from '../record/index.ts';
import { refuse } from '../refusal.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { flightCards, groundCards } from './knee-cards.ts';
import { printA4, printCards } from './pdf.ts';
import { planCalendar, planData, planPages, planTable, type PlanSource } from './plan-files.ts';
import { readCampaign } from './read-campaign.ts';

const FILES = ['plan.pdf', 'cards-a5.pdf', 'cards-a4.pdf', 'plan.ics', 'plan.csv', 'plan.json'] as const;
const TYPES = {
  pdf: 'application/pdf',
  ics: 'text/calendar',
  csv: 'text/csv',
  json: 'application/json',
} as const;

@ApiTags('reports')
@Controller('api/campaigns/:campaign/plan')
export class PlanController {
  constructor(
    private readonly record: RecordService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** The plan as it stands now, to be taken away: on paper, as cards, as a calendar, as a table, as data. */
  @Get(':file')
  async file(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Param('file') file: string,
    @Res() response: Response,
  ): Promise<void> {
    const wanted = FILES.find((f) => f === file);
    if (!wanted) throw refuse(404, `There is no “${file}”. There are ${FILES.join(', ')}.`);
    const source = await this.source(campaign);
    const { mark } = source.index.basis.aircraft;
    const kind = (wanted.split('.')[1] ?? 'json') as keyof typeof TYPES;
    response
      .type(TYPES[kind])
      .setHeader(
        'Content-Disposition',
        `${kind === 'pdf' ? 'inline' : 'attachment'}; filename="${mark}-${wanted}"`,
      )
      .send(await this.contents(wanted, source));
  }

  private async source(campaign: string): Promise<PlanSource> {
    const now = this.clock.now().toISOString();
    const { state, status, index } = await readCampaign(this.record, campaign, now);
    const plan = planNow(state, index, status, now);
    if (!plan.ok) throw refuse(409, makeSentences(namesOf(index)).say(plan.error));
    return { state, index, plan: plan.value, campaign };
  }

  private async contents(file: (typeof FILES)[number], source: PlanSource): Promise<Buffer | string> {
    const { state, index } = source;
    const offset = state.plan?.day?.hours.offset ?? 0;
    const time = (iso: string): string =>
      new Date(Date.parse(iso) + offset * 60_000).toISOString().slice(5, 16).replace('T', ' ');
    const { mark } = index.basis.aircraft;
    const foot = `${mark} · plan as of ${time(this.clock.now().toISOString())} · record ${state.head.slice(0, 12)}`;
    const cards = async (size: 'A4' | 'A5'): Promise<Buffer> => {
      const flights = flightCards(source);
      const ground = groundCards(source);
      const all =
        ground.length > 0 && flights.length > 0
          ? [...ground, { text: '', pageBreak: 'before' as const }, ...flights]
          : [...ground, ...flights];
      const nothing = [{ text: 'Nothing is left to be done.' }];
      return printCards(
        size,
        all.length > 0 ? all : nothing,
        { mark, title: state.opened?.title ?? '' },
        foot,
      );
    };
    switch (file) {
      case 'plan.pdf':
        return printA4(planPages(source, time), foot, `${mark} plan`);
      case 'cards-a5.pdf':
        return cards('A5');
      case 'cards-a4.pdf':
        return cards('A4');
      case 'plan.ics':
        return planCalendar(source);
      case 'plan.csv':
        return planTable(source);
      case 'plan.json':
        return `${JSON.stringify(planData(source), null, 2)}\n`;
    }
  }
}
