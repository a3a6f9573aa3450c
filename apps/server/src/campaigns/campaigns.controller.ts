import { Body, Controller, Get, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { InjectRepository } from '@nestjs/typeorm';
import { OpenCampaignRequest, type AircraftView, type CampaignView, type PersonView } from '@kanzel/contract';
import type { Entry } from '@kanzel/core';
import { Repository } from 'typeorm';
import { LibraryService } from '../library/index.ts';
import { MonitorService, SimulationService } from '../monitor/index.ts';
import { Signed } from '../access.ts';
import { mayAct } from '../people/index.ts';
import { RecordService } from '../record/index.ts';
import { refuse, refuseFor } from '../refusal.ts';
import { CampaignRow } from '../storage/entities.ts';

@ApiTags('hangar')
@Controller('api')
export class CampaignsController {
  constructor(
    @InjectRepository(CampaignRow) private readonly campaigns: Repository<CampaignRow>,
    private readonly record: RecordService,
    private readonly library: LibraryService,
    private readonly monitors: MonitorService,
    private readonly simulation: SimulationService,
  ) {}

  @Get('aircraft')
  async aircraft(): Promise<AircraftView[]> {
    const monitors = new Map(
      (await this.monitors.configured()).map((m) => [m.mark, { host: m.host, port: m.port }]),
    );
    return this.library.aircraft().map((aircraft) => {
      const monitor = monitors.get(aircraft.mark);
      return {
        aircraft,
        ...(monitor ? { monitor } : {}),
        simulated: this.simulation.mark() === aircraft.mark,
      };
    });
  }

  @Get('campaigns')
  async list(): Promise<CampaignView[]> {
    const rows = await this.campaigns.find({ order: { createdAt: 'DESC' } });
    const views: CampaignView[] = [];
    for (const row of rows) {
      const folded = await this.record.fold(row.id);
      if (folded)
        views.push({
          id: row.id,
          mark: row.mark,
          count: folded.state.count,
          head: folded.state.head,
          ...(folded.damaged ? { damaged: folded.damaged } : {}),
        });
    }
    return views;
  }

  @Post('campaigns')
  async open(@Body() request: OpenCampaignRequest, @Signed() person: PersonView): Promise<Entry> {
    const basis = this.library.basisFor(request.mark);
    if (!basis.ok) throw refuseFor(409, basis.error[0] ?? { code: 'notOpened', params: {} });
    const now = new Date(request.at).toISOString();
    if (!mayAct(person, 'technician', basis.value.aircraft.family, now))
      throw refuse(403, 'Opening a campaign takes a technician’s authorisation for this family of aircraft.');
    const opened = await this.record.open(request, basis.value, person);
    if (!opened.ok) throw refuseFor(409, opened.error);
    return opened.value;
  }
}
